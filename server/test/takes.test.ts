import { randomUUID } from 'node:crypto';
import { createPattern, createSeededRandom } from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

const PART = 262_144;
const pattern = createPattern('Weir', { strokes: [{ id: 'a', at: 0, string: 5 }] });

const noise = (bytes: number): Buffer => {
  const random = createSeededRandom(9);
  return Buffer.from(Uint8Array.from({ length: bytes }, () => Math.floor(256 * random())));
};

interface Coming {
  readonly id: string;
  readonly part: number;
  readonly parts: readonly number[];
  readonly completeAt: string | null;
  readonly by: string;
}

const student = async (agent: Agent): Promise<string> =>
  ((await agent.post('/api/students').send({ name: 'Imre Sallow' }).expect(201)).body as { id: string }).id;

const begun = async (agent: Agent, studentId: string, bytes: number): Promise<Coming> =>
  (
    await agent
      .post(`/api/students/${studentId}/takes`)
      .send({ name: 'Weir', pattern, mime: 'audio/webm', bytes })
      .expect(201)
  ).body as Coming;

const sendPart = (agent: Agent, id: string, number: number, bytes: Buffer, headers = {}, room = '') =>
  agent
    .put(`/api${room}/takes/${id}/parts/${number}`)
    .set({ 'content-type': 'application/octet-stream', ...headers })
    .send(bytes);

const sent = async (agent: Agent, id: string, sound: Buffer): Promise<void> => {
  for (let number = 0; number * PART < sound.length; number += 1)
    await sendPart(agent, id, number, sound.subarray(number * PART, (number + 1) * PART)).expect(200);
};

const soundOf = async (agent: Agent, id: string, range?: string) =>
  agent
    .get(`/api/takes/${id}/sound`)
    .set(range ? { range } : {})
    .buffer(true)
    .parse((response, done) => {
      const pieces: Buffer[] = [];
      response.on('data', (piece: Buffer) => pieces.push(piece));
      response.on('end', () => done(null, Buffer.concat(pieces)));
    });

test('a take comes in parts in any order, twice over, and is given back whole and in stretches', async () => {
  const agent = await server.newStudio();
  const id = await student(agent);
  const sound = noise(2 * PART + 777);
  const take = await begun(agent, id, sound.length);
  expect(take).toMatchObject({ part: PART, parts: [], completeAt: null, by: 'teacher' });
  await sendPart(agent, take.id, 2, sound.subarray(2 * PART)).expect(200);
  await sendPart(agent, take.id, 0, sound.subarray(0, PART)).expect(200);
  await agent.get(`/api/takes/${take.id}/sound`).expect(404);
  // What has come is told, so that a broken sending goes on where it broke off.
  expect(((await agent.get(`/api/takes/${take.id}`).expect(200)).body as Coming).parts).toEqual([0, 2]);
  await sendPart(agent, take.id, 0, Buffer.alloc(PART)).expect(200);
  const { body } = await sendPart(agent, take.id, 1, sound.subarray(PART, 2 * PART)).expect(200);
  expect((body as Coming).completeAt).not.toBeNull();
  const whole = await soundOf(agent, take.id);
  expect([whole.status, whole.headers['content-type'], whole.headers['content-length']]).toEqual([
    200,
    'audio/webm',
    String(sound.length),
  ]);
  expect(Buffer.compare(whole.body as Buffer, sound)).toBe(0);
  const some = await soundOf(agent, take.id, `bytes=${PART - 10}-${PART + 9}`);
  expect(some.status).toBe(206);
  expect(some.headers['content-range']).toBe(`bytes ${PART - 10}-${PART + 9}/${sound.length}`);
  expect(Buffer.compare(some.body as Buffer, sound.subarray(PART - 10, PART + 10))).toBe(0);
  expect(Buffer.compare((await soundOf(agent, take.id, 'bytes=777-')).body as Buffer, sound.subarray(777))).toBe(0);
  await agent
    .get(`/api/takes/${take.id}/sound`)
    .set({ range: `bytes=${sound.length}-` })
    .expect(400);
});

