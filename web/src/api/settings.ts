import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { NoteNamingSystem, Tuning, Voicing } from '@fleet-wren/core';
import { requestJson } from './http-client.ts';

/** A shape that stands first where a chord is chosen, and the strings it is for. */
export interface FavouriteShape {
  readonly pitches: readonly number[];
  readonly voicing: Voicing;
}

/** How the studio likes things shown, and what it keeps at hand. */
export interface StudioSettings {
  readonly leftHanded?: boolean;
  /** The time zone practice days begin in; each device's own where there is none. */
  readonly timeZone?: string;
  readonly favourites?: readonly FavouriteShape[];
  readonly tunings?: readonly Tuning[];
  /** How sheets are printed, as far as it is not as usual. */
  readonly paper?: PaperSettings;
}

/** The paper sheets are printed on, and how music is written there. */
export interface PaperSettings {
  readonly size?: 'A4' | 'letter';
  readonly print?: 'usual' | 'large';
  readonly across?: boolean;
  readonly notes?: boolean;
  readonly threads?: boolean;
  readonly text?: boolean;
  readonly counts?: boolean;
  /** How notes are called in chord symbols. */
  readonly names?: NoteNamingSystem;
}

interface KeptSettings {
  readonly settings: StudioSettings;
  readonly version: number;
}

const KEY = ['settings'] as const;
const NONE: StudioSettings = {};

/** The name under which changes of settings are known to be under way. */
const CHANGING = ['change settings'] as const;

/**
 * The studio's settings; none until they are known. What is fetched while a change is on its way may be from before it: what is
 * shown stays then.
 */
export const useSettings = (): StudioSettings => {
  const client = useQueryClient();
  const fetchSettings = async (): Promise<KeptSettings> => {
    const kept = await requestJson<KeptSettings>('GET', '/settings');
    const isChanging = client.isMutating({ mutationKey: CHANGING }) > 0;
    return (isChanging ? client.getQueryData<KeptSettings>(KEY) : undefined) ?? kept;
  };
  const { data } = useQuery({ queryKey: KEY, queryFn: fetchSettings, staleTime: 60_000 });
  return data?.settings ?? NONE;
};

/**
 * Changes the studio's settings: on what another window has set meanwhile, never over it. Changes are shown at once and kept one after
 * another; what an earlier one comes back with does not take back what was changed since.
 */
export const useUpdateSettings = () => {
  const client = useQueryClient();
  const isLast = (): boolean => client.isMutating({ mutationKey: CHANGING }) === 1;
  return useMutation({
    mutationKey: CHANGING,
    scope: { id: CHANGING[0] },
    mutationFn: async (change: (settings: StudioSettings) => StudioSettings) => {
      const { settings, version } = await requestJson<KeptSettings>('GET', '/settings');
      return requestJson<KeptSettings>('PUT', '/settings', { settings: change(settings), version });
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
      if (isLast()) client.setQueryData(KEY, kept);
    },
    onError: () => (isLast() ? client.invalidateQueries({ queryKey: KEY }) : undefined),
  });
};
