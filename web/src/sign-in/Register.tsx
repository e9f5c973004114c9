import { Button, Form } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import { Link, useNavigate } from 'react-router';
import { useEntrance } from '../api/account.ts';
import { wordsOf } from '../api/client.ts';
import { makeFirstCodes } from '../app/FirstCodes.tsx';
import { useNotice } from '../app/Notice.tsx';
import { Door, DoorField } from './Door.tsx';

interface Registration {
  readonly studio: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** Open a studio of one's own. */
export const Register = () => {
  const { register, handleSubmit } = useForm<Registration>();
  const entrance = useEntrance<Registration>('/auth/register');
  const navigate = useNavigate();
  const notice = useNotice();
  const opened = (password: string): void => {
    void navigate('/patterns');
    makeFirstCodes(password).catch((error: unknown) => notice({ text: wordsOf(error) }));
  };
  const send = (form: Registration): void => entrance.mutate(form, { onSuccess: () => opened(form.password) });
  return (
    <Door title="Open a studio" error={entrance.error ? wordsOf(entrance.error) : undefined}>
      <Form onSubmit={(event) => void handleSubmit(send)(event)}>
        <DoorField label="Name of the studio" autoComplete="organization" {...register('studio')} />
        <DoorField label="Your name" autoComplete="name" {...register('name')} />
        <DoorField label="E-mail" type="email" autoComplete="username" {...register('email')} />
        <DoorField
          label="Password"
          type="password"
          autoComplete="new-password"
          hint="At least 12 characters"
          {...register('password', { minLength: 12 })}
        />
        <Button type="submit" className="w-100" disabled={entrance.isPending}>
          Open the studio
        </Button>
      </Form>
      <p className="mt-3 mb-0 text-soft">
        Already have one? <Link to="/">Sign in</Link>
      </p>
    </Door>
  );
};
