import { useNavigate } from 'react-router';
import { wordsOf } from '../api/http-client.ts';
import { makeFirstCodes } from '../app/FirstCodes.tsx';
import { useNotice } from '../app/Notice.tsx';

/** Lets somebody in for the first time: to a room, with recovery codes above it. */
export const useFirstTime = (room: string): ((password: string) => void) => {
  const navigate = useNavigate();
  const notice = useNotice();
  return (password) => {
    void navigate(room);
    makeFirstCodes(password).catch((error: unknown) => notice({ text: wordsOf(error) }));
  };
};
