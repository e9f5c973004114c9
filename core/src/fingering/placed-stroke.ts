import type { Digit } from '../pattern/index.ts';

/** One stroke with its digit settled. */
export interface PlacedStroke {
  readonly digit: Digit;
  readonly string: number;
  readonly opening?: boolean;
  readonly accent?: boolean;
  /** Marked to be raked on to from the stroke before. */
  readonly rake?: boolean;
  /** Marked to be brushed together with others. */
  readonly brush?: boolean;
  /** A harmonic that the picking hand's index touches. */
  readonly harp?: boolean;
  /** Between the slots that a pick counts as down. */
  readonly off?: boolean;
  /** The first stroke of the fingers' line. */
  readonly leads?: boolean;
  /** Struck together with others. */
  readonly chord?: boolean;
  /** One of three or more strokes running on its string. */
  readonly run?: boolean;
  /** The finger a run of three after a thumb stroke gives it: ring, middle, index. */
  readonly tremolo?: Digit;
}
