import { say } from '@fleet-wren/wording';
import { Button, Form } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import { Link, useNavigate } from 'react-router';
import { Say } from '../components/say/Say.tsx';
import { useSignInMutation } from '../api/account.ts';
import { wordsOf } from '../api/api-error.ts';
import { AuthLayout, AuthField } from './AuthLayout.tsx';
import { TwoFactorCodeField, isTwoFactorCodeRequired } from './TwoFactorCodeField.tsx';

interface Recovery {
  readonly email: string;
  readonly code: string;
  readonly password: string;
  readonly second?: string;
}

/** Back in with a recovery code and a new password. */
export const RecoverPasswordScreen = () => {
  const { register, handleSubmit } = useForm<Recovery>({ shouldUnregister: true });
  const entrance = useSignInMutation('POST /auth/recover');
  const navigate = useNavigate();
  const send = (form: Recovery): void => entrance.mutate(form, { onSuccess: () => void navigate('/today') });
  return (
    <AuthLayout title={say('sign-in.reset-password')} error={entrance.error ? wordsOf(entrance.error) : undefined}>
      <Form onSubmit={(event) => void handleSubmit(send)(event)}>
        <AuthField label={say('sign-in.email')} type="email" autoComplete="username" {...register('email')} />
        <AuthField
          label={say('sign-in.recovery-code')}
          autoComplete="off"
          hint={say('sign-in.four-groups-of-four-characters-from')}
          {...register('code')}
        />
        <AuthField
          label={say('sign-in.new-password')}
          type="password"
          autoComplete="new-password"
          hint={say('sign-in.at-least-12-characters')}
          {...register('password', { minLength: 12 })}
        />
        {isTwoFactorCodeRequired(entrance.error) && (
          <TwoFactorCodeField hint={say('sign-in.two-factor-authentication-is-on-for')} field={register('second')} />
        )}
        <Button type="submit" className="w-100" disabled={entrance.isPending}>
          {say('sign-in.reset-password-and-sign-in')}
        </Button>
      </Form>
      <p className="mt-3 mb-0 text-soft">
        <Say text="sign-in.no-codes" elements={{ link: (inside) => <Link to="/">{inside}</Link> }} />
      </p>
    </AuthLayout>
  );
};
