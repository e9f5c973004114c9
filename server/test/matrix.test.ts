import { randomUUID } from 'node:crypto';
import { createPattern, createSong, createSeededRandom } from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { ROUTES, damagedRequest } from './damage.ts';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer({ registrationsPerHour: 1000 });
  await new Promise<void>((resolve) => server.app.getHttpServer().listen(0, '127.0.0.1', () => resolve()));
});
afterAll(() => server.close());

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
}

/** Every route the server has, as its own router tells it. */
const routes = (): readonly string[] => {
  const { router } = server.app.getHttpAdapter().getInstance() as {
    readonly router: { readonly stack: readonly Layer[] };
  };
  return router.stack.flatMap(({ route }) =>
    route && typeof route.path === 'string' && route.path.startsWith('/api/')
      ? Object.keys(route.methods).flatMap((method) => (method === '_all' ? [] : [`${method} ${route.path}`]))
      : [],
  );
};

const NAMES = /0{8}-0{4}-4000-8000-0{12}|(?<=versions[/])1|(?<=parts[/])0/g;

/** A route with names in place of what changes. */
const shapeOf = ({ method, path }: { readonly method: string; readonly path: string }): RegExp =>
  new RegExp(`^${method} ${path.replace(NAMES, ':\\w+')}$`);

test('every route there is stands in the list that damaged requests are made from', () => {
  const known = ROUTES.map(shapeOf);
  expect(routes().length).toBeGreaterThan(40);
  expect(routes().filter((route) => !known.some((shape) => shape.test(route)))).toEqual([]);
});

/** Routes that anybody may ask. */
const OPEN = /^\/api\/(auth\/(register|sign-in|recover|me|session|sign-out|invited|join)|health|openapi|practice)/;

interface Owned {
  readonly pattern: string;
  readonly song: string;
  readonly student: string;
  readonly assignment: string;
  readonly link: { readonly id: string; readonly token: string };
  readonly hand: string;
  readonly take: string;
  readonly teacher: string;
}

const idOf = (body: unknown): string => (body as { readonly id: string }).id;

/** A studio with one of everything. */
const furnished = async (agent: Agent): Promise<Owned> => {
  const post = async (path: string, body: object) => (await agent.post(path).send(body).expect(201)).body as unknown;
  const pattern = createPattern('Weir', { strokes: [{ id: 'a', at: 0, string: 5 }] });
  const student = idOf(await post('/api/students', { name: 'Imre Sallow', about: {} }));
  const plan = { target: 80, stages: [{ key: 'thumb', name: 'Thumb', gate: 5, tempos: [60] }] };
  const way = 'slow';
  return {
    student,
    pattern: idOf(await post('/api/patterns', { pattern })),
    song: idOf(await post('/api/songs', { song: createSong('Ash lane') })),
    assignment: idOf(await post(`/api/students/${student}/assignments`, { name: 'A', pattern, target: 80, way, plan })),
    link: (await post(`/api/students/${student}/links`, { days: 5 })) as Owned['link'],
    take: idOf(await post(`/api/students/${student}/takes`, { name: 'T', pattern, mime: 'audio/webm', bytes: 1000 })),
    teacher: ((await agent.get('/api/teachers').expect(200)).body as readonly { id: string }[])[0]?.id ?? '',
    hand: idOf(await post('/api/hands', { name: 'Small', scale: {}, times: {} })),
  };
};

/** The route with what belongs to somebody in its place. */
const pathTo = (path: string, owned: Owned): string => {
  const [, , kind = ''] = path.split('/');
  const names: Readonly<Record<string, string>> = {
    patterns: owned.pattern,
    songs: owned.song,
    students: owned.student,
    assignments: owned.assignment,
    links: owned.link.id,
    hands: owned.hand,
    takes: owned.take,
    teachers: owned.teacher,
  };
  return path.replace(/0{8}-0{4}-4000-8000-0{12}/, names[kind] ?? randomUUID());
};

const send = async (agent: Agent, { method, path, body }: (typeof ROUTES)[number], headers = {}) => {
  const asked = agent[method](path).set(headers);
  return body === undefined ? asked : asked.send(body as object);
};

const everything = async (agent: Agent): Promise<string> => {
  const answers = [];
  for (const path of ['patterns', 'songs', 'students', 'assignments', 'hands', 'settings', 'teachers'])
    answers.push((await agent.get(`/api/${path}`).expect(200)).body as unknown);
  for (const { id } of (await agent.get('/api/students').expect(200)).body as readonly { readonly id: string }[])
    answers.push((await agent.get(`/api/students/${id}/takes`).expect(200)).body as unknown);
  // Summaries are worked out in the background.
  return JSON.stringify(answers, (key, value: unknown) => (key === 'summary' ? undefined : value));
};

test('whoever is not signed in, is of another studio, or holds a link: every route gives and changes nothing', async () => {
  const [owner, other, stranger] = [await server.newStudio(), await server.newStudio(), server.stranger()];
  const owned = await furnished(owner);
  const before = await everything(owner);
  const broken: string[] = [];
  for (const route of ROUTES) {
    const there = { ...route, path: pathTo(route.path, owned) };
    if (!OPEN.test(route.path)) {
      const nobody = await send(stranger, there);
      if (nobody.status !== 401) broken.push(`nobody: ${route.method} ${route.path} ${nobody.status}`);
      const holder = await send(stranger, there, { 'x-practice-link': owned.link.token });
      if (holder.status !== 401) broken.push(`link: ${route.method} ${route.path} ${holder.status}`);
    }
    if (there.path !== route.path) {
      const foreign = await send(other, there);
      if (![400, 404].includes(foreign.status)) broken.push(`other: ${route.method} ${route.path} ${foreign.status}`);
    }
  }
  expect(broken).toEqual([]);
  expect(await everything(owner)).toBe(before);
}, 120_000);

test('damaged requests of another studio about what is there change nothing (seeded)', async () => {
  const [owner, other] = [await server.newStudio(), await server.newStudio()];
  const owned = await furnished(owner);
  const before = await everything(owner);
  const random = createSeededRandom(20261126);
  const found: string[] = [];
  for (let done = 0; done < (process.env.TEST_HARD === '1' ? 20_000 : 150); done += 1) {
    const { method, path, body, headers = {} } = damagedRequest(random);
    const there = pathTo(path, owned);
    if (/\/api\/auth\//.test(there)) continue;
    const asked = other[method](there).set('content-type', 'application/json').set(headers);
    const { status } = await (body === undefined ? asked : asked.send(body));
    if (status >= 500) found.push(`${status} ${method} ${there}`);
  }
  expect(found).toEqual([]);
  expect(await everything(owner)).toBe(before);
}, 600_000);
