import { say } from '@fleet-wren/wording';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../dialog/Dialog.tsx';
import { create } from 'zustand';
import { callApi } from '../../api/http-client.ts';
import { RecoveryCodeList } from './RecoveryCodeList.tsx';

/** Codes that were made for who has just come in; in the page's memory alone, until they are put away. */
const useFirstCodes = create<{ readonly codes: readonly string[] }>(() => ({ codes: [] }));

/** Makes the first recovery codes of who has just come in, to be shown above whatever comes next. */
export const createInitialRecoveryCodes = async (password: string): Promise<void> => {
  const { codes } = await callApi('POST /auth/recovery-codes', {
    body: {
      password,
    },
  });
  useFirstCodes.setState({ codes });
};

/** The first recovery codes of an account, shown once after it was made. */
export const InitialRecoveryCodes = () => {
  const { codes } = useFirstCodes();
  const putAway = (): void => useFirstCodes.setState({ codes: [] });
  return (
    <Dialog title={say('shell.save-your-recovery-codes')} show={codes.length > 0}>
      <Modal.Body>
        <RecoveryCodeList codes={codes} />
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={putAway}>{say('shell.i-saved-them')}</Button>
      </Modal.Footer>
    </Dialog>
  );
};
