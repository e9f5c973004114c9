import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Naming, Tuning, Voicing } from '@fleet-wren/core';
import { ask } from './client.ts';

/** A shape that stands first where a chord is chosen, and the strings it is for. */
export interface Favourite {
  readonly pitches: readonly number[];
  readonly voicing: Voicing;
}

/** How the studio likes things shown, and what it keeps at hand. */
export interface Settings {
  readonly leftHanded?: boolean;
  readonly favourites?: readonly Favourite[];
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
  readonly names?: Naming;
}

interface KeptSettings {
  readonly settings: Settings;
  readonly version: number;
}

const KEY = ['settings'] as const;
const NONE: Settings = {};

/** The studio's settings; none until they are known. */
export const useSettings = (): Settings => {
  const { data } = useQuery({ queryKey: KEY, queryFn: () => ask<KeptSettings>('GET', '/settings'), staleTime: 60_000 });
  return data?.settings ?? NONE;
};

/** Changes the studio's settings: on what another window has set meanwhile, never over it. */
export const useChangeSettings = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (change: (settings: Settings) => Settings) => {
      const { settings, version } = await ask<KeptSettings>('GET', '/settings');
      return ask<KeptSettings>('PUT', '/settings', { settings: change(settings), version });
    },
    // Shown at once; what cannot be kept is shown as it was.
    onMutate: (change) => {
      // What is still on its way was sent before the change, and would take it back when it comes.
      void client.cancelQueries({ queryKey: KEY });
      client.setQueryData<KeptSettings>(KEY, (now) => ({
        version: now?.version ?? 0,
        settings: change(now?.settings ?? NONE),
      }));
    },
    onSuccess: (kept) => client.setQueryData(KEY, kept),
    onError: () => client.invalidateQueries({ queryKey: KEY }),
  });
};
