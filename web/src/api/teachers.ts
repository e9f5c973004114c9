import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ask } from './client.ts';

/** A teacher of the studio. */
export interface Colleague {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: 'owner' | 'teacher';
  /** Whether it is the one who is signed in. */
  readonly here: boolean;
}

/** An invitation; its token is told when it is made, and never again. */
export interface Invite {
  readonly id: string;
  readonly createdAt: string;
  readonly endsAt: string;
}

const KEY = ['teachers'] as const;

export const useTeachers = () =>
  useQuery({ queryKey: [...KEY, 'all'], queryFn: () => ask<readonly Colleague[]>('GET', '/teachers') });

/** Invitations that are still good. */
export const useInvites = () =>
  useQuery({ queryKey: [...KEY, 'invites'], queryFn: () => ask<readonly Invite[]>('GET', '/teachers/invites') });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

export const useInvite = () =>
  useChange((days: number) => ask<Invite & { readonly token: string }>('POST', '/teachers/invites', { days }));

export const useRevokeInvite = () => useChange((id: string) => ask<void>('DELETE', `/teachers/invites/${id}`));

export const useSetRole = () =>
  useChange(({ id, role }: Pick<Colleague, 'id' | 'role'>) => ask<void>('PUT', `/teachers/${id}`, { role }));

export const useRemoveTeacher = () => useChange((id: string) => ask<void>('DELETE', `/teachers/${id}`));

/** The name of the studio an invitation is to. */
export const useInvitedTo = (token: string) =>
  useQuery({
    queryKey: ['invited', token],
    queryFn: () => ask<{ readonly studio: string }>('POST', '/auth/invited', { token }),
    retry: false,
    staleTime: Infinity,
  });
