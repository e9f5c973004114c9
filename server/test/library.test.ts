import {
  createPattern,
  parseStringNotation,
  valueOrThrow,
  type StringNotationOptions,
  type Pattern,
} from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { SummariesService } from '../src/summaries/summaries.service.ts';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(async () => {
  await server.close();
});

interface Kept {
  readonly id: string;
  readonly version: number;
  readonly pattern: Pattern;
}
const figure = (
  text: string,
  name: string,
  options: StringNotationOptions = {},
  more: Partial<Pattern> = {},
): Pattern => ({
  ...valueOrThrow(parseStringNotation(text, { name, wholeBeats: true, ...options })).pattern,
  ...more,
});
const keep = async (agent: Agent, pattern: Pattern): Promise<Kept> =>
  (await agent.post('/api/patterns').send({ pattern }).expect(201)).body as Kept;
const names = async (agent: Agent, query: string): Promise<string[]> =>
  ((await agent.get(`/api/patterns?${query}`).expect(200)).body as { patterns: { name: string }[] }).patterns
    .map(({ name }) => name)
    .sort();

describe('the library is searched', () => {
  let agent: Agent;
  beforeAll(async () => {
    agent = await server.newStudio();
    await keep(agent, figure('6 3 2 1', 'Evening roll', { tempo: 60 }, { tags: ['rolls', 'first year'] }));
    await keep(
      agent,
      figure('3 2 1', 'Trebles only', { tempo: 300, subdivision: 3, school: 'rolling:three' }, { tags: ['rolls'] }),
    );
    await keep(
      agent,
      figure('5 3+2 4 3+2', 'With a pick', {
        school: 'hybrid',
        tempo: 80,
        metre: { beats: 3, unit: 4 },
        subdivision: 2,
      }),
    );
    // On a busy machine the figures come a moment later, and some questions are about them.
    const isJudged = async (): Promise<boolean> => {
      const { body } = await agent.get('/api/patterns').expect(200);
      const { patterns } = body as { patterns: readonly { summary: { unjudged?: true } }[] };
      return patterns.every(({ summary }) => !summary.unjudged);
    };
    while (!(await isJudged()));
  });

  test.each([
    ['search=roll', ['Evening roll', 'Trebles only']],
    ['search=year', ['Evening roll']],
    ['tag=rolls', ['Evening roll', 'Trebles only']],
    ['school=rolling', ['Trebles only']],
    ['digits=pima', ['Evening roll', 'Trebles only']],
    ['digits=pim', ['Trebles only']],
    ['strings=321', ['Trebles only']],
    ['metre=7/8', []],
    ['difficulty=easy', ['Evening roll', 'With a pick']],
    ['search=roll&digits=pim&strings=123', ['Trebles only']],
  ])('%s', async (query, expected) => {
    expect(await names(agent, query)).toEqual(expected);
  });

  test('what is asked for wrongly is refused in words', async () => {
    expect(
      ((await agent.get('/api/patterns?strings=abc').expect(400)).body as { error: { message: string } }).error.message,
    ).toMatch(/Strings are written as numbers/);
  });

  test('tags are counted, and only the studio’s own', async () => {
    expect((await agent.get('/api/patterns/tags').expect(200)).body).toEqual([
      { tag: 'first year', count: 1 },
      { tag: 'rolls', count: 2 },
    ]);
    const other = await server.newStudio();
    expect((await other.get('/api/patterns/tags').expect(200)).body).toEqual([]);
    expect(await names(other, 'tag=rolls')).toEqual([]);
  });
});

test('drills go to a set together: all of them or none', async () => {
  const agent = await server.newStudio();
  const drills = ['a', 'b'].map((name) => figure('5 3 2 3', name, {}, { tags: ['a set'] }));
  await agent.post('/api/patterns/many').send({ patterns: drills }).expect(201);
  expect(await names(agent, 'tag=a%20set')).toEqual(['a', 'b']);
  await agent
    .post('/api/patterns/many')
    .send({ patterns: [drills[0], { ...drills[1], tempo: 0 }] })
    .expect(422);
  expect(await names(agent, '')).toHaveLength(2);
});

