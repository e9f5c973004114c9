import { isFinger, patternLength, strokePitch, type Digit, type Pattern, type Stroke } from '../pattern/index.ts';
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

/** How loud strokes are heard, 0 to 1; slurred notes come after the strength of the note before (est., by ear). */
const LOUDNESS = { soft: 0.45, plain: 0.7, loud: 0.88, accent: 1, slurred: 0.5 } as const;

/** Share of a beat that a damped note sounds (est., by ear). */
const DAMPED = 0.3;

const loudnessOf = ({ accent, slur, loudness }: Stroke): number =>
  accent ? LOUDNESS.accent : slur ? LOUDNESS.slurred : LOUDNESS[loudness ?? 'plain'];

/**
 * Where a tick falls when it is swung: the first half of each beat takes `swing` per cent of it. A whole tick.
 * @example
 * swungTick(newPattern('Roll', { swing: 75 }), 420) // => 630
 */
export const swungTick = ({ metre, swing = 50 }: Pick<Pattern, 'metre' | 'swing'>, at: number): number => {
  if (swing === 50) return at;
  const beat = ticksPerBeat(metre);
  const start = Math.floor(at / beat) * beat;
  const past = (at - start) / beat;
  const share = swing / 100;
  return Math.round(start + beat * (past < 0.5 ? past * 2 * share : share + (past - 0.5) * 2 * (1 - share)));
};

/** Whether a digit belongs to the voices asked for; the pick counts with the thumb. */
export const isHeard = (voices: Voices, digit: Digit | null): boolean =>
  voices === 'all' || (digit !== null && (voices === 'fingers alone') === isFinger(digit));

/** How the notes of a pattern are heard. */
export interface Listening {
  readonly voices?: Voices;
  /** Whether the pattern comes round, so that a last note rings on into the next time. */
  readonly around?: boolean;
}

/** The next stroke on the string of each stroke of a pattern, by index; of the last the first, one length on. */
const nextOnString = (pattern: Pattern, around: boolean): readonly number[] => {
  const length = patternLength(pattern);
  const next = new Array<number>(pattern.strokes.length).fill(length);
  const following = new Map<number, number>();
  if (around) for (const { at, string } of [...pattern.strokes].reverse()) following.set(string, at + length);
  for (let index = pattern.strokes.length - 1; index >= 0; index -= 1) {
    const { at, string } = pattern.strokes[index] as Stroke;
    next[index] = following.get(string) ?? length;
    following.set(string, at);
  }
  return next;
};

const heardTicks = (pattern: Pattern, stroke: Stroke, next: number): number => {
  const whole = swungTick(pattern, next) - swungTick(pattern, stroke.at);
  return stroke.damped ? Math.round(Math.min(whole, ticksPerBeat(pattern.metre) * DAMPED)) : whole;
};

/** The notes of a pattern at their real pitches and swung; strokes on muted strings and silent ones make none. */
export const notesOf = (
  pattern: Pattern,
  digits: readonly (Digit | null)[] = [],
  { voices = 'all', around = false }: Listening = {},
): readonly SoundingNote[] => {
  const next = nextOnString(pattern, around);
  return pattern.strokes.flatMap((stroke, index): SoundingNote[] => {
    const midi = stroke.silent ? null : strokePitch(pattern, stroke);
    const digit = digits[index] ?? null;
    if (midi === null || !isHeard(voices, digit)) return [];
    const ticks = heardTicks(pattern, stroke, next[index] as number);
    return [
      { at: swungTick(pattern, stroke.at), string: stroke.string, midi, loudness: loudnessOf(stroke), ticks, digit },
    ];
  });
};

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
