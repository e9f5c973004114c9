import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { lowerBound, hasOtherNear, hasValueNear } from './sorted-times.ts';
import { ATTACK_STEP } from '../signal/attack-envelope.ts';
import type { PitchDelay } from './pitch-delays.ts';
import { median, robustStandardDeviation } from '../../statistics/index.ts';

/** How sudden a pluck has to be, as the logarithm of energy after over before (est.). */
const MIN_ONSET_STRENGTH = 0.8;

/** Seconds round a swell in which its pluck is looked for before it is known how far they are apart. */
const SEARCH_SECONDS = 0.04;

/**
 * Seconds from where it usually is in which a pluck that no other swell has is taken for a swell without one (est.).
 */
const MAX_OFFSET_SECONDS = 0.05;

/** Seconds about a stroke in which a pluck is its own (est.). */
const CLAIM_SECONDS = 0.012;

/** When the plucks of a pitch are believed (est.): strokes that have one, their share, and seconds they may scatter. */
const RELIABILITY = { strokes: 3, share: 0.5, spread: 0.006 } as const;

/** A pluck: when, and how sudden it is, as the logarithm of energy after over before. */
export interface RefinedOnset {
  readonly time: number;
  readonly strength: number;
}

/** The plucks of a take, by which strokes are placed to the millisecond. */
export class OnsetRefiner {
  /** Seconds of every pluck, in order. */
  private readonly times: readonly number[];
  private readonly strengths: readonly number[];
  private claimedOnsets: readonly number[] = [];
  /** Pitches whose plucks are heard: most strokes have one, and all about as far from their swell. */
  private reliablePitches: ReadonlySet<number> = new Set();
  /** Seconds from the peak of each pitch to its attack: negative, since the attack comes first. */
  private usualDelays: ReadonlyMap<number, number> = new Map();
  private commonDelay = 0;

  /**
   * `lag`: seconds by which the swell of each pitch comes later than that of a high one. `delays`:
   * the delays of pitches that could be measured.
   */
  constructor(
    values: Float32Array,
    private readonly lag: readonly number[] = [],
    private readonly delays: ReadonlyMap<number, PitchDelay> = new Map(),
  ) {
    const times: number[] = [];
    const sudden: number[] = [];
    for (let step = 1; step < values.length - 1; step += 1) {
      const value = values[step] as number;
      if (value < MIN_ONSET_STRENGTH || value < (values[step - 1] as number) || value <= (values[step + 1] as number))
        continue;
      let highest = true;
      for (let near = -4; near <= 4; near += 1) if ((values[step + near] ?? 0) > value) highest = false;
      if (!highest) continue;
      times.push(step * ATTACK_STEP);
      sudden.push(value);
    }
    this.times = times;
    this.strengths = sudden;
  }

  /** Indexes of the plucks between two times. */
  private listBetween(from: number, to: number): readonly number[] {
    const found: number[] = [];
    for (
      let index = lowerBound(this.times, from);
      index < this.times.length && (this.times[index] as number) <= to;
      index += 1
    )
      found.push(index);
    return found;
  }

  /** The most sudden of some plucks, of which there is at least one. */
  private findStrongest(plucks: readonly number[]): number {
    return plucks.reduce((most, one) =>
      (this.strengths[one] as number) > (this.strengths[most] as number) ? one : most,
    );
  }

  /** How far plucks are from their swells, by pitch, for strokes that stand alone; null for one that has none near. */
  private measureDelays(
    swells: readonly (number | null)[],
    pitchOf: readonly number[],
  ): ReadonlyMap<number, (number | null)[]> {
    const all = swells.flatMap((at) => at ?? []).sort((a, b) => a - b);
    const past = new Map<number, (number | null)[]>();
    swells.forEach((at, index) => {
      if (at === null || hasOtherNear(all, at, 0.09)) return;
      const near = this.listBetween(at - SEARCH_SECONDS, at + SEARCH_SECONDS);
      const pitch = pitchOf[index] as number;
      const distance = near.length === 0 ? null : (this.times[this.findStrongest(near)] as number) - at;
      const own = past.get(pitch);
      if (own) own.push(distance);
      else past.set(pitch, [distance]);
    });
    return past;
  }

