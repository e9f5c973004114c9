import { randomUUID } from 'node:crypto';
import { lineOf } from '../src/auth/address.ts';
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
    ['a row of the keyboard', 'qwertyuiop[]', 'password-weak'],
    ['letters in their order', 'abcdefghijklmn', 'password-weak'],
    ['one word with signs for letters', 'P@ssw0rd1234!', 'password-weak'],
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

describe('recovery codes', () => {
  interface Codes {
    readonly codes: readonly string[];
  }
  const codesOf = async (agent: Awaited<ReturnType<typeof register>>['agent']) =>
    ((await agent.post('/api/auth/recovery-codes').send({ password: PASSWORD }).expect(201)).body as Codes).codes;
  const recover = (body: object) => server.stranger().post('/api/auth/recover').send(body);
  const password = 'otters under the old mill';

  test('let a teacher in once each, with a new password, and end every session', async () => {
    const { agent, email } = await register();
    const codes = await codesOf(agent);
    expect(new Set(codes).size).toBe(8);
    const [first = '', second = ''] = codes;
    expect(codeOf((await recover({ email, code: first, password: 'Osier bank 2026' }).expect(400)).body)).toBe(
      'password-weak',
    );
    // Refused for its password, the code is still good; as it is read from paper, too.
    await recover({ email, code: ` ${first.toUpperCase().replaceAll('-', ' ')}`, password }).expect(200);
    await agent.get('/api/auth/me').expect(401);
    expect(codeOf((await recover({ email, code: first, password }).expect(401)).body)).toBe('wrong-code');
    const again = server.stranger();
    await again.post('/api/auth/sign-in').send({ email, password }).expect(200);
    expect((await again.get('/api/auth/recovery-codes').expect(200)).body).toEqual({ left: 7 });
    await recover({ email, code: second, password: PASSWORD }).expect(200);
  });

  test('made anew, those before are void; without the password none are made', async () => {
    const { agent, email } = await register();
    const [old = ''] = await codesOf(agent);
    await agent.post('/api/auth/recovery-codes').send({ password: 'not the one at all' }).expect(401);
    await server.stranger().post('/api/auth/recovery-codes').send({ password: PASSWORD }).expect(401);
    await codesOf(agent);
    await recover({ email, code: old, password }).expect(401);
  });

  test('are the teacher’s own: another’s open nothing, and none are kept in the clear', async () => {
    const [one, other] = [await register(), await register()];
    const [code = ''] = await codesOf(one.agent);
    await recover({ email: other.email, code, password }).expect(401);
    await recover({ email: 'nobody@studio.example', code, password }).expect(401);
    const kept: readonly object[] = await server.db('recovery_codes');
    expect(JSON.stringify(kept)).not.toContain(code);
    await recover({ email: one.email, code, password }).expect(200);
  });

  test('twenty uses of one code at once are one use', async () => {
    const { agent, email } = await register();
    const [code = ''] = await codesOf(agent);
    const all = await Promise.all(Array.from({ length: 20 }, () => recover({ email, code, password })));
    expect(all.filter(({ status }) => status === 200)).toHaveLength(1);
  });

  test('are not guessed: ten tries, then with longer and longer waits', async () => {
    const { email } = await register();
    const tries = await Promise.all(
      Array.from({ length: 30 }, (_, one) => recover({ email, code: `aaaa-bbbb-cccc-${one}`, password })),
    );
    expect(tries.filter(({ status }) => status === 401)).toHaveLength(10);
  });
});

test('over https the cookie is one no other host can set, and the plain one is not looked at', async () => {
  const secure = await startServer({ secureCookies: true });
  const answer = await secure
    .stranger()
    .post('/api/auth/register')
    .send({ studio: 'Osier bank', name: 'Wilhelmina Reed', email: 'w@studio.example', password: PASSWORD })
    .expect(201);
  const cookies = answer.headers['set-cookie'] as unknown as readonly string[];
  const cookie = cookies.find((one) => one.startsWith('__Host-wren_session')) ?? '';
  expect(answer.headers['strict-transport-security']).toMatch(/max-age=31536000/);
  expect(cookies.every((one) => /HttpOnly; Secure; SameSite=Lax/.test(one))).toBe(true);
  expect(cookie).toMatch(/^__Host-wren_session=.*Path=\/.*HttpOnly; Secure; SameSite=Lax/);
  expect(cookie).not.toMatch(/Domain/i);
  const pair = cookie.split(';')[0] ?? '';
  await secure.stranger().get('/api/auth/me').set('Cookie', pair).expect(200);
  await secure.stranger().get('/api/auth/me').set('Cookie', pair.replace('__Host-', '')).expect(401);
  await secure.close();
});

