import { jest } from '@jest/globals';
import { createPattern } from '@fleet-wren/core';
import { createResumableUpload } from './takes.ts';

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly link: string | undefined;
}

const asked: Asked[] = [];

const answer = (status: number, body: unknown): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

/** A server that answers as it is told, one request after another; then that all is well. */
const serverThat = (...answers: readonly (() => Response)[]): void => {
  const left = [...answers];
  asked.length = 0;
  globalThis.fetch = ((path: string, { method = 'GET', headers }: RequestInit) => {
    asked.push({ method, path, link: (headers as Record<string, string>)['x-practice-link'] });
    const next = left.shift();
    try {
      return Promise.resolve(next ? next() : answer(200, {}));
    } catch (error) {
      return Promise.reject(error as Error);
    }
  }) as typeof fetch;
};

const begun = (): Response => answer(201, { id: 't', part: 4, parts: [] });
const fine = (): Response => answer(200, {});
const gone = (): Response => {
  throw new TypeError('Failed to fetch');
};
const refused = (): Response => answer(409, { error: { code: 'quota-reached', message: 'No more.' } });

const whose = { kind: 'room', token: 'a-token' } as const;
const take = {
  name: 'Weir',
  assignment: null,
  pattern: createPattern('Weir'),
  sound: new Blob(['twelve bytes'], { type: 'audio/webm;codecs=opus' }),
};

const realFetch = globalThis.fetch;

beforeEach(() => {
  jest.useFakeTimers({ advanceTimers: true });
});
afterEach(() => {
  jest.useRealTimers();
  globalThis.fetch = realFetch;
});

/** Runs what waits for a timer to its end. */
const soon = async <T>(work: Promise<T>): Promise<T | Error> => {
  const done = work.catch((error: unknown) => error as Error);
  for (let turn = 0; turn < 40; turn += 1) await jest.advanceTimersByTimeAsync(1000);
  return done;
};

test('a take is begun once and sent part by part, with the link it comes by', async () => {
  serverThat(begun);
  const shares: number[] = [];
  await soon(createResumableUpload(whose, take)((share) => shares.push(share)));
  expect(asked.map(({ method, path }) => `${method} ${path}`)).toEqual([
    'POST /api/practice/takes',
    'PUT /api/practice/takes/t/parts/0',
    'PUT /api/practice/takes/t/parts/1',
    'PUT /api/practice/takes/t/parts/2',
  ]);
  expect(new Set(asked.map(({ link }) => link))).toEqual(new Set(['a-token']));
  expect(shares).toEqual([0, 1 / 3, 2 / 3]);
});

test('a part that does not go through is tried again; a sending that was given up goes on where it broke off', async () => {
  serverThat(begun, fine, gone, fine, gone, gone, gone, gone);
  const sending = createResumableUpload(whose, take);
  const failed = await soon(sending(() => undefined));
  expect((failed as Error).message).toMatch(/cannot reach its data/);
  serverThat();
  await soon(sending(() => undefined));
  expect(asked.map(({ path }) => path)).toEqual(['/api/practice/takes/t/parts/2']);
});

test('what is refused is refused at once, in the words of the server', async () => {
  serverThat(begun, refused);
  const failed = await soon(createResumableUpload(whose, take)(() => undefined));
  expect((failed as Error).message).toBe('No more.');
  expect(asked).toHaveLength(2);
});
