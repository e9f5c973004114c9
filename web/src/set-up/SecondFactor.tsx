import { useState, type FormEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useConfirmFactor, useFactorOff, useProposeFactor, useSecondFactor } from '../api/account.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';
import { Ask } from './Ask.tsx';
import { QrPicture } from './QrPicture.tsx';

const inFours = (secret: string): string => secret.match(/.{1,4}/g)?.join(' ') ?? '';

const TurnOff = () => {
  const off = useFactorOff();
  const notice = useNotice();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const give = (event: FormEvent): void => {
    event.preventDefault();
    off.mutate(
      { password, code },
      { onSuccess: () => notice({ text: 'Your password alone opens the studio again.' }) },
    );
  };
  return (
    <>
      <p>
        It is on: who signs in gives the code of your phone as well. A recovery code stands for a phone that is lost.
      </p>
      <Form className="account-form" onSubmit={give}>
        <label>
          Your password
          <Form.Control
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={({ target }) => setPassword(target.value)}
          />
        </label>
        <label>
          Code from your phone, or a recovery code
          <Form.Control autoComplete="one-time-code" value={code} onChange={({ target }) => setCode(target.value)} />
        </label>
        {off.error && (
          <p className="finding finding-trouble" role="alert">
            {wordsOf(off.error)}
          </p>
        )}
        <Button type="submit" disabled={password === '' || code === '' || off.isPending}>
          Turn it off
        </Button>
      </Form>
    </>
  );
};

const TurnOn = ({ secret, address }: { readonly secret: string; readonly address: string }) => {
  const confirm = useConfirmFactor();
  const notice = useNotice();
  const give = (code: string): void =>
    confirm.mutate(code, { onSuccess: () => notice({ text: 'From now on the code of your phone is asked for.' }) });
  return (
    <div className="second-factor">
      <QrPicture text={address} label="The secret as a picture, for your phone’s camera" />
      <div>
        <p>
          Point the app at the picture, or type <code>{inFours(secret)}</code> into it. Then give the code it shows.
          Have recovery codes as well: one stands for a phone that is lost.
        </p>
        <Ask kind="code" label="The six figures" button="Turn it on" {...confirm} give={give} />
      </div>
    </div>
  );
};

const SetUp = () => {
  const propose = useProposeFactor();
  if (propose.data) return <TurnOn {...propose.data} />;
  return (
    <>
      <p>
        Any app on your phone that shows codes of six figures will do. Who knows your password alone then stays outside.
      </p>
      <Ask kind="password" label="Your password" button="Set it up" {...propose} give={propose.mutate} />
    </>
  );
};

/** A code from the teacher's phone beside the password: off, about to be turned on, or on. */
export const SecondFactor = () => {
  const { data } = useSecondFactor();
  if (!data) return null;
  return data.on ? <TurnOff /> : <SetUp />;
};
