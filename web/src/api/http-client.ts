import {
  IDEMPOTENCY_KEY_HEADER,
  takesIdempotencyKey,
  type BinaryContent,
  type BodyOf,
  type ParamsOf,
  type QueryOf,
  type ResponseOf,
  type Route,
} from '@fleet-wren/contract';
import type { ErrorCode } from '@fleet-wren/core';
import pRetry from 'p-retry';
import { ApiError, createIncompleteError, createUnreachableError, toApiError } from './api-error.ts';

/** Milliseconds an answer may take to begin and to arrive. */
const TIMEOUT_MS = 60_000;

/**
 * How often a request is tried again, and milliseconds before the first time; each later wait is three times as long.
 */
const RETRIES = { count: 2, wait: 400, factor: 3 } as const;

/** Errors that may pass by themselves. */
const PASSING: ReadonlySet<ErrorCode> = new Set(['unavailable', 'answer-incomplete', 'request-under-way']);

/** What a request may have beside what its route takes. */
export interface RequestOptions {
  readonly headers?: Readonly<Record<string, string>>;
  /** Whether it goes out even when the page is being left. */
  readonly keepalive?: boolean;
  /** Times it is tried again: none for a caller with a schedule of its own. */
  readonly retries?: number;
  /** Milliseconds an answer may take to begin and to arrive. */
  readonly timeout?: number;
}

type Field<Name extends string, Value> = [Value] extends [undefined] ? object : { readonly [N in Name]: Value };

type Params<R extends Route> = keyof ParamsOf<R> extends never ? object : { readonly params: ParamsOf<R> };

type Input<R extends Route> = Params<R> & Field<'query', QueryOf<R>> & Field<'body', BodyOf<R>> & RequestOptions;

/** Nothing has to be given to a route that takes nothing. */
type Given<R extends Route> = object extends Input<R> ? [input?: Input<R>] : [input: Input<R>];

/** A route that takes and answers JSON or nothing. */
export type JsonRoute = {
  [R in Route]: BinaryContent extends BodyOf<R> | ResponseOf<R> ? never : R;
}[Route];

/** The address of a route below `/api`, its parameters filled in. */
export const pathOf = <R extends Route>(route: R, params: ParamsOf<R>): string => {
  const path = route.slice(route.indexOf(' ') + 1);
  return path.replace(/:(\w+)/g, (_whole, name: string) =>
    encodeURIComponent((params as Record<string, string>)[name] ?? ''),
  );
};

const queryOf = (query: object | undefined): string => {
  const given = Object.entries(query ?? {}).filter(([, value]) => value !== undefined && value !== '');
  const text = new URLSearchParams(given.map(([name, value]) => [name, String(value)])).toString();
  return text === '' ? '' : `?${text}`;
};

/** Milliseconds an answer asks to be waited for. */
const retryAfterOf = ({ headers }: Response): number | undefined => {
  const seconds = Number(headers.get('retry-after'));
  return Number.isFinite(seconds) && seconds > 0 ? 1000 * seconds : undefined;
};

/**
 * Asks the server for whatever it answers; throws an ApiError where that is an error, or where it cannot be reached.
 */
export const fetchOrThrow = async (path: string, init: RequestInit): Promise<Response> => {
  const asked = { signal: AbortSignal.timeout(TIMEOUT_MS), redirect: 'error', ...init } as const;
  const response = await fetch(`/api${path}`, asked).catch(() => {
    throw createUnreachableError();
  });
  if (!response.ok) throw toApiError(await response.json().catch(() => undefined), retryAfterOf(response));
  return response;
};

/**
 * What an answer holds; undefined for one without content. One that is cut off, or is no JSON, is none of our server's.
 */
const contentOf = async (response: Response): Promise<unknown> => {
  const text = await response.text().catch(() => {
    throw createIncompleteError();
  });
  const type = response.headers.get('content-type');
  if (response.status === 204 || (text === '' && type === null)) return undefined;
  if (!type?.startsWith('application/json')) throw createIncompleteError();
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw createIncompleteError();
  }
};

const isPassing = (error: unknown): boolean => error instanceof ApiError && PASSING.has(error.code);

/** Tries again, after a while, what may go through later; what is refused is refused. */
export const retry = <T>(work: (attempt: number) => Promise<T>, count: number = RETRIES.count): Promise<T> =>
  pRetry(work, {
    retries: count,
    minTimeout: RETRIES.wait,
    factor: RETRIES.factor,
    shouldRetry: ({ error }) => isPassing(error),
  });

/** Times a request is tried again: only what does no more the second time than it did the first. */
const retriesFor = (route: Route, { retries }: RequestOptions): number => {
  if (retries !== undefined) return retries;
  return /^(GET|DELETE) /.test(route) || takesIdempotencyKey(route) ? RETRIES.count : 0;
};

interface AnyInput extends RequestOptions {
  readonly params?: Readonly<Record<string, string>>;
  readonly query?: object;
  readonly body?: unknown;
}

const headersFor = (route: Route, { headers, body }: AnyInput): Record<string, string> => ({
  ...(body === undefined ? {} : { 'content-type': 'application/json' }),
  ...(takesIdempotencyKey(route) ? { [IDEMPOTENCY_KEY_HEADER]: crypto.randomUUID() } : {}),
  ...headers,
});

/** Asks a route of the contract, and answers what it answers; throws an ApiError. */
export const callApi = <R extends JsonRoute>(route: R, ...[input]: Given<R>): Promise<ResponseOf<R>> => {
  const given = (input ?? {}) as AnyInput;
  const [method] = route.split(' ');
  const address = `${pathOf(route, (given.params ?? {}) as ParamsOf<R>)}${queryOf(given.query)}`;
  const headers = headersFor(route, given);
  const init = (): RequestInit => ({
    method,
    body: given.body === undefined ? undefined : JSON.stringify(given.body),
    keepalive: given.keepalive,
    signal: AbortSignal.timeout(given.timeout ?? TIMEOUT_MS),
  });
  const send = async (attempt: number): Promise<ResponseOf<R>> => {
    try {
      return (await contentOf(await fetchOrThrow(address, { ...init(), headers }))) as ResponseOf<R>;
    } catch (error) {
      // Gone already: an earlier try did it, and its answer was lost.
      const isDone = method === 'DELETE' && attempt > 1 && error instanceof ApiError && error.code === 'not-found';
      if (isDone) return undefined as ResponseOf<R>;
      throw error;
    }
  };
  return retry(send, retriesFor(route, given));
};
