import type { Digits, Task } from '../fingering/index.ts';
import { strikerOf } from '../pattern/index.ts';
import { barAt, secondsAt, tickAt, type Score, type ScoreStroke } from '../score/index.ts';

/** How long a note rings, and what ends it. Ticks from the start of the score; `to` may lie beyond its end. */
export interface Ring {
  /** Index of the stroke that sounds. */
  readonly stroke: number;
  readonly from: number;
  readonly to: number;
  readonly how: 'ring-cut-by-note' | 'planted-on' | 'damped' | 'end';
  /** Index of the stroke that ends it. */
  readonly endedBy?: number;
}

/**
 * Where a note that is marked to ring should ring to: the end of its bar.
 * @example
 * ringEndWanted(realise(newPattern('P')), { at: 210 }) // => 3360
 */
export const ringEndWanted = (score: Pick<Score, 'bars'>, { at }: Pick<ScoreStroke, 'at'>): number => {
  const { bar } = barAt(score, at);
  return bar.at + bar.ticks;
};

interface Following {
  readonly index: number;
  readonly at: number;
}

/** For each stroke the next one on its string, and when it comes; in a cycle the first one comes again. */
const following = ({ strokes, cyclic, length }: Score): readonly (Following | undefined)[] => {
  const next = new Array<Following | undefined>(strokes.length);
  const coming = new Map<number, Following>();
  const pass = (shift: number): void => {
    for (let index = strokes.length - 1; index >= 0; index -= 1) {
      const { string, at } = strokes[index] as ScoreStroke;
      next[index] = coming.get(string);
      coming.set(string, { index, at: at + shift });
    }
  };
  if (cyclic) pass(length);
  pass(0);
  return next;
};

/** Seconds before its stroke that a digit comes to rest on the string: none for slurs, picks, and what comes down freely. */
const plantSeconds = ({ strokes }: Score, task: Task, digits: Digits, index: number): number => {
  const stroke = strokes[index];
  const digit = digits[index];
  if (!stroke || !digit || stroke.slur || stroke.unplanted || strikerOf(digit) === 'pick') return 0;
  return task.hand.times.plant * task.hand.scale[strikerOf(digit)];
};

/**
 * How long each note of a fingering rings: until its string is struck or planted on again, is damped, or the part ends.
 * @example
 * ringMap(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).length // => 4
 */
export const ringMap = (score: Score, task: Task, digits: Digits): readonly Ring[] => {
  const nexts = following(score);
  return score.strokes.flatMap(({ at, ticks, damped, silent, ring }, index): Ring[] => {
    if (silent) return [];
    const next = nexts[index];
    if (damped) return [{ stroke: index, from: at, to: at + ticks, how: 'damped' }];
    if (!next) return [{ stroke: index, from: at, to: score.length, how: 'end' }];
    const plant = plantSeconds(score, task, digits, next.index);
    const to = plant > 0 ? tickAt(score, secondsAt(score, next.at) - plant) : next.at;
    const wanted = ring ? ringEndWanted(score, { at }) : next.at;
    const how = ring && plant > 0 && next.at >= wanted ? 'planted-on' : 'ring-cut-by-note';
    return [{ stroke: index, from: at, to, how, endedBy: next.index }];
  });
};
