import { ZxcvbnFactory, type MatchExtended } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary as common } from '@zxcvbn-ts/language-common';
import { dictionary as english } from '@zxcvbn-ts/language-en';
import { threadOf } from '../common/worker-pool.ts';

/** Why a password would be guessed soon. */
export type PasswordWeakness = 'common' | 'repeated' | 'sequence' | 'personal';

/** A password, and the words somebody who knows the teacher would try first. */
export interface PasswordTask {
  readonly password: string;
  readonly personal: readonly string[];
}

/**
 * The first signs are enough: a password that begins well is good. With more of them, and more ways to write letters as
 * signs, the package takes seconds for what nobody types (measured: 19 s for 256 signs; so, 0.2 s at the most).
 */
const BOUNDS = { maxLength: 32, l33tMaxSubstitutions: 4 } as const;

/** From 10⁸ guesses on, of the package's five levels the fourth. */
const STRONG = 3;

const estimator = new ZxcvbnFactory({
  dictionary: { ...common, ...english },
  graphs: adjacencyGraphs,
  ...BOUNDS,
});

const reasonIn = (sequence: readonly MatchExtended[]): PasswordWeakness => {
  const has = (pattern: string): boolean => sequence.some((match) => match.pattern === pattern);
  if (sequence.some((match) => 'dictionaryName' in match && match.dictionaryName === 'userInputs')) return 'personal';
  if (has('repeat')) return 'repeated';
  return has('sequence') || has('spatial') ? 'sequence' : 'common';
};

/** Why a password would be guessed soon; null for one that would not. */
export default threadOf(({ password, personal }: PasswordTask): PasswordWeakness | null => {
  const { score, sequence } = estimator.check(password, [...personal]);
  return score >= STRONG ? null : reasonIn(sequence);
});
