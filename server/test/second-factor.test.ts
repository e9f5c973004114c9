import { randomUUID } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import type { Agent } from 'supertest';
import { findTotpStep } from '../src/auth/totp.ts';
import { PASSWORD, startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer({ registrationsPerHour: 1000 });
});
afterAll(() => server.close());

const codeOf = (answer: { readonly body: unknown }): string =>
  (answer.body as { readonly error: { readonly code: string } }).error.code;

/** A code as a phone shows it, some half minutes from now. */
const shown = (secret: string, steps = 0): string =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + steps * 30_000 });

const register = async () => {
  const email = `${randomUUID()}@studio.example`;
  const agent = server.stranger();
  const form = { studio: 'Osier bank', name: 'Wilhelmina Reed', email, password: PASSWORD };
  await agent.post('/api/auth/register').send(form).expect(201);
  return { agent, email };
};

const propose = async (agent: Agent) =>
  (await agent.post('/api/auth/second-factor').send({ password: PASSWORD }).expect(201)).body as {
    readonly secret: string;
    readonly address: string;
  };

/** A teacher whose phone shows codes; the code of the half minute before was used to turn it on. */
const withPhone = async () => {
  const { agent, email } = await register();
  const { secret } = await propose(agent);
  await agent
    .put('/api/auth/second-factor')
    .send({ code: shown(secret, -1) })
    .expect(204);
  const signIn = (second?: string) =>
    server.stranger().post('/api/auth/sign-in').send({ email, password: PASSWORD, second });
  return { agent, email, secret, signIn };
};

// RFC 6238, appendix B, SHA-1: the last six of its eight figures.
test.each([
  [59, '287082'],
  [1_111_111_109, '081804'],
  [1_111_111_111, '050471'],
  [1_234_567_890, '005924'],
  [2_000_000_000, '279037'],
  [20_000_000_000, '353130'],
])('the code of second %i is %s, as the standard’s table has it', (seconds, code) => {
  const secret = Secret.fromLatin1('12345678901234567890').base32;
  const step = Math.floor(seconds / 30);
  const at = (moment: number): number | null => findTotpStep(secret, code, new Date(1000 * moment));
  expect(at(seconds)).toBe(step);
  expect(at(seconds + 30)).toBe(step);
  expect(at(seconds + 90)).toBeNull();
});

test('codes as people type them, and what is none', () => {
  const secret = Secret.fromLatin1('12345678901234567890').base32;
  const now = new Date(59_000);
  expect(findTotpStep(secret, ' 287 082 ', now)).toBe(1);
  for (const code of ['', '28708', '2870822', 'abcdef', '94287082', '-87082', '２８７０８２', '287082\u0000'])
    expect(findTotpStep(secret, code, now)).toBeNull();
});

test('turned on by a code of its own, and asked for from then on', async () => {
  const { agent, email } = await register();
  expect((await agent.get('/api/auth/second-factor').expect(200)).body).toEqual({ on: false });
  const { secret, address } = await propose(agent);
  expect(address).toContain('otpauth://totp/');
  expect(address).toContain(secret);
  // Not confirmed, it keeps nobody out.
  await server.stranger().post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(200);
  expect(codeOf(await agent.put('/api/auth/second-factor').send({ code: '12345' }).expect(401))).toBe(
    'wrong-second-code',
  );
  await agent
    .put('/api/auth/second-factor')
    .send({ code: shown(secret) })
    .expect(204);
  expect((await agent.get('/api/auth/second-factor').expect(200)).body).toEqual({ on: true });
  expect(
    codeOf(await server.stranger().post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(401)),
  ).toBe('second-factor-needed');
  expect(codeOf(await agent.post('/api/auth/second-factor').send({ password: PASSWORD }).expect(409))).toBe(
    'second-factor-on',
  );
});

test('a code lets in once, with the right password alone', async () => {
  const { email, secret, signIn } = await withPhone();
  const wrong = server.stranger().post('/api/auth/sign-in');
  expect(codeOf(await wrong.send({ email, password: 'not the one at all', second: shown(secret) }).expect(401))).toBe(
    'wrong-credentials',
  );
  const code = shown(secret);
  const all = await Promise.all(Array.from({ length: 5 }, () => signIn(code)));
  expect(all.map(({ status }) => status).sort()).toEqual([200, 401, 401, 401, 401]);
  // The one before it is over with it.
  expect(codeOf(await signIn(shown(secret, -1)).expect(401))).toBe('wrong-second-code');
  await signIn(shown(secret, 1)).expect(200);
});

test('tries of codes end, however many addresses they come from', async () => {
  const { signIn } = await withPhone();
  const statuses: number[] = [];
  for (let tries = 0; tries < 12; tries += 1) statuses.push((await signIn('000000')).status);
  expect(statuses).toContain(429);
  expect(statuses).not.toContain(200);
});

test('a recovery code stands for a lost phone, once; a forgotten password still wants the phone', async () => {
  const { agent, email, secret, signIn } = await withPhone();
  const made = await agent.post('/api/auth/recovery-codes').send({ password: PASSWORD }).expect(201);
  const [first = '', second = ''] = (made.body as { readonly codes: readonly string[] }).codes;
  await signIn(first).expect(200);
  expect(codeOf(await signIn(first).expect(401))).toBe('wrong-second-code');
  const recover = (more: object) =>
    server
      .stranger()
      .post('/api/auth/recover')
      .send({ email, code: second, password: 'otters under the old mill', ...more });
  expect(codeOf(await recover({}).expect(401))).toBe('second-factor-needed');
  expect(codeOf(await recover({ second }).expect(401))).toBe('wrong-second-code');
  await recover({ second: shown(secret) }).expect(200);
});

test('turned on, it ends every other session: those were begun without a code', async () => {
  const { agent, email } = await register();
  const other = server.stranger();
  await other.post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(200);
  const { secret } = await propose(agent);
  await agent
    .put('/api/auth/second-factor')
    .send({ code: shown(secret) })
    .expect(204);
  await agent.get('/api/auth/me').expect(200);
  await other.get('/api/auth/me').expect(401);
});

test('turned off with the password and a code; the secret is nobody else’s to see, to confirm or to turn off', async () => {
  const { agent, secret, email } = await withPhone();
  const other = (await register()).agent;
  await other
    .put('/api/auth/second-factor')
    .send({ code: shown(secret) })
    .expect(401);
  await other.post('/api/auth/second-factor/off').send({ password: PASSWORD, code: '000000' }).expect(204);
  for (const path of ['/api/auth/me', '/api/auth/sessions', '/api/teachers', '/api/auth/second-factor'])
    expect(JSON.stringify((await agent.get(path).expect(200)).body)).not.toContain(secret);
  expect((await agent.get('/api/auth/second-factor').expect(200)).body).toEqual({ on: true });
  const off = (body: object) => agent.post('/api/auth/second-factor/off').send(body);
  await off({ password: 'not the one at all', code: shown(secret) }).expect(401);
  await off({ password: PASSWORD }).expect(400);
  expect(codeOf(await off({ password: PASSWORD, code: '12345' }).expect(401))).toBe('wrong-second-code');
  expect((await agent.get('/api/auth/second-factor').expect(200)).body).toEqual({ on: true });
  await off({ password: PASSWORD, code: shown(secret) }).expect(204);
  await server.stranger().post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(200);
});
