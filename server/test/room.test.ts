import { MILLISECONDS_PER_DAY, type PracticeEvent } from '@fleet-wren/core';
import { happened, plan, set, stageAt, student, type Assigned } from './practising.ts';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

interface RoomAnswer {
  readonly accepted: readonly string[];
  readonly refused: readonly { readonly id: string; readonly problems: readonly { readonly code: string }[] }[];
  readonly assignments: readonly Assigned[];
}

interface Told {
  readonly assignment: string | null;
  readonly event: PracticeEvent;
}

const tellRoom = async (token: string, events: readonly Told[], more: object = {}): Promise<RoomAnswer> =>
  (
    await server
      .stranger()
      .post('/api/practice/events')
      .set('x-practice-link', token)
      .send({ events, ...more })
      .expect(201)
  ).body as RoomAnswer;

/** A student with something set and a link to the room. */
const withLink = async () => {
  const agent = await server.newStudio();
  const { id } = await student(agent);
  const assigned = await set(agent, id);
  const { token } = (await agent.post(`/api/students/${id}/links`).send({ days: 3 }).expect(201)).body as {
    readonly token: string;
  };
  const log = async () => (await agent.get(`/api/students/${id}/events`).expect(200)).body as readonly Told[];
  return { agent, id, assigned, token, log };
};

describe('what a room tells', () => {
  test('is answered event by event: what is kept is named, and what is not with why', async () => {
    const { assigned, token, log } = await withLink();
    const good = happened('done', { stage: 'position' });
    const bad = { ...happened('clean', stageAt(1)), tempo: 9000 };
    const answer = await tellRoom(
      token,
      [bad, good].map((event) => ({ assignment: assigned.id, event })),
    );
    expect(answer.accepted).toEqual([good.id]);
    expect(answer.refused.map(({ id, problems }) => [id, problems[0]?.code])).toEqual([[bad.id, 'event-wrong']]);
    expect(answer.assignments.map(({ id, standing }) => [id, standing.passed])).toEqual([[assigned.id, 1]]);
    expect((await tellRoom(token, [{ assignment: assigned.id, event: good }])).accepted).toEqual([good.id]);
    expect(await log()).toHaveLength(1);
  });

  test('is what the student did: what the teacher says, counts or counted stays the teacher’s', async () => {
    const { agent, id, assigned, token } = await withLink();
    const counted = happened('clean', { ...stageAt(1), by: 'teacher' });
    await agent
      .post(`/api/students/${id}/events`)
      .send({ events: [{ assignment: assigned.id, event: counted }] })
      .expect(201);
    const last = plan.stages.at(-1)?.key;
    const theirs = [
      happened('passed', { stage: last }),
      happened('note', { text: 'x' }),
      happened('take', { text: 'x' }),
      happened('clean', { ...stageAt(1), by: 'teacher' }),
      happened('undone', { of: counted.id }),
    ];
    const answer = await tellRoom(
      token,
      theirs.map((event) => ({ assignment: assigned.id, event })),
    );
    expect(answer.accepted).toEqual([]);
    expect(answer.refused.map(({ id: name }) => name).sort()).toEqual(theirs.map(({ id: name }) => name).sort());
    // “Done” ends the stage at hand where it is one without attempts, and no other.
    const jump = await tellRoom(token, [{ assignment: assigned.id, event: happened('done', { stage: last }) }]);
    expect(jump.assignments[0]?.standing.passed).toBe(0);
    const own = happened('clean', stageAt(1));
    const back = happened('undone', { of: own.id });
    await tellRoom(token, [{ assignment: assigned.id, event: own }]);
    expect((await tellRoom(token, [{ assignment: assigned.id, event: back }])).accepted).toEqual([back.id]);
  });

  test('of something that was dropped meanwhile stays in the log', async () => {
    const { agent, assigned, token, log } = await withLink();
    await agent.delete(`/api/assignments/${assigned.id}`).expect(204);
    const event = happened('clean', stageAt(1));
    expect((await tellRoom(token, [{ assignment: assigned.id, event }])).accepted).toEqual([event.id]);
    expect((await log()).map(({ assignment, event: kept }) => [assignment, kept.id])).toEqual([[null, event.id]]);
  });

  test.each([
    ['two days fast', 2 * MILLISECONDS_PER_DAY],
    ['two days slow', -2 * MILLISECONDS_PER_DAY],
    ['forty years slow', -14_600 * MILLISECONDS_PER_DAY],
  ])('by a clock %s is put right, and both times are kept', async (_what, off) => {
    const { assigned, token, log } = await withLink();
    const event = happened('clean', { ...stageAt(1), at: Date.now() + off - 60_000 });
    const told = [{ assignment: assigned.id, event }];
    expect((await tellRoom(token, told, { sentAt: Date.now() + off })).accepted).toEqual([event.id]);
    const [kept] = await log();
    expect(Math.abs((kept?.event.at ?? 0) - (Date.now() - 60_000))).toBeLessThan(30_000);
    const row = (await server.db('practice_events').where({ id: event.id }).first('told_at')) as { told_at: string };
    expect(Number(row.told_at)).toBe(event.at);
    // Sent again, by a clock that is right by now: it is the same event.
    await tellRoom(token, told, { sentAt: Date.now() + off + 1000 });
    expect(await log()).toHaveLength(1);
  });

  test('by a teacher’s clock that is fast is the same event when it is sent again', async () => {
    const { agent, id, assigned, log } = await withLink();
    const event = happened('clean', { ...stageAt(1), at: Date.now() + 2 * MILLISECONDS_PER_DAY });
    const send = () => agent.post(`/api/students/${id}/events`).send({ events: [{ assignment: assigned.id, event }] });
    await send().expect(201);
    const { body } = await send().expect(201);
    expect((body as readonly Assigned[]).map((one) => one.id)).toEqual([assigned.id]);
    expect(await log()).toHaveLength(1);
  });

  test('from the future, by a room that does not say what its clock shows, happened now', async () => {
    const { assigned, token, log } = await withLink();
    const event = happened('rest', { at: Date.now() + 40 * MILLISECONDS_PER_DAY });
    expect((await tellRoom(token, [{ assignment: assigned.id, event }])).accepted).toEqual([event.id]);
    expect(Math.abs(((await log())[0]?.event.at ?? 0) - Date.now())).toBeLessThan(30_000);
  });
});

