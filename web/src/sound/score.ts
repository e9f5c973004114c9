import {
  clicksOf,
  notesOf,
  patternLength,
  secondsPerTick,
  ticksPerBeat,
  type Click,
  type Digit,
  type Pattern,
  type SoundingNote,
  type Voices,
} from '@fleet-wren/core';

/** How the teacher wants to hear a pattern. */
export interface Listening {
  readonly voices: Voices;
  readonly halfSpeed: boolean;
  readonly loop: boolean;
  readonly click: boolean;
  readonly countIn: boolean;
}

/** Everything as it is first heard. */
export const FIRST_LISTENING: Listening = { voices: 'all', halfSpeed: false, loop: true, click: true, countIn: true };

/** What is to be played: times in ticks from the start, and how long a tick is. */
export interface Score {
  readonly notes: readonly SoundingNote[];
  readonly clicks: readonly Click[];
  readonly length: number;
  readonly secondsPerTick: number;
  readonly loop: boolean;
  /** Clicks before the start, at negative ticks. */
  readonly countIn: readonly Click[];
}

/** One bar of clicks before the first beat. */
const countInOf = ({ metre }: Pattern): readonly Click[] =>
  Array.from({ length: metre.beats }, (_, beat) => ({
    at: (beat - metre.beats) * ticksPerBeat(metre),
    accent: beat === 0,
  }));

/** The score of a pattern as it is to be heard. */
export const scoreOf = (pattern: Pattern, digits: readonly (Digit | null)[], listening: Listening): Score => ({
  notes: notesOf(pattern, digits, { voices: listening.voices, around: listening.loop }),
  clicks: listening.click ? clicksOf(pattern) : [],
  length: patternLength(pattern),
  secondsPerTick: secondsPerTick(pattern.metre, pattern.tempo * (listening.halfSpeed ? 0.5 : 1)),
  loop: listening.loop,
  countIn: listening.countIn ? countInOf(pattern) : [],
});

/** One thing to sound at a tick counted from the very start, however often the pattern has come round. */
export type Due = { readonly at: number } & ({ readonly note: SoundingNote } | { readonly click: Click });

/** Everything due from one tick up to another. */
export const dueBetween = (score: Score, from: number, to: number): readonly Due[] => {
  const rounds = score.loop ? Math.floor(to / score.length) + 1 : 1;
  const first = Math.max(0, Math.floor(from / score.length));
  const inside = ({ at }: Due): boolean => at >= from && at < to;
  const found: Due[] = score.countIn.map((click) => ({ at: click.at, click }));
  for (let round = first; round < rounds; round += 1) {
    const start = round * score.length;
    found.push(
      ...score.notes.map((note) => ({ at: start + note.at, note })),
      ...score.clicks.map((click) => ({ at: start + click.at, click })),
    );
  }
  return found.filter(inside).sort((a, b) => a.at - b.at);
};
