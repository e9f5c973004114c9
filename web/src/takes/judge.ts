import { sentence, type Hand, type Pattern, type TakeJudgement } from '@fleet-wren/core';
import { takeWorker } from '../workers/client.ts';

/** Milliseconds the judging of the longest take may last. */
export const PATIENCE = 60_000;

/** What became of a take: judged, or why it cannot be. */
export type Verdict =
  { readonly ok: true; readonly judgement: TakeJudgement } | { readonly ok: false; readonly why: string };

/** Judges a take in its worker. */
export const judged = async (samples: Float32Array, pattern: Pattern, hand: Hand | undefined): Promise<Verdict> => {
  const result = await takeWorker.ask('judgeTake', [samples, pattern, hand], { deadline: PATIENCE });
  return result.ok
    ? { ok: true, judgement: result.value }
    : { ok: false, why: result.problems.map(sentence).join(' ') };
};
