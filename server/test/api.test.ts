import { createPattern, type Pattern } from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { PASSWORD, startServer, type TestServer } from './studio.ts';
import { loadDemo, DEMO_SIGN_IN } from '../src/demo/load.ts';

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
interface Failure {
  readonly error: { readonly code: string; readonly message: string };
}

const pattern = (name = 'Roll'): Pattern =>
  createPattern(name, {
    strokes: [
      { id: 'one', at: 0, string: 5 },
      { id: 'two', at: 210, string: 3, pin: 'm' },
    ],
  });
const create = async (agent: Agent, document: unknown = pattern()): Promise<Kept> =>
  (await agent.post('/api/patterns').send({ pattern: document }).expect(201)).body as Kept;
const codeOf = (response: { readonly body: unknown }): string => (response.body as Failure).error.code;

describe('the door', () => {
  test('register, be known, sign out, be nobody, sign in again', async () => {
    const agent = server.stranger();
    const form = { studio: 'Reed house', name: 'Ada Reed', email: 'Ada@Reed.example', password: PASSWORD };
    const registered = await agent.post('/api/auth/register').send(form).expect(201);
    expect(registered.body).toEqual({
      name: 'Ada Reed',
      email: 'ada@reed.example',
      studio: 'Reed house',
      role: 'owner',
    });
    await agent.get('/api/auth/me').expect(200);
    await agent.post('/api/auth/sign-out').expect(204);
    expect(codeOf(await agent.get('/api/auth/me').expect(401))).toBe('not-signed-in');
    await agent.post('/api/auth/sign-in').send({ email: 'ada@reed.example', password: PASSWORD }).expect(200);
    await agent.get('/api/auth/me').expect(200);
  });

  test('the cookie is httpOnly and sameSite, the token is stored hashed, the password with argon2id', async () => {
    const response = await server
      .stranger()
      .post('/api/auth/register')
      .send({ studio: 'S', name: 'N', email: 'cookie@reed.example', password: PASSWORD })
      .expect(201);
    const cookie = String(response.headers['set-cookie']);
    expect(cookie).toMatch(/wren_session=.*HttpOnly.*SameSite=Lax/i);
    const token = /wren_session=([^;]+)/.exec(cookie)?.[1];
    const hashes = (await server.db('sessions').select('token_hash')).map(
      (row: { token_hash: string }) => row.token_hash,
    );
    expect(hashes).not.toContain(token);
    const teacher = (await server.db('teachers').where({ email: 'cookie@reed.example' }).first()) as {
      password_hash: string;
    };
    expect(teacher.password_hash).toMatch(/^\$argon2id\$/);
  });

  test('a signed-out token is worth nothing, even to who kept it', async () => {
    const agent = await server.newStudio();
    const cookie = String((await agent.get('/api/auth/me')).request.get('Cookie') ?? '');
    await agent.post('/api/auth/sign-out').expect(204);
    await server.stranger().get('/api/auth/me').set('Cookie', cookie).expect(401);
  });

  test('wrong password and unknown teacher are told in the same words; an address is taken once', async () => {
    await server
      .stranger()
      .post('/api/auth/register')
      .send({ studio: 'S', name: 'N', email: 'taken@reed.example', password: PASSWORD })
      .expect(201);
    const wrong = await server
      .stranger()
      .post('/api/auth/sign-in')
      .send({ email: 'taken@reed.example', password: 'not the password' })
      .expect(401);
    const unknown = await server
      .stranger()
      .post('/api/auth/sign-in')
      .send({ email: 'nobody@reed.example', password: PASSWORD })
      .expect(401);
    expect(wrong.body).toEqual(unknown.body);
    expect(
      codeOf(
        await server
          .stranger()
          .post('/api/auth/register')
          .send({ studio: 'S', name: 'N', email: 'TAKEN@reed.example', password: PASSWORD })
          .expect(409),
      ),
    ).toBe('email-taken');
  });

  test('guessing passwords is slowed down', async () => {
    const guess = () =>
      server.stranger().post('/api/auth/sign-in').send({ email: 'guessed@reed.example', password: 'wrong guess' });
    for (let tries = 0; tries < 10; tries += 1) await guess().expect(401);
    const refused = await guess().expect(429);
    expect((refused.body as Failure).error.message).toMatch(/Try again in \d+ seconds/);
  });

  test('what is missing in a form is said', async () => {
    const response = await server
      .stranger()
      .post('/api/auth/register')
      .send({ studio: '', name: 'N', email: 'not an address', password: 'short' })
      .expect(400);
    expect((response.body as Failure).error.message).toMatch(
      /studio name needs.*not an email address.*needs 12 to 256 characters/,
    );
  });

  test('a request from another site is not carried out', async () => {
    const agent = await server.newStudio();
    const foreign = await agent
      .post('/api/patterns')
      .set('Origin', 'http://elsewhere.example')
      .send({ pattern: pattern() })
      .expect(403);
    expect(codeOf(foreign)).toBe('wrong-origin');
  });
});

