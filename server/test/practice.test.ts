import {
  MILLISECONDS_PER_DAY,
  HAND_PRESETS,
  updateStage,
  removeStage,
  createPattern,
  type HandProfile,
  type AttemptSummary,
  type ConstraintEstimate,
  type LadderPlan,
  type PracticeEvent,
} from '@fleet-wren/core';
import type { PracticeSkillsResponse } from '@fleet-wren/contract';
import type { Agent } from 'supertest';
import { WAY, happened, pattern, plan, set, stageAt, student, type Assigned } from './practising.ts';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

const codeOf = (body: unknown): string => (body as { error: { code: string } }).error.code;

test('a plan keeps the hand it was made for; no hand is taken that nobody has', async () => {
  const agent = await server.newStudio();
  const { id } = await student(agent);
  const hand = HAND_PRESETS[0] as HandProfile;
  await set(agent, id, { plan: { ...plan, hand } });
  const [kept] = (await agent.get(`/api/students/${id}/assignments`).expect(200)).body as readonly {
    readonly plan: LadderPlan;
  }[];
  expect(kept?.plan.hand).toEqual(hand);
  const wrong = { ...plan, hand: { ...hand, scale: { ...hand.scale, p: 0 } } };
  await agent
    .post(`/api/students/${id}/assignments`)
    .send({ name: 'A', pattern, target: 80, way: WAY, plan: wrong })
    .expect(400);
});

describe('stages as the teacher arranged them', () => {
  test('what happened counts by the new order; an old version, a plan of nonsense, another studio: refused', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const assigned = await set(agent, id);
    const first = plan.stages[0]?.key;
    const done = { assignment: assigned.id, event: happened('done', { stage: first }) };
    await agent
      .post(`/api/students/${id}/events`)
      .send({ events: [done] })
      .expect(201);
    const without = removeStage(plan, first ?? '');
    const path = `/api/assignments/${assigned.id}`;
    const changed = await agent.put(path).send({ version: 1, plan: without }).expect(200);
    const { standing, plan: kept } = changed.body as Assigned & { readonly plan: LadderPlan };
    expect([standing.passed, standing.stage]).toEqual([0, without.stages[0]?.name]);
    expect(kept).toEqual(without);
    await agent.put(path).send({ version: 1, plan }).expect(409);
    const twice = { ...plan, stages: [...plan.stages, plan.stages[0]] };
    const none = { ...plan, stages: [] };
    const odd = { ...plan, stages: [{ ...plan.stages[0], ceiling: -1 }] };
    for (const wrong of [twice, none, odd, 'all of them', null])
      await agent.put(path).send({ version: 2, plan: wrong }).expect(400);
    const stranger = await server.newStudio();
    await stranger.put(path).send({ version: 2, plan }).expect(404);
  });

  test('a remark of the teacher’s own comes back, and with the room', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const key = plan.stages[1]?.key ?? '';
    await set(agent, id, { plan: updateStage(plan, key, { remark: 'As if somebody slept.' }) });
    const { token } = (await agent.post(`/api/students/${id}/links`).send({ days: 3 }).expect(201)).body as {
      readonly token: string;
    };
    const room = await server.stranger().get('/api/practice').set('x-practice-link', token).expect(200);
    expect(JSON.stringify(room.body)).toContain('As if somebody slept.');
  });
});

