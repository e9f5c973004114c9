import type { Explanation, Judgement, Pattern } from '@fleet-wren/core';

/** What a worker does off the page's thread. */
export interface CoreWork {
  readonly judge: (pattern: Pattern) => Judgement;
  readonly explain: (pattern: Pattern, judgement: Judgement, index: number) => Explanation;
  /** Samples of a plucked string at a MIDI note number. */
  readonly pluck: (midi: number, sampleRate: number) => Float32Array;
}

/** The same as seen from the page: every answer comes later. */
export type CoreWorker = {
  readonly [Name in keyof CoreWork]: (...args: Parameters<CoreWork[Name]>) => Promise<ReturnType<CoreWork[Name]>>;
};
