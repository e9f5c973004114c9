import type { Digit } from '../../pattern/index.ts';

/** Which edge of its group a stroke is: notes that go up from a lowest string and come down again are one. */
export type GroupEdge = 'low' | 'high';

/** One stroke with its digit settled. */
export interface FingeredStroke {
  readonly digit: Digit;
  readonly string: number;
  readonly isFirstOfTask?: boolean;
  readonly accent?: boolean;
  /** Marked to be raked on to from the stroke before. */
  readonly rake?: boolean;
  /** Marked to be brushed together with others. */
  readonly brush?: boolean;
  /** A harmonic that the picking hand's index touches. */
  readonly harp?: boolean;
  /** Tapped on the fret by the digit. */
  readonly tapped?: boolean;
  /** Between the slots that a pick counts as down. */
  readonly isOffGrid?: boolean;
  /** The first stroke of the fingers' line. */
  readonly isLeadStroke?: boolean;
  /** Struck together with others. */
  readonly isInChord?: boolean;
  /** One of three or more strokes running on its string. */
  readonly isInRun?: boolean;
  /** The finger a run of three after a thumb stroke gives it: ring, middle, index. */
  readonly tremolo?: Digit;
  /** Bound to the chord's bass or what alternates with it. */
  readonly isThumbRole?: boolean;
  readonly groupEdge?: GroupEdge;
  /** A plain note right before or after a harmonic that the index touches. */
  readonly isBesideHarp?: boolean;
  /** One of three or more strokes running on one of the thumb's strings. */
  readonly isInThumbRun?: boolean;
  /** Of a chord over a bass that the thumb has just struck. */
  readonly isOverBass?: boolean;
}
