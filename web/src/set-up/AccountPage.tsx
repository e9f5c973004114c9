import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useAccount, useChangePassword, useEndSessions, useSessions } from '../api/account.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';
import { RecoveryCodes } from './RecoveryCodes.tsx';
import { SecondFactor } from './SecondFactor.tsx';
import { Teachers } from './Teachers.tsx';
import { deviceWords } from './device.ts';

const NONE = { old: '', password: '' } as const;

const PasswordForm = () => {
  const [form, setForm] = useState<{ readonly old: string; readonly password: string }>(NONE);
  const change = useChangePassword();
  const notice = useNotice();
  return (
    <Form
      className="account-form"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(form, {
          onSuccess: () => {
            setForm(NONE);
            notice({ text: 'The password is changed. Everybody else who was signed in is signed out.' });
          },
        });
      }}
    >
      <label>
        The password until now
        <Form.Control
          type="password"
          autoComplete="current-password"
          value={form.old}
          onChange={({ target }) => setForm({ ...form, old: target.value })}
        />
      </label>
      <label>
        The new one, 12 characters and more
        <Form.Control
          type="password"
          autoComplete="new-password"
          value={form.password}
          onChange={({ target }) => setForm({ ...form, password: target.value })}
        />
      </label>
      {change.isError && (
        <p className="finding finding-trouble" role="alert">
          {wordsOf(change.error)}
        </p>
      )}
      <Button type="submit" disabled={form.old === '' || form.password.length < 12 || change.isPending}>
        Change it
      </Button>
    </Form>
  );
};

const ago = (time: string): string => formatDistanceToNowStrict(new Date(time), { addSuffix: true });

const SessionList = () => {
  const { data: sessions = [] } = useSessions();
  const end = useEndSessions();
  const others = sessions.filter(({ here }) => !here).map(({ id }) => id);
  return (
    <>
      <ul className="sessions" aria-label="Where you are signed in">
        {sessions.map(({ id, device, seenAt, createdAt, here }) => (
          <li key={id}>
            <b>{deviceWords(device)}</b>
            <span className="text-soft">
              {here ? 'here, ' : `used ${ago(seenAt)}, `}signed in {ago(createdAt)}
            </span>
            {!here && (
              <Button variant="plain" size="sm" onClick={() => end.mutate([id])} disabled={end.isPending}>
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
      {end.isError && <p role="alert">{wordsOf(end.error)}</p>}
      {others.length > 1 && (
        <Button variant="quiet" size="sm" onClick={() => end.mutate(others)} disabled={end.isPending}>
          Sign out everywhere else
        </Button>
      )}
    </>
  );
};

/** The account of who is signed in: the password, and where else it is open. */
export const AccountPage = () => {
  const { data: account } = useAccount();
  return (
    <>
      <section>
        <h2>Password of {account?.email}</h2>
        <PasswordForm />
      </section>
      <section>
        <h2>A code beside the password</h2>
        <SecondFactor />
      </section>
      <section>
        <h2>Recovery codes</h2>
        <RecoveryCodes />
      </section>
      <section>
        <h2>Teachers of {account?.studio}</h2>
        <Teachers />
      </section>
      <section>
        <h2>Where you are signed in</h2>
        <SessionList />
      </section>
    </>
  );
};
