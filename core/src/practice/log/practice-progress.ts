import type { PracticeDay, StageAttempts } from './practice-snapshot.ts';

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
  readonly days: readonly PracticeDay[];
  /** Attempts by stage, in the order the stages were first tried. */
  readonly attempts: readonly StageAttempts[];
  readonly minutes: number;
  /** When anything last happened; null where nothing did. */
  readonly last: number | null;
  /** Minutes the clocks were ahead of UTC where that was. */
  readonly offset?: number;
  readonly discomfort: number | null;
}
