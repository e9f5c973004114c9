import { DEFAULT_PLAYBACK_OPTIONS, GUITAR_SOUNDS, PLUCK_PLACES, type PlaybackOptions } from '@fleet-wren/core';
import { create } from 'zustand';

/** What is the same wherever this browser plays: sound, click, voice and backing; not what is played at the moment. */
const SHARED = [
  'sound',
  'place',
  'fingers',
  'apart',
  'click',
  'countIn',
  'clickBeats',
  'silence',
  'divided',
  'counting',
  'backing',
  'ramp',
] as const satisfies readonly (keyof PlaybackOptions)[];

type Shared = Pick<PlaybackOptions, (typeof SHARED)[number]>;

const KEPT_AS = 'fleet-wren.listening';

const isOneOf = <T>(values: readonly T[], value: unknown): value is T => values.includes(value as T);

/** How it sounds lasts; what accompanies it is set anew after the page was left. */
const parse = (text: string | null): Partial<Shared> => {
  const kept = JSON.parse(text ?? '{}') as Record<string, unknown>;
  return {
    ...(isOneOf(GUITAR_SOUNDS, kept['sound']) ? { sound: kept['sound'] } : {}),
    ...(isOneOf(PLUCK_PLACES, kept['place']) ? { place: kept['place'] } : {}),
    ...(kept['fingers'] === 'flesh' ? { fingers: 'flesh' as const } : {}),
    ...(kept['apart'] === true ? { apart: true } : {}),
  };
};

const readKept = (): Partial<Shared> => {
  try {
    return parse(localStorage.getItem(KEPT_AS));
  } catch {
    // A browser that keeps nothing, or something that is none of ours.
    return {};
  }
};

const keep = ({ sound, place, fingers, apart }: PlaybackOptions): void => {
  try {
    localStorage.setItem(KEPT_AS, JSON.stringify({ sound, place, fingers, apart }));
  } catch {
    // It lasts until the page is left.
  }
};

/** How things are heard in this browser. */
export const useListeningSettings = create<PlaybackOptions>(() => ({ ...DEFAULT_PLAYBACK_OPTIONS, ...readKept() }));

/** Remembers what of a change belongs to all that is played. */
export const rememberListening = (change: Partial<PlaybackOptions>): void => {
  const shared = Object.entries(change).filter(([name]) => isOneOf<string>(SHARED, name));
  if (shared.length === 0) return;
  useListeningSettings.setState(Object.fromEntries(shared));
  keep(useListeningSettings.getState());
};
