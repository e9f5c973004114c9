import type { RestoreState, RestoredRows } from '@fleet-wren/contract';
import { sayProblems } from '@fleet-wren/wording';
import { ApiError, toApiError } from './api-error.ts';
import { callApi } from './http-client.ts';

/** How far a restore is: on its way to the server, or being restored there. */
export interface RestoreProgress {
  readonly phase: 'sending' | 'restoring';
  /** 0 to 1. */
  readonly share: number;
}

type Tell = (progress: RestoreProgress) => void;

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
};

/** What the server answered to the whole of it; null where nobody, or somebody else, answered. */
type Sent = { readonly status: number; readonly body: unknown } | null;

/** Sends the file; calls `sent` once the whole upload is done. */
const send = (file: File, tell: Tell, sent: () => void): Promise<Sent> =>
  new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open('POST', '/api/archive');
    request.setRequestHeader('content-type', 'application/x-ndjson');
    request.upload.onprogress = ({ loaded, total }) =>
      tell({ phase: 'sending', share: total > 0 ? loaded / total : 1 });
    request.upload.onload = sent;
    request.onload = () => {
      const body = parsed(request.responseText);
      resolve(typeof body === 'object' && body !== null ? { status: request.status, body } : null);
    };
    request.onerror = () => resolve(null);
    request.send(file);
  });

/** Milliseconds between two looks at how far the server is. */
const LOOK_EVERY = 1000;

const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));

const look = (): Promise<RestoreState> => callApi('GET /archive/restore');

/** Tells how far the server is until it is known how it ended. */
const watch = async (tell: Tell, isOver: () => boolean): Promise<void> => {
  while (!isOver()) {
    const now = await look().catch(() => null);
    if (now?.state === 'restoring' && !isOver()) tell({ phase: 'restoring', share: now.share });
    await pause();
  }
};

/** What became of a restore whose answer was lost on the way. */
const outcome = async (tell: Tell): Promise<RestoredRows> => {
  for (;;) {
    const now = await look();
    if (now.state === 'done') return now.counts;
    if (now.state === 'failed') {
      const [first] = now.problems;
      throw new ApiError(first?.code ?? 'internal', sayProblems(now.problems));
    }
    if (now.state === 'none') throw toApiError(undefined);
    if (now.state === 'restoring') tell({ phase: 'restoring', share: now.share });
    await pause();
  }
};

/** Sends a backup to be restored, and tells how far that is; goes on watching where the connection breaks meanwhile. */
export const restoreBackup = async (file: File, tell: Tell): Promise<RestoredRows> => {
  let over = false;
  const sent = (): void => {
    tell({ phase: 'restoring', share: 0 });
    void watch(tell, () => over);
  };
  try {
    const answer = await send(file, tell, sent);
    if (answer === null) return await outcome(tell);
    if (answer.status >= 400) throw toApiError(answer.body);
    return answer.body as RestoredRows;
  } finally {
    over = true;
  }
};
