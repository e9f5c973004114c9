import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createPattern, createSeededRandom } from '@fleet-wren/core';
import { freePort, started } from './real-start.ts';
import { PASSWORD } from './studio.ts';

/** What `npm start` starts, as it is: two processes over a database of its own, all of which may be killed. */
const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-holds-'));
chmodSync(folder, 0o755);
const [PORT, DATABASE_PORT] = [String(await freePort()), String(await freePort())] as const;
const address = `http://127.0.0.1:${PORT}`;
/** `npm run test:hard` asks for 2,000 events; `npm test` for a short form of the same. */
const HARD = process.env.TEST_HARD === '1';

const LIMITS = { FLEET_WREN_REQUESTS: '10000000', FLEET_WREN_REGISTRATIONS: '1000' };

let house: ReturnType<typeof started>;
beforeAll(async () => {
  house = started(folder, PORT, DATABASE_PORT, { args: ['--servers', '2'], env: LIMITS });
  await house.ready;
}, 180_000);
afterAll(async () => {
  house.child.kill('SIGTERM');
  await house.ended;
  rmSync(folder, { recursive: true, force: true });
}, 60_000);

/** A studio as a browser has it: its cookie, and requests with it. */
const newStudio = async () => {
  const email = `${randomUUID()}@holds.example`;
  const answer = await fetch(`${address}/api/auth/register`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ studio: 'Lock house', name: 'Nell Sluice', email, password: PASSWORD }),
  });
  expect(answer.status).toBe(201);
  const cookie = answer.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
  const ask = (path: string, init: RequestInit = {}): Promise<Response> =>
    fetch(`${address}/api${path}`, { ...init, headers: { cookie, ...init.headers } });
  const send = (path: string, body: object): Promise<Response> =>
    ask(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  return { cookie, ask, send };
};

type Studio = Awaited<ReturnType<typeof newStudio>>;

const codeIn = async (answer: Response): Promise<string> =>
  ((await answer.json()) as { readonly error: { readonly code: string } }).error.code;

const healthy = async (): Promise<number> => (await fetch(`${address}/api/health`)).status;

/** Milliseconds somebody else waits for /health, asked again and again while something is under way. */
const waitsDuring = async (until: Promise<unknown>): Promise<readonly number[]> => {
  let over = false;
  const end = until.finally(() => (over = true)).catch(() => undefined);
  const waits: number[] = [];
  while (!over) {
    const asked = performance.now();
    expect(await healthy()).toBe(200);
    waits.push(performance.now() - asked);
  }
  await end;
  return waits;
};

const restore = ({ ask }: Studio, body: string | Uint8Array<ArrayBuffer>, type: string): Promise<Response> =>
  ask('/archive', { method: 'POST', headers: { 'content-type': type }, body });

const noise = (bytes: number): Buffer => {
  const random = createSeededRandom(11);
  return Buffer.from(Uint8Array.from({ length: bytes }, () => Math.floor(256 * random())));
};

describe('a file that is no backup costs nobody anything', () => {
  test.each<[string, () => string | Uint8Array<ArrayBuffer>, string]>([
    ['a greeting', () => 'hello', 'application/x-ndjson'],
    ['300 kB of noise', () => new Uint8Array(noise(300_000)), 'application/x-ndjson'],
    ['noise that says it is JSON', () => new Uint8Array(noise(300_000)), 'application/json'],
    ['nothing', () => '', 'application/x-ndjson'],
    ['JSON of something else', () => '{"a": [1, 2', 'application/json'],
    ['one endless line', () => 'x'.repeat(9_000_000), 'text/plain'],
    ['a head and then noise', () => `{"archive":"fleet-wren","version":3}\n${'\u0000'.repeat(5000)}`, 'text/plain'],
    ['lines of null', () => `{"archive":"fleet-wren","version":3}\n${'null\n'.repeat(5000)}`, 'text/plain'],
  ])('%s is refused with what is wrong', async (_what, body, type) => {
    const studio = await newStudio();
    const answer = await restore(studio, body(), type);
    expect(answer.status).toBe(422);
    expect(await codeIn(answer)).toMatch(/^archive-/);
    expect(await healthy()).toBe(200);
    const state = (await (await studio.ask('/archive/restore')).json()) as { readonly state: string };
    expect(state.state).toBe('failed');
  });

  test('one that is cut off on its way leaves nothing behind, and the next one is taken', async () => {
    const studio = await newStudio();
    const socket = await sending(studio, 'POST /api/archive', 5_000_000);
    socket.write('{"archive":"fleet-wren","version":3}\n');
    await new Promise<void>((resolve) => socket.once('close', () => resolve()).destroy());
    const state = async () => ((await (await studio.ask('/archive/restore')).json()) as { state: string }).state;
    while ((await state()) !== 'failed') await healthy();
    expect(await codeIn(await restore(studio, 'hello', 'text/plain'))).toBe('archive-wrong');
  });

  test('nothing of them has ended a process', () => {
    expect(house.said()).not.toMatch(/stopped unexpectedly|Uncaught/);
  });
});

