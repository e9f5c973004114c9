import type { Message } from '../message/index.ts';
import { strikerOf, type Striker } from '../pattern/index.ts';
import { spreadOf } from '../statistics/index.ts';
import { placeIn, type Score } from '../score/index.ts';
import type { Asked, AskedStroke } from './asked.ts';
import type { HeardStroke, HeardTake } from './heard.ts';

/** How one digit played in a take. */
export interface DigitInTake {
  readonly striker: Striker;
  readonly strokes: number;
  /** Whether enough of them are placed surely enough for their evenness to be told. */
  readonly placed: boolean;
  /** Whether its lateness can be told too: against itself alone nobody is late. */
  readonly timed: boolean;
  /** Median seconds after the player's own pulse, against all digits; early is negative. */
  readonly lateness: number;
  /** Spread of that, in seconds. */
  readonly spread: number;
  /** Median decibels against all digits. */
  readonly decibels: number;
  /** Notes that did not come, and notes that came on another string. */
  readonly missed: number;
  readonly wrong: number;
}

/** Something to say of a take, and one thing to do. */
export interface TakeFinding {
  readonly message: Message;
  /** The figures behind it, where there are any. */
  readonly details?: Message;
  readonly advice: Message;
  /** Names of the strokes it is about, in the document. */
  readonly strokes: readonly string[];
}

/** From what on something is said (est.): seconds, decibels, shares, strokes. */
export const SAID = {
  lateness: 0.012,
  spread: 0.03,
  // Strings and microphones differ by about 3 dB between pitches: less says nothing of a digit.
  decibels: 4.5,
  drift: 0.03,
  strokes: 6,
  wide: 0.06,
  lost: 0.08,
  alone: 0.5,
  most: 6,
  // Beyond chance: true takes come to .45 and more, noise to .27, other pieces mostly below .5.
  fit: 0.38,
  surely: 0.5,
  mostly: 0.8,
  heard: 0.65,
  silent: 1e-3,
  clipped: 0.002,
  // By place: strokes of it that are needed, seconds beside the digit's own habit, decibels beside the pitch's other places.
  places: 4,
  place: 0.015,
  accent: 4,
  unheard: 1,
  // At changes of string: strokes needed, seconds of spread, and how many times that of strokes that stay.
  changes: 8,
  uneven: 0.018,
  times: 1.8,
  // How many times its own doubt a difference between medians has to be.
  beyond: 3,
  // From the first third of a take to its last: times through needed, seconds, decibels.
  long: 6,
  tires: 0.015,
  fades: 3.5,
} as const;

/** What was asked and what was heard of it. */
export interface Case {
  readonly asked: Asked;
  readonly score: Score;
  readonly heard: Pick<HeardTake, 'strokes' | 'extras' | 'cycles' | 'slower'>;
}

export const askedOfHeard = ({ asked }: Pick<Case, 'asked'>, stroke: HeardStroke): AskedStroke =>
  asked.strokes[stroke.asked] as AskedStroke;

export const strikerOfHeard = (now: Case, stroke: HeardStroke): Striker | null => {
  const { digit } = askedOfHeard(now, stroke);
  return digit && strikerOf(digit);
};

export const latenessOf = ({ at, pulse }: HeardStroke): readonly number[] => (at === null ? [] : [at - pulse]);

/** The same of strokes whose time is sure, where there are any. */
export const sureLateness = (strokes: readonly HeardStroke[]): readonly number[] => {
  const sure = strokes.filter((stroke) => stroke.sure);
  return (sure.length > 0 ? sure : strokes).flatMap(latenessOf);
};

/** Whether enough of some strokes are sure of their time. */
export const mostlySure = (strokes: readonly HeardStroke[]): boolean =>
  strokes.length > 0 && strokes.filter(({ sure }) => sure).length >= SAID.alone * strokes.length;

export const placeOf = ({ asked, score }: Pick<Case, 'asked' | 'score'>, index: number): Message =>
  placeIn(score, score.strokes[asked.strokes[index]?.stroke ?? 0]?.at ?? 0);

export const milliseconds = (seconds: number): number => Math.round(Math.abs(seconds) * 1000);

export const namesOf = (now: Case, striker: Striker): readonly string[] => [
  ...new Set(
    now.asked.strokes.filter(({ digit }) => digit && strikerOf(digit) === striker).map(({ origin }) => origin),
  ),
];

/** A finding and how much it matters. */
export interface Weighed extends TakeFinding {
  readonly weight: number;
}

/** Standard error of a median of values that scatter so far (asymptotic for the normal distribution: √(π/2) of the mean's). */
export const doubtOf = (values: readonly number[]): number =>
  (Math.sqrt(Math.PI / 2) * spreadOf(values)) / Math.sqrt(Math.max(1, values.length));
