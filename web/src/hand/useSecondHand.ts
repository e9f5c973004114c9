import { sayLabel } from '@fleet-wren/wording';
import {
  flattenScore,
  moveHand,
  type CustomSchool,
  type HandMotion,
  type HandProfile,
  type Pattern,
  type SchoolComparison,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';

/** How another school would play the pattern. */
export interface SecondHand {
  readonly school: string;
  readonly name: string;
  readonly motion: HandMotion;
}

interface Question {
  readonly pattern: Pattern;
  readonly school: string;
  readonly own: readonly CustomSchool[];
  readonly hand: HandProfile;
}

const ask = async (question: Question | null, signal: AbortSignal): Promise<SchoolComparison | null> => {
  if (!question) return null;
  const { pattern, school, own, hand } = question;
  return backgroundWorker.request('compare', [pattern, [pattern.school, school], own, hand], { signal });
};

/** The hand of another school over the same notes; nothing until one is chosen and worked out. */
export const useSecondHand = (
  pattern: Pattern,
  hand: HandProfile,
  school: string,
  own: readonly CustomSchool[],
): SecondHand | null => {
  const question = useMemo(
    () => (school === '' ? null : { pattern, school, own, hand }),
    // The studio's own schools are a new list at each drawing; what they are called says whether they are others.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [pattern, school, hand, own.map(({ id }) => id).join()],
  );
  const { value } = useWorkerQuery(question, ask);
  return useMemo(() => {
    const result = value?.results.find((one) => one.school === school);
    if (!result) return null;
    const score = flattenScore(pattern);
    const digits = score.strokes.map(({ sourceStrokeId }) => result.analysis.digits[sourceStrokeId] ?? null);
    return { school, name: sayLabel(result.name), motion: moveHand(score, digits) };
  }, [value, school, pattern]);
};
