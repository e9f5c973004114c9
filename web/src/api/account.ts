import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ApiError, ask } from './client.ts';

/** Who is signed in. */
export interface Account {
  readonly name: string;
  readonly email: string;
  readonly studio: string;
  readonly role: 'owner' | 'teacher';
}

const KEY = ['account'] as const;

const fetchAccount = (): Promise<Account | null> =>
  ask<Account>('GET', '/auth/me').catch((error: unknown) => {
    if (error instanceof ApiError && error.code === 'not-signed-in') return null;
    throw error;
  });

/** The signed-in account; null when nobody is. */
export const useAccount = () => useQuery({ queryKey: KEY, queryFn: fetchAccount, staleTime: 60_000 });

/** Signs in, or registers a studio, and lets everybody know. */
export const useEntrance = <T>(path: '/auth/sign-in' | '/auth/register' | '/auth/recover' | '/auth/join') => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (form: T) => ask<Account>('POST', path, form),
    onSuccess: (account) => client.setQueryData(KEY, account),
  });
};

/** Signs out and forgets what was fetched. */
export const useSignOut = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => ask<void>('POST', '/auth/sign-out'),
    onSuccess: () => {
      client.setQueryData(KEY, null);
      // Whoever sits down here next undoes nothing of what was done before.
      void import('../workspace/household.ts').then(({ forgetHistories }) => forgetHistories()).catch(() => undefined);
      client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEY[0] });
    },
  });
};

/** A place where somebody is signed in to the account. */
export interface Session {
  readonly id: string;
  readonly device: string;
  readonly createdAt: string;
  readonly seenAt: string;
  /** Whether it is the one that asks. */
  readonly here: boolean;
}

const SESSIONS = ['sessions'] as const;

export const useSessions = () =>
  useQuery({ queryKey: SESSIONS, queryFn: () => ask<readonly Session[]>('GET', '/auth/sessions') });

/** Ends sessions, one after another. */
export const useEndSessions = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (ids: readonly string[]) => {
      for (const id of ids) await ask<void>('DELETE', `/auth/sessions/${id}`);
    },
    onSettled: () => client.invalidateQueries({ queryKey: SESSIONS }),
  });
};

/** Changes the password; everybody else who is signed in is signed out. */
export const useChangePassword = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (change: { readonly old: string; readonly password: string }) =>
      ask<void>('PUT', '/auth/password', change),
    onSuccess: () => client.invalidateQueries({ queryKey: SESSIONS }),
  });
};

const CODES = ['recovery-codes'] as const;

/** How many recovery codes are left. */
export const useCodesLeft = () =>
  useQuery({ queryKey: CODES, queryFn: () => ask<{ readonly left: number }>('GET', '/auth/recovery-codes') });

/** New recovery codes, for who gives the password. */
export const useNewCodes = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (password: string) =>
      ask<{ readonly codes: readonly string[] }>('POST', '/auth/recovery-codes', { password }),
    onSuccess: () => client.invalidateQueries({ queryKey: CODES }),
  });
};

const SECOND = ['second-factor'] as const;

/** Whether a code from the teacher's phone is asked for beside the password. */
export const useSecondFactor = () =>
  useQuery({ queryKey: SECOND, queryFn: () => ask<{ readonly on: boolean }>('GET', '/auth/second-factor') });

/** A secret for the phone, for who gives the password: good once a code of it is given. */
export const useProposeFactor = () =>
  useMutation({
    mutationFn: (password: string) =>
      ask<{ readonly secret: string; readonly address: string }>('POST', '/auth/second-factor', { password }),
  });

const useFactorChange = <T>(change: (given: T) => Promise<void>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSuccess: () => client.invalidateQueries({ queryKey: SECOND }) });
};

/** Asks for codes from now on, by the first of them. */
export const useConfirmFactor = () =>
  useFactorChange((code: string) => ask<void>('PUT', '/auth/second-factor', { code: code.trim() }));

/** Asks for none any more, for who gives the password and a code. */
export const useFactorOff = () =>
  useFactorChange((given: { readonly password: string; readonly code: string }) =>
    ask<void>('POST', '/auth/second-factor/off', given),
  );
