import { schoolOf, taskOfScore, type FingerOptions } from '../fingering/index.ts';
import type { Digit, Pattern, Stroke } from '../pattern/index.ts';
import { realise } from '../score/index.ts';
import { stringChanges, type StringChange } from './changes.ts';
import { digitsInOrder, type Judgement } from './judge.ts';
import { ringMap, type Ring } from './ring.ts';

/** How long a note rings, with the stroke it belongs to. Ticks from the start of the pattern. */
export interface NamedRing extends Pick<Ring, 'from' | 'to' | 'how'> {
  readonly stroke: string;
  readonly string: number;
  readonly digit: Digit | null;
}

/** What happens on the strings: how long each note rings, and how the hand goes from string to string. */
export interface StringStudy {
  readonly rings: readonly NamedRing[];
  readonly changes: readonly StringChange[];
}

/**
 * Studies the strings of a judged pattern: plain data that can cross to another thread.
 * @example
 * studyStrings(valueOrThrow(readFigure('5 3 2 3')).pattern, { digits: {} }).rings.length // => 4
 */
export const studyStrings = (
  pattern: Pattern,
  judgement: Pick<Judgement, 'digits'>,
  options: FingerOptions = {},
): StringStudy => {
  const score = realise(pattern, options);
  const task = taskOfScore(score, options.school ?? schoolOf(pattern), options.hand);
  const digits = digitsInOrder(pattern, judgement);
  const rings = ringMap(score, task, digits).map(({ stroke, from, to, how }): NamedRing => {
    const { id, string } = pattern.strokes[stroke] as Stroke;
    return { stroke: id, string, digit: digits[stroke] ?? null, from, to, how };
  });
  return { rings, changes: stringChanges(task, digits) };
};
