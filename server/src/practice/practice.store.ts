import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { LadderPlan, Pattern, PracticeEvent, Standing, Way } from '@fleet-wren/core';
import type { StudioScope } from '../db/studio-db.ts';
import type { AssignmentForm } from './practice.schema.ts';

/** Something a student is to practise. */
export interface Assignment {
  readonly id: string;
  readonly studentId: string;
  readonly version: number;
  readonly name: string;
  readonly pattern: Pattern;
  readonly sourceId: string | null;
  readonly sourceVersion: number | null;
  readonly target: number;
  readonly way: Way;
  readonly plan: LadderPlan;
  readonly standing: Standing;
  readonly place: number;
  readonly createdAt: Date;
  readonly endedAt: Date | null;
}

/** What of an assignment changes; another plan comes with how it stands by that plan. */
type Change = { readonly place?: number; readonly ended?: boolean } & (
  | { readonly plan?: undefined; readonly standing?: undefined }
  | { readonly plan: LadderPlan; readonly standing: Standing }
);

/** What a list shows of an assignment: not what is played. */
export type AssignmentLine = Omit<Assignment, 'pattern' | 'plan'>;

/** An event, and the assignment it belongs to. */
export interface KeptEvent {
  readonly assignment: string | null;
  readonly event: PracticeEvent;
}

const LINE = [
  'id',
  'student_id as studentId',
  'version',
  'name',
  'source_id as sourceId',
  'source_version as sourceVersion',
  'target',
  'way',
  'standing',
  'place',
  'created_at as createdAt',
  'ended_at as endedAt',
] as const;

const WHOLE = [...LINE, 'pattern', 'plan'] as const;

/** What is practised, and what happened in practice: each query within a scope. */
@Injectable()
export class PracticeStore {
  async lines(scope: StudioScope): Promise<readonly AssignmentLine[]> {
    return scope
      .rows('assignments')
      .whereNull('ended_at')
      .orderBy(['student_id', 'place', 'id'])
      .select(...LINE);
  }

  async ofStudent(scope: StudioScope, studentId: string): Promise<readonly Assignment[]> {
    return scope
      .rows('assignments')
      .where({ student_id: studentId })
      .orderBy(['place', 'id'])
      .select(...WHOLE);
  }

  /** The plans of all a student ever practised. */
  async plansOf(scope: StudioScope, studentId: string): Promise<readonly Pick<Assignment, 'id' | 'plan'>[]> {
    return scope.rows('assignments').where({ student_id: studentId }).select('id', 'plan');
  }

  async find(scope: StudioScope, id: string): Promise<Assignment | undefined> {
    return scope
      .rows('assignments')
      .where({ id })
      .first(...WHOLE);
  }

  /** Some assignments, held until the transaction ends: what follows from their logs is worked out one after another. */
  async held(scope: StudioScope, ids: readonly string[]): Promise<readonly Assignment[]> {
    return scope
      .rows('assignments')
      .whereIn('id', [...ids])
      .orderBy('id')
      .forUpdate()
      .select(...WHOLE);
  }

  async insert(
    scope: StudioScope,
    studentId: string,
    { name, pattern, sourceId, sourceVersion, target, way, plan }: AssignmentForm,
    { standing, place }: { readonly standing: Standing; readonly place: number },
  ): Promise<Assignment> {
    const [kept] = (await scope
      .insert('assignments', [
        {
          id: randomUUID(),
          student_id: studentId,
          name,
          pattern: JSON.stringify(pattern),
          source_id: sourceId ?? null,
          source_version: sourceVersion ?? null,
          target,
          way,
          plan: JSON.stringify(plan),
          standing: JSON.stringify(standing),
          place,
        },
      ])
      .returning([...WHOLE])) as readonly Assignment[];
    return kept as Assignment;
  }

