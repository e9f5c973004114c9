import type { TeacherListItem } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useAccount, useSignOutMutation } from '../api/account.ts';
import { wordsOf } from '../api/api-error.ts';
import {
  useCreateInvitation,
  useInvitations,
  useRemoveTeacher,
  useRevokeInvitation,
  useUpdateTeacherRole,
  useTeachers,
} from '../api/teachers.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';

/** Days an invitation is good for. */
const DAYS = 7;

const addressOf = (token: string): string => `${window.location.origin}/join#${token}`;

/** Asks once more before somebody goes. */
const Going = ({ teacher: { id, name, here } }: { readonly teacher: TeacherListItem }) => {
  const [sure, setSure] = useState(false);
  const remove = useRemoveTeacher();
  const signOut = useSignOutMutation();
  const notice = useToast();
  const go = (): void =>
    remove.mutate(id, {
      onError: (error) => notice({ text: wordsOf(error) }),
      onSuccess: () => here && signOut.mutate(),
    });
  if (!sure)
    return (
      <Button size="sm" variant="plain" onClick={() => setSure(true)}>
        {here ? say('settings.leave-studio') : say('common.remove')}
      </Button>
    );
  return (
    <>
      <Button size="sm" variant="danger" disabled={remove.isPending} onClick={go}>
        {here ? say('settings.leave-studio') : say('settings.remove', { name })}
      </Button>
      <Button size="sm" variant="plain" onClick={() => setSure(false)}>
        {say('common.cancel')}
      </Button>
    </>
  );
};

const Line = ({ teacher, owner }: { readonly teacher: TeacherListItem; readonly owner: boolean }) => {
  const { id, name, email, role, here } = teacher;
  const setRole = useUpdateTeacherRole();
  const notice = useToast();
  return (
    <li>
      <b>{name}</b>
      <span className="text-soft">
        {email}
        {here && say('settings.you')}
      </span>
      {owner ? (
        <Form.Select
          size="sm"
          className="teacher-role"
          aria-label={say('settings.role-of', { name })}
          value={role}
          onChange={({ target }) =>
            setRole.mutate(
              { id, role: target.value as TeacherListItem['role'] },
              { onError: (error) => notice({ text: wordsOf(error) }) },
            )
          }
        >
          <option value="owner">{say('settings.owner')}</option>
          <option value="teacher">{say('settings.teacher')}</option>
        </Form.Select>
      ) : (
        <span>{role === 'owner' ? say('settings.owner') : say('settings.teacher')}</span>
      )}
      {(here || owner) && <Going teacher={teacher} />}
    </li>
  );
};

const Invitations = () => {
  const { data: invites = [] } = useInvitations();
  const invite = useCreateInvitation();
  const revoke = useRevokeInvitation();
  const notice = useToast();
  const [token, setToken] = useState<string | null>(null);
  const onError = (error: unknown): void => notice({ text: wordsOf(error) });
  return (
    <>
      {token ? (
        <label className="invitation">
          {say('settings.invitation-once', { days: DAYS })}
          <input
            className="form-control"
            readOnly
            aria-label={say('settings.invitation-link')}
            value={addressOf(token)}
          />
        </label>
      ) : (
        <Button
          size="sm"
          variant="quiet"
          disabled={invite.isPending}
          onClick={() => invite.mutate(DAYS, { onError, onSuccess: (made) => setToken(made.token) })}
        >
          {say('settings.invite-a-teacher')}
        </Button>
      )}
      {invites.length > 0 && (
        <ul className="sessions" aria-label={say('settings.pending-invitations')}>
          {invites.map(({ id, endsAt }) => (
            <li key={id}>
              <span className="text-soft">
                {say('settings.invitation-valid-until', { format: format(new Date(endsAt), 'd MMMM') })}
              </span>
              <Button size="sm" variant="plain" onClick={() => revoke.mutate(id, { onError })}>
                {say('common.revoke')}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
};

/** Who teaches in this studio: all share its students and patterns, owners say who. */
export const TeachersPage = () => {
  const { data: account } = useAccount();
  const { data: teachers = [] } = useTeachers();
  const owner = account?.role === 'owner';
  return (
    <>
      <ul className="sessions teachers" aria-label={say('settings.teachers')}>
        {teachers.map((teacher) => (
          <Line key={teacher.id} teacher={teacher} owner={owner} />
        ))}
      </ul>
      {owner && <Invitations />}
    </>
  );
};
