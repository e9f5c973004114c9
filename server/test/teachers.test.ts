import type { Agent } from 'supertest';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer({ registrationsPerHour: 1000 });
});
afterAll(() => server.close());

interface Colleague {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  readonly here: boolean;
}

const teachersOf = async (agent: Agent): Promise<readonly Colleague[]> =>
  (await agent.get('/api/teachers').expect(200)).body as readonly Colleague[];

const invited = async (agent: Agent): Promise<{ readonly id: string; readonly token: string }> =>
  (await agent.post('/api/teachers/invites').send({ days: 7 }).expect(201)).body as { id: string; token: string };

let count = 0;
const form = (token: string) => {
  count += 1;
  return { token, name: 'Bettina Weir', email: `weir${count}@reeds.example`, password: 'nine herons in the fog' };
};

/** Somebody who came in by an invitation. */
const joined = async (token: string): Promise<Agent> => {
  const agent = server.stranger();
  await agent.post('/api/auth/join').send(form(token)).expect(201);
  return agent;
};

const code = (body: unknown): string => (body as { readonly error: { readonly code: string } }).error.code;

test('a teacher comes in by an invitation, shares the studio, and cannot do what owners do', async () => {
  const owner = await server.newStudio();
  await owner.post('/api/students').send({ name: 'Imre Sallow' }).expect(201);
  const { token } = await invited(owner);
  const stranger = server.stranger();
  const { body } = await stranger.post('/api/auth/invited').send({ token }).expect(200);
  expect(Object.keys(body as object)).toEqual(['studio']);
  const teacher = await joined(token);
  expect((await teacher.get('/api/students').expect(200)).body).toHaveLength(1);
  expect((await teacher.get('/api/auth/me').expect(200)).body).toMatchObject({ role: 'teacher', name: 'Bettina Weir' });
  expect((await teachersOf(teacher)).map(({ role, here }) => [role, here]).sort()).toEqual([
    ['owner', false],
    ['teacher', true],
  ]);
  const [first] = (await teachersOf(owner)).filter(({ here }) => here);
  for (const refused of [
    teacher.get('/api/teachers/invites'),
    teacher.post('/api/teachers/invites').send({ days: 7 }),
    teacher.put(`/api/teachers/${first?.id}`).send({ role: 'teacher' }),
    teacher.delete(`/api/teachers/${first?.id}`),
  ])
    expect(code((await refused.expect(403)).body)).toBe('owner-only');
});

test('an invitation is good once, however many come at a time, and not after it was taken back', async () => {
  const owner = await server.newStudio();
  const { token } = await invited(owner);
  const answers = await Promise.all(
    Array.from({ length: 6 }, () => server.stranger().post('/api/auth/join').send(form(token))),
  );
  expect(answers.filter(({ status }) => status === 201)).toHaveLength(1);
  expect(new Set(answers.filter(({ status }) => status !== 201).map(({ body }) => code(body)))).toEqual(
    new Set(['invite-ended']),
  );
  expect(await teachersOf(owner)).toHaveLength(2);
  const other = await invited(owner);
  expect((await owner.get('/api/teachers/invites').expect(200)).body).toHaveLength(1);
  await owner.delete(`/api/teachers/invites/${other.id}`).expect(204);
  await server.stranger().post('/api/auth/join').send(form(other.token)).expect(404);
  await server.stranger().post('/api/auth/invited').send({ token: other.token }).expect(404);
});

test('an address that is known, a weak password and a name for the studio are refused, and the invitation stays good', async () => {
  const owner = await server.newStudio();
  const { token } = await invited(owner);
  const { body } = await owner.get('/api/auth/me').expect(200);
  const { email } = body as { readonly email: string };
  const stranger = server.stranger();
  expect(
    code(
      (
        await stranger
          .post('/api/auth/join')
          .send({ ...form(token), email })
          .expect(409)
      ).body,
    ),
  ).toBe('email-taken');
  await stranger
    .post('/api/auth/join')
    .send({ ...form(token), password: 'short' })
    .expect(400);
  await stranger
    .post('/api/auth/join')
    .send({ ...form(token), studio: 'Mine' })
    .expect(400);
  await joined(token);
});

test('who is removed is out at once; who leaves takes nothing along; a studio keeps an owner', async () => {
  const owner = await server.newStudio();
  const [me] = await teachersOf(owner);
  const second = await joined((await invited(owner)).token);
  expect(code((await owner.delete(`/api/teachers/${me?.id}`).expect(409)).body)).toBe('last-owner');
  expect(code((await owner.put(`/api/teachers/${me?.id}`).send({ role: 'teacher' }).expect(409)).body)).toBe(
    'last-owner',
  );
  const own = (await teachersOf(second)).find(({ here }) => here);
  await owner.put(`/api/teachers/${own?.id}`).send({ role: 'owner' }).expect(204);
  await second.delete(`/api/teachers/${me?.id}`).expect(204);
  await owner.get('/api/patterns').expect(401);
  expect((await teachersOf(second)).map(({ role }) => role)).toEqual(['owner']);
  const third = await joined((await invited(second)).token);
  const leaving = (await teachersOf(third)).find(({ here }) => here);
  await third.delete(`/api/teachers/${leaving?.id}`).expect(204);
  await third.get('/api/patterns').expect(401);
  expect(await teachersOf(second)).toHaveLength(1);
});

test('two owners who remove each other at once leave one', async () => {
  const owner = await server.newStudio();
  const second = await joined((await invited(owner)).token);
  const [a, b] = [await teachersOf(owner), await teachersOf(second)].map((all) => all.find(({ here }) => here)?.id);
  await owner.put(`/api/teachers/${b}`).send({ role: 'owner' }).expect(204);
  const both = await Promise.all([owner.delete(`/api/teachers/${b}`), second.delete(`/api/teachers/${a}`)]);
  expect(both.filter(({ status }) => status === 204)).toHaveLength(1);
});

test('who is removed, or no owner any more, does not come back by an invitation made before', async () => {
  const owner = await server.newStudio();
  const second = await joined((await invited(owner)).token);
  const own = (await teachersOf(second)).find(({ here }) => here)?.id;
  const promote = () => owner.put(`/api/teachers/${own}`).send({ role: 'owner' }).expect(204);
  await promote();
  const [mine, theirs] = [await invited(owner), await invited(second)];
  await owner.put(`/api/teachers/${own}`).send({ role: 'teacher' }).expect(204);
  await server.stranger().post('/api/auth/join').send(form(theirs.token)).expect(404);
  await promote();
  const before = await invited(second);
  await owner.delete(`/api/teachers/${own}`).expect(204);
  await server.stranger().post('/api/auth/join').send(form(before.token)).expect(404);
  // What somebody else invited to stays good.
  await joined(mine.token);
});

test('an invitation is good for seven days at the most, and sixty at once are twenty', async () => {
  const owner = await server.newStudio();
  await owner.post('/api/teachers/invites').send({ days: 8 }).expect(400);
  const all = await Promise.all(
    Array.from({ length: 60 }, () => owner.post('/api/teachers/invites').send({ days: 7 })),
  );
  expect(all.filter(({ status }) => status === 201)).toHaveLength(20);
  expect((await owner.get('/api/teachers/invites').expect(200)).body).toHaveLength(20);
});
