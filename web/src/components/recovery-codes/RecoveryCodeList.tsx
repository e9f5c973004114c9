import { say } from '@fleet-wren/wording';
import './recovery-codes.scss';
import { useAccount } from '../../api/account.ts';

const asText = (codes: readonly string[], email: string): string =>
  say('parts.fleet-wren-recovery-codes-for-each', { email, codes: codes.join('\n') });

/** Recovery codes, shown once, to be written down or kept as a file. */
export const RecoveryCodeList = ({ codes }: { readonly codes: readonly string[] }) => {
  const { data: account } = useAccount();
  const file = `data:text/plain;charset=utf-8,${encodeURIComponent(asText(codes, account?.email ?? ''))}`;
  return (
    <>
      <p>{say('parts.write-these-codes-down-or-save')}</p>
      <ol className="recovery-codes" aria-label={say('common.recovery-codes')}>
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ol>
      <a className="btn btn-quiet btn-sm" href={file} download="recovery-codes.txt">
        {say('parts.save-as-file')}
      </a>
    </>
  );
};