  /** Sets the usual delay of each pitch: measured, seen in its own attacks, or that of the others. */
  private estimateDelays(swells: readonly (number | null)[], pitchOf: readonly number[]): void {
    const past = [...this.measureDelays(swells, pitchOf)].map(([pitch, all]) => {
      const plucked = all.flatMap((one) => one ?? []);
      const often = plucked.length >= RELIABILITY.strokes && plucked.length >= RELIABILITY.share * all.length;
      return { pitch, plucked, sure: often && robustStandardDeviation(plucked) <= RELIABILITY.spread };
    });
    const sure = past.filter((one) => one.sure);
    const known = new Map(sure.map(({ pitch, plucked }) => [pitch, median(plucked)]));
    for (const [pitch, { seconds, isCertain }] of this.delays) if (isCertain) known.set(pitch, seconds);
    const lagOf = (pitch: number): number => this.lag[pitch] ?? 0;
    const every =
      known.size > 0
        ? median([...known].map(([pitch, delay]) => delay + lagOf(pitch)))
        : median(past.flatMap(({ plucked }) => plucked));
    this.commonDelay = every;
    this.reliablePitches = new Set(known.keys());
    this.usualDelays = new Map(
      [...new Set(pitchOf)].map((pitch) => [
        pitch,
        known.get(pitch) ?? this.delays.get(pitch)?.seconds ?? every - lagOf(pitch),
      ]),
    );
  }

  /** Seconds by which the peaks of a pitch trail its attacks. */
  getPeakDelay(pitch: number): number {
    return -(this.usualDelays.get(pitch) ?? this.commonDelay);
  }

  /** Whether the plucks of a pitch are heard, so that its strokes are known to a few milliseconds. */
  isReliable(pitch: number): boolean {
    return this.reliablePitches.has(pitch);
  }

  /** The same for strokes of a pinch, where an attack may be another string's: only a measured delay counts. */
  isReliableInPinch(pitch: number): boolean {
    return this.delays.get(pitch)?.isCertain ?? false;
  }

  /**
   * Swells moved to their plucks: the nearest to where it usually is; without one, to one farther away that no other
   * swell has (low strings swell for so long that their peak wanders), or to where it usually is.
   */
  refineOnsets(swells: readonly (number | null)[], pitchOf: readonly number[]): readonly (number | null)[] {
    this.estimateDelays(swells, pitchOf);
    const all = swells.flatMap((at) => at ?? []).sort((a, b) => a - b);
    const there = swells.map((at, index) => (at === null ? null : at - this.getPeakDelay(pitchOf[index] as number)));
    const plucked = there.map((at, index) => {
      if (at === null) return null;
      const close = hasOtherNear(all, swells[index] as number, 0.045);
      return this.findNear(at, close ? TAKE_PARAMETERS.attackToleranceDense : TAKE_PARAMETERS.attackTolerance);
    });
    this.claimOnsets(plucked);
    const refined = there.map((at, index) => {
      if (at === null) return null;
      const far =
        plucked[index] === null &&
        this.isReliable(pitchOf[index] as number) &&
        this.findUnclaimedNear(at, MAX_OFFSET_SECONDS);
      return plucked[index] ?? (far ? far.time : at);
    });
    this.claimOnsets(refined);
    return refined;
  }

  private claimOnsets(times: readonly (number | null)[]): void {
    this.claimedOnsets = times.flatMap((at) => at ?? []).sort((a, b) => a - b);
  }

  /** The pluck within a reach of a time that is likeliest its own; null where there is none. */
  private findNear(there: number, reach: number): number | null {
    const near = this.listBetween(there - reach, there + reach);
    if (near.length === 0) return null;
    const best = near.reduce((most, one) =>
      this.scoreCandidate(one, there, reach) > this.scoreCandidate(most, there, reach) ? one : most,
    );
    return this.times[best] as number;
  }

  private scoreCandidate(index: number, there: number, reach: number): number {
    return (
      Math.min(3, this.strengths[index] as number) - 2 * (Math.abs((this.times[index] as number) - there) / reach) ** 2
    );
  }

  /** The share of some times that a pluck is near: noise has few. */
  computeShareNear(times: readonly (number | null)[], reach: number): number {
    const all = times.flatMap((at) => at ?? []);
    const near = all.filter((at) => this.listBetween(at - reach, at + reach).length > 0);
    return all.length === 0 ? 0 : near.length / all.length;
  }

  /** A pluck near a time that no stroke has claimed; null where there is none. */
  findUnclaimedNear(at: number, reach: number): RefinedOnset | null {
    const free = this.listBetween(at - reach, at + reach).filter(
      (index) => !hasValueNear(this.claimedOnsets, this.times[index] as number, CLAIM_SECONDS),
    );
    if (free.length === 0) return null;
    const best = this.findStrongest(free);
    const sudden = this.strengths[best] as number;
    return sudden < 1.2 * MIN_ONSET_STRENGTH ? null : { time: this.times[best] as number, strength: sudden };
  }
}
