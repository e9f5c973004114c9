import type { Judgement, NamedFinding } from '@fleet-wren/core';

/** Findings shown with a number on their token; the rest is counted. */
export const FINDINGS_SHOWN = 6;

/** Findings numbered as they are flagged on the threads, the most telling first. */
export interface NumberedFindings {
  readonly shown: readonly NamedFinding[];
  readonly more: number;
  readonly flags: ReadonlyMap<string, number>;
}

/** Numbers the findings of a judgement in the order they come; one flag a stroke. */
export const numberedFindings = (judgement: Judgement | undefined): NumberedFindings => {
  const all = judgement?.findings ?? [];
  const shown = all.slice(0, FINDINGS_SHOWN);
  const flags = new Map<string, number>();
  shown.forEach(({ strokes }, index) => {
    const last = strokes[strokes.length - 1];
    if (last !== undefined && !flags.has(last)) flags.set(last, index + 1);
  });
  return { shown, more: all.length - shown.length, flags };
};
