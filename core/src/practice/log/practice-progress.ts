import type { SlipCount } from './slip-places.ts';
import type { PainReport } from './pain-report.ts';
import type { PracticeDay, StageAttempts, TempoAttempts } from './practice-snapshot.ts';

/** How an item stands: a fold over its events. */
export interface PracticeProgress {
  /** Index of the stage at hand; the number of stages where all are passed. */
  readonly stage: number;
  /** Index of the tempo at hand among the stage's. */
  readonly step: number;
  /** Beats per minute to practise at; null where the stage has none. */
  readonly tempo: number | null;
  readonly streak: number;
  /** Slips since half a gate was last reached: three lead back. */
  readonly slips: number;
  /** Stages that are passed, and when, in milliseconds since 1970. */
  readonly passed: readonly { readonly key: string; readonly at: number }[];
  /** How often slips led back two tempos. */
  readonly fallbacks: readonly number[];
  /** When there was last something new: a stage passed, or a tempo of it never passed before; null where never. */
  readonly advanced: number | null;
  /** Attempts of the latest days by stage and tempo. */
  readonly tempos: readonly TempoAttempts[];
  /** Where passes slipped, stage by stage. */
  readonly slipPlaces: readonly SlipCount[];
  readonly days: readonly PracticeDay[];
  /** Attempts by stage, in the order the stages were first tried. */
  readonly attempts: readonly StageAttempts[];
  readonly minutes: number;
  /** When anything last happened; null where nothing did. */
  readonly last: number | null;
  /** Minutes the clocks were ahead of UTC where that was. */
  readonly offset?: number;
  readonly discomfort: number | null;
  /** The last report of pain, and what was said to it. */
  readonly pain: PainReport | null;
}
