import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { requestJson } from './http-client.ts';

/** A teacher of the studio. */
export interface TeacherListItem {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: 'owner' | 'teacher';
  /** Whether it is the one who is signed in. */
  readonly here: boolean;
}

/** An invitation; its token is told when it is made, and never again. */
export interface Invitation {
  readonly id: string;
  readonly createdAt: string;
  readonly endsAt: string;
}

const KEY = ['teachers'] as const;

export const useTeachers = () =>
  useQuery({ queryKey: [...KEY, 'all'], queryFn: () => requestJson<readonly TeacherListItem[]>('GET', '/teachers') });

/** Invitations that are still good. */
export const useInvitations = () =>
  useQuery({
    queryKey: [...KEY, 'invites'],
    queryFn: () => requestJson<readonly Invitation[]>('GET', '/teachers/invites'),
  });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

export const useCreateInvitation = () =>
  useChange((days: number) =>
    requestJson<Invitation & { readonly token: string }>('POST', '/teachers/invites', { days }),
  );

export const useRevokeInvitation = () =>
  useChange((id: string) => requestJson<void>('DELETE', `/teachers/invites/${id}`));

export const useUpdateTeacherRole = () =>
  useChange(({ id, role }: Pick<TeacherListItem, 'id' | 'role'>) =>
    requestJson<void>('PUT', `/teachers/${id}`, { role }),
  );

export const useRemoveTeacher = () => useChange((id: string) => requestJson<void>('DELETE', `/teachers/${id}`));

/** The name of the studio an invitation is to. */
export const useInvitationStudio = (token: string) =>
  useQuery({
    queryKey: ['invited', token],
    queryFn: () => requestJson<{ readonly studio: string }>('POST', '/auth/invited', { token }),
    retry: false,
    staleTime: Infinity,
  });
