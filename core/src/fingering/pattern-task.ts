import { valueOrThrow } from '../errors/index.ts';
import { stringCount } from '../instrument/index.ts';
import { partStart, patternLength, type Digit, type Pattern, type Stroke } from '../pattern/index.ts';
import { secondsPerTick, ticksPerBar, ticksPerBeat } from '../time/index.ts';
import { ABLE_ADULT, type Hand } from './hand.ts';
import { makeSchool } from './made-school.ts';
import type { School } from './school.ts';
import { findSchool } from './schools/index.ts';
import type { Digits } from './evaluate.ts';
import type { Task, TaskStroke } from './task.ts';

/** How a pattern is fingered, where it differs from what the pattern says. */
export interface FingerOptions {
  readonly school?: School;
  readonly hand?: Hand;
  readonly tempo?: number;
  /** Ticks after which a figure begins again, where it is shorter than its bars. */
  readonly cycleTicks?: number;
}

/** The school of a pattern: one that is shipped, or the studio's own that it carries. Errors are thrown. */
export const schoolOf = ({ school, ownSchool }: Pick<Pattern, 'school' | 'ownSchool'>): School =>
  valueOrThrow(ownSchool && school === `own:${ownSchool.id}` ? makeSchool(ownSchool) : findSchool(school));

/**
 * The task of fingering a pattern. Errors: `school-unknown` is thrown for a key that names no school.
 */
export const taskOf = (pattern: Pattern, options: FingerOptions = {}): Task => ({
  strokes: taskStrokes(pattern),
  length: options.cycleTicks ?? patternLength(pattern),
  cyclic: pattern.cyclic,
  secondsPerTick: secondsPerTick(pattern.metre, options.tempo ?? pattern.tempo),
  strings: stringCount(pattern.instrument),
  school: options.school ?? schoolOf(pattern),
  hand: options.hand ?? ABLE_ADULT,
});

const taskStrokes = (pattern: Pattern): readonly TaskStroke[] => {
  const line = bassLine(pattern);
  const opening = pattern.strokes.find(({ slur }) => !slur)?.at;
  const lead = pattern.strokes.findIndex((stroke, index) => !stroke.slur && (!isBass(stroke) || line[index]));
  return pattern.strokes.map((stroke, index) => ({
    at: stroke.at,
    string: stroke.string,
    pin: stroke.pin,
    accent: stroke.accent,
    slurred: stroke.slur !== undefined,
    rake: stroke.rake,
    brush: stroke.brush,
    harp: stroke.harmonic?.kind === 'harp',
    off: isOff(pattern, stroke.at),
    opening: stroke.at === opening,
    leads: index === lead,
    line: line[index],
  }));
};

/** Whether a stroke falls between the parts that a pick counts down on: every other part of the grid. */
const isOff = (pattern: Pattern, at: number): boolean => {
  const beat = ticksPerBeat(pattern.metre);
  const start = partStart(pattern, at);
  const part = Math.round(((start % beat) / beat) * (beat / partTicks(pattern, start)));
  const even = Math.round(beat / partTicks(pattern, start)) % 2 === 0;
  // Beats in odd numbers of parts turn the hand from beat to beat.
  return (even ? part : part + Math.floor(start / beat)) % 2 === 1;
};

const partTicks = (pattern: Pattern, at: number): number => {
  const beat = ticksPerBeat(pattern.metre);
  const index = Math.floor(at / beat);
  return beat / (pattern.divisions?.find((one) => one.beat === index)?.parts ?? pattern.subdivision);
};

const isBass = ({ string }: Stroke): boolean => string > 3;

/**
 * Which strokes belong to a line on the bass strings: single strokes whose neighbour in time, less than a beat away,
 * is a single stroke on a bass string too.
 */
const bassLine = ({ strokes, metre }: Pattern): readonly boolean[] => {
  const beat = ticksPerBeat(metre);
  const single = strokes.map(
    (stroke, index) => isBass(stroke) && strokes[index - 1]?.at !== stroke.at && strokes[index + 1]?.at !== stroke.at,
  );
  const close = (index: number, other: number): boolean =>
    single[other] === true && Math.abs((strokes[index] as Stroke).at - (strokes[other] as Stroke).at) < beat;
  return strokes.map((_, index) => single[index] === true && (close(index, index - 1) || close(index, index + 1)));
};

/** The bars of each figure that comes more than once or once: indexes of their strokes, by what they look like. */
export const figuresOf = (pattern: Pattern): ReadonlyMap<string, readonly (readonly number[])[]> => {
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
  if (!stroke) return '';
  const marks = [stroke.slur, stroke.rake && 'rake', stroke.brush && 'brush', stroke.harmonic?.kind]
    .filter(Boolean)
    .join();
  return `${stroke.at % bar}:${stroke.string}${stroke.pin ?? ''}${marks}`;
};

/** The digits of some strokes. */
export const fingeringOf = (digits: Digits, strokes: readonly number[]): readonly (Digit | null)[] =>
  strokes.map((index) => digits[index] ?? null);
