import { say } from '@fleet-wren/wording';
import { useRecoveryCodeCount, useRegenerateRecoveryCodes } from '../api/account.ts';
import { Codes } from '../parts/codes/Codes.tsx';
import { Ask } from './Ask.tsx';

const leftWords = (left: number): string => {
  if (left === 0) return say('settings.you-have-no-recovery-codes-without');
  return say('settings.codes-left', { count: left });
};

/** Codes for the day the password is forgotten: how many are left, and new ones. */
export const RecoveryCodes = () => {
  const { data } = useRecoveryCodeCount();
  const make = useRegenerateRecoveryCodes();
  if (make.data) return <Codes codes={make.data.codes} />;
  return (
    <>
      <p>
        {say('settings.codes-about')} {data && leftWords(data.left)}{' '}
        {data && data.left > 0 && say('settings.new-codes-replace')}
      </p>
      <Ask
        kind="password"
        label={say('settings.current-password')}
        button={say('settings.create-8-codes')}
        {...make}
        give={make.mutate}
      />
    </>
  );
};
