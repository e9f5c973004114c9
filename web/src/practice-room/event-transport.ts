import { ERRORS, type ErrorCode, type Problem } from '@fleet-wren/core';

/** What came of asking: an answer of our own server, or none; whatever else answers on the way is none. */
export type RoomAnswer =
  | { readonly kind: 'answered'; readonly body: unknown }
  | { readonly kind: 'refused'; readonly code: ErrorCode; readonly message: string }
  /** Nobody, somebody else, or not now: to be tried again, at the earliest after so many milliseconds. */
  | { readonly kind: 'unreached'; readonly wait?: number };

/** Milliseconds an answer may take, its body included. */
const LONGEST = 15_000;

/** Answers of our own that say: later. */
const LATER: ReadonlySet<number> = new Set([408, 425, 429]);

interface OwnError {
  readonly error?: { readonly code?: unknown; readonly message?: unknown; readonly problems?: readonly Problem[] };
}

const waitOf = (response: Response): number | undefined => {
  const seconds = Number(response.headers.get('retry-after'));
  return Number.isFinite(seconds) && seconds > 0 ? 1000 * seconds : undefined;
};

const refusalIn = (body: unknown): RoomAnswer => {
  const { error } = (body ?? {}) as OwnError;
  const code = typeof error?.code === 'string' && Object.hasOwn(ERRORS, error.code) ? error.code : undefined;
  if (code === undefined) return { kind: 'unreached' };
  return { kind: 'refused', code: code as ErrorCode, message: String(error?.message ?? '') };
};

/** What an answer says; one that is not JSON is not ours, whatever its status. */
const read = async (response: Response): Promise<RoomAnswer> => {
  const isJson = response.headers.get('content-type')?.startsWith('application/json') ?? false;
  if (response.redirected || response.status >= 500 || LATER.has(response.status) || !isJson)
    return { kind: 'unreached', wait: waitOf(response) };
  const body = (await response.json()) as unknown;
  return response.ok ? { kind: 'answered', body } : refusalIn(body);
};

/** Asks for a room, or tells what happened in it; never rejects, and never takes longer than a quarter of a minute. */
export const askRoom = async (
  token: string,
  path: '' | '/events',
  { body, known = '' }: { readonly body?: object; readonly known?: string } = {},
): Promise<RoomAnswer> => {
  const headers: Record<string, string> = { 'x-practice-link': token };
  if (body) headers['content-type'] = 'application/json';
  if (known) headers['x-room-known'] = known;
  try {
    const init = { method: body ? 'POST' : 'GET', headers, body: body && JSON.stringify(body) };
    return await read(await fetch(`/api/practice${path}`, { ...init, signal: AbortSignal.timeout(LONGEST) }));
  } catch {
    return { kind: 'unreached' };
  }
};
