import type { Message, MessageValue, ParamsOf } from '../message/index.ts';
import type { ErrorCode, ErrorParams } from './error-registry.ts';

/** Something that is wrong: a code of the registry and the values its text takes. */
export interface Problem {
  readonly code: ErrorCode;
  readonly details: ErrorParams;
}

/** A value, or the problems that stood in its way; never both. */
export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * Makes a problem from a code and the values its text takes.
 * @example
 * createProblem('tempo-out-of-range', { value: 0, least: 20, most: 400 }).code // => 'tempo-out-of-range'
 */
export const createProblem = <Code extends ErrorCode>(
  code: Code,
  ...[details]: ParamsOf<`error.${Code}`>
): Problem => ({
  code,
  details: (details ?? {}) as Readonly<Record<string, MessageValue>>,
});

/**
 * Wraps a value as a success.
 * @example
 * success(7).value // => 7
 */
export const success = <T>(value: T): Result<T> => ({ ok: true, value });

/**
 * Wraps problems as a failure.
 * @example
 * failure(createProblem('took-too-long')).ok // => false
 */
export const failure = <T = never>(...problems: readonly Problem[]): Result<T> => ({ ok: false, problems });

/**
 * A problem as a message, to be part of another.
 * @example
 * messageOf(createProblem('took-too-long')).code // => 'error.took-too-long'
 */
export const messageOf = ({ code, details }: Problem): Message => ({ code: `error.${code}`, params: details });

/**
 * An exception that carries problems, for callers that prefer to throw. Its own message is for developers.
 * @example
 * new ProblemError(createProblem('took-too-long')).problems.length // => 1
 */
export class ProblemError extends Error {
  readonly problems: readonly Problem[];
  constructor(...problems: readonly Problem[]) {
    super(problems.map(({ code, details }) => `${code} ${JSON.stringify(details)}`).join('; '));
    this.name = 'WrenError';
    this.problems = problems;
  }
}

/** Unwraps a result, throwing a ProblemError when it failed. */
export const valueOrThrow = <T>(result: Result<T>): T => {
  if (result.ok) return result.value;
  throw new ProblemError(...result.problems);
};
