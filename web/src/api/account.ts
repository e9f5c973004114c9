import type { Account, BodyOf } from '@fleet-wren/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { callApi } from './http-client.ts';

const KEY = ['account'] as const;

const fetchAccount = async (): Promise<Account | null> => (await callApi('GET /auth/session')).account;

/** The signed-in account; null when nobody is. */
export const useAccount = () => useQuery({ queryKey: KEY, queryFn: fetchAccount, staleTime: 60_000 });

/** The routes by which somebody comes in. */
type EntranceRoute = 'POST /auth/sign-in' | 'POST /auth/register' | 'POST /auth/recover' | 'POST /auth/join';

/** Signs in, or registers a studio, and lets everybody know. */
export const useSignInMutation = <R extends EntranceRoute>(route: R) => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (form: BodyOf<R>): Promise<Account> =>
      callApi<EntranceRoute>(route, { body: form as BodyOf<EntranceRoute> }),
    onSuccess: (account) => client.setQueryData(KEY, account),
  });
};

/** Signs out and forgets what was fetched. */
export const useSignOutMutation = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => callApi('POST /auth/sign-out'),
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

const SESSIONS = ['sessions'] as const;

export const useAuthSessions = () => useQuery({ queryKey: SESSIONS, queryFn: () => callApi('GET /auth/sessions') });

/** Ends sessions, one after another. */
export const useRevokeAuthSessions = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (ids: readonly string[]) => {
      for (const id of ids) await callApi('DELETE /auth/sessions/:id', { params: { id } });
    },
    onSettled: () => client.invalidateQueries({ queryKey: SESSIONS }),
  });
};

/** Changes the password; everybody else who is signed in is signed out. */
export const useChangePassword = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (change: { readonly old: string; readonly password: string }) =>
      callApi('PUT /auth/password', { body: change }),
    onSuccess: () => client.invalidateQueries({ queryKey: SESSIONS }),
  });
};

const CODES = ['recovery-codes'] as const;

/** How many recovery codes are left. */
export const useRecoveryCodeCount = () =>
  useQuery({ queryKey: CODES, queryFn: () => callApi('GET /auth/recovery-codes') });

/** New recovery codes, for who gives the password. */
export const useRegenerateRecoveryCodes = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (password: string) => callApi('POST /auth/recovery-codes', { body: { password } }),
    onSuccess: () => client.invalidateQueries({ queryKey: CODES }),
  });
};

const SECOND = ['second-factor'] as const;

/** Whether a code from the teacher's phone is asked for beside the password. */
export const useSecondFactorStatus = () =>
  useQuery({ queryKey: SECOND, queryFn: () => callApi('GET /auth/second-factor') });

/** A secret for the phone, for who gives the password: good once a code of it is given. */
export const useEnrolSecondFactor = () =>
  useMutation({
    mutationFn: (password: string) => callApi('POST /auth/second-factor', { body: { password } }),
  });

const useFactorChange = <T>(change: (given: T) => Promise<void>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSuccess: () => client.invalidateQueries({ queryKey: SECOND }) });
};

/** Asks for codes from now on, by the first of them. */
export const useConfirmSecondFactor = () =>
  useFactorChange((code: string) => callApi('PUT /auth/second-factor', { body: { code: code.trim() } }));

/** Asks for none any more, for who gives the password and a code. */
export const useDisableSecondFactor = () =>
  useFactorChange((given: { readonly password: string; readonly code: string }) =>
    callApi('POST /auth/second-factor/off', { body: given }),
  );
