import { randomUUID } from 'node:crypto';
import type { CreateAssignmentRequest } from '@fleet-wren/contract';
import type * as contract from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { LadderPlan, PracticeEvent, ProgressSummary } from '@fleet-wren/core';
import type { Row } from '../db/row.ts';
import { createNotFoundError } from '../common/ids.ts';
import { jsonList } from '../db/json-text.ts';
import type { StudioScope } from '../db/studio-db.ts';
import type { ReplayResult, KeptSnapshot } from './replay-log.ts';
import { EVENT_BATCH_LIMITS } from './practice.schema.ts';

/** Something a student is to practise. */
export type Assignment = Row<contract.Assignment>;

/** An assignment's log as it has to be gone through: from what it had come to, through what came since. */
export interface Unfolded {
  readonly version: number;
  readonly plan: LadderPlan;
  readonly standing: ProgressSummary;
  /** Events of the log, and how many of them the standing covers. */
  readonly events: number;
  readonly folded: number;
  readonly from: KeptSnapshot | null;
  /** The events since the snapshot, in order, as JSON text. */
  readonly log: string;
}

/** An event as it is added to a log: by whose clock, told by whom. */
export interface AddedEvent extends StoredPracticeEvent {
  /** The time as the device had it, where that is another one. */
  readonly toldAt: number | null;
  readonly toldBy: 'teacher' | 'student';
}

/** What became of events that were added: those that belong to the log now, and the assignments that have changed. */
export interface Added {
  readonly ids: readonly string[];
  readonly assignments: readonly string[];
}

/**
 * What of an assignment changes; another plan comes with how it stands by that plan, and how many events that covers.
 */
interface Change {
  readonly place?: number;
  readonly ended?: boolean;
  readonly arranged?: { readonly plan: LadderPlan; readonly standing: ProgressSummary; readonly folded: number };
}

/** An event, and the assignment it belongs to. */
export type StoredPracticeEvent = contract.StoredPracticeEvent;

/** An event as JSON, in the words of the database. */
const EVENT = "body || jsonb_build_object('id', id, 'at', at, 'kind', kind)";

/** Adds events and counts them, as one statement; most is of one assignment. */
const APPEND = `
  with told as (
    select distinct on (id, at) * from jsonb_to_recordset(cast(:events as jsonb))
      as one(id uuid, assignment uuid, at bigint, told_at bigint, told_by text, kind text, body jsonb)
  ), held as (
    select id, events from assignments
      where studio_id = :studio and student_id = :student and id in (select assignment from told) order by id for update
  ), missing as (
    select from told left join held on held.id = told.assignment where told.assignment is not null and held.id is null
  ), taken as (
    select told.*, held.id as assignment_id from told left join held on held.id = told.assignment
      where (held.id is null or held.events < :most) and not (:strict and exists (select from missing))
  ), added as (
    insert into practice_events (studio_id, student_id, id, assignment_id, at, told_at, told_by, kind, body)
      select :studio, :student, id, assignment_id, at, told_at, told_by, kind, body from taken
      on conflict do nothing returning assignment_id, at
  ), counted as (
    select assignment_id, count(*) as more, min(at) as earliest from added where assignment_id is not null group by 1
  ), changed as (
    update assignments set
        events = assignments.events + counted.more,
        snapshot = case when counted.earliest <= snapshot_to then null else snapshot end,
        snapshot_to = case when counted.earliest <= snapshot_to then null else snapshot_to end
      from counted where studio_id = :studio and id = counted.assignment_id
  )
  select coalesce((select json_agg(id) from taken), '[]') as ids,
    coalesce((select json_agg(id) from held), '[]') as assignments`;

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

/** A new plan has no snapshot yet: the log counts by it from its beginning. */
const arrangedColumns = ({ plan, standing, folded }: NonNullable<Change['arranged']>) => ({
  plan: JSON.stringify(plan),
  standing: JSON.stringify(standing),
  events_folded: folded,
  snapshot: null,
  snapshot_to: null,
});

/** What is practised, and what happened in practice: each query within a scope. */
@Injectable()
export class PracticeStore {
  /** What is set in the studio, as JSON text. */
  async lines(scope: StudioScope): Promise<string> {
    return jsonList(scope, scope.rows('assignments').whereNull('ended_at'), LINE, 'student_id, place, id');
  }

  /** What is or was set for a student, whole, as JSON text. */
  async ofStudent(scope: StudioScope, studentId: string): Promise<string> {
    return jsonList(scope, scope.rows('assignments').where({ student_id: studentId }), WHOLE, 'place, id');
  }