/** A request whose head is sent, and whose body is still to come. */
const sending = (studio: Studio, line: string, length: number): Promise<Socket> =>
  new Promise((resolve, reject) => {
    const socket = connect(Number(PORT), '127.0.0.1');
    socket.once('error', reject);
    socket.once('connect', () => {
      const head = [
        `${line} HTTP/1.1`,
        `Host: 127.0.0.1:${PORT}`,
        `Cookie: ${studio.cookie}`,
        'Content-Type: application/json',
        `Content-Length: ${length}`,
      ];
      socket.write(`${head.join('\r\n')}\r\n\r\n`, () => resolve(socket));
    });
  });

test('eighty requests whose bodies never come keep nobody waiting', async () => {
  const studios = await Promise.all(Array.from({ length: 10 }, newStudio));
  const idle: Socket[] = [];
  for (const studio of studios)
    for (const path of ['POST /api/archive', 'POST /api/patterns', 'PUT /api/settings', 'POST /api/practice/events'])
      for (const length of [50_000, 1_000_000]) idle.push(await sending(studio, path, length));
  for (const socket of idle) socket.on('error', () => undefined).write('{"');
  const [first] = studios as [Studio];
  const work = Promise.all(
    Array.from({ length: 60 }, async (_, index) => {
      const { status } = await first.send('/students', { name: `Imre ${index}`, about: {} });
      return status;
    }),
  );
  const waits = await waitsDuring(work);
  expect(new Set(await work)).toEqual(new Set([201]));
  // Far above what is promised (p99 50 ms), as the suite runs beside others; it was 503 for everybody.
  expect(Math.max(...waits)).toBeLessThan(2000);
  for (const socket of idle) socket.destroy();
}, 60_000);

/** Says something again and again until the server has said that it has it. */
const acknowledged = async (say: () => Promise<Response>): Promise<void> => {
  for (;;) {
    const answer = await say().catch(() => undefined);
    if (answer?.status === 201) return;
    if (answer && answer.status < 500) throw new Error(`${answer.status} ${await answer.text()}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
};

const postmaster = (): number =>
  Number(readFileSync(join(folder, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0]);

/** The processes that serve: children of the one that the start command keeps running. */
const serving = (): readonly number[] => {
  const childrenOf = (pid: number): readonly number[] => {
    const text = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim();
    return text === '' ? [] : text.split(' ').map(Number);
  };
  return childrenOf(house.child.pid as number).flatMap((pid) => [pid, ...childrenOf(pid)]);
};

const KILLS: readonly (readonly [string, () => void])[] = [
  ['one of the processes that serve', () => process.kill(serving().at(-1) as number, 'SIGKILL')],
  ['the database', () => process.kill(postmaster(), 'SIGKILL')],
  ['all that serve', () => serving().forEach((pid) => process.kill(pid, 'SIGKILL'))],
];

test('acknowledged events are all there after processes and the database were killed under them', async () => {
  const studio = await newStudio();
  const made = async (path: string, body: object) => (await (await studio.send(path, body)).json()) as { id: string };
  const { id } = await made('/students', { name: 'Junia Weir', about: {} });
  const plan = { target: 80, stages: [{ key: 'thumb', name: 'Thumb', gate: 5, tempos: [60] }] };
  const form = { name: 'Roll', pattern: createPattern('Roll'), target: 80, way: 'bursts', plan };
  const assignment = (await made(`/students/${id}/assignments`, form)).id;
  const [count, writers] = [HARD ? 2000 : 600, 20];
  const kept: string[] = [];
  const kills = [...KILLS];
  const write = async (): Promise<void> => {
    while (kept.length < count) {
      const event = { id: randomUUID(), at: Date.now(), kind: 'clean', stage: 'thumb', tempo: 60 };
      await acknowledged(() => studio.send(`/students/${id}/events`, { events: [{ assignment, event }] }));
      kept.push(event.id);
      if (kept.length % (count / 4) === 0) kills.shift()?.[1]();
    }
  };
  await Promise.all(Array.from({ length: writers }, write));
  expect(kills).toEqual([]);
  const backup = await (await studio.ask('/archive')).text();
  expect(kept.filter((name) => !backup.includes(name))).toEqual([]);
  expect(house.said()).toMatch(/The database stopped unexpectedly/);
  expect(house.said()).toMatch(/Restarting/);
  expect(await healthy()).toBe(200);
}, 180_000);

test('the database’s log quotes no row and no address', async () => {
  const email = `${randomUUID()}@holds.example`;
  const form = JSON.stringify({ studio: 'Lock house', name: 'Nell Sluice', email, password: PASSWORD });
  const headers = { 'content-type': 'application/json' };
  const register = async (): Promise<number> =>
    (await fetch(`${address}/api/auth/register`, { method: 'POST', headers, body: form })).status;
  // The second one is refused by the database itself.
  expect([await register(), await register()]).toEqual([201, 409]);
  const log = readFileSync(join(folder, 'postgres/database.log'), 'utf8');
  expect(log).toMatch(/database system is ready/);
  expect(log).not.toMatch(/@|Nell|Junia|thumb|insert into|Key \(/);
});
