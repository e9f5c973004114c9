import { dictionary } from '@zxcvbn-ts/language-common';
import { ProblemError, createProblem } from '@fleet-wren/core';

/** How long a password is: nothing is cut off below this, and nothing shorter is taken. */
export const PASSWORD_LENGTH = { least: 12, most: 256 } as const;

/** Passwords that many people use (the list ships with the package). */
const COMMON: ReadonlySet<string> = new Set(dictionary.passwords as readonly string[]);

/** What is left of a password without the figures and signs many put behind a word. */
const withoutTail = (password: string): string => password.replace(/[\d\W_]+$/, '');

const isRepeated = (password: string): boolean => /^(.{1,4})\1+.?$/u.test(password);

/** Whose password it is. */
export interface PasswordOwner {
  readonly email: string;
  readonly studio: string;
  readonly name: string;
}

/** Words somebody who knows the teacher would try first. */
const knownWords = ({ email, studio, name }: PasswordOwner): readonly string[] =>
  [email, email.split('@')[0] ?? '', studio, name]
    .map((word) => word.toLowerCase().replace(/\s+/g, ''))
    .filter((word) => word.length >= 4);

const whyWeak = (password: string, about: PasswordOwner): 'common' | 'repeated' | 'personal' | undefined => {
  const lower = password.toLowerCase();
  const plain = lower.replace(/\s+/g, '');
  if (COMMON.has(lower) || COMMON.has(withoutTail(lower))) return 'common';
  if (isRepeated(plain)) return 'repeated';
  const known = knownWords(about).some(
    (word) => plain.replace(word, '').length < PASSWORD_LENGTH.least / 2 && plain.includes(word),
  );
  return known ? 'personal' : undefined;
};

/** Refuses a password that would be guessed soon. Errors: `password-weak`. */
export const assertStrongPassword = (password: string, about: PasswordOwner): void => {
  const why = whyWeak(password, about);
  if (why) throw new ProblemError(createProblem('password-weak', { problem: why }));
};
