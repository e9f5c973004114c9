import type { Alternative, Comparison, Cure, DrillGrid, Explanation, Hand, Judgement, Pattern } from '@fleet-wren/core';

/** What a worker does off the page's thread. */
export interface CoreWork {
  readonly judge: (pattern: Pattern, hand: Hand) => Judgement;
  readonly explain: (pattern: Pattern, judgement: Judgement, index: number, hand: Hand) => Explanation;
  /** The best way out of each of the first findings of a judgement, null where nothing helps. */
  readonly cures: (pattern: Pattern, judgement: Judgement, hand: Hand, count: number) => readonly (Cure | null)[];
  readonly alternatives: (pattern: Pattern, count: number, hand: Hand) => readonly Alternative[];
  readonly compare: (pattern: Pattern, schools: readonly string[], hand: Hand) => Comparison;
  readonly drills: (pattern: Pattern, axes: readonly string[], hand: Hand) => DrillGrid;
  /** Samples of a plucked string at a MIDI note number. */
  readonly pluck: (midi: number, sampleRate: number) => Float32Array;
}

/** The same as seen from the page: every answer comes later. */
export type CoreWorker = {
  readonly [Name in keyof CoreWork]: (...args: Parameters<CoreWork[Name]>) => Promise<ReturnType<CoreWork[Name]>>;
};
