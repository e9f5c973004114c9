import type { StudioSettings } from '@fleet-wren/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

import { ApiError } from './api-error.ts';
import { callApi } from './http-client.ts';

interface KeptSettings {
  readonly settings: StudioSettings;
  readonly version: number;
}

const KEY = ['settings'] as const;

/** The settings as the server last gave them, without what is still on its way there. */
const CONFIRMED_KEY = ['confirmed settings'] as const;
const NONE: StudioSettings = {};

/** The name under which changes of settings are known to be under way. */
const CHANGING = ['change settings'] as const;

/**
 * The studio's settings; none until they are known. What is fetched while a change is on its way may be from before it:
 * what is shown stays then.
 */
export const useSettings = (): StudioSettings => {
  const client = useQueryClient();
  const fetchSettings = async (): Promise<KeptSettings> => {
    const kept = await callApi('GET /settings');
    client.setQueryData(CONFIRMED_KEY, kept);
    const isChanging = client.isMutating({ mutationKey: CHANGING }) > 0;
    return (isChanging ? client.getQueryData<KeptSettings>(KEY) : undefined) ?? kept;
  };
  const { data } = useQuery({ queryKey: KEY, queryFn: fetchSettings, staleTime: 60_000 });
  return data?.settings ?? NONE;
};

type SettingsChange = (settings: StudioSettings) => StudioSettings;

/** Writes a change onto what is known to be kept: one request, which goes out even when the page is being left. */
const saveChange = ({ settings, version }: KeptSettings, change: SettingsChange): Promise<KeptSettings> =>
  callApi('PUT /settings', { body: { settings: change(settings), version }, keepalive: true });

/** The same onto what another window has set meanwhile. */
const saveOnNewest = async (change: SettingsChange): Promise<KeptSettings> =>
  saveChange(await callApi('GET /settings'), change);

const isConflict = (error: unknown): boolean => error instanceof ApiError && error.code === 'version-conflict';

/**
 * Changes the studio's settings: on what another window has set meanwhile, never over it. Changes are shown at once and
 * kept one after another; what an earlier one comes back with does not take back what was changed since.
 */
export const useUpdateSettings = () => {
  const client = useQueryClient();
  const isLast = (): boolean => client.isMutating({ mutationKey: CHANGING }) === 1;
  return useMutation({
    mutationKey: CHANGING,
    scope: { id: CHANGING[0] },
    mutationFn: async (change: SettingsChange) => {
      const confirmed = client.getQueryData<KeptSettings>(CONFIRMED_KEY);
      if (!confirmed) return saveOnNewest(change);
      return saveChange(confirmed, change).catch((error: unknown) => {
        if (isConflict(error)) return saveOnNewest(change);
        throw error;
      });
    },
    onMutate: (change) => {
      // Not put back to what was there before it was asked for: that would take the change back a moment later.
      void client.cancelQueries({ queryKey: KEY }, { revert: false, silent: true });
      client.setQueryData<KeptSettings>(KEY, (now) => ({
        version: now?.version ?? 0,
        settings: change(now?.settings ?? NONE),
      }));
    },
    onSuccess: (kept) => {
      client.setQueryData(CONFIRMED_KEY, kept);
      if (isLast()) client.setQueryData(KEY, kept);
    },
    onError: () => (isLast() ? client.invalidateQueries({ queryKey: KEY }) : undefined),
  });
};