test('parts of another size or number, kinds that are no sound and takes that are too large are refused', async () => {
  const agent = await server.newStudio();
  const id = await student(agent);
  const take = await begun(agent, id, 1000);
  await sendPart(agent, take.id, 0, Buffer.alloc(999)).expect(400);
  await sendPart(agent, take.id, 1, Buffer.alloc(1000)).expect(400);
  await sendPart(agent, take.id, 0, Buffer.alloc(PART + 1)).expect(413);
  await agent.put(`/api/takes/${take.id}/parts/x`).send({}).expect(400);
  const form = { name: 'Weir', pattern, mime: 'audio/webm', bytes: 1000 };
  for (const wrong of [{ mime: 'text/html' }, { bytes: 16_000_001 }, { bytes: 0 }, { name: '' }])
    await agent
      .post(`/api/students/${id}/takes`)
      .send({ ...form, ...wrong })
      .expect(400);
  await agent
    .post(`/api/students/${id}/takes`)
    .send({ ...form, pattern: {} })
    .expect(400);
  await agent
    .post(`/api/students/${id}/takes`)
    .send({ ...form, assignment: '00000000-0000-4000-8000-000000000000' })
    .expect(404);
});

/** As much sound as a studio may keep, but for some bytes: in the count the database keeps. */
const almostFull = async (agent: Agent, left: number): Promise<void> => {
  const id = await student(agent);
  const take = await begun(agent, id, 10);
  await sent(agent, take.id, noise(10));
  const { studio_id } = (await server.db('takes').where({ id: take.id }).first('studio_id')) as { studio_id: string };
  await server
    .db('studio_usage')
    .where({ studio_id })
    .update({ sound_bytes: 1_000_000_000 - left });
};

test('sound that was only announced takes no room; twenty sent at once stay within what a studio may keep', async () => {
  const agent = await server.newStudio();
  const id = await student(agent);
  for (let done = 0; done < 70; done += 1) await begun(agent, id, 16_000_000);
  await almostFull(agent, 5500);
  const takes = await Promise.all(Array.from({ length: 20 }, () => begun(agent, id, 1000)));
  const answers = await Promise.all(takes.map((take) => sendPart(agent, take.id, 0, noise(1000))));
  expect(answers.filter(({ status }) => status === 200)).toHaveLength(5);
  expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([200, 409]));
  const form = { name: 'Weir', pattern, mime: 'audio/webm', bytes: 16_000_000 };
  const full = await agent.post(`/api/students/${id}/takes`).send(form).expect(409);
  expect(JSON.stringify(full.body)).toMatch(/1000 MB of recordings/);
});

test('what goes with a take, a student or a studio makes room again', async () => {
  const agent = await server.newStudio();
  const [id, other] = [await student(agent), await student(agent)];
  const takes = [await begun(agent, id, PART + 5), await begun(agent, id, 100), await begun(agent, other, 50)];
  for (const [index, take] of takes.entries()) await sent(agent, take.id, noise([PART + 5, 100, 50][index] ?? 0));
  const { studio_id } = (await server.db('takes').where({ student_id: id }).first('studio_id')) as {
    studio_id: string;
  };
  const kept = async (): Promise<number> => {
    const row = (await server.db('studio_usage').where({ studio_id }).first()) as { sound_bytes: string } | undefined;
    return Number(row?.sound_bytes ?? 0);
  };
  expect(await kept()).toBe(PART + 155);
  await agent.delete(`/api/takes/${takes[0]?.id}`).expect(204);
  expect(await kept()).toBe(150);
  await agent.delete(`/api/students/${id}`).expect(204);
  expect(await kept()).toBe(50);
  await server.db('studios').where({ id: studio_id }).delete();
  expect(await kept()).toBe(0);
});

