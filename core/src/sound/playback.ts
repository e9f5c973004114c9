import { isFinger, type Digit } from '../pattern/index.ts';
import { heardIn, secondsAt, type Score, type ScoreStroke } from '../score/index.ts';

/** One note to be heard: seconds from the start of the score, MIDI note number, loudness 0 to 1. */
export interface SoundingNote {
  readonly at: number;
  readonly string: number;
  readonly midi: number;
  readonly loudness: number;
  /** Seconds until its string is struck again or the score ends. */
  readonly seconds: number;
  readonly digit: Digit | null;
}

/** One click of the metronome, in seconds; `accent` on the first beat of a bar, `soft` between beats. */
export interface Click {
  readonly at: number;
  readonly accent: boolean;
  readonly soft?: boolean;
  /** Index of its bar. */
  readonly bar: number;
}

/** Bars in which the click falls silent, so that time is kept by oneself. */
export const SILENCES = ['none', 'every other bar', 'two of four bars'] as const;

/** Which bars of the click are silent. */
export type Silence = (typeof SILENCES)[number];

/**
 * Whether the click is silent in a bar, counted from 0 over all rounds.
 * @example
 * isSilentBar('two of four bars', 2) // => true
 */
export const isSilentBar = (silence: Silence, bar: number): boolean =>
  silence === 'every other bar' ? bar % 2 === 1 : silence === 'two of four bars' && bar % 4 >= 2;

/** What is to be heard: all of it, some digits, or a song's melody. */
export type Voices = 'all' | 'thumb alone' | 'fingers alone' | 'melody alone';

/** Whether a stroke of a song that is written out is of its melody: they are named so. */
const isMelody = ({ origin }: ScoreStroke): boolean => origin.includes('/melody-');

/** How loud strokes are heard, 0 to 1; slurred notes come after the strength of the note before (est., by ear). */
const LOUDNESS = { soft: 0.45, plain: 0.7, loud: 0.88, accent: 1, slurred: 0.5 } as const;

/**
 * How loud a stroke is, 0 to 1.
 * @example
 * loudnessOf({ accent: true }) // => 1
 */
export const loudnessOf = ({ accent, slur, loudness }: Pick<ScoreStroke, 'accent' | 'slur' | 'loudness'>): number =>
  accent ? LOUDNESS.accent : slur ? LOUDNESS.slurred : LOUDNESS[loudness ?? 'plain'];

/**
 * Whether a digit belongs to the voices asked for; the pick counts with the thumb.
 * @example
 * isHeard('thumb alone', 'i') // => false
 */
export const isHeard = (voices: Voices, digit: Digit | null): boolean =>
  voices === 'all' || (voices !== 'melody alone' && digit !== null && (voices === 'fingers alone') === isFinger(digit));

/**
 * The notes of a score at their real pitches and times; strokes on muted strings and silent ones make none.
 * @example
 * notesOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern)).length // => 4
 */
export const notesOf = (
  score: Score,
  digits: readonly (Digit | null)[] = [],
  voices: Voices = 'all',
): readonly SoundingNote[] => {
  const digitOf = new Map(score.strokes.map((stroke, index) => [stroke, digits[index] ?? null]));
  return heardIn(score).flatMap((stroke): SoundingNote[] => {
    const digit = digitOf.get(stroke) ?? null;
    if (voices === 'melody alone' ? !isMelody(stroke) : !isHeard(voices, digit)) return [];
    const at = secondsAt(score, stroke.at);
    const seconds = secondsAt(score, stroke.at + stroke.ticks) - at;
    return [{ at, string: stroke.string, midi: stroke.pitch as number, loudness: loudnessOf(stroke), seconds, digit }];
  });
};

/**
 * The clicks of one time through a score: one a beat, or one for each part a beat is cut in.
 * @example
 * clicksOf(realise(newPattern('Roll'))).filter((click) => click.accent).length // => 1
 */
export const clicksOf = (score: Score, divided = false): readonly Click[] =>
  score.beats
    .filter(({ at }) => at < score.length)
    .flatMap(({ at, ticks, parts, number, bar }) => [
      { at: secondsAt(score, at), accent: number === 1, bar },
      ...Array.from({ length: divided ? parts - 1 : 0 }, (_, part) => ({
        at: secondsAt(score, at + ((part + 1) * ticks) / parts),
        accent: false,
        soft: true,
        bar,
      })),
    ]);
