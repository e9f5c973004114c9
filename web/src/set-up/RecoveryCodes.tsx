import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useAccount, useCodesLeft, useNewCodes } from '../api/account.ts';
import { wordsOf } from '../api/client.ts';

const asText = (codes: readonly string[], email: string): string =>
  `Recovery codes for ${email} in Fleet Wren, each good once:\n\n${codes.join('\n')}\n`;

const Codes = ({ codes }: { readonly codes: readonly string[] }) => {
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

const leftWords = (left: number): string => {
  if (left === 0) return 'You have none: without one, a forgotten password keeps you out of the studio.';
  return left === 1 ? 'One code is left.' : `${left} codes are left.`;
};

/** Codes for the day the password is forgotten: how many are left, and new ones. */
export const RecoveryCodes = () => {
  const { data } = useCodesLeft();
  const make = useNewCodes();
  const [password, setPassword] = useState('');
  if (make.data) return <Codes codes={make.data.codes} />;
  return (
    <Form
      className="account-form"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate(password);
      }}
    >
      <p>
        A code opens the studio once when the password is forgotten. {data && leftWords(data.left)}{' '}
        {data && data.left > 0 && 'New ones make the old ones void.'}
      </p>
      <label>
        Your password
        <Form.Control
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={({ target }) => setPassword(target.value)}
        />
      </label>
      {make.isError && (
        <p className="finding finding-trouble" role="alert">
          {wordsOf(make.error)}
        </p>
      )}
      <Button type="submit" disabled={password === '' || make.isPending}>
        Make eight codes
      </Button>
    </Form>
  );
};
