import { resolveSchoolOrThrow, createTaskFromScore, type FingeringOptions } from '../../fingering/index.ts';
import type { Digit, Pattern, Stroke } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { computeStringChanges, type StringChange } from '../strings/string-changes.ts';
import { listDigitsInOrder } from './analyse-pattern.ts';
import { type PatternAnalysis } from './pattern-analysis.ts';
import { computeSustain, type NoteSustain } from '../strings/sustain.ts';

/** How long a note rings, with the stroke it belongs to. Ticks from the start of the pattern. */
export interface SustainSpan extends Pick<NoteSustain, 'from' | 'to' | 'endReason'> {
  readonly stroke: string;
  readonly string: number;
  readonly digit: Digit | null;
}

/** What happens on the strings: how long each note rings, and how the hand goes from string to string. */
export interface StringUsage {
  readonly rings: readonly SustainSpan[];
  readonly changes: readonly StringChange[];
}

/**
 * Studies the strings of a judged pattern: plain data that can cross to another thread.
 * @example
 * analyseStringUsage(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, { digits: {} }).rings.length // => 4
 */
export const analyseStringUsage = (
  pattern: Pattern,
  judgement: Pick<PatternAnalysis, 'digits'>,
  options: FingeringOptions = {},
): StringUsage => {
  const score = flattenScore(pattern, options);
  const task = createTaskFromScore(score, options.school ?? resolveSchoolOrThrow(pattern), options.hand);
  const digits = listDigitsInOrder(pattern, judgement);
  const rings = computeSustain(score, task, digits).map(({ stroke, from, to, endReason }): SustainSpan => {
    const { id, string } = pattern.strokes[stroke] as Stroke;
    return { stroke: id, string, digit: digits[stroke] ?? null, from, to, endReason };
  });
  return { rings, changes: computeStringChanges(task, digits) };
};