test('signing in where one is signed in ends the session before', async () => {
  const { agent, email } = await register();
  await agent.post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(200);
  const all = (await agent.get('/api/auth/sessions').expect(200)).body as readonly object[];
  expect(all).toHaveLength(1);
});

test('every table of a studio’s records is tied to the studio by its keys', async () => {
  const { rows } = await server.db.raw<{
    rows: readonly { readonly name: string; readonly keys: readonly string[] }[];
  }>(`
    select c.relname as name,
      coalesce(array_agg(pg_get_constraintdef(k.oid)) filter (where k.contype in ('f', 'p')), '{}') as keys
    from pg_class c join pg_namespace n on n.oid = c.relnamespace left join pg_constraint k on k.conrelid = c.oid
    where n.nspname = 'public' and c.relkind in ('r', 'p') group by c.relname`);
  const OF_NO_STUDIO = /^(studios|rate_limits|failed_tries|house_secrets|knex_migrations(_lock)?)$/;
  const loose = rows
    .filter(({ name }) => !OF_NO_STUDIO.test(name))
    .flatMap(({ name, keys }) => {
      const foreign = keys.filter((key) => key.startsWith('FOREIGN'));
      const untied = foreign.filter((key) => !/FOREIGN KEY \([^)]*studio_id/.test(key));
      return foreign.length === 0 ? [`${name}: no foreign key`] : untied.map((key) => `${name}: ${key}`);
    });
  expect(loose).toEqual([]);
});

describe('guessing', () => {
  const guess = (email: string, agent = server.stranger(), password = 'a wrong guess of mine') =>
    agent.post('/api/auth/sign-in').send({ email, password });

  test('sixty tries at once are ten tries', async () => {
    const { email } = await register();
    const tries = await Promise.all(Array.from({ length: 60 }, () => guess(email)));
    const statuses = tries.map(({ status }) => status);
    expect(statuses.filter((status) => status === 401)).toHaveLength(10);
    expect(statuses.filter((status) => status === 429)).toHaveLength(50);
    const refused = tries.find(({ status }) => status === 429);
    expect(Number(refused?.headers['retry-after'])).toBeGreaterThan(0);
    // The right password waits too, or a guess would be told by its answer.
    await guess(email, server.stranger(), PASSWORD).expect(429);
  });

  test('waits grow and end; nobody is shut out for good, and tries that come too early lengthen nothing', async () => {
    const { email } = await register();
    await server.db('failed_tries').delete();
    for (let tries = 0; tries < 100; tries += 1) await guess(email);
    const waits: number[] = [];
    // By the times that are kept, not by how quick this machine is.
    const longest = async (): Promise<number> => {
      const { rows } = await server.db.raw<{ rows: readonly { wait: number }[] }>(
        "select max(extract(epoch from next_at - forget_at + interval '1 hour'))::int as wait from failed_tries",
      );
      return rows[0]?.wait ?? 0;
    };
    for (let rounds = 0; rounds < 4; rounds += 1) {
      await guess(email).expect(429);
      waits.push(await longest());
      // The wait is over.
      await server.db('failed_tries').update({ next_at: new Date(Date.now() - 1000) });
      await guess(email).expect(401);
    }
    expect(waits).toEqual([5, 10, 20, 40]);
    await server.db('failed_tries').update({ next_at: new Date(Date.now() - 1000) });
    await guess(email, server.stranger(), PASSWORD).expect(200);
    await guess(email).expect(401);
  });

  test('a hundred wrong passwords of a stranger keep out neither a device that is known nor who is signed in', async () => {
    const { agent, email } = await register();
    for (let tries = 0; tries < 100; tries += 1) await guess(email);
    await guess(email).expect(429);
    await guess(email, agent, PASSWORD).expect(200);
    await agent.put('/api/auth/password').send({ old: PASSWORD, password: 'four herons over the weir' }).expect(204);
    await agent.post('/api/auth/sign-out').expect(204);
    await guess(email, agent, 'four herons over the weir').expect(200);
    // Another account’s device is a stranger’s.
    const other = (await register()).agent;
    await guess(email, other, 'four herons over the weir').expect(429);
  });

  test('a known device has ten tries of its own, and no more', async () => {
    const { agent, email } = await register();
    await agent.post('/api/auth/sign-out').expect(204);
    const tries = [];
    for (let count = 0; count < 14; count += 1) tries.push((await guess(email, agent)).status);
    expect(tries.filter((status) => status === 401)).toHaveLength(10);
  });

  test('a cookie somebody made up is no known device', async () => {
    const { email } = await register();
    for (let tries = 0; tries < 10; tries += 1) await guess(email);
    const forged = server.stranger().post('/api/auth/sign-in').set('Cookie', 'wren_device=AAAA.BBBB~x~.~é');
    await forged.send({ email, password: PASSWORD }).expect(429);
  });

  test('one address has an end to its tries, whatever the account; a known device has none of it', async () => {
    const { agent, email } = await register();
    await guess('nobody@studio.example').expect(401);
    // As if it had tried all hour.
    await server.db('rate_limits').where('key', 'like', 'sign-in-address%').update({ points: 300 });
    await guess('somebody@studio.example').expect(429);
    await guess(email, server.stranger(), PASSWORD).expect(429);
    await guess(email, agent, PASSWORD).expect(200);
    await server.db('rate_limits').delete();
  });

  test('what is kept of tries tells no address, of mail or of a network', async () => {
    const { email } = await register();
    await guess(email).expect(401);
    const kept: readonly object[] = [...(await server.db('failed_tries')), ...(await server.db('rate_limits'))];
    expect(kept.length).toBeGreaterThan(1);
    expect(JSON.stringify(kept)).not.toMatch(/@|127\.0\.0\.1|::/);
  });
});

