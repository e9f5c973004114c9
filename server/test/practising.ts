import { randomUUID } from 'node:crypto';
import {
  createLadder,
  toLadderPlan,
  parseStringNotation,
  valueOrThrow,
  type LadderPlan,
  type PracticeEvent,
} from '@fleet-wren/core';
import type { Agent } from 'supertest';

/** A figure, and the ladder to it. */
export const pattern = valueOrThrow(parseStringNotation('5 3 2 3', { tempo: 80 })).pattern;
export const plan: LadderPlan = toLadderPlan(valueOrThrow(createLadder(pattern, { target: 80 })));
export const WAY = 'slow';

export interface Named {
  readonly id: string;
  readonly version: number;
}
export interface Assigned extends Named {
  readonly standing: { readonly passed: number; readonly stage: string | null; readonly due: number | null };
}
/** A new student. */
export const student = async (agent: Agent, name = 'Imre Sallow'): Promise<Named> =>
  (await agent.post('/api/students').send({ name, about: {} }).expect(201)).body as Named;

/** Something set for a student. */
export const set = async (agent: Agent, studentId: string, more: object = {}): Promise<Assigned> =>
  (
    await agent
      .post(`/api/students/${studentId}/assignments`)
      .send({ name: 'First figure', pattern, target: 80, way: WAY, plan, ...more })
      .expect(201)
  ).body as Assigned;

/** Something that happened a second ago. */
export const happened = (kind: PracticeEvent['kind'], more: Partial<PracticeEvent> = {}): PracticeEvent => ({
  id: randomUUID(),
  at: Date.now() - 1000,
  kind,
  ...more,
});

/** The stage and the tempo of an attempt at a stage. */
export const stageAt = (index: number) => {
  const stage = plan.stages[index] as LadderPlan['stages'][number];
  return { stage: stage.key, tempo: stage.tempos[0] };
};
