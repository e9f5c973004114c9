import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { randomUUID } from 'node:crypto';
import { Validator } from '@seriousme/openapi-schema-validator';
import { IDEMPOTENCY_KEY_HEADER, ROUTES, takesIdempotencyKey, type Route } from '@fleet-wren/contract';
import { createPattern } from '@fleet-wren/core';
import { describeApi } from '../src/contract/openapi.ts';
import { startServer, type TestServer } from './studio.ts';

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
}

interface Answer {
  readonly id: string;
}

let server: TestServer;

beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

/** Routes the web framework really listens on. */
const boundRoutes = (): readonly string[] => {
  const express = server.app.getHttpAdapter().getInstance() as {
    readonly router: { readonly stack: readonly Layer[] };
  };
  return express.router.stack.flatMap(({ route }) =>
    route?.path.startsWith('/api/')
      ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path.slice('/api'.length)}`)
      : [],
  );
};

describe('the contract', () => {
  test('names exactly the routes the server listens on', () => {
    expect([...boundRoutes()].sort()).toEqual(Object.keys(ROUTES).sort());
  });

  test('is described by OpenAPI 3.1, as its published schema wants it, route by route', async () => {
    const { body } = await server.stranger().get('/api/openapi.json').expect(200);
    expect(body).toEqual(JSON.parse(JSON.stringify(describeApi())));
    const { valid, errors } = await new Validator().validate(body as Record<string, unknown>);
    expect({ valid, errors }).toEqual({ valid: true, errors: undefined });
    const described = Object.entries((body as { readonly paths: Record<string, object> }).paths).flatMap(
      ([path, operations]) =>
        Object.keys(operations).map((method) => `${method.toUpperCase()} ${path.replace(/\{(\w+)\}/g, ':$1')}`),
    );
    expect(described.sort()).toEqual(Object.keys(ROUTES).sort());
  });

  test('stands in docs/api.md, route by route', () => {
    const page = readFileSync(fileURLToPath(new URL('../../docs/api.md', import.meta.url)), 'utf8');
    const listed = [...page.matchAll(/^\| `([A-Z]+ [^`]+)` +\| (\w+)[^|]*\| (.*?) *\|$/gm)].map(
      ([, route = '', who, summary]) => [route.replace(/\{(\w+)\}/g, ':$1'), who, summary],
    );
    const known = Object.entries(ROUTES).map(([route, { access, summary }]) => [route, access, summary]);
    expect(listed.sort()).toEqual(known.sort());
  });

  test('says of each route who may ask: a stranger is told so before anything else', async () => {
    for (const [route, { access }] of Object.entries(ROUTES)) {
      if (access === 'anyone') continue;
      const [method = '', path = ''] = route.split(' ');
      const url = `/api${path.replace(/:\w+/g, randomUUID())}`;
      const { status } = await server.stranger()[method.toLowerCase() as 'get'](url).send();
      expect({ route, status }).toEqual({ route, status: access === 'link' ? 404 : 401 });
    }
  });

  test('an answer that differs is an error of the server', async () => {
    const teacher = await server.newStudio();
    const kept = await teacher.post('/api/students').send({ name: 'Ina', about: {} }).expect(201);
    await server
      .db('students')
      .where({ id: (kept.body as Answer).id })
      .update({ about: '[]' });
    await teacher.get(`/api/students/${(kept.body as Answer).id}`).expect(500);
  });
});

describe('a request with an idempotency key', () => {
  const pattern = createPattern('Weir');
  const names = async (teacher: Awaited<ReturnType<TestServer['newStudio']>>): Promise<readonly string[]> => {
    const { body } = await teacher.get('/api/patterns').expect(200);
    return (body as { readonly patterns: readonly { readonly name: string }[] }).patterns.map(({ name }) => name);
  };

  test('is done once, however often it arrives, and answered alike', async () => {
    const teacher = await server.newStudio();
    const key = randomUUID();
    const send = () => teacher.post('/api/patterns').set(IDEMPOTENCY_KEY_HEADER, key).send({ pattern });
    const first = await send().expect(201);
    const second = await send().expect(201);
    expect(second.body).toEqual(first.body);
    expect(await names(teacher)).toEqual(['Weir']);
  });

  test('that arrives twice at once is done once: the later one is told to wait', async () => {
    const teacher = await server.newStudio();
    const key = randomUUID();
    const send = () => teacher.post('/api/patterns').set(IDEMPOTENCY_KEY_HEADER, key).send({ pattern });
    const answers = await Promise.all([send(), send(), send()]);
    expect(answers.map(({ status }) => status).filter((status) => status !== 409 && status !== 201)).toEqual([]);
    expect(await names(teacher)).toEqual(['Weir']);
  });

  test('that was refused may be asked again; a key is no other request’s, and no other studio’s', async () => {
    const [teacher, other] = [await server.newStudio(), await server.newStudio()];
    const key = randomUUID();
    const post = (by: typeof teacher, body: object) =>
      by.post('/api/students').set(IDEMPOTENCY_KEY_HEADER, key).send(body);
    await post(teacher, { name: '' }).expect(400);
    await post(teacher, { name: 'Ina', about: {} }).expect(201);
    await post(teacher, { name: 'Ina', about: {} }).expect(201);
    const reused = await post(teacher, { name: 'Jan', about: {} });
    expect(reused.body).toMatchObject({ error: { code: 'request-wrong' } });
    await post(other, { name: 'Jan', about: {} }).expect(201);
    const { body } = await teacher.get('/api/students').expect(200);
    expect(body).toHaveLength(1);
  });

  test('a key that is none is refused, and secrets are never kept to be told again', async () => {
    const teacher = await server.newStudio();
    await teacher.post('/api/students').set(IDEMPOTENCY_KEY_HEADER, 'x').send({ name: 'Ina' }).expect(400);
    const secret = (Object.keys(ROUTES) as Route[]).filter((route) => ROUTES[route].isSecret);
    expect(secret.filter(takesIdempotencyKey)).toEqual([]);
    const key = randomUUID();
    const invite = () => teacher.post('/api/teachers/invites').set(IDEMPOTENCY_KEY_HEADER, key).send({ days: 1 });
    await invite().expect(201);
    expect(await server.db('idempotency_keys').where({ key })).toEqual([]);
  });
});
