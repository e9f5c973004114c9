import type { TakeJudgement } from '@fleet-wren/core';

/** What is said of a take of which nothing is to be named: no more than is known of it. */
export const nothingSaid = ({ digits, cycles }: Pick<TakeJudgement, 'digits' | 'cycles'>): string => {
  if (digits.some(({ lost }) => lost > 0) || cycles.some(({ verdict }) => verdict !== 'clean'))
    return 'Nothing comes back often enough to be worked on by itself.';
  return digits.every(({ timed }) => timed)
    ? 'Nothing stands out: even, in time, every stroke there.'
    : 'Every stroke is there, and nothing stands out of what can be told. How late some digits are cannot.';
};
