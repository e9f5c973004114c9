import { say } from '@fleet-wren/wording';
import { useState, type FormEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Say } from '../components/say/Say.tsx';
import {
  useConfirmSecondFactor,
  useDisableSecondFactor,
  useEnrolSecondFactor,
  useSecondFactorStatus,
} from '../api/account.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { PromptForm } from './PromptForm.tsx';
import { QrCode } from '../components/qr-code/QrCode.tsx';

const inFours = (secret: string): string => secret.match(/.{1,4}/g)?.join(' ') ?? '';

const TurnOff = () => {
  const off = useDisableSecondFactor();
  const notice = useToast();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const give = (event: FormEvent): void => {
    event.preventDefault();
    off.mutate(
      { password, code },
      { onSuccess: () => notice({ text: say('settings.two-factor-authentication-is-off-your') }) },
    );
  };
  return (
    <>
      <p>{say('settings.two-factor-authentication-is-on-you')}</p>
      <Form className="account-form" onSubmit={give}>
        <label>
          {say('settings.current-password')}
          <Form.Control
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={({ target }) => setPassword(target.value)}
          />
        </label>
        <label>
          {say('settings.code-or-recovery')}
          <Form.Control autoComplete="one-time-code" value={code} onChange={({ target }) => setCode(target.value)} />
        </label>
        {off.error && (
          <p className="finding finding-trouble" role="alert">
            {wordsOf(off.error)}
          </p>
        )}
        <Button type="submit" disabled={password === '' || code === '' || off.isPending}>
          {say('settings.turn-off')}
        </Button>
      </Form>
    </>
  );
};

const TurnOn = ({ secret, address }: { readonly secret: string; readonly address: string }) => {
  const confirm = useConfirmSecondFactor();
  const notice = useToast();
  const give = (code: string): void =>
    confirm.mutate(code, { onSuccess: () => notice({ text: say('settings.two-factor-authentication-is-on-youll') }) });
  return (
    <div className="second-factor">
      <QrCode text={address} label={say('settings.qr-code-for-your-authenticator-app')} size={176} />
      <div>
        <p>
          <Say
            text="settings.scan"
            values={{ secret: inFours(secret) }}
            elements={{ code: (inside) => <code>{inside}</code> }}
          />
        </p>
        <PromptForm
          kind="code"
          label={say('settings.six-digit-code')}
          button={say('settings.turn-on')}
          {...confirm}
          give={give}
        />
      </div>
    </div>
  );
};

const SetUp = () => {
  const propose = useEnrolSecondFactor();
  if (propose.data) return <TurnOn {...propose.data} />;
  return (
    <>
      <p>{say('settings.use-any-authenticator-app-that-shows')}</p>
      <PromptForm
        kind="password"
        label={say('settings.current-password')}
        button={say('settings.set-up')}
        {...propose}
        give={propose.mutate}
      />
    </>
  );
};

/** A code from the teacher's phone beside the password: off, about to be turned on, or on. */
export const TwoFactorSection = () => {
  const { data } = useSecondFactorStatus();
  if (!data) return null;
  return data.on ? <TurnOff /> : <SetUp />;
};
