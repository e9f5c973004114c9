import { useCodesLeft, useNewCodes } from '../api/account.ts';
import { Codes } from '../parts/codes/Codes.tsx';
import { Ask } from './Ask.tsx';

const leftWords = (left: number): string => {
  if (left === 0) return 'You have none: without one, a forgotten password keeps you out of the studio.';
  return left === 1 ? 'One code is left.' : `${left} codes are left.`;
};

/** Codes for the day the password is forgotten: how many are left, and new ones. */
export const RecoveryCodes = () => {
  const { data } = useCodesLeft();
  const make = useNewCodes();
  if (make.data) return <Codes codes={make.data.codes} />;
  return (
    <>
      <p>
        A code opens the studio once when the password is forgotten. {data && leftWords(data.left)}{' '}
        {data && data.left > 0 && 'New ones make the old ones void.'}
      </p>
      <Ask kind="password" label="Your password" button="Make eight codes" {...make} give={make.mutate} />
    </>
  );
};
