import { say } from '@fleet-wren/wording';
import { Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { KeysList } from '../components/shortcuts/KeysList.tsx';

/** Every command of the bench and its key, over the bench. */
export const KeyboardShortcutsDialog = ({ hide }: { readonly hide: () => void }) => (
  <Dialog title={say('bench.keyboard-shortcuts')} size="xl" hide={hide}>
    <Modal.Body>
      <KeysList />
    </Modal.Body>
  </Dialog>
);
