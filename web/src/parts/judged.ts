import type { Hand, Judgement, Pattern } from '@fleet-wren/core';

/** A judgement, and the pattern and the hand it is about. */
export interface Judged {
  readonly pattern: Pattern;
  readonly hand: Hand;
  readonly judgement: Judgement;
}
