import { say } from '@fleet-wren/wording';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useAccount, useChangePassword, useRevokeAuthSessions, useAuthSessions } from '../api/account.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { RecoveryCodesSection } from './RecoveryCodesSection.tsx';
import { TwoFactorSection } from './TwoFactorSection.tsx';
import { TeachersPage } from './TeachersPage.tsx';
import { formatUserAgent } from './format-user-agent.ts';

const NONE = { old: '', password: '' } as const;

const PasswordForm = () => {
  const [form, setForm] = useState<{ readonly old: string; readonly password: string }>(NONE);
  const change = useChangePassword();
  const notice = useToast();
  return (
    <Form
      className="account-form"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(form, {
          onSuccess: () => {
            setForm(NONE);
            notice({ text: say('settings.password-changed-all-other-devices-have') });
          },
        });
      }}
    >
      <label>
        {say('settings.current-password')}
        <Form.Control
          type="password"
          autoComplete="current-password"
          value={form.old}
          onChange={({ target }) => setForm({ ...form, old: target.value })}
        />
      </label>
      <label>
        {say('settings.new-password-at-least-12-characters')}
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
        {say('settings.change-password')}
      </Button>
    </Form>
  );
};

const ago = (time: string): string => formatDistanceToNowStrict(new Date(time), { addSuffix: true });

const SessionList = () => {
  const { data: sessions = [] } = useAuthSessions();
  const end = useRevokeAuthSessions();
  const others = sessions.filter(({ here }) => !here).map(({ id }) => id);
  return (
    <>
      <ul className="sessions" aria-label={say('settings.signed-in-devices')}>
        {sessions.map(({ id, device, seenAt, createdAt, here }) => (
          <li key={id}>
            <b>{formatUserAgent(device)}</b>
            <span className="text-soft">
              {here
                ? say('settings.session-here', { signedIn: ago(createdAt) })
                : say('settings.session-elsewhere', { used: ago(seenAt), signedIn: ago(createdAt) })}
            </span>
            {!here && (
              <Button variant="plain" size="sm" onClick={() => end.mutate([id])} disabled={end.isPending}>
                {say('common.sign-out')}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {end.isError && <p role="alert">{wordsOf(end.error)}</p>}
      {others.length > 1 && (
        <Button variant="quiet" size="sm" onClick={() => end.mutate(others)} disabled={end.isPending}>
          {say('settings.sign-out-all-other-devices')}
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
        <h2>{say('settings.password-for', { email: account?.email ?? '' })}</h2>
        <PasswordForm />
      </section>
      <section>
        <h2>{say('settings.two-factor-authentication')}</h2>
        <TwoFactorSection />
      </section>
      <section>
        <h2>{say('common.recovery-codes')}</h2>
        <RecoveryCodesSection />
      </section>
      <section>
        <h2>{say('settings.teachers-at', { studio: account?.studio ?? '' })}</h2>
        <TeachersPage />
      </section>
      <section>
        <h2>{say('settings.signed-in-devices')}</h2>
        <SessionList />
      </section>
    </>
  );
};
