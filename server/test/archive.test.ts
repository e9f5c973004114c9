import { createHash, randomUUID } from 'node:crypto';
import { newPattern, newSong } from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

/** A student with something set and something that happened. */
const practising = async (agent: Agent): Promise<void> => {
  const about = { lessonDay: 2, notes: 'Thumb pick.' };
  const student = (await agent.post('/api/students').send({ name: 'Junia Weir', about }).expect(201)).body as {
    id: string;
  };
  const plan = { target: 80, stages: [{ key: 'thumb', name: 'Thumb', gate: 5, tempos: [60] }] };
  const set = { name: 'Roll', pattern: newPattern('Roll'), target: 80, way: 'short bursts early', plan };
  const { body } = await agent.post(`/api/students/${student.id}/assignments`).send(set).expect(201);
  const event = { id: randomUUID(), at: 1_750_000_000_000, kind: 'clean', stage: 'thumb', tempo: 60 };
  const events = [{ assignment: (body as { id: string }).id, event }];
  await agent.post(`/api/students/${student.id}/events`).send({ events }).expect(201);
};

const archiveOf = async (agent: Agent): Promise<string> =>
  (
    await agent
      .get('/api/archive')
      .buffer(true)
      .parse((response, done) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString('utf8')));
        response.on('end', () => done(null, text));
      })
  ).body as string;

const readBack = (agent: Agent, text: string) =>
  agent.post('/api/archive').set('content-type', 'application/x-ndjson').send(text);

/** A studio with something of every kind. */
const filled = async (): Promise<Agent> => {
  const agent = await server.newStudio();
  const strokes = [
    { id: 'a', at: 0, string: 5 },
    { id: 'b', at: 210, string: 3, pin: 'm' as const },
  ];
  const { body } = await agent.post('/api/patterns').send({ pattern: newPattern('Röll “é”', { strokes }) });
  const { id, pattern } = body as { id: string; pattern: object };
  await agent
    .put(`/api/patterns/${id}`)
    .send({ version: 1, pattern: { ...pattern, tempo: 99 } })
    .expect(200);
  await agent.post(`/api/patterns/${id}/versions`).send({ label: 'Before' }).expect(204);
  await agent
    .post('/api/songs')
    .send({ song: newSong('Low water') })
    .expect(201);
  await agent
    .post('/api/hands')
    .send({ name: 'Small', scale: { p: 1.2 }, times: {} })
    .expect(201);
  await agent
    .post('/api/schools')
    .send({ name: 'Ours', base: 'rolling', digits: ['p', 'i', 'm'], homes: {}, weights: { cross: 5 } })
    .expect(201);
  await agent
    .put('/api/estimates')
    .send({ estimates: { i: 0.2 }, version: 0 })
    .expect(200);
  await agent
    .put('/api/settings')
    .send({ settings: { leftHanded: true }, version: 0 })
    .expect(200);
  await practising(agent);
  return agent;
};

/** Lines without what differs from studio to studio. */
const rowsIn = (text: string): readonly string[] => text.trim().split('\n').slice(1, -1).sort();

describe('the archive of a studio', () => {
  test('everything comes back in an empty studio, and its archive is the same again', async () => {
    const text = await archiveOf(await filled());
    const other = await server.newStudio();
    const { body } = await readBack(other, text).expect(201);
    expect(body).toEqual({ students: 1, documents: 6, document_versions: 2, assignments: 1, practice_events: 1 });
    expect(rowsIn(await archiveOf(other))).toEqual(rowsIn(text));
    const { patterns } = (await other.get('/api/patterns')).body as { patterns: { name: string }[] };
    expect(patterns.map(({ name }) => name)).toEqual(['Röll “é”']);
    expect(((await other.get('/api/songs')).body as { songs: object[] }).songs).toHaveLength(1);
  });

  test('its checksum is that of all lines before the last, as any program finds it', async () => {
    const text = await archiveOf(await filled());
    const lines = text.trim().split('\n');
    const before = `${lines.slice(0, -1).join('\n')}\n`;
    const end = JSON.parse(lines.at(-1) ?? '') as { sha256: string; rows: number };
    expect(end).toEqual({
      end: true,
      rows: lines.length - 2,
      sha256: createHash('sha256').update(before).digest('hex'),
    });
  });

  test('a studio that has something is never read into', async () => {
    const text = await archiveOf(await filled());
    const { status, body } = await readBack(await filled(), text);
    expect([status, (body as { error: { code: string } }).error.code]).toEqual([409, 'archive-not-empty']);
  });

  const damaged: readonly (readonly [string, (text: string) => string, RegExp])[] = [
    ['cut off', (text) => text.slice(0, Math.floor(text.length * 0.7)), /breaks off|is not what an archive holds/],
    ['without its end', (text) => `${text.trim().split('\n').slice(0, -1).join('\n')}\n`, /breaks off after/],
    ['changed in one place', (text) => text.replace('Low water', 'Low-water'), /checksum differs/],
    ['of a newer version', (text) => text.replace('"version":2', '"version":9'), /newer/],
    ['with a row of another table', (text) => text.replace('"table":"documents"', '"table":"teachers"'), /line 3/],
    ['with a document that cannot stand', (text) => text.replace('"tempo":99', '"tempo":9'), /line \d+: A tempo of 9/],
    ['of nothing', () => '', /breaks off/],
    ['no archive', () => '{"hello": 1}\n', /no archive of a studio/],
    ['not even lines', () => 'x'.repeat(5_000_000), /longer than any document/],
  ];

  test.each(damaged)('one %s is refused whole, and nothing is kept of it', async (_what, damage, words) => {
    const text = await archiveOf(await filled());
    const other = await server.newStudio();
    const { status, body } = await readBack(other, damage(text));
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
    expect((body as { error: { message: string } }).error.message).toMatch(words);
    expect(rowsIn(await archiveOf(other))).toEqual([]);
  });

  test('nobody without a session gets one, and none holds another studio’s', async () => {
    await server.stranger().get('/api/archive').expect(401);
    await filled();
    expect(rowsIn(await archiveOf(await server.newStudio()))).toEqual([]);
  });
});
