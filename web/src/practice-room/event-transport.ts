import { KNOWN_ITEMS_HEADER, PRACTICE_LINK_HEADER, type BodyOf } from '@fleet-wren/contract';
import { ERRORS, type ErrorCode } from '@fleet-wren/core';
import { ApiError } from '../api/api-error.ts';
import { callApi } from '../api/http-client.ts';

/** What came of asking: an answer of our own server, or none; whatever else answers on the way is none. */
export type RoomAnswer =
  | { readonly kind: 'answered'; readonly body: unknown }
  | { readonly kind: 'refused'; readonly code: ErrorCode; readonly message: string }
  /** Nobody, somebody else, or not now: to be tried again, at the earliest after so many milliseconds. */
  | { readonly kind: 'unreached'; readonly wait?: number };

/** How a room asks: within a quarter of a minute, and by a schedule of its own where nobody answers. */
const ONCE = { timeout: 15_000, retries: 0 } as const;

/** Statuses of our own that say: later. */
const LATER: ReadonlySet<number> = new Set([408, 425, 429]);

const answerOf = async (request: Promise<unknown>): Promise<RoomAnswer> => {
  try {
    return { kind: 'answered', body: await request };
  } catch (error) {
    if (!(error instanceof ApiError)) return { kind: 'unreached' };
    const { code, message, retryAfter } = error;
    const { status } = ERRORS[code];
    if (status >= 500 || LATER.has(status)) return { kind: 'unreached', wait: retryAfter };
    return { kind: 'refused', code, message };
  }
};

/** Asks for a room, with what is known of it already; never rejects. */
export const fetchRoom = (token: string, known: string): Promise<RoomAnswer> => {
  const headers = { [PRACTICE_LINK_HEADER]: token, ...(known ? { [KNOWN_ITEMS_HEADER]: known } : {}) };
  return answerOf(callApi('GET /practice', { headers, ...ONCE }));
};

/** Tells what happened in a room; never rejects. */
export const sendEvents = (token: string, body: BodyOf<'POST /practice/events'>): Promise<RoomAnswer> =>
  answerOf(callApi('POST /practice/events', { body, headers: { [PRACTICE_LINK_HEADER]: token }, ...ONCE }));
