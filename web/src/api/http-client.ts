import { sayProblem, sayProblems } from '@fleet-wren/wording';
import { ProblemError, createProblem, type ErrorCode, type Problem } from '@fleet-wren/core';

/** An answer of the server that is an error, in a teacher's words. */
export class ApiError extends Error {
  readonly code: ErrorCode;
  /** The whole answer, for errors that carry the state found instead. */
  readonly answer: unknown;

  constructor(code: ErrorCode, message: string, answer?: unknown) {
    super(message);
    this.name = 'ApiError';
    this.code = code;
    this.answer = answer;
  }
}

interface ErrorAnswer {
  readonly error?: { readonly code: ErrorCode; readonly message: string; readonly problems?: readonly Problem[] };
}

const unreachable = (): ApiError => new ApiError('unavailable', sayProblem(createProblem('unavailable')));

/** The error an answer tells of. */
export const toApiError = (answer: unknown): ApiError => {
  const { error } = (answer ?? {}) as ErrorAnswer;
  return error ? new ApiError(error.code, error.message, answer) : unreachable();
};

/** Asks the server for whatever it answers; throws an ApiError where that is an error, or where it cannot be reached. */
export const fetchOrThrow = async (path: string, init: RequestInit): Promise<Response> => {
  const response = await fetch(`/api${path}`, init).catch(() => {
    throw unreachable();
  });
  if (!response.ok) throw toApiError(await response.json().catch(() => undefined));
  return response;
};

const incomplete = (): ApiError => new ApiError('answer-incomplete', sayProblem(createProblem('answer-incomplete')));

/** Milliseconds an answer may take to begin and to arrive. */
const LONGEST = 60_000;

/** What an answer holds; undefined for one without content. One that is cut off, or is no JSON, is none of our server's. */
const contentOf = async (response: Response): Promise<unknown> => {
  const text = await response.text().catch(() => {
    throw incomplete();
  });
  const type = response.headers.get('content-type');
  if (response.status === 204 || (text === '' && type === null)) return undefined;
  if (!type?.startsWith('application/json')) throw incomplete();
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw incomplete();
  }
};

/** Asks the server; answers JSON, or throws an ApiError. */
export const requestJson = async <T>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  body?: unknown,
  more: RequestInit = {},
): Promise<T> => {
  const response = await fetchOrThrow(path, {
    method,
    headers: body === undefined ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
    signal: AbortSignal.timeout(LONGEST),
    ...more,
  });
  return (await contentOf(response)) as T;
};

/** What went wrong, as a teacher reads it. */
export const wordsOf = (error: unknown): string => {
  if (error instanceof ProblemError) return sayProblems(error.problems);
  return error instanceof Error ? error.message : sayProblem(createProblem('internal'));
};