test('addresses of one IPv6 line are one', () => {
  expect(lineOf('2001:db8:0:7::1')).toBe(lineOf('2001:db8:0:7:ffff:1:2:3'));
  expect(lineOf('2001:db8::1')).not.toBe(lineOf('2001:db8:0:1::1'));
  expect(lineOf('::1')).toBe('0:0:0:0');
  expect(lineOf('192.0.2.7')).toBe('192.0.2.7');
  expect(lineOf('::ffff:192.0.2.7')).toBe('::ffff:192.0.2.7');
});

test('answers are kept by nobody on the way', async () => {
  const { agent } = await register();
  for (const path of ['/api/auth/me', '/api/patterns', '/api/students'])
    expect((await agent.get(path).expect(200)).headers['cache-control']).toBe('no-store');
});

test('events of security stand in a log, a line each, and nothing secret in it', async () => {
  const lines: string[] = [];
  const watched = await startServer({ securityLog: (line) => void lines.push(line) });
  try {
    const agent = await watched.newStudio();
    const student = (await agent.post('/api/students').send({ name: 'Imre Sallow', about: {} }).expect(201)).body as {
      readonly id: string;
    };
    const link = (await agent.post(`/api/students/${student.id}/links`).send({ days: 3 }).expect(201)).body as {
      readonly token: string;
    };
    const wrong = { email: 'nobody@studio.example', password: 'a guess, long enough' };
    await watched.stranger().post('/api/auth/sign-in').send(wrong).expect(401);
    await watched.stranger().get('/api/students?name=secret').expect(401);
    await agent.post('/api/auth/sign-out').expect(204);
    const events = lines.map(
      (line) => JSON.parse(line) as { event: string; done: boolean; studio?: string; at: string },
    );
    expect(events.map(({ event, done }) => `${event} ${done}`)).toEqual([
      'register true',
      'link made true',
      'sign-in false',
      'not signed in false',
      'sign-out true',
    ]);
    expect(events[1]?.studio).toMatch(/^[0-9a-f-]{36}$/);
    for (const secret of [link.token, wrong.email, wrong.password, PASSWORD, 'secret'])
      expect(lines.join('')).not.toContain(secret);
  } finally {
    await watched.close();
  }
});
