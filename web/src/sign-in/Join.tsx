import { Button, Form } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { useEntrance } from '../api/account.ts';
import { wordsOf } from '../api/client.ts';
import { useInvitedTo } from '../api/teachers.ts';
import { makeFirstCodes } from '../app/FirstCodes.tsx';
import { useNotice } from '../app/Notice.tsx';
import { Door, DoorField } from './Door.tsx';

interface Joining {
  readonly token: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** Come into a studio by an invitation; its token stands behind the # of the address, which no server writes down. */
export const Join = () => {
  const token = window.location.hash.slice(1);
  const invited = useInvitedTo(token);
  const { register, handleSubmit } = useForm<Omit<Joining, 'token'>>();
  const entrance = useEntrance<Joining>('/auth/join');
  const navigate = useNavigate();
  const notice = useNotice();
  const joined = (password: string): void => {
    void navigate('/students');
    makeFirstCodes(password).catch((error: unknown) => notice({ text: wordsOf(error) }));
  };
  const send = (form: Omit<Joining, 'token'>): void =>
    entrance.mutate({ ...form, token }, { onSuccess: () => joined(form.password) });
  const trouble = invited.error ?? entrance.error;
  return (
    <Door
      title={invited.data ? `Teach at ${invited.data.studio}` : 'An invitation'}
      error={trouble ? wordsOf(trouble) : undefined}
    >
      {invited.data && (
        <Form onSubmit={(event) => void handleSubmit(send)(event)}>
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
            Come in
          </Button>
        </Form>
      )}
    </Door>
  );
};
