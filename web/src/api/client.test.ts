import { jest } from '@jest/globals';
import { createPattern } from '@fleet-wren/core';
import { callApi, pathOf } from './http-client.ts';

interface Sent {
  readonly url: string;
  readonly method: string;
  readonly key: string | undefined;
}

const sent: Sent[] = [];

/** A server that gives these answers in turn, and the last one from then on. */
const serverAnswers = (...answers: readonly (() => Response)[]): void => {
  sent.length = 0;
  globalThis.fetch = ((url: string, { method = 'GET', headers }: RequestInit) => {
    sent.push({ url, method, key: (headers as Record<string, string>)['idempotency-key'] });
    const make = answers[Math.min(sent.length, answers.length) - 1];
    return Promise.resolve().then(() => make?.());
  }) as typeof fetch;
};

const json = (body: string, status = 200): Response =>
  new Response(body, { status, headers: { 'content-type': 'application/json; charset=utf-8' } });

const cutOff = (): Response => {
  const body = new ReadableStream({
    start: (controller) => {
      controller.enqueue(new TextEncoder().encode('{"id": "4'));
      controller.error(new TypeError('network error'));
    },
  });
  return new Response(body, { headers: { 'content-type': 'application/json' } });
};

const nobody = (): Response => {
  throw new TypeError('Failed to fetch');
};
const refused = (): Response => json('{"error":{"code":"not-found","message":"Gone."}}', 404);
const underWay = (): Response => json('{"error":{"code":"request-under-way","message":"Wait."}}', 409);
const fine = (): Response => json('{"loaded":true}');

const realFetch = globalThis.fetch;

beforeEach(() => {
  jest.useFakeTimers({ advanceTimers: true });
});
afterEach(() => {
  jest.useRealTimers();
  globalThis.fetch = realFetch;
});

/** What becomes of a request, with all waits gone through at once. */
const outcome = async <T>(request: Promise<T>): Promise<T | Error> => {
  const done = request.catch((error: unknown) => error as Error);
  await jest.advanceTimersByTimeAsync(10_000);
  return done;
};

describe('an answer of the server', () => {
  test('is what it holds', async () => {
    serverAnswers(fine);
    expect(await outcome(callApi('GET /demo'))).toEqual({ loaded: true });
  });

  test('may hold nothing', async () => {
    serverAnswers(() => new Response(null, { status: 204 }));
    expect(await outcome(callApi('DELETE /demo'))).toBeUndefined();
    serverAnswers(() => new Response(null, { status: 201 }));
    expect(await outcome(callApi('POST /demo'))).toBeUndefined();
  });

  test.each<[string, () => Response]>([
    ['cut off on the way', cutOff],
    ['JSON that ends early', () => json('{"id": "4')],
    ['JSON of nothing', () => json('')],
    ['the page of a hotel', () => new Response('<html>Welcome</html>', { headers: { 'content-type': 'text/html' } })],
  ])('%s is an error with a name, and never undefined', async (_what, make) => {
    serverAnswers(make);
    expect(await outcome(callApi('GET /demo'))).toMatchObject({ name: 'ApiError', code: 'answer-incomplete' });
  });

  test('that is an error has its code; nobody there, or somebody else, is unavailable', async () => {
    serverAnswers(refused);
    expect(await outcome(callApi('GET /demo'))).toMatchObject({ code: 'not-found', message: 'Gone.' });
    serverAnswers(() => new Response('<html>', { status: 511 }));
    expect(await outcome(callApi('GET /demo'))).toMatchObject({ code: 'unavailable' });
    serverAnswers(nobody);
    expect(await outcome(callApi('GET /demo'))).toMatchObject({ code: 'unavailable' });
  });
});

describe('a request that did not get through', () => {
  test('is tried again where that does no harm, and what is refused is not', async () => {
    serverAnswers(nobody, cutOff, fine);
    expect(await outcome(callApi('GET /demo'))).toEqual({ loaded: true });
    expect(sent).toHaveLength(3);
    serverAnswers(refused);
    await outcome(callApi('GET /demo'));
    expect(sent).toHaveLength(1);
  });

  test('is given up after the third try', async () => {
    serverAnswers(nobody);
    expect(await outcome(callApi('GET /demo'))).toMatchObject({ code: 'unavailable' });
    expect(sent).toHaveLength(3);
  });

  test('to create something bears the same key each time, so that it is created once', async () => {
    serverAnswers(nobody, underWay, fine);
    await outcome(callApi('POST /patterns', { body: { pattern: createPattern('Weir') } }));
    expect(sent.map(({ method }) => method)).toEqual(['POST', 'POST', 'POST']);
    expect(new Set(sent.map(({ key }) => key)).size).toBe(1);
    expect(sent[0]?.key).toMatch(/^[0-9a-f-]{36}$/);
    serverAnswers(fine);
    await outcome(callApi('POST /patterns', { body: { pattern: createPattern('Weir') } }));
    expect(sent[0]?.key).toMatch(/^[0-9a-f-]{36}$/);
  });

  test('to save or to sign in is not tried again: nobody knows whether it was done', async () => {
    serverAnswers(nobody);
    await outcome(callApi('PUT /settings', { body: { settings: {}, version: 1 } }));
    expect(sent).toHaveLength(1);
    serverAnswers(nobody);
    await outcome(callApi('POST /auth/sign-in', { body: { email: 'a@studio.example', password: 'x' } }));
    expect(sent.map(({ key }) => key)).toEqual([undefined]);
  });

  test('to delete is done where a later try finds nothing any more', async () => {
    serverAnswers(nobody, refused);
    expect(await outcome(callApi('DELETE /patterns/:id', { params: { id: '7' } }))).toBeUndefined();
    serverAnswers(refused);
    expect(await outcome(callApi('DELETE /patterns/:id', { params: { id: '7' } }))).toMatchObject({
      code: 'not-found',
    });
  });

  test('what outlives its page is tried again like all else while the page is there', async () => {
    serverAnswers(nobody);
    const left = callApi('DELETE /assignments/:id', { params: { id: '7' }, keepalive: true });
    await outcome(left);
    expect(sent.length).toBeGreaterThan(1);
  });
});

test('parameters and queries are written as addresses want them', async () => {
  expect(pathOf('GET /patterns/:id/versions/:version', { id: 'a/b', version: '2 3' })).toBe(
    '/patterns/a%2Fb/versions/2%203',
  );
  serverAnswers(() => json('{"patterns":[],"next":null}'));
  await outcome(callApi('GET /patterns', { query: { search: 'río & sea', tag: '', limit: 3, after: undefined } }));
  expect(sent[0]?.url).toBe('/api/patterns?search=r%C3%ADo+%26+sea&limit=3');
});
