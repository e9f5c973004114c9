import { say } from '@fleet-wren/wording';
import { Button, Form } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import { useSignInMutation } from '../api/account.ts';
import { wordsOf } from '../api/api-error.ts';
import { useInvitationStudio } from '../api/teachers.ts';
import { AuthLayout, NewTeacherFields, type NewTeacherValues } from './AuthLayout.tsx';
import { useCompleteRegistration } from './useCompleteRegistration.ts';

/** Come into a studio by an invitation; its token stands behind the # of the address, which no server writes down. */
export const AcceptInvitationScreen = () => {
  const token = window.location.hash.slice(1);
  const invited = useInvitationStudio(token);
  const { register, handleSubmit } = useForm<NewTeacherValues>();
  const entrance = useSignInMutation('POST /auth/join');
  const letIn = useCompleteRegistration('/students');
  const send = (form: NewTeacherValues): void =>
    entrance.mutate({ ...form, token }, { onSuccess: () => letIn(form.password) });
  const trouble = invited.error ?? entrance.error;
  return (
    <AuthLayout
      title={invited.data ? say('sign-in.join-studio', { studio: invited.data.studio }) : say('sign-in.invitation')}
      error={trouble ? wordsOf(trouble) : undefined}
    >
      {invited.data && (
        <Form onSubmit={(event) => void handleSubmit(send)(event)}>
          <NewTeacherFields field={(name, rules) => register(name, rules)} />
          <Button type="submit" className="w-100" disabled={entrance.isPending}>
            {say('sign-in.join')}
          </Button>
        </Form>
      )}
    </AuthLayout>
  );
};
