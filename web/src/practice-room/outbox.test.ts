import type { StoredPracticeEvent } from '@fleet-wren/contract';
import { jest } from '@jest/globals';
import type { PracticeEvent } from '@fleet-wren/core';
import { Outbox, SENDING, type RefusedEvent } from './outbox.ts';
import { sendEvents } from './event-transport.ts';

const eventNamed = (id: string): StoredPracticeEvent => ({
  assignment: 'a',
  event: { id, at: 1, kind: 'rest' } satisfies PracticeEvent,
});

type Fetch = (url: string, init: RequestInit) => Promise<Response>;

const json = (status: number, body: unknown, headers: Record<string, string> = {}): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json; charset=utf-8', ...headers },
  });

const page = (status: number): Response =>
  new Response('<html>Welcome to the café’s network</html>', { status, headers: { 'content-type': 'text/html' } });

const ownError = (status: number, code: string): Response =>
  json(status, { error: { code, message: 'A sentence.', problems: [] } });

const sentIn = ({ body }: RequestInit): readonly string[] =>
  (JSON.parse(String(body)) as { events: readonly StoredPracticeEvent[] }).events.map(({ event }) => event.id);

const receipt = (accepted: readonly string[], refused: readonly string[] = []): Response =>
  json(201, {
    accepted,
    refused: refused.map((id) => ({ id, problems: [{ code: 'event-wrong', details: { problem: 'it is odd' } }] })),
    assignments: [],
  });

/** A room’s outbox over a network that answers as it is told to. */
const outboxOver = (answer: Fetch, ...ids: readonly string[]) => {
  globalThis.fetch = answer as typeof fetch;
  let waiting: readonly StoredPracticeEvent[] = ids.map(eventNamed);
  const seen = { reached: [] as boolean[], ended: [] as string[], refused: [] as RefusedEvent[] };
  const outbox = new Outbox({
    post: (events) => sendEvents('token', { events }),
    waiting: () => waiting,
    reached: (reached) => void seen.reached.push(reached),
    ended: (message) => Promise.resolve(void seen.ended.push(message)),
    settled: (arrived, refused) => {
      const names = new Set([...arrived, ...refused.map(({ told }) => told)].map(({ event }) => event.id));
      waiting = waiting.filter(({ event }) => !names.has(event.id));
      seen.refused.push(...refused);
      return Promise.resolve();
    },
  });
  return { outbox, seen, left: () => waiting.map(({ event }) => event.id) };
};

const realFetch = globalThis.fetch;
beforeEach(() => void jest.useFakeTimers());
afterEach(() => {
  jest.useRealTimers();
  globalThis.fetch = realFetch;
});

const cut = (): Response =>
  new Response(
    new ReadableStream({
      start: (controller) => {
        controller.enqueue(new TextEncoder().encode('{"accepted":["one"'));
        controller.error(new TypeError('terminated'));
      },
    }),
    { status: 201, headers: { 'content-type': 'application/json' } },
  );

/** Everything that may answer in the place of our server, or that it may answer when it has not taken anything. */
const OTHERS: Readonly<Record<string, () => Response>> = {
  'a portal’s page with 200': () => page(200),
  'a portal’s page with 201': () => page(201),
  'an empty 204': () => new Response(null, { status: 204 }),
  'an empty 201': () => new Response('', { status: 201, headers: { 'content-type': 'application/json' } }),
  '401 of a proxy': () => page(401),
  '403 of a portal': () => page(403),
  '403 of our server': () => ownError(403, 'wrong-origin'),
  '404 of another server': () => page(404),
  '407 of a proxy': () => page(407),
  '408 of our server': () => ownError(408, 'request-slow'),
  '409 of a proxy': () => page(409),
  '413 of a proxy': () => page(413),
  '429 of our server': () => ownError(429, 'too-many-tries'),
  '500 of our server': () => ownError(500, 'internal'),
  '502 of a proxy': () => page(502),
  '503 of our server': () => ownError(503, 'unavailable'),
  'JSON of another server': () => json(200, { status: 'ok' }),
  'a list': () => json(201, []),
  'a receipt for other events': () => receipt(['another']),
  'an error of another server in JSON': () => json(400, { error: { code: 'E_CAPTIVE', message: 'Log in' } }),
  'an answer that breaks off': cut,
};