  async change(
    scope: StudioScope,
    { id, version }: { readonly id: string; readonly version: number },
    { place, ended, plan, standing }: Change,
  ): Promise<Assignment | undefined> {
    const [kept] = (await scope
      .rows('assignments')
      .where({ id, version })
      .update({
        version: version + 1,
        ...(place === undefined ? {} : { place }),
        ...(ended === undefined ? {} : { ended_at: ended ? scope.now() : null }),
        ...(plan === undefined ? {} : { plan: JSON.stringify(plan), standing: JSON.stringify(standing) }),
      })
      .returning([...WHOLE])) as readonly Assignment[];
    return kept;
  }

  async delete(scope: StudioScope, id: string): Promise<boolean> {
    return (await scope.rows('assignments').where({ id }).delete()) > 0;
  }

  async setStanding(scope: StudioScope, id: string, standing: Standing): Promise<void> {
    await scope
      .rows('assignments')
      .where({ id })
      .update({ standing: JSON.stringify(standing) });
  }

  async countEvents(scope: StudioScope, assignmentId: string): Promise<number> {
    const found = (await scope
      .rows('practice_events')
      .where({ assignment_id: assignmentId })
      .count('id as count')
      .first()) as { readonly count: string };
    return Number(found.count);
  }

  /** How much a student's log holds that belongs to nothing that is set. */
  async countNotes(scope: StudioScope, studentId: string): Promise<number> {
    const found = (await scope
      .rows('practice_events')
      .where({ student_id: studentId })
      .whereNull('assignment_id')
      .count('id as count')
      .first()) as { readonly count: string };
    return Number(found.count);
  }

  /** Adds events; one that is there already changes nothing. */
  async addEvents(scope: StudioScope, studentId: string, events: readonly KeptEvent[]): Promise<void> {
    const rows = events.map(({ assignment, event: { id, at, kind, ...body } }) => ({
      id,
      student_id: studentId,
      assignment_id: assignment,
      at,
      kind,
      body: JSON.stringify(body),
    }));
    if (rows.length > 0)
      await scope.insert('practice_events', rows).onConflict(['studio_id', 'student_id', 'id']).ignore();
  }

  /** The whole log of an assignment as JSON text: a list of events in order. */
  async logOf(scope: StudioScope, assignmentId: string): Promise<string> {
    const event = "body || jsonb_build_object('id', id, 'at', at, 'kind', kind)";
    const found = (await scope
      .rows('practice_events')
      .where({ assignment_id: assignmentId })
      .first(scope.raw(`coalesce(json_agg(${event} order by at)::text, '[]') as log`))) as { readonly log: string };
    return found.log;
  }

  /** The latest attempts of a student as JSON text, each with what it belongs to. */
  async attemptsOf(scope: StudioScope, studentId: string, most: number): Promise<string> {
    const latest = scope
      .rows('practice_events')
      .where({ student_id: studentId })
      .whereIn('kind', ['clean', 'slipped', 'undone'])
      .orderBy('at', 'desc')
      .limit(most)
      .select('id', 'at', 'kind', 'body', 'assignment_id');
    const event = "body || jsonb_build_object('id', id, 'at', at, 'kind', kind)";
    const one = `json_build_object('assignment', assignment_id, 'event', ${event})`;
    const found = (await scope.from(latest).first(scope.raw(`coalesce(json_agg(${one})::text, '[]') as log`))) as {
      readonly log: string;
    };
    return found.log;
  }

  /** The latest events of a student, newest first, with what they belong to. */
  async latest(scope: StudioScope, studentId: string, most: number): Promise<readonly KeptEvent[]> {
    const rows = (await scope
      .rows('practice_events')
      .where({ student_id: studentId })
      .orderBy('at', 'desc')
      .limit(most)
      .select('id', 'at', 'kind', 'body', 'assignment_id as assignment')) as readonly (EventRow & {
      readonly assignment: string | null;
    })[];
    return rows.map(({ assignment, ...row }) => ({ assignment, event: eventOf(row) }));
  }
}

interface EventRow {
  readonly id: string;
  readonly at: string;
  readonly kind: PracticeEvent['kind'];
  readonly body: Omit<PracticeEvent, 'id' | 'at' | 'kind'>;
}

const eventOf = ({ id, at, kind, body }: EventRow): PracticeEvent => ({ ...body, id, at: Number(at), kind });
