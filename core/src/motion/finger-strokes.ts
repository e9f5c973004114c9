import { actuatorOf, type Actuator, type Digit } from '../pattern/index.ts';
import type { ScoreStroke } from '../score/index.ts';

/**
 * What a fingertip does at its string: plucks and comes free of it, plucks and comes to rest on the next one, comes
 * down on it and sounds it, touches it for a harmonic that another digit plucks, or stops it.
 */
export type StrokeManner = 'free' | 'rest' | 'tap' | 'touch' | 'stop';

/** A note that is struck: when, in seconds, on which string, by what; those of one tick and digit are one stroke. */
export interface StruckNote {
  readonly at: number;
  readonly tick: number;
  readonly string: number;
  readonly digit: Digit;
  /** Free where it is not said. */
  readonly manner?: StrokeManner;
  /** Comes down without having rested on its string. */
  readonly isUnplanted?: boolean;
  /** The digit of the stroke before sweeps on to this string. */
  readonly carriesOn?: boolean;
}

/** A string of a sweep, and when it is struck. */
export interface StruckString {
  readonly at: number;
  readonly string: number;
}

/** One stroke of a digit: when, and from which string to which it plays; more than one where it brushes or sweeps. */
export interface FingerStroke {
  /** Seconds from the beginning. */
  readonly at: number;
  readonly tick: number;
  readonly string: number;
  readonly lastString: number;
  /** Whether it goes towards the bass strings (fingers, an upstroke) or away from them. */
  readonly direction: 1 | -1;
  readonly manner: StrokeManner;
  /** Strings it sweeps through one after another, the first among them. */
  readonly swept?: readonly StruckString[];
  /** Whether the fingertip rests on its string before it plays. */
  readonly isPrepared: boolean;
  /** Whether a pick is between the strings, below their tops, before it and after it. */
  readonly startsBelow?: boolean;
  readonly endsBelow?: boolean;
}

/** A stroke before it is known whether there is time to prepare it. */
export interface RawStroke extends Omit<FingerStroke, 'isPrepared'> {
  readonly isUnplanted: boolean;
}

/** When the last string of a stroke is struck. */
export const endOf = ({ at, swept }: Pick<FingerStroke, 'at' | 'swept'>): number => swept?.at(-1)?.at ?? at;

/**
 * Whether a stroke plucks its string, against tapping, touching or stopping it.
 * @example
 * isPlucked({ manner: 'tap' }) // => false
 */
export const isPlucked = ({ manner }: Pick<FingerStroke, 'manner'>): boolean => manner === 'free' || manner === 'rest';

/** Fingers pluck towards the palm and the bass strings, the thumb away from them; the pick goes as it is written. */
const directionOf = (digit: Digit): 1 | -1 => (digit === 'p' || digit === 'down' ? -1 : 1);

const mannerOf = ({ silent, tapped, restStroke }: Partial<ScoreStroke>): StrokeManner => {
  if (silent) return 'stop';
  if (tapped) return 'tap';
  return restStroke ? 'rest' : 'free';
};

/**
 * A stroke of a score as the hand plays it: by its digit, and for a harp harmonic the index that touches the string.
 * @example
 * strikeNote({ string: 5, restStroke: true }, { at: 0, tick: 0, digit: 'p' })[0].manner // => 'rest'
 */
export const strikeNote = (
  stroke: Partial<ScoreStroke> & Pick<ScoreStroke, 'string'>,
  when: Pick<StruckNote, 'at' | 'tick' | 'digit'>,
): readonly StruckNote[] => {
  const note: StruckNote = {
    ...when,
    string: stroke.string,
    manner: mannerOf(stroke),
    isUnplanted: stroke.unplanted ?? false,
    carriesOn: stroke.rake ?? false,
  };
  const isTouched = stroke.harmonic?.kind === 'harp' && when.digit !== 'i';
  return isTouched ? [note, { ...when, string: stroke.string, digit: 'i', manner: 'touch' }] : [note];
};

/** Notes of one tick and digit as one stroke through their strings. */
const createStroke = (tick: number, together: readonly StruckNote[]): RawStroke => {
  const { digit, manner = 'free', isUnplanted = false } = together[0] as StruckNote;
  const direction = directionOf(digit);
  const strings = together.map(({ string }) => string);
  const [least, most] = [Math.min(...strings), Math.max(...strings)];
  const [string, lastString] = direction > 0 ? [least, most] : [most, least];
  return { tick, at: Math.min(...together.map(({ at }) => at)), string, lastString, direction, manner, isUnplanted };
};

/** Seconds from string to string within which a sweep is one movement (est.). */
const LONGEST_SWEEP_STEP = 0.3;

/** A stroke that goes on to another string, or nothing where it turns round, or has to wait. */
const sweepOn = (before: RawStroke, next: RawStroke): RawStroke | null => {
  const direction = Math.sign(next.string - before.lastString);
  const turns = before.swept !== undefined && direction !== before.direction;
  if (direction === 0 || turns || next.at - endOf(before) > LONGEST_SWEEP_STEP) return null;
  const swept = before.swept ?? [{ at: before.at, string: before.string }];
  return {
    ...before,
    direction: direction > 0 ? 1 : -1,
    lastString: next.lastString,
    swept: [...swept, { at: next.at, string: next.string }],
  };
};

/** Strokes of one digit in order, notes of one tick as one, and those it sweeps on to as one movement. */
export const listStrokes = (notes: readonly StruckNote[], actuator: Actuator): readonly RawStroke[] => {
  const byTick = new Map<number, StruckNote[]>();
  for (const note of notes)
    if (actuatorOf(note.digit) === actuator) byTick.set(note.tick, [...(byTick.get(note.tick) ?? []), note]);
  const ordered = [...byTick].sort(([, [a]], [, [b]]) => (a as StruckNote).at - (b as StruckNote).at);
  const strokes: RawStroke[] = [];
  for (const [tick, together] of ordered) {
    const stroke = createStroke(tick, together);
    const before = strokes.at(-1);
    const swept = before && together.some(({ carriesOn }) => carriesOn) ? sweepOn(before, stroke) : null;
    if (swept) strokes[strokes.length - 1] = swept;
    else strokes.push(stroke);
  }
  return strokes;
};
