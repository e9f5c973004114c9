import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCodesLeft, useNewCodes } from '../api/account.ts';
import { wordsOf } from '../api/client.ts';
import { Codes } from '../parts/codes/Codes.tsx';

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