  /** How many things are set for a student, or ever were. */
  async count(scope: StudioScope, studentId: string): Promise<number> {
    const [found] = (await scope.rows('assignments').where({ student_id: studentId }).count('id as count')) as {
      readonly count: string;
    }[];
    return Number(found?.count ?? 0);
  }

  /** The plans of all a student ever practised. */
  async plansOf(scope: StudioScope, studentId: string): Promise<readonly Pick<Assignment, 'id' | 'plan'>[]> {
    return scope.rows('assignments').where({ student_id: studentId }).select('id', 'plan');
  }

  /** What was ever assigned to a student, that which has ended too. */
  async practisedBy(
    scope: StudioScope,
    studentId: string,
  ): Promise<readonly Pick<Assignment, 'id' | 'pattern' | 'plan'>[]> {
    return scope.rows('assignments').where({ student_id: studentId }).select('id', 'pattern', 'plan');
  }

  async find(scope: StudioScope, id: string): Promise<Assignment | undefined> {
    return scope
      .rows('assignments')
      .where({ id })
      .first(...WHOLE);
  }

  async insert(
    scope: StudioScope,
    studentId: string,
    { name, pattern, sourceId, sourceVersion, target, way, plan }: CreateAssignmentRequest,
    { standing, place }: { readonly standing: ProgressSummary; readonly place: number },
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
    { place, ended, arranged }: Change,
  ): Promise<Assignment | undefined> {
    const [kept] = (await scope
      .rows('assignments')
      .where({ id, version })
      .update({
        version: version + 1,
        ...(place === undefined ? {} : { place }),
        ...(ended === undefined ? {} : { ended_at: ended ? scope.now() : null }),
        ...(arranged ? arrangedColumns(arranged) : {}),
      })
      .returning([...WHOLE])) as readonly Assignment[];
    return kept;
  }

  async delete(scope: StudioScope, id: string): Promise<boolean> {
    return (await scope.rows('assignments').where({ id }).delete()) > 0;
  }

  /**
   * The log of an assignment as far as it is not gone through yet, all in one moment; the whole of it where `whole`
   * asks so.
   */
  async unfolded(scope: StudioScope, id: string, whole = false): Promise<Unfolded | undefined> {
    const since = whole ? '-1' : 'coalesce(assignments.snapshot_to, -1)';
    const log = `(select coalesce(json_agg(${EVENT} order by at, id)::text, '[]') from practice_events
      where practice_events.studio_id = assignments.studio_id and assignment_id = assignments.id and at > ${since})`;
    const row = (await scope
      .rows('assignments')
      .where({ id })
      .first(
        'version',
        'plan',
        'standing',
        'events',
        'events_folded as folded',
        scope.raw(whole ? 'null as snapshot' : 'snapshot'),
        scope.raw(`${log} as log`),
      )) as (Omit<Unfolded, 'from'> & { readonly snapshot: KeptSnapshot | null }) | undefined;
    if (!row) return undefined;
    const { snapshot, ...rest } = row;
    return { ...rest, from: snapshot };
  }

