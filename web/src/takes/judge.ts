import { sayProblems } from '@fleet-wren/wording';
import { type HandProfile, type PlayedNote, type Pattern, type Result, type TakeAssessment } from '@fleet-wren/core';
import { takeAssessmentWorker } from '../workers/workers.ts';

/** Milliseconds the judging of the longest take may last. */
export const PATIENCE = 60_000;

/** What became of a take: judged, or why it cannot be. */
export type Verdict =
  { readonly ok: true; readonly judgement: TakeAssessment } | { readonly ok: false; readonly why: string };

const verdictOf = (result: Result<TakeAssessment>): Verdict =>
  result.ok ? { ok: true, judgement: result.value } : { ok: false, why: sayProblems(result.problems) };

/** Judges a take in its worker. */
export const judged = async (
  samples: Float32Array,
  pattern: Pattern,
  hand: HandProfile | undefined,
): Promise<Verdict> =>
  verdictOf(await takeAssessmentWorker.request('judgeTake', [samples, pattern, hand], { timeoutMs: PATIENCE }));

/** Judges a take that came as notes, from a file or an instrument, in its worker. */
export const judgedNotes = async (
  notes: Uint8Array | readonly PlayedNote[],
  pattern: Pattern,
  hand: HandProfile | undefined,
): Promise<Verdict> =>
  verdictOf(await takeAssessmentWorker.request('judgeNotes', [notes, pattern, hand], { timeoutMs: PATIENCE }));
