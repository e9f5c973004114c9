import { randomUUID } from 'node:crypto';
import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { createPattern } from '@fleet-wren/core';
import knex from 'knex';
import request, { type Agent } from 'supertest';
import { freePort } from './real-start.ts';
import { PASSWORD } from './studio.ts';

const MAIN = join(import.meta.dirname, '../dist/main.js');
const base = process.env.TEST_DATABASE_URL as string;
const name = `test_${randomUUID().replaceAll('-', '')}`;
const admin = knex({ client: 'pg', connection: base });

interface Server {
  readonly address: string;
  readonly child: ChildProcess;
}

/** A server as it is started: a process of its own, which brings the database up to date first. */
const start = async (): Promise<Server> => {
  const url = new URL(process.env.TEST_POOLER_URL ?? base);
  url.pathname = `/${name}`;
  const port = await freePort();
  const child = spawn(process.execPath, [MAIN], {
    stdio: 'ignore',
    env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: url.href, PORT: String(port) },
  });
  return { address: `http://127.0.0.1:${port}`, child };
};

const ready = async ({ address, child }: Server): Promise<void> => {
  for (let tries = 0; tries < 600 && child.exitCode === null; tries += 1) {
    const answer = await fetch(`${address}/api/health`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('The server did not answer.');
};

let servers: readonly Server[] = [];

beforeAll(async () => {
  await admin.raw(`create database ${name}`);
  // Both at once, over an empty database.
  servers = await Promise.all([start(), start()]);
  await Promise.all(servers.map(ready));
}, 60_000);

afterAll(async () => {
  for (const { child } of servers) {
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill();
    await gone;
  }
  await admin.raw(`drop database ${name}${process.env.TEST_POOLER_URL ? ' with (force)' : ''}`);
  await admin.destroy();
});

/** One of the two servers, as nobody or with the cookie of a session. */
const at = (place: number): Agent => request.agent(servers[place % 2]?.address ?? '');

const cookieOf = (answer: request.Response): string =>
  (answer.headers['set-cookie'] as unknown as string[]).map((line) => line.split(';')[0]).join('; ');

const register = async (place: number) => {
  const email = `${randomUUID()}@twin.example`;
  const data = { studio: 'Twin locks', name: 'Nell Sluice', email, password: PASSWORD };
  const answer = await at(place).post('/api/auth/register').send(data).expect(201);
  return { email, cookie: cookieOf(answer) };
};

const codeOf = ({ body }: request.Response): string => (body as { error: { code: string } }).error.code;

describe('two processes over one database', () => {
  test('a session made at one is one at the other, and ended at either it is over at both', async () => {
    const { cookie } = await register(0);
    await at(1).get('/api/auth/me').set('Cookie', cookie).expect(200);
    await at(1).post('/api/auth/sign-out').set('Cookie', cookie).expect(204);
    await at(0).get('/api/auth/me').set('Cookie', cookie).expect(401);
  });

  test('what is kept at one is there at the other; of writers on one version at both, one wins', async () => {
    const { cookie } = await register(1);
    const pattern = createPattern('Twin roll');
    const made = await at(0).post('/api/patterns').set('Cookie', cookie).send({ pattern }).expect(201);
    const { id, version } = made.body as { id: string; version: number };
    await at(1).get(`/api/patterns/${id}`).set('Cookie', cookie).expect(200);
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, place) =>
        at(place)
          .put(`/api/patterns/${id}`)
          .set('Cookie', cookie)
          .send({ pattern: { ...pattern, name: `Twin ${place}` }, version }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array(19).fill(409)]);
  });

  test('wrong passwords are counted together', async () => {
    const { email } = await register(0);
    const answers: request.Response[] = [];
    for (let place = 0; place < 14; place += 1)
      answers.push(await at(place).post('/api/auth/sign-in').send({ email, password: 'not the one it is' }));
    const refused = answers.filter((answer) => answer.status === 429);
    expect(answers.length - refused.length).toBe(10);
    expect(refused.map(codeOf)).toEqual(refused.map(() => 'too-many-tries'));
    await at(1).post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(429);
  });
});