test.each(Object.entries(OTHERS))(
  '%s leaves everything waiting, and the next try goes through',
  async (_what, answer) => {
    let answered = answer;
    const { outbox, left, seen } = outboxOver(() => Promise.resolve(answered()), 'one', 'two');
    await outbox.send();
    expect(left()).toEqual(['one', 'two']);
    expect(seen.ended).toEqual([]);
    answered = () => receipt(['one', 'two']);
    await outbox.send();
    expect(left()).toEqual([]);
  },
);

test('a network that is not there, and an answer that never comes, leave everything waiting', async () => {
  const none = outboxOver(() => Promise.reject(new TypeError('Failed to fetch')), 'one');
  await none.outbox.send();
  expect(none.left()).toEqual(['one']);
  // Node's own timer of the signal is not the fake one.
  const timeout = jest.spyOn(AbortSignal, 'timeout').mockImplementation(() => AbortSignal.abort());
  const hung = outboxOver(
    (_url, { signal }) =>
      new Promise((_resolve, reject) => {
        if (signal?.aborted) reject(new DOMException('Timed out', 'TimeoutError'));
      }),
    'one',
  );
  await hung.outbox.send();
  expect(hung.left()).toEqual(['one']);
  expect(timeout).toHaveBeenCalledWith(15_000);
  timeout.mockRestore();
});

test('it tries again by itself, after longer and longer pauses', async () => {
  let tries = 0;
  const { outbox, left } = outboxOver(() => {
    tries += 1;
    return Promise.resolve(tries < 4 ? page(200) : receipt(['one']));
  }, 'one');
  await outbox.send();
  for (const pause of [SENDING.again, 2 * SENDING.again, 4 * SENDING.again]) {
    const before = tries;
    await jest.advanceTimersByTimeAsync(pause - 1);
    expect(tries).toBe(before);
    await jest.advanceTimersByTimeAsync(1);
    expect(tries).toBe(before + 1);
  }
  expect(left()).toEqual([]);
});

test('what our server names as refused is shown with why, and the rest arrives', async () => {
  const { outbox, left, seen } = outboxOver(
    (_url, init) =>
      Promise.resolve(
        receipt(
          sentIn(init).filter((id) => id !== 'odd'),
          ['odd'],
        ),
      ),
    ...['one', 'odd', 'two'],
  );
  await outbox.send();
  expect(left()).toEqual([]);
  expect(seen.refused.map(({ told, problems }) => [told.event.id, problems[0]?.code])).toEqual([
    ['odd', 'event-wrong'],
  ]);
});

test('one event our server cannot read at all stays, and keeps the others from nothing', async () => {
  const { outbox, left } = outboxOver(
    (_url, init) => {
      const ids = sentIn(init);
      return Promise.resolve(ids.includes('bad') ? ownError(400, 'request-wrong') : receipt(ids));
    },
    ...['one', 'two', 'bad', 'three', 'four'],
  );
  await outbox.send();
  expect(left()).toEqual(['bad']);
});

test('only our own word ends a link, and nothing that waits is let go of then', async () => {
  const { outbox, left, seen } = outboxOver(() => Promise.resolve(ownError(404, 'link-ended')), 'one');
  await outbox.send();
  expect(seen.ended).toEqual(['A sentence.']);
  expect(left()).toEqual(['one']);
});

test('a server that asks for time is given it', async () => {
  let tries = 0;
  const { outbox } = outboxOver(() => {
    tries += 1;
    return Promise.resolve(json(429, { error: { code: 'too-many-tries', message: 'Wait.' } }, { 'retry-after': '30' }));
  }, 'one');
  await outbox.send();
  await jest.advanceTimersByTimeAsync(29_000);
  expect(tries).toBe(1);
  await jest.advanceTimersByTimeAsync(1000);
  expect(tries).toBe(2);
  outbox.close();
});
