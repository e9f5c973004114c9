import { createSong, type Song } from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

interface Kept {
  readonly id: string;
  readonly version: number;
  readonly song: Song;
}

const create = async (agent: Agent, song: Song = createSong('Low water')): Promise<Kept> =>
  (await agent.post('/api/songs').send({ song }).expect(201)).body as Kept;

const codeOf = (body: unknown): string => (body as { error: { code: string } }).error.code;

describe('songs of a studio', () => {
  test('kept, opened, changed, listed', async () => {
    const agent = await server.newStudio();
    const { id, version, song } = await create(agent);
    expect([version, song]).toEqual([1, createSong('Low water')]);
    const changed = { ...song, tempo: 96 };
    await agent.put(`/api/songs/${id}`).send({ version: 1, song: changed }).expect(200);
    expect((await agent.get(`/api/songs/${id}`).expect(200)).body).toMatchObject({ version: 2, song: { tempo: 96 } });
    const { songs } = (await agent.get('/api/songs').expect(200)).body as { songs: { summary: object }[] };
    expect(songs).toMatchObject([{ id, name: 'Low water', summary: { bars: 4, tempo: 96, form: 'A' } }]);
  });

  test('two windows never overwrite each other: the later one is told what is there', async () => {
    const agent = await server.newStudio();
    const { id, song } = await create(agent);
    await agent
      .put(`/api/songs/${id}`)
      .send({ version: 1, song: { ...song, tempo: 90 } })
      .expect(200);
    const { status, body } = await agent.put(`/api/songs/${id}`).send({ version: 1, song: { ...song, tempo: 70 } });
    expect([status, codeOf(body)]).toEqual([409, 'version-conflict']);
    expect((body as { current: Kept }).current.song.tempo).toBe(90);
  });

  test('found by words of the name, page by page', async () => {
    const agent = await server.newStudio();
    for (const name of ['Reed song', 'Lamp song', 'Reed dance']) await create(agent, createSong(name));
    const names = async (query: string): Promise<readonly string[]> =>
      ((await agent.get(`/api/songs?${query}`)).body as { songs: { name: string }[] }).songs.map(({ name }) => name);
    expect(await names('search=reed')).toEqual(['Reed dance', 'Reed song']);
    const { next } = (await agent.get('/api/songs?limit=2')).body as { next: string };
    expect(await names(`limit=2&after=${encodeURIComponent(next)}`)).toEqual(['Reed song']);
  });

  test('deleted and brought back, copied, named versions', async () => {
    const agent = await server.newStudio();
    const { id } = await create(agent);
    await agent.delete(`/api/songs/${id}`).expect(204);
    await agent.get(`/api/songs/${id}`).expect(404);
    await agent.post(`/api/songs/${id}/restore`).expect(204);
    expect((await agent.post(`/api/songs/${id}/duplicate`).expect(201)).body).toMatchObject({
      song: { name: 'Low water (copy)' },
    });
    await agent.post(`/api/songs/${id}/versions`).send({ label: 'Before' }).expect(204);
    const [line] = (await agent.get(`/api/songs/${id}/versions`)).body as { id: string; label: string }[];
    expect(line?.label).toBe('Before');
    expect((await agent.get(`/api/songs/${id}/versions/${line?.id}`)).body).toMatchObject({
      song: { name: 'Low water' },
    });
  });

  test.each<[string, unknown, number, string]>([
    [
      'a form that plays nothing there is',
      { ...createSong('x'), form: [{ section: 'nowhere', times: 1 }] },
      422,
      'song-wrong',
    ],
    ['a field that is no part of it', { ...createSong('x'), extra: true }, 400, 'field-wrong'],
    ['no song', 7, 400, 'field-wrong'],
  ])('%s is refused', async (_what, song, expected, code) => {
    const agent = await server.newStudio();
    const { status, body } = await agent.post('/api/songs').send({ song });
    expect([status, codeOf(body)]).toEqual([expected, code]);
  });

  test('no studio sees another’s, nobody without a session sees any', async () => {
    const [mine, other] = [await server.newStudio(), await server.newStudio()];
    const { id, song } = await create(mine);
    await other.get(`/api/songs/${id}`).expect(404);
    await other.put(`/api/songs/${id}`).send({ version: 1, song }).expect(404);
    await other.delete(`/api/songs/${id}`).expect(404);
    await server.stranger().get(`/api/songs/${id}`).expect(401);
  });
});
