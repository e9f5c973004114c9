import {
  BACKINGS,
  CLICK_BEATS,
  CLICK_MUTE_MODES,
  type Backing,
  type ClickBeats,
  type ClickMuteMode,
} from '@fleet-wren/core';

/** What is heard in the practice room. */
export const AUDIO_MODES = ['figure and click', 'click alone', 'figure alone'] as const;

/** How somebody likes the practice room; kept in this browser. */
export interface PracticePreferences {
  readonly heard: (typeof AUDIO_MODES)[number];
  /** Whether the click comes on each part of a beat. */
  readonly divided: boolean;
  readonly silence: ClickMuteMode;
  readonly clickBeats: ClickBeats;
  /** Whether a voice counts the beats. */
  readonly counted: boolean;
  readonly backing: Backing;
  /** Whether a tempo begins slower and rises to what is asked for. */
  readonly rising: boolean;
  readonly largePrint: boolean;
  readonly leftHanded: boolean;
  /** Whether each new stage is read aloud. */
  readonly readAloud: boolean;
  /** Whether beats are felt, on devices that can. */
  readonly vibrating: boolean;
}

const FIRST: PracticePreferences = {
  heard: 'figure and click',
  divided: false,
  silence: 'none',
  clickBeats: 'all',
  counted: false,
  backing: 'none',
  rising: false,
  largePrint: false,
  leftHanded: false,
  readAloud: false,
  vibrating: false,
};

const isOneOf = <T extends string>(all: readonly T[], value: unknown): value is T => all.some((one) => one === value);

/** What is kept, as far as it can be read. */
export const parsePreferences = (text: string | null): PracticePreferences => {
  try {
    const kept = (JSON.parse(text ?? '{}') ?? {}) as Partial<Record<keyof PracticePreferences, unknown>>;
    return {
      heard: isOneOf(AUDIO_MODES, kept.heard) ? kept.heard : FIRST.heard,
      silence: isOneOf(CLICK_MUTE_MODES, kept.silence) ? kept.silence : FIRST.silence,
      clickBeats: isOneOf(CLICK_BEATS, kept.clickBeats) ? kept.clickBeats : FIRST.clickBeats,
      backing: isOneOf(BACKINGS, kept.backing) ? kept.backing : FIRST.backing,
      counted: kept.counted === true,
      divided: kept.divided === true,
      rising: kept.rising === true,
      largePrint: kept.largePrint === true,
      leftHanded: kept.leftHanded === true,
      readAloud: kept.readAloud === true,
      vibrating: kept.vibrating === true,
    };
  } catch {
    return FIRST;
  }
};
