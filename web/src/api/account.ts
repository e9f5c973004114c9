import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ApiError, requestJson } from './http-client.ts';

/** Who is signed in. */
export interface Account {
  readonly name: string;
  readonly email: string;
  readonly studio: string;
  readonly role: 'owner' | 'teacher';
}

const KEY = ['account'] as const;

const fetchAccount = (): Promise<Account | null> =>
  requestJson<Account>('GET', '/auth/me').catch((error: unknown) => {
    if (error instanceof ApiError && error.code === 'not-signed-in') return null;
    throw error;
  });

/** The signed-in account; null when nobody is. */
export const useAccount = () => useQuery({ queryKey: KEY, queryFn: fetchAccount, staleTime: 60_000 });

/** Signs in, or registers a studio, and lets everybody know. */
export const useSignInMutation = <T>(path: '/auth/sign-in' | '/auth/register' | '/auth/recover' | '/auth/join') => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (form: T) => requestJson<Account>('POST', path, form),
    onSuccess: (account) => client.setQueryData(KEY, account),
  });
};

/** Signs out and forgets what was fetched. */
export const useSignOutMutation = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => requestJson<void>('POST', '/auth/sign-out'),
    onSuccess: () => {
      client.setQueryData(KEY, null);
      // Whoever sits down here next undoes nothing of what was done before.
      void import('../workspace/browser-storage.ts')
        .then(({ forgetHistories }) => forgetHistories())
        .catch(() => undefined);
      client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEY[0] });
    },
  });
};

/** A place where somebody is signed in to the account. */
export interface AuthSession {
  readonly id: string;
  readonly device: string;
  readonly createdAt: string;
  readonly seenAt: string;
  /** Whether it is the one that asks. */
  readonly here: boolean;
}

const SESSIONS = ['sessions'] as const;

export const useAuthSessions = () =>
  useQuery({ queryKey: SESSIONS, queryFn: () => requestJson<readonly AuthSession[]>('GET', '/auth/sessions') });

/** Ends sessions, one after another. */
export const useRevokeAuthSessions = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (ids: readonly string[]) => {
      for (const id of ids) await requestJson<void>('DELETE', `/auth/sessions/${id}`);
    },
    onSettled: () => client.invalidateQueries({ queryKey: SESSIONS }),
  });
};

/** Changes the password; everybody else who is signed in is signed out. */
export const useChangePassword = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (change: { readonly old: string; readonly password: string }) =>
      requestJson<void>('PUT', '/auth/password', change),
    onSuccess: () => client.invalidateQueries({ queryKey: SESSIONS }),
  });
};

const CODES = ['recovery-codes'] as const;

/** How many recovery codes are left. */
export const useRecoveryCodeCount = () =>
  useQuery({ queryKey: CODES, queryFn: () => requestJson<{ readonly left: number }>('GET', '/auth/recovery-codes') });

/** New recovery codes, for who gives the password. */
export const useRegenerateRecoveryCodes = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (password: string) =>
      requestJson<{ readonly codes: readonly string[] }>('POST', '/auth/recovery-codes', { password }),
    onSuccess: () => client.invalidateQueries({ queryKey: CODES }),
  });
};

const SECOND = ['second-factor'] as const;

/** Whether a code from the teacher's phone is asked for beside the password. */
export const useSecondFactorStatus = () =>
  useQuery({ queryKey: SECOND, queryFn: () => requestJson<{ readonly on: boolean }>('GET', '/auth/second-factor') });

/** A secret for the phone, for who gives the password: good once a code of it is given. */
export const useEnrolSecondFactor = () =>
  useMutation({
    mutationFn: (password: string) =>
      requestJson<{ readonly secret: string; readonly address: string }>('POST', '/auth/second-factor', { password }),
  });

const useFactorChange = <T>(change: (given: T) => Promise<void>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSuccess: () => client.invalidateQueries({ queryKey: SECOND }) });
};

/** Asks for codes from now on, by the first of them. */
export const useConfirmSecondFactor = () =>
  useFactorChange((code: string) => requestJson<void>('PUT', '/auth/second-factor', { code: code.trim() }));

/** Asks for none any more, for who gives the password and a code. */
export const useDisableSecondFactor = () =>
  useFactorChange((given: { readonly password: string; readonly code: string }) =>
    requestJson<void>('POST', '/auth/second-factor/off', given),
  );
