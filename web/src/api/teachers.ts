import type { TeacherListItem } from '@fleet-wren/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { callApi } from './http-client.ts';

const KEY = ['teachers'] as const;

export const useTeachers = () => useQuery({ queryKey: [...KEY, 'all'], queryFn: () => callApi('GET /teachers') });

/** Invitations that are still good. */
export const useInvitations = () =>
  useQuery({
    queryKey: [...KEY, 'invites'],
    queryFn: () => callApi('GET /teachers/invites'),
  });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

export const useCreateInvitation = () =>
  useChange((days: number) => callApi('POST /teachers/invites', { body: { days } }));

export const useRevokeInvitation = () =>
  useChange((id: string) => callApi('DELETE /teachers/invites/:id', { params: { id } }));

export const useUpdateTeacherRole = () =>
  useChange(({ id, role }: Pick<TeacherListItem, 'id' | 'role'>) =>
    callApi('PUT /teachers/:id', { params: { id }, body: { role } }),
  );

export const useRemoveTeacher = () => useChange((id: string) => callApi('DELETE /teachers/:id', { params: { id } }));

/** The name of the studio an invitation is to. */
export const useInvitationStudio = (token: string) =>
  useQuery({
    queryKey: ['invited', token],
    queryFn: () => callApi('POST /auth/invited', { body: { token } }),
    retry: false,
    staleTime: Infinity,
  });
