import { ACTUATORS, type Actuator } from '../../pattern/index.ts';
import { TEMPO_RANGE } from '../../time/index.ts';
import type { TimedTransition } from './timed-transitions.ts';

/** The quickest tempo a fingering can reach, in beats a minute, and what sets it. */
export interface MaxTempo {
  readonly bpm: number;
  readonly limit: TimedTransition;
}

/**
 * Tempo at which a need takes all the time there is: 60 · Δbeats ÷ need.
 * @example
 * tempoAtTransition(0.25, 0.16) // => 93.75
 */
export const tempoAtTransition = (beats: number, seconds: number): number => (60 * beats) / seconds;

/**
 * The least tempo limit over all needs, from the tempo they were measured at; undefined where nothing follows anything.
 * @example
 * Math.round(
 *   computeMaxTempo(
 *     80,
 *     computeTimedTransitions(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), [
 *       'p',
 *       'i',
 *       'm',
 *       'i',
 *     ]),
 *   ).bpm,
 * ) > 80 // => true
 */
export const computeMaxTempo = (tempo: number, needs: readonly TimedTransition[]): MaxTempo | undefined => {
  let least: MaxTempo | undefined;
  for (const need of needs) {
    const bpm = (tempo * need.availableSeconds) / need.neededSeconds;
    if (!least || bpm < least.bpm - 1e-9) least = { bpm, limit: need };
  }
  return least;
};

/** The ceiling that one digit sets by itself, and the one of any two in turn (`striker` null). */
export interface ConstraintMaxTempo extends MaxTempo {
  readonly actuator: Actuator | null;
}

/**
 * The tempo ceilings by constraint: one for each digit that plays twice, one for two digits in turn; lowest first.
 * @example
 * computeMaxTempoByConstraint(
 *   80,
 *   computeTimedTransitions(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), [
 *     'p',
 *     'i',
 *     'm',
 *     'i',
 *   ]),
 * )
 *   .map(({ actuator }) => actuator ?? 'in turn')
 *   .sort()
 *   .join(' ') // => 'i in turn m p'
 */
export const computeMaxTempoByConstraint = (
  tempo: number,
  needs: readonly TimedTransition[],
): readonly ConstraintMaxTempo[] => {
  const parts = new Map<Actuator | null, TimedTransition[]>([...ACTUATORS, null].map((striker) => [striker, []]));
  for (const need of needs)
    if (need.kind !== 'slur') parts.get(need.kind === 'other' ? null : need.actuator)?.push(need);
  return [...parts]
    .flatMap(([striker, own]): readonly ConstraintMaxTempo[] => {
      const ceiling = computeMaxTempo(tempo, own);
      return ceiling ? [{ actuator: striker, ...ceiling }] : [];
    })
    .sort((a, b) => a.bpm - b.bpm);
};

/** Beats a minute by which a limit may miss a whole number through its arithmetic alone. */
const ROUNDING = 0.0005;

/**
 * A tempo limit in whole beats a minute, rounded down.
 * @example
 * wholeTempo(374.9999998) // => 375
 * wholeTempo(374.6) // => 374
 */
export const wholeTempo = (bpm: number): number => Math.floor(bpm + ROUNDING);

/**
 * A tempo ceiling as it is shown: whole beats a minute, rounded down; beyond the quickest tempo there is, only that.
 * @example
 * formatMaxTempo(93.75) // => '93'
 * formatMaxTempo(1411) // => '400+'
 */
export const formatMaxTempo = (bpm: number): string =>
  bpm > TEMPO_RANGE.most ? `${TEMPO_RANGE.most}+` : String(wholeTempo(bpm));
