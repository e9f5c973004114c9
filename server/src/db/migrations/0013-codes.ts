import { migratePracticeMethod, type LadderPlan, type PracticeSnapshot } from '@fleet-wren/core';
import type { Knex } from 'knex';
import {
  aboutFromProse,
  bodyInCodes,
  headlineInCodes,
  judgementInCodes,
  planInCodes,
} from '../../backup/migrate-prose.ts';
import { summariseProgress } from '../../practice/progress-summary.ts';

/** Rows that are changed at a time. */
const BATCH = 500;

interface Keyed {
  readonly studio_id: string;
  readonly id: string;
}

/** Changes every row of a table that a condition finds, some at a time in the order of their keys. */
const eachRow = async <Row extends Keyed>(
  rows: () => Knex.QueryBuilder,
  change: (row: Row) => Promise<unknown>,
): Promise<void> => {
  let last: Keyed | undefined;
  for (;;) {
    const query = rows().orderBy(['studio_id', 'id']).limit(BATCH);
    if (last) void query.whereRaw('(studio_id, id) > (?, ?)', [last.studio_id, last.id]);
    const found = (await query) as readonly Row[];
    for (const row of found) await change(row);
    last = found.at(-1);
    if (found.length < BATCH) return;
  }
};

interface AssignmentRow extends Keyed {
  readonly way: string;
  readonly plan: LadderPlan;
  readonly snapshot: PracticeSnapshot | null;
}

const assignments = (db: Knex): Promise<void> =>
  eachRow<AssignmentRow>(
    () => db('assignments').select('studio_id', 'id', 'way', 'plan', 'snapshot'),
    ({ studio_id, id, way, plan, snapshot }) => {
      const coded = planInCodes(plan) as LadderPlan;
      const standing = snapshot ? { standing: JSON.stringify(summariseProgress(coded, snapshot)) } : {};
      return db('assignments')
        .where({ studio_id, id })
        .update({ way: migratePracticeMethod(way), plan: JSON.stringify(coded), ...standing });
    },
  );

const students = (db: Knex): Promise<void> =>
  eachRow<Keyed & { readonly about: object }>(
    () => db('students').whereRaw("about ->> 'way' is not null").select('studio_id', 'id', 'about'),
    ({ studio_id, id, about }) =>
      db('students')
        .where({ studio_id, id })
        .update({ about: JSON.stringify(aboutFromProse(about)) }),
  );

const events = (db: Knex): Promise<void> =>
  eachRow<Keyed & { readonly student_id: string; readonly at: string; readonly body: object }>(
    () =>
      db('practice_events')
        .where({ kind: 'take' })
        .whereRaw("body ->> 'text' is not null")
        .select('studio_id', 'id', 'student_id', 'at', 'body'),
    ({ studio_id, id, student_id, at, body }) =>
      db('practice_events')
        .where({ studio_id, id, student_id, at })
        .update({ body: JSON.stringify(bodyInCodes('take', body)) }),
  );

interface TakeRow extends Keyed {
  readonly headline: string | null;
  readonly earlier: readonly unknown[];
}

const takes = async (db: Knex): Promise<void> => {
  await db.schema.alterTable('takes', (table) => table.renameColumn('headline', 'headline_before'));
  await db.schema.alterTable('takes', (table) => table.jsonb('headline'));
  await eachRow<TakeRow>(
    () => db('takes').select('studio_id', 'id', 'headline_before as headline', 'earlier'),
    ({ studio_id, id, headline, earlier }) =>
      db('takes')
        .where({ studio_id, id })
        .update({
          headline: headline === null ? null : JSON.stringify(headlineInCodes(headline)),
          earlier: JSON.stringify(earlier.map(judgementInCodes)),
        }),
  );
  await db.schema.alterTable('takes', (table) => table.dropColumn('headline_before'));
};

/**
 * Sentences that the program stored become codes with their values: practice methods, stages, causes, the log,
 * headlines of takes.
 */
export const up = async (db: Knex): Promise<void> => {
  await assignments(db);
  await students(db);
  await events(db);
  await takes(db);
};

/** Codes are not made into sentences again: their takes are listened to anew. */
export const down = async (db: Knex): Promise<void> => {
  await db.schema.alterTable('takes', (table) => table.dropColumn('headline'));
  await db.schema.alterTable('takes', (table) => table.text('headline'));
};
