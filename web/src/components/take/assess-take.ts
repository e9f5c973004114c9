import { sayProblems } from '@fleet-wren/wording';
import { type HandProfile, type PlayedNote, type Pattern, type Result, type TakeAssessment } from '@fleet-wren/core';
import { takeAssessmentWorker } from '../../workers/workers.ts';

/** Milliseconds the judging of the longest take may last. */
export const TAKE_ASSESSMENT_TIMEOUT_MS = 60_000;

/** What became of a take: judged, or why it cannot be. */
export type TakeAssessmentResult =
  { readonly ok: true; readonly judgement: TakeAssessment } | { readonly ok: false; readonly errorText: string };

const verdictOf = (result: Result<TakeAssessment>): TakeAssessmentResult =>
  result.ok ? { ok: true, judgement: result.value } : { ok: false, errorText: sayProblems(result.problems) };

/** Judges a take in its worker. */
export const assessTakeAudio = async (
  samples: Float32Array,
  pattern: Pattern,
  hand: HandProfile | undefined,
): Promise<TakeAssessmentResult> =>
  verdictOf(
    await takeAssessmentWorker.request('judgeTake', [samples, pattern, hand], {
      timeoutMs: TAKE_ASSESSMENT_TIMEOUT_MS,
    }),
  );

/** Judges a take that came as notes, from a file or an instrument, in its worker. */
export const assessTakeNotes = async (
  notes: Uint8Array | readonly PlayedNote[],
  pattern: Pattern,
  hand: HandProfile | undefined,
): Promise<TakeAssessmentResult> =>
  verdictOf(
    await takeAssessmentWorker.request('judgeNotes', [notes, pattern, hand], { timeoutMs: TAKE_ASSESSMENT_TIMEOUT_MS }),
  );
