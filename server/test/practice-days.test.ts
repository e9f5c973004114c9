import { localDay } from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { happened, set, stageAt, student } from './practising.ts';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

const setZone = async (agent: Agent, timeZone: string | undefined): Promise<number> => {
  const { version } = (await agent.get('/api/settings').expect(200)).body as { readonly version: number };
  const { status } = await agent.put('/api/settings').send({ settings: timeZone ? { timeZone } : {}, version });
  return status;
};

const tell = (agent: Agent, studentId: string, assignment: string, event: object) =>
  agent.post(`/api/students/${studentId}/events`).send({ events: [{ assignment, event }] });

const daysOf = async (agent: Agent, assignment: string): Promise<readonly number[]> => {
  const { days } = (await agent.get(`/api/assignments/${assignment}/progress`).expect(200)).body as {
    readonly days: readonly { readonly day: number }[];
  };
  return days.map(({ day }) => day);
};

/** 17 November 2024 at 11 in the morning by UTC: midnight in Auckland, where the 18th begins. */
const MIDNIGHT_IN_AUCKLAND = Date.UTC(2024, 10, 17, 11);

test('an evening and the minute after midnight are two days where the studio is, though one day of UTC', async () => {
  const agent = await server.newStudio();
  const { id: studentId } = await student(agent);
  const { id } = await set(agent, studentId);
  expect(await setZone(agent, 'Pacific/Auckland')).toBe(200);
  for (const at of [MIDNIGHT_IN_AUCKLAND - 60_000, MIDNIGHT_IN_AUCKLAND + 60_000])
    await tell(agent, studentId, id, { ...happened('clean', stageAt(1)), at }).expect(201);
  const day = localDay(MIDNIGHT_IN_AUCKLAND);
  expect(await daysOf(agent, id)).toEqual([day, day + 1]);
});

test('where the studio has set no zone, a day is that of the device', async () => {
  const agent = await server.newStudio();
  const { id: studentId } = await student(agent);
  const { id } = await set(agent, studentId);
  const at = Date.UTC(2024, 10, 17, 3);
  await tell(agent, studentId, id, { ...happened('clean', stageAt(1)), at, offset: -300 }).expect(201);
  await tell(agent, studentId, id, { ...happened('clean', stageAt(1)), at }).expect(201);
  expect(await daysOf(agent, id)).toEqual([localDay(at) - 1, localDay(at)]);
});

test('a zone that is none is refused, and an offset that no place has', async () => {
  const agent = await server.newStudio();
  const { id: studentId } = await student(agent);
  const { id } = await set(agent, studentId);
  expect(await setZone(agent, 'Ferry/Landing')).toBe(400);
  const { body } = await tell(agent, studentId, id, { ...happened('clean', stageAt(1)), offset: 900 }).expect(422);
  expect(body).toMatchObject({ error: { code: 'event-wrong' } });
});
