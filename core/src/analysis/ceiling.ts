import { ticksPerBeat, type Metre } from '../time/index.ts';
import type { Need } from './needs.ts';

/** The quickest tempo a fingering can reach, in beats a minute, and what sets it. */
export interface Ceiling {
  readonly bpm: number;
  readonly need: Need;
}

/**
 * Tempo at which a need takes all the time there is: 60 · Δbeats ÷ need.
 * @example
 * tempoLimit(0.25, 0.16) // => 93.75
 */
export const tempoLimit = (beats: number, seconds: number): number => (60 * beats) / seconds;

/** The least tempo limit over all needs; undefined where nothing follows anything. */
export const ceilingOf = (metre: Metre, needs: readonly Need[]): Ceiling | undefined =>
  needs.reduce<Ceiling | undefined>((least, need) => {
    const bpm = tempoLimit(need.ticks / ticksPerBeat(metre), need.seconds);
    return !least || bpm < least.bpm - 1e-9 ? { bpm, need } : least;
  }, undefined);