  /**
   * Keeps what a log came to, unless it was gone through further meanwhile, or by another plan. Says whether it was
   * kept.
   */
  async keepFolded(
    scope: StudioScope,
    id: string,
    { version, events }: Pick<Unfolded, 'version' | 'events'>,
    { standing, snapshot }: Pick<ReplayResult, 'standing' | 'snapshot'>,
  ): Promise<boolean> {
    const kept: number = await scope
      .rows('assignments')
      .where({ id, version, events })
      .where('events_folded', '<=', events)
      .update({
        standing: JSON.stringify(standing),
        events_folded: events,
        ...(snapshot ? { snapshot: JSON.stringify(snapshot), snapshot_to: snapshot.to } : {}),
      });
    return kept > 0;
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

  /**
   * Adds events to a student's log in one statement; one that is there already changes nothing. What belonged to
   * something that is not set any more is kept without it. The row of an assignment is held for as long as that takes,
   * so that its number of events is exact; a snapshot that one of them lies before is let go of. Where it is `strict`,
   * none is added if one belongs to what is not set.
   */
  async append(
    scope: StudioScope,
    studentId: string,
    events: readonly AddedEvent[],
    { strict = false }: { readonly strict?: boolean } = {},
  ): Promise<Added> {
    const { principal } = scope;
    if (principal.kind === 'link' && principal.scope.student !== studentId) throw createNotFoundError();
    const rows = events.map(({ assignment, toldAt, toldBy, event: { id, at, kind, ...body } }) => ({
      ...{ id, assignment, at, kind, body },
      told_at: toldAt,
      told_by: toldBy,
    }));
    const { rows: found } = (await scope.raw(APPEND, {
      studio: scope.principal.studioId,
      student: studentId,
      events: JSON.stringify(rows),
      most: EVENT_BATCH_LIMITS.kept,
      strict,
    })) as { readonly rows: readonly (Added & object)[] };
    return found[0] ?? { ids: [], assignments: [] };
  }

  /**
   * What practice said of a student's hand last, of which state, and in which state the student's logs and plans are
   * now.
   */
  async ability(
    scope: StudioScope,
    studentId: string,
  ): Promise<{ readonly ability: string | null; readonly state: string | null; readonly log: string } | undefined> {
    const log = `(select concat(count(*), '.', sum(events), '.', sum(version)) from assignments
      where assignments.studio_id = students.studio_id and assignments.student_id = students.id)`;
    return scope
      .rows('students')
      .where({ id: studentId })
      .first(scope.raw('ability::text as ability'), 'ability_state as state', scope.raw(`${log} as log`));
  }

  async keepAbility(scope: StudioScope, studentId: string, ability: string, state: string): Promise<void> {
    await scope.rows('students').where({ id: studentId }).update({ ability, ability_state: state });
  }

  /** Those of some events that are in a student's log already. */
  async known(scope: StudioScope, studentId: string, ids: readonly string[]): Promise<ReadonlySet<string>> {
    const found = (await this.events(scope, studentId)
      .whereIn('id', [...ids])
      .pluck('id')) as readonly string[];
    return new Set(found);
  }

  /** Those of some events that are attempts the student counted. */
  async ownAttempts(scope: StudioScope, studentId: string, ids: readonly string[]): Promise<ReadonlySet<string>> {
    const found = (await this.events(scope, studentId)
      .whereIn('id', [...ids])
      .whereIn('kind', ['clean', 'slipped'])
      .whereRaw("coalesce(told_by, body->>'by', '') <> 'teacher'")
      .pluck('id')) as readonly string[];
    return new Set(found);
  }

  /**
   * What is set for a student as the room shows it: JSON text for each, as the database has it, with what its log had
   * come to and what came since. Of an assignment that the room knows as it is, only its name and state.
   */
  async roomItems(scope: StudioScope, studentId: string, known: readonly string[]): Promise<readonly string[]> {
    const state = "assignments.version || '.' || assignments.events";
    const log = `(select coalesce(json_agg(${EVENT} order by at, id), '[]') from practice_events
      where practice_events.studio_id = assignments.studio_id and assignment_id = assignments.id
        and at > coalesce(assignments.snapshot_to, -1))`;
    const item = `json_build_object('id', id, 'state', ${state}, 'name', name, 'pattern', pattern, 'target', target,
      'way', way, 'plan', plan, 'standing', standing, 'snapshot', snapshot - 'days', 'events', ${log})::text`;
    const same = `json_build_object('id', id, 'state', ${state})::text`;
    return scope
      .rows('assignments')
      .where({ student_id: studentId })
      .whereNull('ended_at')
      .orderBy(['place', 'id'])
      .select(scope.raw(`case when id || ':' || ${state} = any(?) then ${same} else ${item} end as item`, [[...known]]))
      .then((rows: readonly { readonly item: string }[]) => rows.map(({ item: text }) => text));
  }

  /** Assignments whose standing does not cover their log yet. */
  async unfoldedOf(scope: StudioScope, studentId: string): Promise<readonly string[]> {
    return scope.rows('assignments').where({ student_id: studentId }).whereRaw('events_folded < events').pluck('id');
  }

  private events(scope: StudioScope, studentId: string): Knex.QueryBuilder {
    return scope.rows('practice_events').where({ student_id: studentId });
  }

  /** The latest attempts of a student as JSON text: by what they belong to, each as a short list (`AttemptRow`). */
  async attemptsOf(scope: StudioScope, studentId: string, most: number): Promise<string> {
    const latest = this.events(scope, studentId)
      .whereIn('kind', ['clean', 'slipped', 'undone'])
      .whereNotNull('assignment_id')
      .orderBy('at', 'desc')
      .limit(most)
      .select('id', 'at', 'kind', 'body', 'assignment_id');
    const row =
      "json_build_array(id, at, kind, body->'stage', body->'tempo', body->'of', body->'offset', body->'slip')";
    const each = scope
      .from(latest)
      .groupBy('assignment_id')
      .select('assignment_id', scope.raw(`json_agg(${row}) as rows`));
    const all = scope.raw("coalesce(json_object_agg(assignment_id, rows)::text, '{}') as log");
    const found = (await scope.from(each).first(all)) as { readonly log: string };
    return found.log;
  }

  /** The latest events of a student, newest first, with what they belong to. */
  async latest(scope: StudioScope, studentId: string, most: number): Promise<readonly StoredPracticeEvent[]> {
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
