import { say } from '@fleet-wren/wording';
import { Button, Form } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { Say } from '../components/say/Say.tsx';
import { useSignInMutation } from '../api/account.ts';
import { wordsOf } from '../api/api-error.ts';
import { AuthLayout, AuthField } from './AuthLayout.tsx';
import { TwoFactorCodeField, isTwoFactorCodeRequired } from './TwoFactorCodeField.tsx';

interface Credentials {
  readonly email: string;
  readonly password: string;
  readonly second?: string;
}

/** Sign in to a studio. */
export const SignInScreen = () => {
  const { register, handleSubmit } = useForm<Credentials>({ shouldUnregister: true });
  const entrance = useSignInMutation('POST /auth/sign-in');
  return (
    <AuthLayout title={say('sign-in.sign-in')} error={entrance.error ? wordsOf(entrance.error) : undefined}>
      <Form onSubmit={(event) => void handleSubmit((form) => entrance.mutate(form))(event)}>
        <AuthField label={say('sign-in.email')} type="email" autoComplete="username" {...register('email')} />
        <AuthField
          label={say('sign-in.password')}
          type="password"
          autoComplete="current-password"
          {...register('password')}
        />
        {isTwoFactorCodeRequired(entrance.error) && (
          <TwoFactorCodeField hint={say('sign-in.from-your-authenticator-app-lost-your')} field={register('second')} />
        )}
        <Button type="submit" className="w-100" disabled={entrance.isPending}>
          {say('sign-in.sign-in')}
        </Button>
      </Form>
      <p className="mt-3 mb-0 text-soft">
        <Say text="sign-in.new-here" elements={{ link: (inside) => <Link to="/register">{inside}</Link> }} />
      </p>
      <p className="mt-1 mb-0 text-soft">
        <Link to="/recover">{say('sign-in.forgot-password')}</Link> · <Link to="/about">{say('common.about')}</Link>
      </p>
    </AuthLayout>
  );
};
