import { createPattern, createSong } from '@fleet-wren/core';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

describe('what is not there, or cannot be, is answered in one way', () => {
  test('a version of a song is none of a pattern', async () => {
    const agent = await server.newStudio();
    const song = (
      await agent
        .post('/api/songs')
        .send({ song: createSong('Ash lane') })
        .expect(201)
    ).body as { id: string };
    await agent.post(`/api/songs/${song.id}/versions`).send({ label: 'Before' }).expect(204);
    const [version] = (await agent.get(`/api/songs/${song.id}/versions`).expect(200)).body as { id: string }[];
    await agent.get(`/api/songs/${song.id}/versions/${version?.id}`).expect(200);
    await agent.get(`/api/patterns/${song.id}/versions/${version?.id}`).expect(404);
    const made = (
      await agent
        .post('/api/patterns')
        .send({ pattern: createPattern('Weir') })
        .expect(201)
    ).body as {
      id: string;
    };
    await agent.get(`/api/songs/${made.id}/versions/${version?.id}`).expect(404);
  });

  test.each([
    ['a text of 48 kB', { patterns: 'x'.repeat(60_000) }],
    ['texts of 48 kB', { patterns: ['x'.repeat(60_000), 'y'] }],
    ['an object', { patterns: { text: 'x'.repeat(60_000) } }],
    ['a number and much beside it', { patterns: 7, pattern: 'x'.repeat(60_000), song: 3 }],
  ])('where many patterns should be: %s', async (_what, body) => {
    const agent = await server.newStudio();
    const { status } = await agent.post('/api/patterns/many').send(body);
    expect([400, 422]).toContain(status);
  });

  test('frames are refused to whoever knows either header', async () => {
    const { headers } = await server.stranger().get('/api/health').expect(200);
    expect(headers['x-frame-options']).toBe('DENY');
    expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
  });

  test('a page of the same host by another scheme is another site', async () => {
    const agent = await server.newStudio();
    await new Promise<void>((resolve) => server.app.getHttpServer().listen(0, '127.0.0.1', () => resolve()));
    const { port } = server.app.getHttpServer().address() as { port: number };
    const add = (origin: string) =>
      agent.post('/api/students').set('host', `127.0.0.1:${port}`).set('origin', origin).send({ name: 'Imre' });
    await add(`http://127.0.0.1:${port}`).expect(201);
    for (const origin of [`https://127.0.0.1:${port}`, 'http://127.0.0.1', 'null', `http://127.0.0.1:${port}.example`])
      await add(origin).expect(403);
  });
});
