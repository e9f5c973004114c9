/** A stroke that was asked for, as it was heard. */
export interface AlignedStroke {
  /** Index among what was asked. */
  readonly asked: number;
  /** Seconds in the take, where it was heard; null where it was not. */
  readonly at: number | null;
  /**
   * Whether that is known to a few milliseconds: by a pluck of its own. In sound a pinch has one for two, and dull
   * strings have none.
   */
  readonly sure: boolean;
  /** Seconds in the take where the player's own pulse has it. */
  readonly pulse: number;
  /** How strong it was against the other strokes of its pitch, in decibels; null where it was not heard. */
  readonly decibels: number | null;
  /** How strong it was in itself, in decibels; null where it was not heard. */
  readonly level: number | null;
  /** `unplayed` where its pass was begun later or broken off before. */
  readonly what: 'matched' | 'missed' | 'wrong-string' | 'unclear' | 'unplayed';
  /** The pitch that sounded in its place, where another string was struck. */
  readonly instead: number | null;
  /** 0 to 1. */
  readonly confidence: number;
}

/** A stroke of a pass that was begun later or broken off before it. */
export const createUnplayed = (asked: number, pulse: number): AlignedStroke => ({
  asked,
  at: null,
  sure: false,
  pulse,
  decibels: null,
  level: null,
  what: 'unplayed',
  instead: null,
  confidence: 1,
});

/** A stroke nobody asked for. */
export interface InsertedStroke {
  readonly at: number;
  readonly pitch: number;
  readonly confidence: number;
}

/** A take as it was heard. */
export interface TakeAlignment {
  readonly strokes: readonly AlignedStroke[];
  readonly extras: readonly InsertedStroke[];
  /** How well what was asked fits what was heard at its beginning, 0 to 1: low is another piece. */
  readonly fit: number;
  /** How much slower than asked it is played at its beginning and its end. */
  readonly slower: readonly [number, number];
  /** Times through that were heard. */
  readonly cycles: number;
  /** Times through in which the player stopped and went on. */
  readonly stopped?: readonly number[];
}
