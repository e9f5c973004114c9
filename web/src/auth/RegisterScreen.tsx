import { say } from '@fleet-wren/wording';
import { Button, Form } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { Say } from '../components/say/Say.tsx';
import { useSignInMutation } from '../api/account.ts';
import { wordsOf } from '../api/api-error.ts';
import { AuthLayout, AuthField, NewTeacherFields, type NewTeacherValues } from './AuthLayout.tsx';
import { useCompleteRegistration } from './useCompleteRegistration.ts';

interface Registration extends NewTeacherValues {
  readonly studio: string;
}

/** Open a studio of one's own. */
export const RegisterScreen = () => {
  const { register, handleSubmit } = useForm<Registration>();
  const entrance = useSignInMutation('POST /auth/register');
  const letIn = useCompleteRegistration('/patterns');
  const send = (form: Registration): void => entrance.mutate(form, { onSuccess: () => letIn(form.password) });
  return (
    <AuthLayout title={say('sign-in.create-a-studio')} error={entrance.error ? wordsOf(entrance.error) : undefined}>
      <Form onSubmit={(event) => void handleSubmit(send)(event)}>
        <AuthField label={say('sign-in.studio-name')} autoComplete="organization" {...register('studio')} />
        <NewTeacherFields field={(name, rules) => register(name, rules)} />
        <Button type="submit" className="w-100" disabled={entrance.isPending}>
          {say('sign-in.create-studio')}
        </Button>
      </Form>
      <p className="mt-3 mb-0 text-soft">
        <Say text="sign-in.already" elements={{ link: (inside) => <Link to="/">{inside}</Link> }} />
      </p>
    </AuthLayout>
  );
};
