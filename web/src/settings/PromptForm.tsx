import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { wordsOf } from '../api/api-error.ts';

interface AskProps {
  readonly label: string;
  readonly button: string;
  readonly kind: 'password' | 'code';
  readonly error: Error | null;
  readonly isPending: boolean;
  readonly give: (value: string) => void;
}

/** One thing that is to be given before something is done. */
export const PromptForm = ({ label, button, kind, error, isPending, give }: AskProps) => {
  const [value, setValue] = useState('');
  return (
    <Form
      className="account-form"
      onSubmit={(event) => {
        event.preventDefault();
        give(value);
      }}
    >
      <label>
        {label}
        <Form.Control
          type={kind === 'password' ? 'password' : 'text'}
          inputMode={kind === 'code' ? 'numeric' : undefined}
          autoComplete={kind === 'password' ? 'current-password' : 'one-time-code'}
          value={value}
          onChange={({ target }) => setValue(target.value)}
        />
      </label>
      {error && (
        <p className="finding finding-trouble" role="alert">
          {wordsOf(error)}
        </p>
      )}
      <Button type="submit" disabled={value === '' || isPending}>
        {button}
      </Button>
    </Form>
  );
};