/** Waits until something is so; it fails by the test's own time. */
const eventually = async (isSo: () => Promise<boolean>): Promise<void> => {
  while (!(await isSo())) await new Promise((resolve) => setImmediate(resolve));
};

describe('patterns', () => {
  test('are kept as they were given, opened, changed and listed', async () => {
    const agent = await server.newStudio();
    const kept = await create(agent);
    expect(kept).toMatchObject({ version: 1, pattern: pattern() });
    const changed = await agent
      .put(`/api/patterns/${kept.id}`)
      .send({ version: 1, pattern: pattern('Renamed') })
      .expect(200);
    expect(changed.body).toMatchObject({ version: 2 });
    expect((await agent.get(`/api/patterns/${kept.id}`).expect(200)).body).toMatchObject({
      version: 2,
      pattern: pattern('Renamed'),
    });
    const listed = async () =>
      (
        (await agent.get('/api/patterns').expect(200)).body as {
          patterns: { name: string; summary: { miniature: (number | string | null)[][] } }[];
        }
      ).patterns;
    // On a busy machine the figures may come a moment later than the pattern: they are made in the background then.
    await eventually(async () => (await listed())[0]?.summary.miniature[0]?.[2] === 'p');
    const list = await listed();
    expect(list).toHaveLength(1);
    expect(list[0]).toMatchObject({
      name: 'Renamed',
      summary: {
        strokes: 2,
        metre: '4/4',
        chord: 'C',
        miniature: [
          [0, 5, 'p'],
          [0.0625, 3, 'm'],
        ],
      },
    });
  });

  test('a write on an old version is refused with both states known, and changes nothing', async () => {
    const agent = await server.newStudio();
    const { id } = await create(agent);
    await agent
      .put(`/api/patterns/${id}`)
      .send({ version: 1, pattern: pattern('First') })
      .expect(200);
    const late = await agent
      .put(`/api/patterns/${id}`)
      .send({ version: 1, pattern: pattern('Second') })
      .expect(409);
    expect(late.body).toMatchObject({
      error: { code: 'version-conflict' },
      current: { version: 2, pattern: pattern('First') },
    });
    expect((await agent.get(`/api/patterns/${id}`)).body).toMatchObject({ version: 2, pattern: pattern('First') });
  });

  test('of many writes on one version at once exactly one lands', async () => {
    const agent = await server.newStudio();
    const { id } = await create(agent);
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, n) =>
        agent.put(`/api/patterns/${id}`).send({ version: 1, pattern: pattern(`Writer ${n}`) }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
  });

  test('another studio’s identifiers answer 404, whatever is tried with them', async () => {
    const mine = await server.newStudio();
    const theirs = await server.newStudio();
    const { id } = await create(mine);
    const tries = [
      theirs.get(`/api/patterns/${id}`),
      theirs.put(`/api/patterns/${id}`).send({ version: 1, pattern: pattern('Stolen') }),
      theirs.post(`/api/patterns/${id}/duplicate`),
      theirs.delete(`/api/patterns/${id}`),
      theirs.post(`/api/patterns/${id}/restore`),
    ];
    for (const one of tries) expect(codeOf(await one.expect(404))).toBe('not-found');
    expect((await theirs.get('/api/patterns')).body).toEqual({ patterns: [], next: null });
    expect((await mine.get(`/api/patterns/${id}`).expect(200)).body).toMatchObject({ version: 1, pattern: pattern() });
  });

  test('nobody gets nothing', async () => {
    const { id } = await create(await server.newStudio());
    for (const path of ['/api/patterns', `/api/patterns/${id}`, '/api/students', '/api/auth/me'])
      await server.stranger().get(path).expect(401);
  });

  test('are deleted, and brought back', async () => {
    const agent = await server.newStudio();
    const { id } = await create(agent);
    await agent.delete(`/api/patterns/${id}`).expect(204);
    await agent.get(`/api/patterns/${id}`).expect(404);
    await agent.put(`/api/patterns/${id}`).send({ version: 1, pattern: pattern() }).expect(404);
    await agent.post(`/api/patterns/${id}/restore`).expect(204);
    await agent.get(`/api/patterns/${id}`).expect(200);
    await agent.post(`/api/patterns/${id}/restore`).expect(404);
  });

  test('are duplicated under a name of their own', async () => {
    const agent = await server.newStudio();
    const { id } = await create(agent, pattern('x'.repeat(120)));
    const copy = (await agent.post(`/api/patterns/${id}/duplicate`).expect(201)).body as Kept;
    expect(copy.id).not.toBe(id);
    expect(copy.pattern.name).toMatch(/^x+ \(copy\)$/);
    expect(copy.pattern.strokes).toEqual(pattern().strokes);
  });

  test('are found by words of their names, signs taken literally, page by page', async () => {
    const agent = await server.newStudio();
    for (const name of ['River roll', 'Roll of the river', 'Kite 100%', 'Kite 1000'])
      await create(agent, pattern(name));
    const names = async (query: string): Promise<string[]> =>
      ((await agent.get(`/api/patterns?${query}`).expect(200)).body as { patterns: { name: string }[] }).patterns.map(
        ({ name }) => name,
      );
    expect((await names('search=roll river')).sort()).toEqual(['River roll', 'Roll of the river']);
    expect(await names('search=100%25')).toEqual(['Kite 100%']);
    const first = (await agent.get('/api/patterns?limit=3')).body as { patterns: { name: string }[]; next: string };
    const second = (await agent.get(`/api/patterns?limit=3&after=${first.next}`)).body as {
      patterns: { name: string }[];
      next: string | null;
    };
    expect([...first.patterns, ...second.patterns].map(({ name }) => name)).toEqual([
      'Kite 1000',
      'Kite 100%',
      'Roll of the river',
      'River roll',
    ]);
    expect(second.next).toBeNull();
  });

  test.each<[string, unknown, number, RegExp]>([
    [
      'a stroke outside the length',
      { ...pattern(), strokes: [{ id: 'far', at: 3360, string: 1 }] },
      422,
      /outside the pattern/,
    ],
    ['a tempo of 1000', { ...pattern(), tempo: 1000 }, 422, /^1000 bpm is out of range/],
    [
      'two strokes on one string at a time',
      {
        ...pattern(),
        strokes: [
          { id: 'a', at: 0, string: 1 },
          { id: 'b', at: 0, string: 1 },
        ],
      },
      422,
      /already has a note/,
    ],
    ['a field of another kind', { ...pattern(), strokes: 'none' }, 400, /At pattern\.strokes: a list is expected/],
    ['a field that is not ours', { ...pattern(), colour: 'red' }, 400, /At pattern\.colour: this field is not part/],
    ['no document at all', undefined, 400, /pattern/],
  ])('%s is refused in a sentence', async (_what, document, status, words) => {
    const agent = await server.newStudio();
    const response = await agent.post('/api/patterns').send({ pattern: document }).expect(status);
    expect((response.body as Failure).error.message).toMatch(words);
  });

  test('a body over the limit is refused as too large, broken JSON as unreadable', async () => {
    const agent = await server.newStudio();
    expect(
      codeOf(
        await agent
          .post('/api/patterns')
          .send({ pattern: { name: 'x'.repeat(3_000_000) } })
          .expect(413),
      ),
    ).toBe('too-large');
    expect(
      codeOf(
        await agent.post('/api/patterns').set('content-type', 'application/json').send('{"pattern": ').expect(400),
      ),
    ).toBe('request-wrong');
  });

  test('strange identifiers and places in the list are answered, not crashed on', async () => {
    const agent = await server.newStudio();
    await agent.get('/api/patterns/not-an-id').expect(404);
    await agent.get('/api/patterns/%27%3Bdrop').expect(404);
    await agent.get('/api/patterns?after=nonsense').expect(400);
    await agent.get('/api/patterns?limit=100000').expect(400);
  });
});

describe('the house', () => {
  test('is healthy, and sets the security headers', async () => {
    const response = await server.stranger().get('/api/health').expect(200);
    expect(response.body).toEqual({ ok: true });
    expect(response.headers['content-security-policy']).toMatch(/default-src 'self'/);
    expect(response.headers['x-powered-by']).toBeUndefined();
  });

  test('the demo studio is loaded once and stays as it is', async () => {
    const patient = server.patient();
    await loadDemo(patient);
    await loadDemo(patient);
    await patient.destroy();
    const agent = server.stranger();
    await agent.post('/api/auth/sign-in').send(DEMO_SIGN_IN).expect(200);
    const { patterns } = (await agent.get('/api/patterns')).body as { patterns: object[] };
    expect(patterns).toHaveLength(12);
    expect((await agent.get('/api/students').expect(200)).body).toHaveLength(6);
    // Twelve weeks of practice are worked out for it, beside whatever else the machine has to do.
  }, 30_000);
});
