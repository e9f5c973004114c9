import { useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { createInitialRecoveryCodes } from '../components/recovery-codes/InitialRecoveryCodes.tsx';
import { useToast } from '../components/toast/ToastProvider.tsx';

/** Lets somebody in for the first time: to a room, with recovery codes above it. */
export const useCompleteRegistration = (room: string): ((password: string) => void) => {
  const navigate = useNavigate();
  const notice = useToast();
  return (password) => {
    void navigate(room);
    createInitialRecoveryCodes(password).catch((error: unknown) => notice({ text: wordsOf(error) }));
  };
};
