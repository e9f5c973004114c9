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
