import { Button, Form } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import { Link, useNavigate } from 'react-router';
import { useEntrance } from '../api/account.ts';
import { wordsOf } from '../api/client.ts';
import { Door, DoorField } from './Door.tsx';
import { SecondCode, asksForCode } from './SecondCode.tsx';

interface Recovery {
  readonly email: string;
  readonly code: string;
  readonly password: string;
  readonly second?: string;
}

/** Back in with a recovery code and a new password. */
export const Recover = () => {
  const { register, handleSubmit } = useForm<Recovery>({ shouldUnregister: true });
  const entrance = useEntrance<Recovery>('/auth/recover');
  const navigate = useNavigate();
  const send = (form: Recovery): void => entrance.mutate(form, { onSuccess: () => void navigate('/desk') });
  return (
    <Door title="A new password" error={entrance.error ? wordsOf(entrance.error) : undefined}>
      <Form onSubmit={(event) => void handleSubmit(send)(event)}>
        <DoorField label="E-mail" type="email" autoComplete="username" {...register('email')} />
        <DoorField
          label="One of your recovery codes"
          autoComplete="off"
          hint="Four groups of four, from the list you kept. Each is good once."
          {...register('code')}
        />
        <DoorField
          label="The new password"
          type="password"
          autoComplete="new-password"
          hint="At least 12 characters"
          {...register('password', { minLength: 12 })}
        />
        {asksForCode(entrance.error) && (
          <SecondCode hint="You asked for it to be wanted beside everything else" field={register('second')} />
        )}
        <Button type="submit" className="w-100" disabled={entrance.isPending}>
          Sign in with it
        </Button>
      </Form>
      <p className="mt-3 mb-0 text-soft">
        No codes? Whoever runs this Fleet Wren can give you a new password. <Link to="/">Back to sign in</Link>
      </p>
    </Door>
  );
};