describe('what practice says of a hand', () => {
  test('attempts at what is set move it; one taken back does not count; strangers learn nothing', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const assigned = await set(agent, id);
    const tempo = plan.stages.find(({ key }) => key === 'tempo');
    const slip = () => happened('slipped', { stage: 'tempo', tempo: tempo?.tempos[0] });
    const slips = [slip(), slip(), slip()];
    const back = happened('undone', { of: slips[0]?.id });
    const events = [...slips, back].map((event) => ({ assignment: assigned.id, event }));
    await agent.post(`/api/students/${id}/events`).send({ events }).expect(201);
    const [heard, ...more] = (await agent.get(`/api/students/${id}/ability`).expect(200)).body as ConstraintEstimate[];
    expect(more).toEqual([]);
    expect([heard?.constraint, heard?.attempts]).toEqual([tempo?.constraint, 2]);
    expect(heard?.slowness).toBeGreaterThan(1);
    const stranger = await server.newStudio();
    await stranger.get(`/api/students/${id}/ability`).expect(404);
  });

  test('passes come counted by stage, day and tempo, with the places of slips; strangers learn nothing', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const assigned = await set(agent, id);
    const [first, second] = plan.stages.find(({ key }) => key === 'tempo')?.tempos ?? [];
    const events = [
      happened('clean', { stage: 'tempo', tempo: first }),
      happened('clean', { stage: 'tempo', tempo: first }),
      happened('slipped', { stage: 'tempo', tempo: first, slip: { reason: 'late', tick: 420 } }),
      happened('slipped', { stage: 'tempo', tempo: second }),
    ].map((event) => ({ assignment: assigned.id, event }));
    await agent.post(`/api/students/${id}/events`).send({ events }).expect(201);
    const counted = (await agent.get(`/api/students/${id}/attempts`).expect(200)).body as AttemptSummary[];
    const row = { assignment: assigned.id, stage: 'tempo' };
    expect([...counted].sort((a, b) => a.tempo - b.tempo)).toEqual([
      expect.objectContaining({ ...row, tempo: first, clean: 2, slipped: 1, slipTicks: [420] }),
      expect.objectContaining({ ...row, tempo: second, clean: 0, slipped: 1, slipTicks: [] }),
    ]);
    const stranger = await server.newStudio();
    await stranger.get(`/api/students/${id}/attempts`).expect(404);
  });

  test('a student who has done nothing yet has nothing to tell', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    expect((await agent.get(`/api/students/${id}/ability`).expect(200)).body).toEqual([]);
  });
});

describe('students', () => {
  test('kept, changed on the version that was read, put away, removed with everything', async () => {
    const agent = await server.newStudio();
    const { id, version } = await student(agent);
    const about = { weeklyMinutes: 90, lessonDay: 3, lessonTime: '16:30', notes: 'Left hand tires.' };
    await agent.put(`/api/students/${id}`).send({ name: 'Imre Sallow', about, version }).expect(200);
    const late = await agent.put(`/api/students/${id}`).send({ name: 'Other', about: {}, version });
    expect([late.status, codeOf(late.body)]).toEqual([409, 'version-conflict']);
    const { body } = await agent.put(`/api/students/${id}`).send({ name: 'Imre', about, version: 2, archived: true });
    expect((body as { archivedAt: string | null }).archivedAt).not.toBeNull();
    await set(agent, id);
    await agent.delete(`/api/students/${id}`).expect(204);
    await agent.get(`/api/students/${id}/assignments`).expect(404);
    expect((await agent.get('/api/assignments').expect(200)).body).toEqual([]);
  });

  test.each([
    [{ name: '' }],
    [{ name: 'A', about: { lessonDay: 9 } }],
    [{ name: 'A', about: { lessonTime: '25:00' } }],
    [{ name: 'A', about: { flown: true } }],
  ])('what cannot be is refused: %j', async (body) => {
    const agent = await server.newStudio();
    await agent.post('/api/students').send(body).expect(400);
  });

  test('another studio sees none of it', async () => {
    const [mine, theirs] = [await server.newStudio(), await server.newStudio()];
    const { id } = await student(mine);
    const assigned = await set(mine, id);
    for (const path of [
      `students/${id}`,
      `students/${id}/assignments`,
      `students/${id}/events`,
      `students/${id}/links`,
    ])
      await theirs.get(`/api/${path}`).expect(404);
    await theirs.post(`/api/students/${id}/events`).send({ events: [] }).expect(404);
    await theirs.post(`/api/students/${id}/links`).send({}).expect(404);
    await theirs.put(`/api/assignments/${assigned.id}`).send({ version: 1, ended: true }).expect(404);
    await theirs.delete(`/api/assignments/${assigned.id}`).expect(404);
    await theirs.delete(`/api/students/${id}`).expect(404);
  });
});

