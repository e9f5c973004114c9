import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { wordsOf } from '../api/api-error.ts';
import { useChangeDemo, useDemo } from '../api/demo.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';

/** Offers the demo to a studio that is new. */
export const DemoOffer = () => {
  const demo = useDemo().data;
  const change = useChangeDemo();
  const notice = useToast();
  if (!demo || demo.loaded) return null;
  return (
    <p className="demo-offer">
      {say('demo.offer')}{' '}
      <Button
        variant="quiet"
        size="sm"
        disabled={change.isPending}
        onClick={() => change.mutate(true, { onError: (error) => notice({ text: wordsOf(error) }) })}
      >
        {change.isPending ? say('demo.loading') : say('demo.load')}
      </Button>
    </p>
  );
};

/** Says that the demo is in the studio, and takes it out when it is asked to. */
export const DemoThere = () => {
  const demo = useDemo().data;
  const change = useChangeDemo();
  const notice = useToast();
  const [asking, setAsking] = useState(false);
  if (!demo?.loaded) return null;
  const remove = (): void => {
    setAsking(false);
    change.mutate(false, {
      onSuccess: () => notice({ text: say('demo.removed') }),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  };
  return (
    <p className="demo-there">
      {say('demo.there')}{' '}
      <Button variant="plain" size="sm" disabled={change.isPending} onClick={() => setAsking(true)}>
        {say('demo.remove')}
      </Button>
      <Dialog title={say('demo.remove-title')} show={asking} hide={() => setAsking(false)}>
        <Modal.Body>{say('demo.remove-what')}</Modal.Body>
        <Modal.Footer>
          <Button variant="plain" onClick={() => setAsking(false)}>
            {say('common.cancel')}
          </Button>
          <Button onClick={remove}>{say('demo.remove')}</Button>
        </Modal.Footer>
      </Dialog>
    </p>
  );
};
