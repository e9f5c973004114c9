import { randomUUID } from 'node:crypto';
import { PASSWORD, startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

const codeOf = (body: unknown): string => (body as { error: { code: string } }).error.code;

const register = async (more: object = {}) => {
  const email = `${randomUUID()}@studio.example`;
  const agent = server.stranger();
  const answer = await agent
    .post('/api/auth/register')
    .send({ studio: 'Osier bank', name: 'Wilhelmina Reed', email, password: PASSWORD, ...more });
  return { agent, email, answer };
};

describe('passwords', () => {
  test.each([
    ['too short', 'short words', 'request-wrong'],
    ['on the list', 'qwerty123456', 'password-weak'],
    ['on the list but for figures behind', 'password12345', 'password-weak'],
    ['the same signs over and over', 'abcabcabcabcabc', 'password-weak'],
    ['the studio', 'Osier bank 2026', 'password-weak'],
    ['too long', 'x'.repeat(257), 'request-wrong'],
  ])('%s', async (_what, password, code) => {
    const { answer } = await register({ password });
    expect(answer.status).toBe(400);
    expect(codeOf(answer.body)).toBe(code);
  });

  test('long ones are taken whole, and signs typed in two ways are the same', async () => {
    const long = `${'lantern reed '.repeat(9)}é`;
    const { email, answer } = await register({ password: long.normalize('NFD') });
    expect(answer.status).toBe(201);
    const signIn = (password: string) => server.stranger().post('/api/auth/sign-in').send({ email, password });
    await signIn(long.normalize('NFC')).expect(200);
    await signIn(long.slice(0, -1)).expect(401);
  });

  test('changed with the old one; all other sessions end', async () => {
    const { agent, email } = await register();
    const other = server.stranger();
    await other.post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(200);
    const password = 'four herons over the weir';
    await agent.put('/api/auth/password').send({ old: 'not the old one at all', password }).expect(401);
    await agent.put('/api/auth/password').send({ old: PASSWORD, password: 'qwerty123456' }).expect(400);
    await agent.put('/api/auth/password').send({ old: PASSWORD, password }).expect(204);
    await agent.get('/api/auth/me').expect(200);
    await other.get('/api/auth/me').expect(401);
    await other.post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(401);
    await other.post('/api/auth/sign-in').send({ email, password }).expect(200);
    await server.stranger().put('/api/auth/password').send({ old: password, password: PASSWORD }).expect(401);
  });
});

describe('sessions', () => {
  interface Session {
    readonly id: string;
    readonly here: boolean;
    readonly device: string;
  }

  test('are listed with what they run on, and ended one by one; nobody sees or ends another’s', async () => {
    const { agent, email } = await register();
    const phone = server.stranger();
    await phone.set('User-Agent', 'A phone').post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(200);
    const all = (await agent.get('/api/auth/sessions').expect(200)).body as readonly Session[];
    expect(all).toHaveLength(2);
    expect(all.filter(({ here }) => here)).toHaveLength(1);
    expect(JSON.stringify(all)).not.toMatch(/token/i);
    const elsewhere = all.find(({ here }) => !here) as Session;
    const stranger = (await register()).agent;
    await stranger.delete(`/api/auth/sessions/${elsewhere.id}`).expect(404);
    await agent.delete('/api/auth/sessions/none').expect(404);
    await agent.delete(`/api/auth/sessions/${elsewhere.id}`).expect(204);
    await phone.get('/api/auth/me').expect(401);
    await agent.get('/api/auth/me').expect(200);
  });

  test('that are not used are over', async () => {
    const { agent, email } = await register();
    await server
      .db('sessions')
      .whereIn('teacher_id', server.db('teachers').where({ email }).select('id'))
      .update({ seen_at: new Date(Date.now() - 11 * 24 * 3600 * 1000) });
    await agent.get('/api/auth/me').expect(401);
  });
});

describe('guessing', () => {
  test('sixty tries at once are ten tries', async () => {
    const { email } = await register();
    const tries = await Promise.all(
      Array.from({ length: 60 }, () =>
        server.stranger().post('/api/auth/sign-in').send({ email, password: 'a wrong guess of mine' }),
      ),
    );
    const statuses = tries.map(({ status }) => status);
    expect(statuses.filter((status) => status === 401)).toHaveLength(10);
    expect(statuses.filter((status) => status === 429)).toHaveLength(50);
    const refused = tries.find(({ status }) => status === 429);
    expect(Number(refused?.headers['retry-after'])).toBeGreaterThan(0);
    // The right password waits too, or a guess would be told by its answer.
    await server.stranger().post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(429);
  });
});

test('answers are kept by nobody on the way', async () => {
  const { agent } = await register();
  for (const path of ['/api/auth/me', '/api/patterns', '/api/students'])
    expect((await agent.get(path).expect(200)).headers['cache-control']).toBe('no-store');
});
