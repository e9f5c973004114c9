import { sayLabel } from '@fleet-wren/wording';
import {
  flattenScore,
  isDeepEqual,
  moveHand,
  type CustomSchool,
  type HandMotion,
  type HandProfile,
  type Pattern,
  type SchoolComparison,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
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
  // The same value as long as the schools say the same: the comparison is asked for once.
  const [carried, setCarried] = useState(own);
  if (!isDeepEqual(carried, own)) setCarried(own);
  const question = useMemo(
    () => (school === '' ? null : { pattern, school, own: carried, hand }),
    [pattern, school, hand, carried],
  );
  const { value } = useWorkerQuery(question, ask);
  return useMemo(() => {
    const result = value?.results.find((one) => one.school === school);
    if (!result) return null;
    const score = flattenScore(pattern);
    const digits = score.strokes.map(({ sourceStrokeId }) => result.analysis.digits[sourceStrokeId] ?? null);
    return { school, name: sayLabel(result.name), motion: moveHand(score, digits, { hand }) };
  }, [value, school, pattern, hand]);
};
