import type { Digits, Task } from '../fingering/index.ts';
import { patternLength, strikerOf, type Pattern, type Stroke } from '../pattern/index.ts';
import { ticksPerBar, ticksPerBeat } from '../time/index.ts';

/** How long a note rings, and what ends it. Ticks from the start of the pattern; `to` may lie beyond its end. */
export interface Ring {
  /** Index of the stroke that sounds. */
  readonly stroke: number;
  readonly from: number;
  readonly to: number;
  readonly how: 'struck again' | 'planted on' | 'damped' | 'end';
  /** Index of the stroke that ends it. */
  readonly endedBy?: number;
}

/** Where a note that is marked to ring should ring to: the end of its bar. */
export const ringEndWanted = (pattern: Pattern, { at }: Pick<Stroke, 'at'>): number => {
  const bar = ticksPerBar(pattern.metre);
  return (Math.floor(at / bar) + 1) * bar;
};

const DAMPED_SHARE = 0.3;

/** The next stroke on the same string, and when it comes; in a cycle the first one comes again. */
const nextOn = (pattern: Pattern, index: number): { readonly index: number; readonly at: number } | undefined => {
  const { string, at } = pattern.strokes[index] as Stroke;
  const later = pattern.strokes.findIndex(
    (stroke, place) => place > index && stroke.string === string && stroke.at > at,
  );
  if (later >= 0) return { index: later, at: (pattern.strokes[later] as Stroke).at };
  const first = pattern.strokes.findIndex((stroke) => stroke.string === string);
  return pattern.cyclic
    ? { index: first, at: (pattern.strokes[first] as Stroke).at + patternLength(pattern) }
    : undefined;
};

/** Ticks before its stroke that a digit comes to rest on the string: none for slurs, picks, and what comes down freely. */
const plantTicks = (pattern: Pattern, task: Task, digits: Digits, index: number): number => {
  const stroke = pattern.strokes[index];
  const digit = digits[index];
  if (!stroke || !digit || stroke.slur || stroke.unplanted || strikerOf(digit) === 'pick') return 0;
  return (task.hand.times.plant * task.hand.scale[strikerOf(digit)]) / task.secondsPerTick;
};

/**
 * How long each note of a fingering rings: until its string is struck or planted on again, is damped, or the part ends.
 */
export const ringMap = (pattern: Pattern, task: Task, digits: Digits): readonly Ring[] =>
  pattern.strokes.flatMap(({ at, damped, silent, ring }, index): Ring[] => {
    if (silent) return [];
    const next = nextOn(pattern, index);
    const end = next?.at ?? patternLength(pattern);
    if (damped)
      return [
        { stroke: index, from: at, to: Math.min(end, at + DAMPED_SHARE * ticksPerBeat(pattern.metre)), how: 'damped' },
      ];
    if (!next) return [{ stroke: index, from: at, to: end, how: 'end' }];
    const wanted = ring ? ringEndWanted(pattern, { at }) : end;
    const planted = plantTicks(pattern, task, digits, next.index);
    const how = ring && planted > 0 && next.at >= wanted ? 'planted on' : 'struck again';
    return [{ stroke: index, from: at, to: end - planted, how, endedBy: next.index }];
  });
