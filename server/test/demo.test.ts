import { createPattern } from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

interface Held {
  readonly patterns: readonly string[];
  readonly songs: readonly string[];
  readonly students: readonly string[];
}

const names = (list: readonly { readonly name: string }[]): readonly string[] => list.map(({ name }) => name);

/** The names of what a studio holds. */
const held = async (agent: Agent): Promise<Held> => {
  const [patterns, songs, students] = await Promise.all(
    ['/api/patterns', '/api/songs', '/api/students'].map(
      async (path) => (await agent.get(path).expect(200)).body as never,
    ),
  );
  return {
    patterns: names((patterns as unknown as { patterns: { name: string }[] }).patterns),
    songs: names((songs as unknown as { songs: { name: string }[] }).songs),
    students: names(students as unknown as { name: string }[]),
  };
};

test('the demo comes into a new studio once, and goes again without what the studio made itself', async () => {
  const agent = await server.newStudio();
  const other = await server.newStudio();
  await agent
    .post('/api/patterns')
    .send({ pattern: createPattern('Our own') })
    .expect(201);
  await agent.post('/api/students').send({ name: 'Ilse Reed', about: {} }).expect(201);
  expect((await agent.get('/api/demo').expect(200)).body).toEqual({ loaded: false });
  await Promise.all([0, 1].map(() => agent.post('/api/demo').expect(201)));
  expect((await agent.get('/api/demo').expect(200)).body).toEqual({ loaded: true });
  const full = await held(agent);
  expect(new Set(full.patterns).size).toBe(full.patterns.length);
  expect(full.patterns).toEqual(expect.arrayContaining(['Our own', 'Six o’clock roll']));
  expect(full.songs).toContain('Lamps along the towpath');
  expect(full.students).toEqual(expect.arrayContaining(['Ilse Reed', 'Ottoline Marsh']));
  expect(await held(other)).toEqual({ patterns: [], songs: [], students: [] });
  await agent.delete('/api/demo').expect(204);
  expect(await held(agent)).toEqual({ patterns: ['Our own'], songs: [], students: ['Ilse Reed'] });
  expect((await agent.get('/api/demo').expect(200)).body).toEqual({ loaded: false });
});
