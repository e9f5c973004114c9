import { soundingPitch } from '../harmony/index.ts';
import { isFinger, patternLength, type Digit, type Pattern, type Stroke } from '../pattern/index.ts';
import { ticksPerBeat } from '../time/index.ts';

/** One note to be heard: ticks from the start of the pattern, MIDI note number, loudness 0 to 1. */
export interface SoundingNote {
  readonly at: number;
  readonly string: number;
  readonly midi: number;
  readonly loudness: number;
  /** Ticks until its string is struck again or the pattern ends. */
  readonly ticks: number;
  readonly digit: Digit | null;
}

/** One click of the metronome; `accent` on the first beat of a bar. */
export interface Click {
  readonly at: number;
  readonly accent: boolean;
}

/** Which digits are to be heard. */
export type Voices = 'all' | 'thumb alone' | 'fingers alone';

const LOUDNESS = { plain: 0.7, accent: 1 } as const;

/** Whether a digit belongs to the voices asked for; the pick counts with the thumb. */
export const isHeard = (voices: Voices, digit: Digit | null): boolean =>
  voices === 'all' || (digit !== null && (voices === 'fingers alone') === isFinger(digit));

/** How the notes of a pattern are heard. */
export interface Listening {
  readonly voices?: Voices;
  /** Whether the pattern comes round, so that a last note rings on into the next time. */
  readonly around?: boolean;
}

/** Ticks from a stroke until its string is struck again, or until the pattern ends. */
const ringTicks = (pattern: Pattern, stroke: Stroke, around: boolean): number => {
  const own = pattern.strokes.filter(({ string }) => string === stroke.string);
  const next = own.find(({ at }) => at > stroke.at)?.at;
  const length = patternLength(pattern);
  return (next ?? (around ? length + (own[0]?.at ?? 0) : length)) - stroke.at;
};

/** The notes of a pattern at their real pitches; strokes on muted strings make none. */
export const notesOf = (
  pattern: Pattern,
  digits: readonly (Digit | null)[] = [],
  { voices = 'all', around = false }: Listening = {},
): readonly SoundingNote[] =>
  pattern.strokes.flatMap((stroke, index): SoundingNote[] => {
    const midi = soundingPitch(pattern.instrument, pattern.voicing, stroke.string);
    const digit = digits[index] ?? null;
    if (midi === null || !isHeard(voices, digit)) return [];
    const loudness = stroke.accent ? LOUDNESS.accent : LOUDNESS.plain;
    return [{ at: stroke.at, string: stroke.string, midi, loudness, ticks: ringTicks(pattern, stroke, around), digit }];
  });

/**
 * The clicks of one time through a pattern, one a beat.
 * @example
 * clicksOf(newPattern('Roll')).filter((click) => click.accent).length // => 1
 */
export const clicksOf = (pattern: Pattern): readonly Click[] =>
  Array.from({ length: pattern.metre.beats * pattern.bars }, (_, beat) => ({
    at: beat * ticksPerBeat(pattern.metre),
    accent: beat % pattern.metre.beats === 0,
  }));