describe('what is practised', () => {
  test('events are taken down once, in whatever order they come, and tell how it stands', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const { id: assignment } = await set(agent, id);
    const events = [
      happened('done', { stage: 'position', at: Date.now() - 90_000 }),
      ...Array.from({ length: 5 }, (_, index) => happened('clean', { ...stageAt(1), at: Date.now() - 60_000 + index })),
    ];
    const told = [...events].reverse().map((event) => ({ assignment, event }));
    await agent
      .post(`/api/students/${id}/events`)
      .send({ events: told.slice(0, 3) })
      .expect(201);
    const { body } = await agent.post(`/api/students/${id}/events`).send({ events: told }).expect(201);
    expect((body as readonly Assigned[])[0]?.standing).toMatchObject({ passed: 2, stage: plan.stages[2]?.name });
    const log = (await agent.get(`/api/students/${id}/events`).expect(200)).body as readonly unknown[];
    expect(log).toHaveLength(events.length);
  });

  test('two rooms that tell at once lose nothing', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const { id: assignment } = await set(agent, id);
    const begin = happened('done', { stage: 'position', at: Date.now() - 90_000 });
    await agent.post(`/api/students/${id}/events`).send({ events: [{ assignment, event: begin }] });
    const cleans = Array.from({ length: 5 }, (_, index) =>
      happened('clean', { ...stageAt(1), at: Date.now() - 50_000 + index }),
    );
    await Promise.all(
      cleans.map((event) =>
        agent
          .post(`/api/students/${id}/events`)
          .send({ events: [{ assignment, event }] })
          .expect(201),
      ),
    );
    const [line] = (await agent.get('/api/assignments').expect(200)).body as readonly Assigned[];
    expect(line?.standing.passed).toBe(2);
  });

  test('what was learnt comes back for review, later each time it is clean', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const { id: assignment } = await set(agent, id);
    const from = Date.now() - 20 * MILLISECONDS_PER_DAY;
    const tell = async (events: readonly PracticeEvent[]): Promise<Assigned['standing']> => {
      const told = { events: events.map((event) => ({ assignment, event })) };
      const { body } = await agent.post(`/api/students/${id}/events`).send(told).expect(201);
      return (body as readonly Assigned[])[0]?.standing as Assigned['standing'];
    };
    const last = plan.stages.at(-1)?.key;
    const through = await tell([happened('passed', { stage: last, at: from })]);
    expect(through.stage).toBeNull();
    expect(through.due).toBeGreaterThan(from + MILLISECONDS_PER_DAY);
    const rounds = [0, 1].map((index) =>
      happened('clean', { stage: 'review', tempo: 80, at: from + 10 * MILLISECONDS_PER_DAY + index }),
    );
    const reviewed = await tell(rounds);
    expect(reviewed.due).toBeGreaterThan((through.due ?? 0) + MILLISECONDS_PER_DAY);
    const slip = happened('slipped', { stage: 'review', tempo: 80, at: from + 15 * MILLISECONDS_PER_DAY });
    expect((await tell([slip])).due).toBeLessThan(reviewed.due ?? 0);
  });

  test.each<[string, object, number]>([
    ['of no time a clock shows', { at: 1e15 }, 422],
    ['with no name of its own', { id: 'x' }, 422],
    ['of an unknown kind', { kind: 'flown' }, 400],
  ])('an event %s is refused, and nothing of its sending is kept', async (_name, more, status) => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const { id: assignment } = await set(agent, id);
    const good = { assignment, event: happened('rest') };
    const bad = { assignment, event: { ...happened('rest'), ...more } };
    await agent
      .post(`/api/students/${id}/events`)
      .send({ events: [good, bad] })
      .expect(status);
    expect((await agent.get(`/api/students/${id}/events`)).body).toEqual([]);
  });

  test('a pattern that is none, a target no metronome has, a plan of nothing: refused', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const send = (more: object) =>
      agent.post(`/api/students/${id}/assignments`).send({ name: 'A', pattern, target: 80, way: WAY, plan, ...more });
    await send({ target: 9000 }).expect(400);
    await send({ plan: { target: 80, stages: [] } }).expect(400);
    await send({ pattern: { name: 'x' } }).expect(400);
    await send({ way: 'by magic' }).expect(400);
    await send({ pattern: createPattern('Empty') }).expect(201);
  });
});

test('links and notes of one student have an end, said in a sentence', async () => {
  const agent = await server.newStudio();
  const { id } = await student(agent);
  const { body: me } = (await agent.get('/api/auth/me').expect(200)) as { body: { studio: string } };
  expect(me.studio).toBe('Test studio');
  const { studio_id } = (await server.db('students').where({ id }).first('studio_id')) as { studio_id: string };
  for (let first = 1; first <= 10_000; first += 2000)
    await server.db.raw(
      `insert into practice_events (studio_id, student_id, id, at, kind, body)
       select ?, ?, gen_random_uuid(), n, 'note', '{"text":"x"}' from generate_series(?::int, ?::int) n`,
      [studio_id, id, first, first + 1999],
    );
  const note = { assignment: null, event: happened('note', { text: 'one more' }) };
  const refused = await agent.post(`/api/students/${id}/events`).send({ events: [note] });
  expect([refused.status, codeOf(refused.body)]).toEqual([409, 'quota-reached']);
  await server.db.raw(
    `insert into practice_links (id, studio_id, student_id, token_hash, ends_at)
     select gen_random_uuid(), ?, ?, 'hash' || n, now() from generate_series(1, 100) n`,
    [studio_id, id],
  );
  const link = await agent.post(`/api/students/${id}/links`).send({ days: 3 });
  expect([link.status, codeOf(link.body)]).toEqual([409, 'quota-reached']);
});

