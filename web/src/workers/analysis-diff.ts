import { isDeepEqual, type Digit, type PatternAnalysis } from '@fleet-wren/core';

/** What changed in a list: so many first and last entries stay, others stand between them. */
interface Splice<T> {
  readonly head: number;
  readonly tail: number;
  readonly between: readonly T[];
}

/** What changed from one judgement to the next; what is not here is as it was. */
export interface AnalysisDiff {
  /** Digits that are new or other, by stroke. */
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly gone: readonly string[];
  readonly motions: Splice<PatternAnalysis['transitions'][number]> | null;
  readonly others: Partial<Omit<PatternAnalysis, 'digits' | 'transitions'>>;
}

const computeSplice = <T>(before: readonly T[], after: readonly T[]): Splice<T> | null => {
  const most = Math.min(before.length, after.length);
  let head = 0;
  while (head < most && isDeepEqual(before[head], after[head])) head += 1;
  if (head === before.length && head === after.length) return null;
  let tail = 0;
  while (tail < most - head && isDeepEqual(before[before.length - 1 - tail], after[after.length - 1 - tail])) tail += 1;
  return { head, tail, between: after.slice(head, after.length - tail) };
};

const applySplice = <T>(before: readonly T[], change: Splice<T> | null): readonly T[] => {
  if (!change) return before;
  return [...before.slice(0, change.head), ...change.between, ...before.slice(before.length - change.tail)];
};

const COMPARED_FIELDS = [
  'secondPassDigits',
  'cost',
  'limit',
  'limitsByConstraint',
  'difficulty',
  'actuatorLoads',
  'diagnostics',
  'warnings',
] as const;

/** What changed from one judgement to the next. */
export const diffAnalyses = (before: PatternAnalysis, after: PatternAnalysis): AnalysisDiff => ({
  digits: Object.fromEntries(
    Object.entries(after.digits).filter(([id, digit]) => !(id in before.digits) || before.digits[id] !== digit),
  ),
  gone: Object.keys(before.digits).filter((id) => !(id in after.digits)),
  motions: computeSplice(before.transitions, after.transitions),
  others: Object.fromEntries(
    COMPARED_FIELDS.filter((key) => !isDeepEqual(before[key], after[key])).map((key) => [key, after[key]]),
  ),
});

/** The judgement after a change; what did not change stays the same value, so that it is not drawn anew. */
export const applyAnalysisDiff = (before: PatternAnalysis, change: AnalysisDiff): PatternAnalysis => {
  const digits = { ...before.digits, ...change.digits };
  for (const id of change.gone) delete (digits as Record<string, unknown>)[id];
  const same = change.gone.length === 0 && Object.keys(change.digits).length === 0;
  return {
    ...before,
    ...change.others,
    digits: same ? before.digits : digits,
    transitions: applySplice(before.transitions, change.motions),
  };
};
