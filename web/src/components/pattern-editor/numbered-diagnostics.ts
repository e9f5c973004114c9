import { groupDiagnostics, type DiagnosticGroup, type Diagnostic } from '@fleet-wren/core';
import type { AnalysedPattern } from '../analysed-pattern.ts';

/** Causes shown with a number on their tokens; the rest is counted. */
const CAUSES_SHOWN = 6;

/** What there is to look at, numbered as it is flagged on the threads. */
interface NumberedCauses {
  readonly shown: readonly DiagnosticGroup[];
  readonly more: number;
  readonly flags: ReadonlyMap<string, number>;
}

const lastStroke = ({ strokeIds }: Diagnostic): string | undefined => strokeIds[strokeIds.length - 1];

const NOTHING: NumberedCauses = { shown: [], more: 0, flags: new Map() };

/**
 * Numbers the causes of a judgement in the order they come; one flag a stroke, the same number at all places of a
 * cause.
 */
const number = ({ judgement }: AnalysedPattern): NumberedCauses => {
  const all = groupDiagnostics(judgement.diagnostics);
  const shown = all.slice(0, CAUSES_SHOWN);
  const flags = new Map<string, number>();
  shown.forEach(({ diagnostics }, index) => {
    for (const finding of diagnostics) {
      const last = lastStroke(finding);
      if (last !== undefined && !flags.has(last)) flags.set(last, index + 1);
    }
  });
  return { shown, more: all.length - shown.length, flags };
};

const known = new WeakMap<AnalysedPattern, NumberedCauses>();

/** The numbered causes of a judgement; threads and judgement ask for the same. */
export const numberDiagnostics = (judged: AnalysedPattern | null): NumberedCauses => {
  if (!judged) return NOTHING;
  const found = known.get(judged) ?? number(judged);
  known.set(judged, found);
  return found;
};