describe('versions over time', () => {
  test('the state before a sitting is kept by itself, once; a named one for good', async () => {
    const agent = await server.newStudio();
    const { id, version, pattern } = await keep(
      agent,
      createPattern('First state', { strokes: [{ id: 'a', at: 0, string: 5 }] }),
    );
    const second = (
      await agent
        .put(`/api/patterns/${id}`)
        .send({ version, pattern: { ...pattern, name: 'Second state' } })
        .expect(200)
    ).body as Kept;
    await agent
      .put(`/api/patterns/${id}`)
      .send({ version: second.version, pattern: { ...pattern, name: 'Third state' } })
      .expect(200);
    await agent.post(`/api/patterns/${id}/versions`).send({ label: 'before the lesson' }).expect(204);
    const list = (await agent.get(`/api/patterns/${id}/versions`).expect(200)).body as {
      id: string;
      label: string | null;
    }[];
    expect(list.map(({ label }) => label)).toEqual(['before the lesson', null]);
    const kept = await Promise.all(
      list.map(
        async ({ id: one }) =>
          ((await agent.get(`/api/patterns/${id}/versions/${one}`).expect(200)).body as Kept).pattern.name,
      ),
    );
    expect(kept).toEqual(['Third state', 'First state']);
    await agent.post(`/api/patterns/${id}/versions`).send({ label: ' ' }).expect(400);
  });

  test('another studio’s versions are not there', async () => {
    const [agent, other] = [await server.newStudio(), await server.newStudio()];
    const { id } = await keep(agent, createPattern('Mine'));
    await agent.post(`/api/patterns/${id}/versions`).send({ label: 'kept' }).expect(204);
    const [version] = (await agent.get(`/api/patterns/${id}/versions`).expect(200)).body as { id: string }[];
    await other.get(`/api/patterns/${id}/versions`).expect(404);
    await other.get(`/api/patterns/${id}/versions/${version?.id}`).expect(404);
    await other.post(`/api/patterns/${id}/versions`).send({ label: 'x' }).expect(404);
  });
});

test('what was kept before the library could be searched is summed up anew', async () => {
  const agent = await server.newStudio();
  const { id } = await keep(agent, figure('3 2 1', 'From before', { school: 'rolling', subdivision: 3 }));
  await server
    .db('documents')
    .where({ id })
    .update({
      summary: JSON.stringify({
        metre: '4/4',
        tempo: 80,
        chord: 'C',
        strings: 6,
        strokes: 3,
        ceiling: null,
        miniature: [],
      }),
      strings_used: [],
      digits_used: [],
      summary_version: 0,
    });
  expect(await names(agent, 'strings=321')).toEqual([]);
  await server.app.get(SummariesService).refresh();
  expect(await names(agent, 'strings=321')).toEqual(['From before']);
});

test('the list judges by the studio’s estimates, as the bench does', async () => {
  const agent = await server.newStudio();
  await keep(agent, figure('1 1 1 1', 'One finger', { school: 'thumb-index:strict' }));
  const ceiling = async (): Promise<number | null> => {
    const { patterns } = (await agent.get('/api/patterns').expect(200)).body as {
      patterns: { summary: { ceiling: number | null } }[];
    };
    return patterns[0]?.summary.ceiling ?? null;
  };
  // A sixteenth by the index alone: 60 · 0.25 ÷ 0.235, and ÷ 0.47 as the studio sets it.
  expect(await ceiling()).toBe(63);
  await agent
    .put('/api/estimates')
    .send({ estimates: { i: 0.47 }, version: 0 })
    .expect(200);
  await server.app.get(SummariesService).refresh();
  expect(await ceiling()).toBe(31);
});

test('a document that cannot be read keeps neither the others nor the server from it', async () => {
  const agent = await server.newStudio();
  const [bad, good] = [await keep(agent, figure('3 2 1', 'Bad')), await keep(agent, figure('3 2 1', 'Good'))];
  await server.db('documents').whereIn('id', [bad.id, good.id]).update({ summary_version: 0, digits_used: [] });
  await server.db('documents').where({ id: bad.id }).update({ document: '{"strokes": 7}' });
  await server.app.get(SummariesService).refresh();
  expect(await names(agent, 'digits=pima')).toEqual(['Good']);
});
