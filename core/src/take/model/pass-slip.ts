import type { Actuator } from '../../pattern/index.ts';

/** Why a pass slipped: as it was heard, or only its place, as somebody marked it. */
export const SLIP_REASONS = ['missing', 'wrongString', 'late', 'early', 'extra', 'interrupted', 'marked'] as const;

/** Why a pass slipped. */
export type SlipReason = (typeof SLIP_REASONS)[number];

/** What went wrong in a pass that slipped. */
export interface PassSlip {
  readonly reason: SlipReason;
  /** Where, in the pattern of the stage. */
  readonly tick?: number;
  /** Whose stroke it was. */
  readonly digit?: Actuator;
}
