import { say } from '@fleet-wren/wording';
import { Modal } from 'react-bootstrap';
import { KeysList } from '../components/shortcuts/KeysList.tsx';

/** Every command of the bench and its key, over the bench. */
export const KeyboardShortcutsDialog = ({ hide }: { readonly hide: () => void }) => (
  <Modal show onHide={hide} size="xl" centered aria-labelledby="keys-title">
    <Modal.Header closeButton closeLabel={say('common.close')}>
      <Modal.Title id="keys-title">{say('bench.keyboard-shortcuts')}</Modal.Title>
    </Modal.Header>
    <Modal.Body>
      <KeysList />
    </Modal.Body>
  </Modal>
);