const IN_ONE_GO = 2000;

describe('a long log', () => {
  /** So many events in an assignment’s log, a second apart until an hour ago, as if they had come over months. */
  const withLog = async (count: number) => {
    const made = await withLink();
    const { studio_id } = (await server.db('students').where({ id: made.id }).first('studio_id')) as {
      studio_id: string;
    };
    const from = Date.now() - 3_600_000 - 1000 * count;
    // In parts, so that each is written in time on a machine that others use too.
    for (let first = 1; first <= count; first += IN_ONE_GO)
      await server.db.raw(
        `insert into practice_events (studio_id, student_id, assignment_id, id, at, kind, body)
         select ?, ?, ?, gen_random_uuid(), ?::bigint + n * 1000, case when n % 7 = 0 then 'slipped' else 'clean' end,
           jsonb_build_object('stage', ?::text, 'tempo', ?::int) from generate_series(?::int, ?::int) n`,
        [studio_id, made.id, made.assigned.id, from, 'thumb', 60, first, Math.min(count, first + IN_ONE_GO - 1)],
      );
    await server.db('assignments').where({ id: made.assigned.id }).update({ events: count });
    return made;
  };

  test('twelve that add to it at once wait for nobody, and what it comes to is what the whole log says', async () => {
    const { agent, id, assigned, token } = await withLog(19_400);
    const answers = await Promise.all(
      Array.from({ length: 36 }, (_, index) =>
        agent.post(`/api/students/${id}/events`).send({
          events: [{ assignment: assigned.id, event: happened('minutes', { minutes: 1, at: Date.now() + index }) }],
        }),
      ),
    );
    expect(new Set(answers.map(({ status }) => status))).toEqual(new Set([201]));
    const { body } = await agent.get(`/api/assignments/${assigned.id}/progress`).expect(200);
    expect(body).toMatchObject({ minutes: 36 });
    const room = await server.stranger().get('/api/practice').set('x-practice-link', token).expect(200);
    expect(room.text.length).toBeLessThan(60_000);
  });

  test('there is an end to it, however many add at once', async () => {
    const { agent, id, assigned, token } = await withLog(19_990);
    const answers = await Promise.all(
      Array.from({ length: 30 }, () => tellRoom(token, [{ assignment: assigned.id, event: happened('rest') }])),
    );
    expect(answers.filter(({ accepted }) => accepted.length === 1)).toHaveLength(10);
    expect(answers.find(({ refused }) => refused.length > 0)?.refused[0]?.problems[0]?.code).toBe('quota-reached');
    const [line] = (await agent.get('/api/assignments').expect(200)).body as readonly Assigned[];
    expect(line?.standing).toBeDefined();
    expect(id).toBeTruthy();
  });

  test('the room is sent what changed', async () => {
    const { agent, assigned, token } = await withLog(300);
    const room = async (known = '') =>
      (
        await server
          .stranger()
          .get('/api/practice')
          .set({ 'x-practice-link': token, 'x-room-known': known })
          .expect(200)
      ).body as {
        readonly assignments: readonly { readonly id: string; readonly state: string; readonly plan?: object }[];
      };
    const [first] = (await room()).assignments;
    expect(first?.plan).toBeDefined();
    const known = `${first?.id}:${first?.state}`;
    expect((await room(known)).assignments).toEqual([{ id: first?.id, state: first?.state }]);
    await tellRoom(token, [{ assignment: assigned.id, event: happened('rest') }]);
    expect((await room(known)).assignments[0]?.plan).toBeDefined();
    await agent.put(`/api/assignments/${assigned.id}`).send({ version: 1, place: 3 }).expect(200);
  });
});
