import type { TakeJudgement } from './verdict.ts';

/**
 * What a take comes to, in a line.
 * @example
 * takeHeadline({ cycles: [{ cycle: 0, verdict: 'clean', why: null }], tempo: [90, 90.2] }) // => '1 of 1 times through clean, at 90 a minute'
 */
export const takeHeadline = ({ cycles, tempo }: Pick<TakeJudgement, 'cycles' | 'tempo'>): string => {
  const clean = cycles.filter(({ verdict }) => verdict === 'clean').length;
  const [from, to] = tempo.map(Math.round);
  return `${clean} of ${cycles.length} times through clean, at ${from === to ? from : `${from} to ${to}`} a minute`;
};

/**
 * What is said of a take of which nothing is to be named: no more than is known of it.
 * @example
 * nothingSaid({ digits: [], cycles: [{ cycle: 0, verdict: 'slipped', why: 'late on beat 2' }] }) // => 'Nothing comes back often enough to be worked on by itself.'
 */
export const nothingSaid = ({ digits, cycles }: Pick<TakeJudgement, 'digits' | 'cycles'>): string => {
  if (digits.some(({ lost }) => lost > 0) || cycles.some(({ verdict }) => verdict !== 'clean'))
    return 'Nothing comes back often enough to be worked on by itself.';
  return digits.every(({ timed }) => timed)
    ? 'Nothing stands out: even, in time, every stroke there.'
    : 'Every stroke is there, and nothing stands out of what can be told. How late some digits are cannot.';
};
