import { say } from '@fleet-wren/wording';
import { useRecoveryCodeCount, useRegenerateRecoveryCodes } from '../api/account.ts';
import { RecoveryCodeList } from '../components/recovery-codes/RecoveryCodeList.tsx';
import { PromptForm } from './PromptForm.tsx';

const leftWords = (left: number): string => {
  if (left === 0) return say('settings.you-have-no-recovery-codes-without');
  return say('settings.codes-left', { count: left });
};

/** Codes for the day the password is forgotten: how many are left, and new ones. */
export const RecoveryCodesSection = () => {
  const { data } = useRecoveryCodeCount();
  const make = useRegenerateRecoveryCodes();
  if (make.data) return <RecoveryCodeList codes={make.data.codes} />;
  return (
    <>
      <p>
        {say('settings.codes-about')} {data && leftWords(data.left)}{' '}
        {data && data.left > 0 && say('settings.new-codes-replace')}
      </p>
      <PromptForm
        kind="password"
        label={say('settings.current-password')}
        button={say('settings.create-8-codes')}
        {...make}
        give={make.mutate}
      />
    </>
  );
};
