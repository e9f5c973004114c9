import { ERRORS, type ErrorCode, type ErrorDetails } from './registry.ts';

/** Something that is wrong: a code of the registry and the values its sentence needs. */
export interface Problem {
  readonly code: ErrorCode;
  readonly details: ErrorDetails;
}

/** A value, or the problems that stood in its way; never both. */
export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * Makes a problem from a code and its details.
 * @example
 * problem('tempo-out-of-range', { value: 0, least: 20, most: 400 }).code // => 'tempo-out-of-range'
 */
export const problem = (code: ErrorCode, details: ErrorDetails = {}): Problem => ({ code, details });

/**
 * Wraps a value as a success.
 * @example
 * success(7).value // => 7
 */
export const success = <T>(value: T): Result<T> => ({ ok: true, value });

/**
 * Wraps problems as a failure.
 * @example
 * failure(problem('took-too-long')).ok // => false
 */
export const failure = <T = never>(...problems: readonly Problem[]): Result<T> => ({ ok: false, problems });

/** A hole of a sentence: a detail as it is, or one of two wordings by whether there is one of it or more (`#`). */
const HOLE = /\{(\w+)(?::([^|{}]*)\|([^|{}]*))?\}/g;

/**
 * The sentence a teacher reads for a problem.
 * @example
 * sentence(problem('strings-out-of-range', { value: 3 })) // => 'A tuning has 4 to 8 strings, not 3.'
 */
export const sentence = ({ code, details }: Problem): string =>
  ERRORS[code].say.replace(HOLE, (hole, name: string, one?: string, more?: string) => {
    const value = String(details[name] ?? hole);
    if (one === undefined || more === undefined) return value;
    return value === '1' ? one : more.replace('#', value);
  });

/**
 * An exception that carries problems, for callers that prefer to throw.
 * @example
 * new WrenError(problem('took-too-long')).problems.length // => 1
 */
export class WrenError extends Error {
  readonly problems: readonly Problem[];
  constructor(...problems: readonly Problem[]) {
    super(problems.map(sentence).join(' '));
    this.name = 'WrenError';
    this.problems = problems;
  }
}

/** Unwraps a result, throwing a WrenError when it failed. */
export const valueOrThrow = <T>(result: Result<T>): T => {
  if (result.ok) return result.value;
  throw new WrenError(...result.problems);
};
