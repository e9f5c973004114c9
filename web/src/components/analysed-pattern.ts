import type { HandProfile, PatternAnalysis, Pattern } from '@fleet-wren/core';

/** A judgement, and the pattern and the hand it is about. */
export interface AnalysedPattern {
  readonly pattern: Pattern;
  readonly hand: HandProfile;
  readonly judgement: PatternAnalysis;
}

/** The digits of what is not judged yet: always the same value, so that nothing is drawn anew for it. */
export const EMPTY_FINGERING: PatternAnalysis['digits'] = {};
