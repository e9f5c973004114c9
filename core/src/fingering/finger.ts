import { valueOrThrow } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import { patternLength, whereIs, type Digit, type Pattern, type Stroke } from '../pattern/index.ts';
import { secondsPerTick, ticksPerBar, ticksPerBeat } from '../time/index.ts';
import { ABLE_ADULT, type Hand } from './hand.ts';
import type { School } from './school.ts';
import { findSchool } from './schools/index.ts';
import { solve, type Solution } from './solve.ts';
import type { Task, TaskStroke } from './task.ts';

/** How a pattern is fingered, where it differs from what the pattern says. */
export interface FingerOptions {
  readonly school?: School;
  readonly hand?: Hand;
  readonly tempo?: number;
  /** Ticks after which a figure begins again, where it is shorter than its bars. */
  readonly cycleTicks?: number;
}

/**
 * The task of fingering a pattern. Errors: `school-unknown` is thrown for a key that names no school.
 */
export const taskOf = (pattern: Pattern, options: FingerOptions = {}): Task => ({
  strokes: taskStrokes(pattern),
  length: options.cycleTicks ?? patternLength(pattern),
  cyclic: pattern.cyclic,
  secondsPerTick: secondsPerTick(pattern.metre, options.tempo ?? pattern.tempo),
  strings: stringCount(pattern.instrument),
  school: options.school ?? valueOrThrow(findSchool(pattern.school)),
  hand: options.hand ?? ABLE_ADULT,
});

const taskStrokes = (pattern: Pattern): readonly TaskStroke[] => {
  const line = bassLine(pattern);
  return pattern.strokes.map((stroke, index) => ({
    at: stroke.at,
    string: stroke.string,
    pin: stroke.pin,
    accent: stroke.accent,
    opening: stroke.at === pattern.strokes[0]?.at,
    line: line[index],
  }));
};

const isBass = ({ string }: Stroke): boolean => string > 3;

/**
 * Which strokes belong to a line on the bass strings: single strokes whose neighbour in time, less than a beat away,
 * is on a bass string too.
 */
const bassLine = ({ strokes, metre }: Pattern): readonly boolean[] => {
  const beat = ticksPerBeat(metre);
  const close = (a: Stroke, b: Stroke | undefined): boolean => b !== undefined && Math.abs(a.at - b.at) < beat && isBass(b);
  return strokes.map((stroke, index) => {
    const [before, after] = [strokes[index - 1], strokes[index + 1]];
    const alone = before?.at !== stroke.at && after?.at !== stroke.at;
    return alone && isBass(stroke) && (close(stroke, before) || close(stroke, after));
  });
};

/** Indexes of the strokes of each bar, and a text that is equal for bars that are the same figure. */
const figures = (pattern: Pattern): ReadonlyMap<string, readonly (readonly number[])[]> => {
  const bar = ticksPerBar(pattern.metre);
  const bars = Array.from({ length: pattern.bars }, (): number[] => []);
  pattern.strokes.forEach(({ at }, index) => bars[Math.floor(at / bar)]?.push(index));
  const byLook = new Map<string, number[][]>();
  for (const strokes of bars) {
    const look = strokes.map((index) => lookInBar(pattern, index, bar)).join(' ');
    if (strokes.length > 0) byLook.set(look, [...(byLook.get(look) ?? []), strokes]);
  }
  return byLook;
};

const lookInBar = (pattern: Pattern, index: number, bar: number): string => {
  const stroke = pattern.strokes[index];
  return stroke ? `${stroke.at % bar}:${stroke.string}${stroke.pin ?? ''}` : '';
};

const fingering = (digits: Solution['digits'], strokes: readonly number[]): readonly (Digit | null)[] =>
  strokes.map((index) => digits[index] ?? null);

/** The fingering most bars of a figure have, the earliest of them where several are level. */
const usual = (digits: Solution['digits'], bars: readonly (readonly number[])[]): readonly (Digit | null)[] => {
  const votes = new Map<string, number>();
  for (const bar of bars) {
    const key = fingering(digits, bar).join(' ');
    votes.set(key, (votes.get(key) ?? 0) + 1);
  }
  const most = Math.max(...votes.values());
  const winner = bars.find((bar) => votes.get(fingering(digits, bar).join(' ')) === most) ?? [];
  return fingering(digits, winner);
};

/** Digits that strokes are wont to have because their figure came with them elsewhere in the part. */
const wontDigits = (pattern: Pattern, digits: Solution['digits']): ReadonlyMap<number, Digit> => {
  const wont = new Map<number, Digit>();
  for (const bars of figures(pattern).values()) {
    if (bars.length < 2) continue;
    const model = usual(digits, bars);
    for (const bar of bars) bar.forEach((index, place) => { const digit = model[place]; if (digit) wont.set(index, digit); });
  }
  return wont;
};

/**
 * Fingers a pattern by its school at its tempo: the exact least-cost answer; where a bar comes back with another
 * fingering, a second exact run in which leaving the usual fingering of a figure costs too.
 * @example
 * fingerPattern(valueOrThrow(readFigure('6 3 2 1 2 3', { subdivision: 3 })).pattern).digits.join(' ') // => 'p i m a m i'
 */
export const fingerPattern = (pattern: Pattern, options: FingerOptions = {}): Solution => {
  const task = taskOf(pattern, options);
  const where = (at: number): string => whereIs(pattern, at);
  const first = solve(task, where);
  const wont = wontDigits(pattern, first.digits);
  const settled = [...wont].every(([index, digit]) => first.digits[index] === digit);
  if (settled || task.school.weights.consistency === 0) return first;
  const strokes = task.strokes.map((stroke, index) => ({ ...stroke, wont: wont.get(index) }));
  return solve({ ...task, strokes }, where);
};