test('a student who is removed is gone from every table, as the schema lists them', async () => {
  const agent = await server.newStudio();
  const [id, other] = [await student(agent), await student(agent)];
  for (const one of [id, other]) {
    const take = await begun(agent, one, 100);
    await sent(agent, take.id, noise(100));
    await agent.post(`/api/students/${one}/links`).send({ days: 7 }).expect(201);
    const event = { id: randomUUID(), at: Date.now(), kind: 'note', text: 'Loose wrist.' };
    await agent
      .post(`/api/students/${one}/events`)
      .send({ events: [{ assignment: null, event }] })
      .expect(201);
  }
  const { rows } = (await server.db.raw(
    `select table_name from information_schema.columns
     join information_schema.tables using (table_schema, table_name)
     where column_name = 'student_id' and table_schema = 'public' and table_type = 'BASE TABLE'`,
  )) as { rows: readonly { table_name: string }[] };
  const tables = rows.map(({ table_name }) => table_name);
  const rowsOf = async (student_id: string): Promise<readonly string[]> => {
    const found: string[] = [];
    for (const table of tables) if (await server.db(table).where({ student_id }).first()) found.push(table);
    return found;
  };
  const before = await rowsOf(id);
  expect(before).toEqual(expect.arrayContaining(['takes', 'practice_links', 'practice_events']));
  await agent.delete(`/api/students/${id}`).expect(204);
  expect(await rowsOf(id)).toEqual([]);
  expect(await server.db('students').where({ id }).first()).toBeUndefined();
  expect(await rowsOf(other)).toEqual(before);
});

test('there is an end to the takes of a student, however many begin at once', async () => {
  const agent = await server.newStudio();
  const id = await student(agent);
  const form = { name: 'Weir', pattern, mime: 'audio/webm', bytes: 1 };
  const all = await Promise.all(Array.from({ length: 110 }, () => agent.post(`/api/students/${id}/takes`).send(form)));
  expect(all.filter(({ status }) => status === 201)).toHaveLength(100);
  const many = await agent.post(`/api/students/${id}/takes`).send(form).expect(409);
  expect(JSON.stringify(many.body)).toMatch(/100 takes/);
});

test('what another engine says takes the place of what was said, and that stays beside it', async () => {
  const agent = await server.newStudio();
  const id = await student(agent);
  const take = await begun(agent, id, 1000);
  await sent(agent, take.id, noise(1000));
  const judge = (engine: number, headline: string) =>
    agent
      .put(`/api/takes/${take.id}/judgement`)
      .send({ engine, headline: { code: headline }, judgement: JSON.stringify({ said: headline }) })
      .expect(200);
  await judge(1, 'Slipped');
  await judge(1, 'Clean');
  const { body } = await judge(2, 'Cleaner');
  expect(body).toMatchObject({
    engine: 2,
    headline: { code: 'Cleaner' },
    judgement: '{"said":"Cleaner"}',
    earlier: [{ engine: 1, headline: { code: 'Clean' }, judgement: '{"said":"Clean"}' }],
  });
  const lines = (await agent.get(`/api/students/${id}/takes`).expect(200)).body as readonly object[];
  expect(lines).toEqual([expect.objectContaining({ headline: { code: 'Cleaner' }, bytes: 1000 })]);
  expect(lines[0]).not.toHaveProperty('judgement');
});

test('a take goes with its student, and with what was set', async () => {
  const agent = await server.newStudio();
  const id = await student(agent);
  const take = await begun(agent, id, 1000);
  await sent(agent, take.id, noise(1000));
  await agent.delete(`/api/students/${id}`).expect((answer) => expect(answer.status).toBeLessThan(300));
  await agent.get(`/api/takes/${take.id}`).expect(404);
  const left = (await server.db('take_parts').where({ take_id: take.id }).count('number as count').first()) as {
    readonly count: string;
  };
  expect(Number(left.count)).toBe(0);
});

test('a student keeps a take from the room, of themselves alone, and hears none', async () => {
  const agent = await server.newStudio();
  const [own, other] = [await student(agent), await student(agent)];
  const { token } = (await agent.post(`/api/students/${own}/links`).send({ days: 3 }).expect(201)).body as {
    readonly token: string;
  };
  const link = { 'x-practice-link': token };
  const room = server.stranger();
  const form = { name: 'Weir', pattern, mime: 'audio/webm', bytes: 1000 };
  const take = (await room.post('/api/practice/takes').set(link).send(form).expect(201)).body as Coming;
  expect(take.by).toBe('student');
  await sendPart(room, take.id, 0, noise(1000), link, '/practice').expect(200);
  expect((await agent.get(`/api/students/${own}/takes`).expect(200)).body).toHaveLength(1);
  const foreign = await begun(agent, other, 1000);
  await sendPart(room, foreign.id, 0, noise(1000), link, '/practice').expect(404);
  await room.get(`/api/takes/${take.id}/sound`).set(link).expect(401);
  await room.post('/api/practice/takes').send(form).expect(404);
});
