import type { Pattern, HandProfile, Score, TakeAssessment, TakeReference } from '@fleet-wren/core';

/** What was asked in a take. */
export interface AskedInTake {
  readonly score: Score;
  readonly referenceNotes: TakeReference;
  /** Strokes of one time through. */
  readonly strokesPerPass: number;
}

/** A take that is judged, with its sound. */
export interface AssessedTake {
  readonly sound: Blob;
  readonly pattern: Pattern;
  readonly hand: HandProfile | undefined;
  readonly judgement: TakeAssessment;
}
