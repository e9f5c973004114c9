import type { Score, TempoChange } from './score.ts';

/**
 * Index of the last of some things, sorted by `at`, that is not after a tick; of the first where all are.
 * @example
 * findLastIndexAtOrBefore([{ at: 0 }, { at: 10 }], 12) // => 1
 */
export const findLastIndexAtOrBefore = (sorted: readonly { readonly at: number }[], at: number): number => {
  let [low, high] = [0, sorted.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((sorted[middle] as { readonly at: number }).at <= at) low = middle;
    else high = middle - 1;
  }
  return low;
};

/**
 * The last of some things, sorted by `at`, that is not after a tick; the first where all are.
 * @example
 * findLastAtOrBefore([{ at: 0 }, { at: 10 }], 7).at // => 0
 */
export const findLastAtOrBefore = <T extends { readonly at: number }>(sorted: readonly T[], at: number): T =>
  sorted[findLastIndexAtOrBefore(sorted, at)] as T;

/** What a clock needs of a score. */
export type TempoMap = Pick<Score, 'length' | 'swing' | 'swingParts' | 'tempos' | 'beats'>;

/** How far through its beat something is when it is swung: the first half takes the swing's share. 0 to 1. */
const swungShare = (share: number, swing: number): number =>
  share < 0.5 ? (share * 2 * swing) / 100 : swing / 100 + (share - 0.5) * 2 * (1 - swing / 100);

const straightShare = (share: number, swing: number): number =>
  share < swing / 100 ? (share / 2 / swing) * 100 : 0.5 + ((share - swing / 100) / (1 - swing / 100)) * 0.5;

const moved = (
  { beats, swingParts }: Pick<TempoMap, 'beats' | 'swingParts'>,
  at: number,
  move: (share: number) => number,
): number => {
  const beat = findLastAtOrBefore(beats, at);
  if (beat.isStraight) return at;
  // Each pair of parts swings by itself: the whole beat, or each half of it.
  const pairs = swingParts / 2;
  const share = ((at - beat.at) / beat.ticks) * pairs;
  const pair = Math.min(pairs - 1, Math.floor(share));
  return beat.at + (beat.ticks * (pair + move(share - pair))) / pairs;
};

/** Rounds whole times through the score off a tick or a second: the time through, and the rest. */
const split = (value: number, whole: number): readonly [rounds: number, rest: number] => {
  const rounds = Math.floor(value / whole);
  return [rounds, value - rounds * whole];
};

/**
 * Where a tick falls when it is swung, in ticks; not always a whole one.
 * @example
 * applySwing(flattenScore(createPattern('Roll', { swing: 75 })), 420) // => 630
 */
export const applySwing = (clock: TempoMap, tick: number): number => {
  const { swing, length } = clock;
  if (swing === 50) return tick;
  const [rounds, rest] = split(tick, length);
  return rounds * length + moved(clock, rest, (share) => swungShare(share, swing));
};

const secondsIn = (tempos: readonly TempoChange[], at: number): number => {
  const mark = findLastAtOrBefore(tempos, at);
  return mark.seconds + (at - mark.at) * mark.secondsPerTick;
};

/**
 * Seconds one time through a score takes.
 * @example
 * durationInSeconds(flattenScore(createPattern('Roll', { tempo: 60 }))) // => 4
 */
export const durationInSeconds = ({ tempos, length }: TempoMap): number => secondsIn(tempos, length);

/**
 * Seconds from the start of a score to a tick of it, as it is played: swing and changes of tempo counted. Ticks beyond
 * the end belong to the next time through.
 * @example
 * tickToSeconds(flattenScore(createPattern('Roll', { tempo: 60, swing: 75 })), 420).toFixed(3) // => '0.750'
 */
export const tickToSeconds = (clock: TempoMap, tick: number): number => {
  const [rounds, rest] = split(applySwing(clock, tick), clock.length);
  return (rounds === 0 ? 0 : rounds * durationInSeconds(clock)) + secondsIn(clock.tempos, rest);
};

/**
 * The tick of a score that is played at a second: the inverse of `tickToSeconds`. Before the start it goes on backwards
 * at the first tempo.
 * @example
 * Math.round(secondsToTick(flattenScore(createPattern('Roll', { tempo: 60, swing: 75 })), 0.75)) // => 420
 */
export const secondsToTick = (clock: TempoMap, seconds: number): number => {
  const { tempos, swing, length } = clock;
  if (seconds < 0) return seconds / (tempos[0] as TempoChange).secondsPerTick;
  const [rounds, rest] = split(seconds, durationInSeconds(clock));
  const marks = tempos.filter((mark) => mark.seconds <= rest);
  const mark = (marks[marks.length - 1] ?? tempos[0]) as TempoChange;
  const played = mark.at + (rest - mark.seconds) / mark.secondsPerTick;
  const tick = swing === 50 ? played : moved(clock, played, (share) => straightShare(share, swing));
  return rounds * length + tick;
};

/**
 * The tempo in force at a tick, in beats a minute.
 * @example
 * tempoAt(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), 0) // => 80
 */
export const tempoAt = ({ tempos }: Pick<Score, 'tempos'>, tick: number): number =>
  findLastAtOrBefore(tempos, tick).bpm;
