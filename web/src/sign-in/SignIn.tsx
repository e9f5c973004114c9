import { Button, Form } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { useEntrance } from '../api/account.ts';
import { wordsOf } from '../api/client.ts';
import { Door, DoorField } from './Door.tsx';
import { SecondCode, asksForCode } from './SecondCode.tsx';

interface Credentials {
  readonly email: string;
  readonly password: string;
  readonly second?: string;
}

/** Sign in to a studio. */
export const SignIn = () => {
  const { register, handleSubmit } = useForm<Credentials>({ shouldUnregister: true });
  const entrance = useEntrance<Credentials>('/auth/sign-in');
  return (
    <Door title="Sign in" error={entrance.error ? wordsOf(entrance.error) : undefined}>
      <Form onSubmit={(event) => void handleSubmit((form) => entrance.mutate(form))(event)}>
        <DoorField label="E-mail" type="email" autoComplete="username" {...register('email')} />
        <DoorField label="Password" type="password" autoComplete="current-password" {...register('password')} />
        {asksForCode(entrance.error) && (
          <SecondCode hint="Without the phone, one of your recovery codes" field={register('second')} />
        )}
        <Button type="submit" className="w-100" disabled={entrance.isPending}>
          Sign in
        </Button>
      </Form>
      <p className="mt-3 mb-0 text-soft">
        New here? <Link to="/register">Open a studio</Link>
      </p>
      <p className="mt-1 mb-0 text-soft">
        <Link to="/recover">The password is forgotten</Link> · <Link to="/about">About</Link>
      </p>
    </Door>
  );
};