describe('links', () => {
  const link = async (agent: Agent, id: string, days = 30) =>
    (await agent.post(`/api/students/${id}/links`).send({ days }).expect(201)).body as { id: string; token: string };
  const room = (token: string) => server.stranger().get('/api/practice').set('x-practice-link', token);

  test('what a student’s skills are told by is told to their own link alone', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const other = await student(agent);
    const assigned = await set(agent, id);
    const event = happened('clean', { stage: 'tempo', tempo: 48 });
    await agent
      .post(`/api/students/${id}/events`)
      .send({ events: [{ assignment: assigned.id, event }] })
      .expect(201);
    const skills = (token: string) => server.stranger().get('/api/practice/skills').set('x-practice-link', token);
    const own = (await skills((await link(agent, id)).token).expect(200)).body as PracticeSkillsResponse;
    expect(own.practised.map((one) => one.id)).toEqual([assigned.id]);
    expect(own.attempts).toMatchObject([{ assignment: assigned.id, stage: 'tempo', tempo: 48, clean: 1 }]);
    expect(own.known).toEqual([]);
    const theirs = (await skills((await link(agent, other.id)).token).expect(200)).body as PracticeSkillsResponse;
    expect(theirs).toEqual({ practised: [], attempts: [], known: [] });
    await skills('a'.repeat(32)).expect(404);
  });

  test('open the room of one student, with the first name alone, and nothing else', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent, 'Tamsin Holt');
    const other = await student(agent, 'Osric Penny');
    await set(agent, id);
    const theirs = await set(agent, other.id, { name: 'Not yours' });
    const { token } = await link(agent, id);
    const { body } = await room(token).expect(200);
    expect(body).toMatchObject({ name: 'Tamsin', assignments: [{ name: 'First figure' }] });
    expect(JSON.stringify(body)).not.toMatch(/Holt|Osric|Penny|Not yours/);
    const before = (await agent.get(`/api/students/${other.id}/events`).expect(200)).body as object[];
    const event = happened('clean', stageAt(1));
    await server
      .stranger()
      .post('/api/practice/events')
      .set('x-practice-link', token)
      .send({ events: [{ assignment: theirs.id, event }] })
      .expect(201);
    expect((await agent.get(`/api/students/${other.id}/events`).expect(200)).body).toEqual(before);
    for (const path of ['patterns', 'students', 'assignments', 'songs', `students/${id}`, 'archive', 'settings'])
      await server.stranger().get(`/api/${path}`).set('x-practice-link', token).expect(401);
  });

  test('that ended, were revoked, or never were, get the same answer', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const [ended, revoked] = [await link(agent, id), await link(agent, id)];
    await agent.delete(`/api/links/${revoked.id}`).expect(204);
    await server
      .db('practice_links')
      .where({ id: ended.id })
      .update({ ends_at: new Date(Date.now() - 1000) });
    const answers = await Promise.all([ended.token, revoked.token, 'A'.repeat(22), ''].map((token) => room(token)));
    expect(answers.map(({ status }) => status)).toEqual([404, 404, 404, 404]);
    expect(new Set(answers.map(({ text }) => text)).size).toBe(1);
  });

  test('are kept as hashes, counted, and go with their student', async () => {
    const agent = await server.newStudio();
    const { id } = await student(agent);
    const { token } = await link(agent, id);
    await room(token).expect(200);
    const [kept] = (await agent.get(`/api/students/${id}/links`)).body as readonly { opened: number }[];
    expect(kept?.opened).toBe(1);
    const rows = (await server.db('practice_links').select('*')) as readonly object[];
    expect(JSON.stringify(rows)).not.toContain(token);
    await agent.delete(`/api/students/${id}`).expect(204);
    await room(token).expect(404);
  });

  test('a body without a good link is not read', async () => {
    const answer = await server
      .stranger()
      .post('/api/practice/events')
      .set('content-type', 'application/json')
      .send(`{"events":[${'{},'.repeat(20_000)}{}]`);
    expect([answer.status, codeOf(answer.body)]).toEqual([404, 'link-ended']);
  });
});
