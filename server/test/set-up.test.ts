import type { Agent } from 'supertest';
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
  readonly name: string;
}
const codeOf = (response: { readonly body: unknown }): string =>
  (response.body as { error: { code: string } }).error.code;

const SCHOOL = {
  name: 'Low index',
  base: 'one-per-string',
  digits: ['p', 'i', 'm'],
  homes: { i: [4, 3] },
  weights: { cross: 4 },
};
const keepSchool = async (agent: Agent): Promise<Kept> =>
  (await agent.post('/api/schools').send(SCHOOL).expect(201)).body as Kept;

describe('hands', () => {
  test('are kept, listed and deleted; a student’s hand names a student of the studio', async () => {
    const agent = await server.newStudio();
    const kept = (
      await agent
        .post('/api/hands')
        .send({ name: 'Mine', scale: { p: 1.2 }, times: { otherDigit: 0.06 } })
        .expect(201)
    ).body as Kept;
    const listed = (await agent.get('/api/hands').expect(200)).body as { document: unknown }[];
    expect(listed).toMatchObject([
      { name: 'Mine', studentId: null, document: { scale: { p: 1.2 }, times: { otherDigit: 0.06 } } },
    ]);
    await agent.delete(`/api/hands/${kept.id}`).expect(204);
    expect((await agent.get('/api/hands').expect(200)).body).toEqual([]);
    expect(
      codeOf(
        await agent
          .post('/api/hands')
          .send({ name: 'X', scale: {}, times: {}, studentId: '4b7fa9a8-6f0b-4e35-9a2f-7a0ad1f1a111' })
          .expect(404),
      ),
    ).toBe('not-found');
  });

  test.each([
    ['a scale of zero', { name: 'X', scale: { i: 0 } }, 422, 'hand-wrong'],
    ['a time that no hand has', { name: 'X', times: { sweep: 40 } }, 422, 'estimate-wrong'],
    ['no name', { scale: {} }, 400, 'request-wrong'],
  ])('with %s are refused', async (_what, body, status, code) => {
    const agent = await server.newStudio();
    expect(codeOf(await agent.post('/api/hands').send(body).expect(status))).toBe(code);
  });
});

describe('schools of one’s own', () => {
  test('are kept and changed on the version read; a later writer is shown what is there', async () => {
    const agent = await server.newStudio();
    const { id, version } = await keepSchool(agent);
    await agent
      .put(`/api/schools/${id}`)
      .send({ ...SCHOOL, name: 'Lower index', version })
      .expect(200);
    const late = await agent
      .put(`/api/schools/${id}`)
      .send({ ...SCHOOL, name: 'Late', version })
      .expect(409);
    expect(codeOf(late)).toBe('version-conflict');
    expect((late.body as { current: Kept }).current).toMatchObject({ name: 'Lower index', version: 2 });
    await agent.delete(`/api/schools/${id}`).expect(204);
  });

  test.each([
    ['no digits', { ...SCHOOL, digits: [] }, 'school-without-digits'],
    ['a base that is none', { ...SCHOOL, base: 'nobody' }, 'school-unknown'],
    ['a negative weight', { ...SCHOOL, weights: { cross: -1 } }, 'school-weight-wrong'],
  ])('with %s are refused', async (_what, body, code) => {
    const agent = await server.newStudio();
    expect(codeOf(await agent.post('/api/schools').send(body).expect(422))).toBe(code);
  });

  test('a pattern carries its school, and the list knows its name', async () => {
    const agent = await server.newStudio();
    const { createPattern } = await import('@fleet-wren/core');
    const ownSchool = { id: 'x', ...SCHOOL };
    const pattern = createPattern('With it', {
      school: 'own:x',
      ownSchool: ownSchool as never,
      strokes: [{ id: 'a', at: 0, string: 4 }],
    });
    await agent.post('/api/patterns').send({ pattern }).expect(201);
    const { patterns } = (await agent.get('/api/patterns').expect(200)).body as {
      patterns: { summary: { schoolName: string } }[];
    };
    expect(patterns[0]?.summary.schoolName).toBe('Low index');
    await agent
      .post('/api/patterns')
      .send({ pattern: { ...pattern, ownSchool: undefined } })
      .expect(400);
  });
});

test('estimates are the studio’s own, and what no hand can have is refused', async () => {
  const [agent, other] = [await server.newStudio(), await server.newStudio()];
  await agent
    .put('/api/estimates')
    .send({ estimates: { i: 0.2 }, version: 0 })
    .expect(200);
  expect((await agent.get('/api/estimates').expect(200)).body).toEqual({ estimates: { i: 0.2 }, version: 1 });
  expect((await other.get('/api/estimates').expect(200)).body).toEqual({ estimates: {}, version: 0 });
  expect(
    codeOf(
      await agent
        .put('/api/estimates')
        .send({ estimates: { i: 0 }, version: 1 })
        .expect(422),
    ),
  ).toBe('estimate-wrong');
});

test('another studio’s hands and schools are not there', async () => {
  const [agent, other] = [await server.newStudio(), await server.newStudio()];
  const hand = (await agent.post('/api/hands').send({ name: 'Mine', scale: {}, times: {} }).expect(201)).body as Kept;
  const school = await keepSchool(agent);
  await other.delete(`/api/hands/${hand.id}`).expect(404);
  await other.delete(`/api/schools/${school.id}`).expect(404);
  await other
    .put(`/api/schools/${school.id}`)
    .send({ ...SCHOOL, version: 1 })
    .expect(404);
  expect((await other.get('/api/hands').expect(200)).body).toEqual([]);
  await server.stranger().get('/api/schools').expect(401);
});
