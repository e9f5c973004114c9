import { requestJson } from './http-client.ts';

const serverAnswers = (make: () => Response | Promise<Response>): void => {
  globalThis.fetch = (() => Promise.resolve().then(make)) as typeof fetch;
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

describe('an answer of the server', () => {
  test('is what it holds', async () => {
    serverAnswers(() => json('{"id":"4"}'));
    await expect(requestJson('GET', '/x')).resolves.toEqual({ id: '4' });
  });

  test('may hold nothing', async () => {
    serverAnswers(() => new Response(null, { status: 204 }));
    await expect(requestJson('DELETE', '/x')).resolves.toBeUndefined();
    serverAnswers(() => new Response(null, { status: 201 }));
    await expect(requestJson('POST', '/x')).resolves.toBeUndefined();
  });

  test.each<[string, () => Response]>([
    ['cut off on the way', cutOff],
    ['JSON that ends early', () => json('{"id": "4')],
    ['JSON of nothing', () => json('')],
    ['the page of a hotel', () => new Response('<html>Welcome</html>', { headers: { 'content-type': 'text/html' } })],
  ])('%s is an error with a name, and never undefined', async (_what, make) => {
    serverAnswers(make);
    await expect(requestJson('GET', '/x')).rejects.toMatchObject({ name: 'ApiError', code: 'answer-incomplete' });
  });

  test('that is an error has its code; nobody there, or somebody else, is unavailable', async () => {
    serverAnswers(() => json('{"error":{"code":"not-found","message":"Gone."}}', 404));
    await expect(requestJson('GET', '/x')).rejects.toMatchObject({ code: 'not-found', message: 'Gone.' });
    serverAnswers(() => new Response('<html>', { status: 511 }));
    await expect(requestJson('GET', '/x')).rejects.toMatchObject({ code: 'unavailable' });
    serverAnswers(() => Promise.reject(new TypeError('Failed to fetch')));
    await expect(requestJson('GET', '/x')).rejects.toMatchObject({ code: 'unavailable' });
  });
});
