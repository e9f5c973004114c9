import type { Fingering, FingeringTask } from '../../fingering/index.ts';
import { actuatorOf } from '../../pattern/index.ts';
import { findBarAt, tickToSeconds, secondsToTick, type Score, type ScoreStroke } from '../../score/index.ts';

/** How long a note rings, and what ends it. Ticks from the start of the score; `to` may lie beyond its end. */
export interface NoteSustain {
  /** Index of the stroke that sounds. */
  readonly stroke: number;
  readonly from: number;
  readonly to: number;
  readonly endReason: 'ring-cut-by-note' | 'planted-on' | 'damped' | 'end';
  /** Index of the stroke that ends it. */
  readonly endedBy?: number;
}

/**
 * Where a note that is marked to ring should ring to: the end of its bar.
 * @example
 * getIntendedSustainEnd(flattenScore(createPattern('P')), { at: 210 }) // => 3360
 */
export const getIntendedSustainEnd = (score: Pick<Score, 'bars'>, { at }: Pick<ScoreStroke, 'at'>): number => {
  const { bar } = findBarAt(score, at);
  return bar.at + bar.ticks;
};

interface NextOnString {
  readonly index: number;
  readonly at: number;
}

/** For each stroke the next one on its string, and when it comes; in a cycle the first one comes again. */
const findNextOnString = ({ strokes, loop, length }: Score): readonly (NextOnString | undefined)[] => {
  const next = new Array<NextOnString | undefined>(strokes.length);
  const coming = new Map<number, NextOnString>();
  const pass = (shift: number): void => {
    for (let index = strokes.length - 1; index >= 0; index -= 1) {
      const { string, at } = strokes[index] as ScoreStroke;
      next[index] = coming.get(string);
      coming.set(string, { index, at: at + shift });
    }
  };
  if (loop) pass(length);
  pass(0);
  return next;
};

/**
 * Seconds before its stroke that a digit comes to rest on the string: none for slurs, picks, and what comes down
 * freely.
 */
const getPlantingLead = ({ strokes }: Score, task: FingeringTask, digits: Fingering, index: number): number => {
  const stroke = strokes[index];
  const digit = digits[index];
  if (!stroke || !digit || stroke.slur || stroke.tapped || stroke.unplanted || actuatorOf(digit) === 'pick') return 0;
  return task.hand.times.plant * task.hand.scale[actuatorOf(digit)];
};

/**
 * How long each note of a fingering rings: until its string is struck or planted on again, is damped, or the part ends.
 * @example
 * computeSustain(
 *   flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   ['p', 'i', 'm', 'i'],
 * ).length // => 4
 */
export const computeSustain = (score: Score, task: FingeringTask, digits: Fingering): readonly NoteSustain[] => {
  const nexts = findNextOnString(score);
  return score.strokes.flatMap(({ at, durationTicks, damped, silent, ring }, index): NoteSustain[] => {
    if (silent) return [];
    const next = nexts[index];
    if (damped) return [{ stroke: index, from: at, to: at + durationTicks, endReason: 'damped' }];
    if (!next) return [{ stroke: index, from: at, to: score.length, endReason: 'end' }];
    const plant = getPlantingLead(score, task, digits, next.index);
    const to = plant > 0 ? secondsToTick(score, tickToSeconds(score, next.at) - plant) : next.at;
    const wanted = ring ? getIntendedSustainEnd(score, { at }) : next.at;
    const how = ring && plant > 0 && next.at >= wanted ? 'planted-on' : 'ring-cut-by-note';
    return [{ stroke: index, from: at, to, endReason: how, endedBy: next.index }];
  });
};
