import { sayProblem, sayProblems } from '@fleet-wren/wording';
import { ERRORS, ProblemError, createProblem, type ErrorCode, type Problem } from '@fleet-wren/core';

/** An answer of the server that is an error, in a teacher's words. */
export class ApiError extends Error {
  readonly code: ErrorCode;
  /** The whole answer, for errors that carry the state found instead. */
  readonly answer: unknown;
  /** Milliseconds after which it may be asked again, where the server says so. */
  readonly retryAfter: number | undefined;

  constructor(code: ErrorCode, message: string, answer?: unknown, retryAfter?: number) {
    super(message);
    this.name = 'ApiError';
    this.code = code;
    this.answer = answer;
    this.retryAfter = retryAfter;
  }
}

interface ErrorAnswer {
  readonly error?: { readonly code: ErrorCode; readonly message: string; readonly problems?: readonly Problem[] };
}

const named = (code: 'unavailable' | 'answer-incomplete', retryAfter?: number): ApiError =>
  new ApiError(code, sayProblem(createProblem(code)), undefined, retryAfter);

/** Nobody answered, or somebody else did. */
export const createUnreachableError = (retryAfter?: number): ApiError => named('unavailable', retryAfter);

/** An answer was cut off, or is not one of our server's. */
export const createIncompleteError = (): ApiError => named('answer-incomplete');

/** The error an answer tells of. */
export const toApiError = (answer: unknown, retryAfter?: number): ApiError => {
  const { error } = (answer ?? {}) as ErrorAnswer;
  // A code that is none of ours is somebody else's answer.
  if (!error || !Object.hasOwn(ERRORS, error.code)) return createUnreachableError(retryAfter);
  return new ApiError(error.code, error.message, answer, retryAfter);
};

/** What went wrong, as a teacher reads it. */
export const wordsOf = (error: unknown): string => {
  if (error instanceof ProblemError) return sayProblems(error.problems);
  return error instanceof Error ? error.message : sayProblem(createProblem('internal'));
};
