import './codes.scss';
import { useAccount } from '../../api/account.ts';

const asText = (codes: readonly string[], email: string): string =>
  `Recovery codes for ${email} in Fleet Wren, each good once:\n\n${codes.join('\n')}\n`;

/** Recovery codes, shown once, to be written down or kept as a file. */
export const Codes = ({ codes }: { readonly codes: readonly string[] }) => {
  const { data: account } = useAccount();
  const file = `data:text/plain;charset=utf-8,${encodeURIComponent(asText(codes, account?.email ?? ''))}`;
  return (
    <>
      <p>Write these down or keep the file where only you find it. They are not shown again.</p>
      <ol className="recovery-codes" aria-label="Recovery codes">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ol>
      <a className="btn btn-quiet btn-sm" href={file} download="recovery-codes.txt">
        Keep as a file
      </a>
    </>
  );
};
