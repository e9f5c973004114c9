import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { FIRST_YEAR, ensurePartitions } from '../partitions.ts';

const EVENT_COLUMNS = 'studio_id, id, student_id, created_at, assignment_id, at, kind, body';

/**
 * The log of practice, in a partition for each year, so that years nobody opens any more stay out of the way of this
 * one. Beside the time something happened, by the server's clock, the time as the device told it where that is another
 * one; and who told it.
 */
const partitionEvents = async (db: Knex): Promise<void> => {
  await db.raw('alter table practice_events rename to practice_events_before');
  for (const index of ['practice_events_by_item', 'practice_events_by_time']) await db.raw(`drop index ${index}`);
  await db.raw(`create table practice_events (
    studio_id uuid not null references studios on delete cascade,
    id uuid not null,
    student_id uuid not null,
    assignment_id uuid,
    at bigint not null,
    told_at bigint,
    told_by text,
    kind text not null,
    body jsonb not null,
    created_at timestamptz(3) not null default now(),
    primary key (studio_id, student_id, id, at),
    foreign key (studio_id, student_id) references students (studio_id, id) on delete cascade,
    foreign key (studio_id, assignment_id) references assignments (studio_id, id) on delete cascade
  ) partition by range (at)`);
  await db.raw('create index practice_events_by_item on practice_events (studio_id, assignment_id, at)');
  await db.raw('create index practice_events_by_time on practice_events (studio_id, student_id, at desc)');
  const first = Date.UTC(FIRST_YEAR, 0, 1);
  await db.raw(
    `create table practice_events_past partition of practice_events for values from (minvalue) to (${first})`,
  );
  await db.raw('create table practice_events_other partition of practice_events default');
  await ensurePartitions(db, new Date());
  await db.raw(`insert into practice_events (${EVENT_COLUMNS}) select ${EVENT_COLUMNS} from practice_events_before`);
  await db.raw('drop table practice_events_before');
};

/** How many events an assignment has, how many of them its standing covers, and what they had come to at a time. */
const snapshots = async (db: Knex): Promise<void> => {
  await db.schema.alterTable('assignments', (table) => {
    table.integer('events').notNullable().defaultTo(0);
    table.integer('events_folded').notNullable().defaultTo(0);
    table.jsonb('snapshot');
    table.bigInteger('snapshot_to');
  });
  // What practice said of a student's hand when it was last asked for, and of which state of the log.
  await db.schema.alterTable('students', (table) => {
    table.jsonb('ability');
    table.text('ability_state');
  });
  await db.raw(`update assignments set events = found.count from (
    select studio_id, assignment_id, count(*) from practice_events where assignment_id is not null group by 1, 2
  ) found where found.studio_id = assignments.studio_id and found.assignment_id = assignments.id`);
};

/**
 * Bytes of sound a studio keeps, counted by the database itself, so that what goes with its student is let go of too.
 */
const countSound = async (db: Knex): Promise<void> => {
  await db.raw(`create table studio_usage (
    studio_id uuid primary key references studios on delete cascade,
    sound_bytes bigint not null default 0
  )`);
  await db.raw(`insert into studio_usage
    select studio_id, sum(octet_length(bytes)) from take_parts group by studio_id`);
  await db.raw(`create function count_sound_added() returns trigger language plpgsql as $$ begin
    insert into studio_usage
      select studio_id, sum(octet_length(bytes)) from changed group by studio_id order by studio_id
      on conflict (studio_id) do update set sound_bytes = studio_usage.sound_bytes + excluded.sound_bytes;
    return null;
  end $$`);
  await db.raw(`create function count_sound_removed() returns trigger language plpgsql as $$ begin
    update studio_usage set sound_bytes = sound_bytes - removed.bytes
      from (select studio_id, sum(octet_length(bytes)) as bytes from changed group by studio_id) removed
      where removed.studio_id = studio_usage.studio_id;
    return null;
  end $$`);
  await db.raw(`create trigger sound_added after insert on take_parts referencing new table as changed
    for each statement execute function count_sound_added()`);
  await db.raw(`create trigger sound_removed after delete on take_parts referencing old table as changed
    for each statement execute function count_sound_removed()`);
};

/** Failed tries at a door by who made them, as keyed hashes; and the key, which every server of the house shares. */
const doors = async (db: Knex): Promise<void> => {
  await db.schema.createTable('failed_tries', (table) => {
    table.text('key').primary();
    table.integer('failures').notNullable();
    table.timestamp('next_at', { precision: 3 }).notNullable();
    table.timestamp('forget_at', { precision: 3 }).notNullable().index();
  });
  await db.schema.createTable('house_secrets', (table) => {
    table.text('name').primary();
    table.text('value').notNullable();
  });
  await db('house_secrets').insert({ name: 'doors', value: randomBytes(32).toString('base64url') });
  // Counters used to be kept by address.
  await db('rate_limits').delete();
  await db.schema.alterTable('teacher_invites', (table) => table.uuid('created_by'));
};

/** What became of the backup a studio restores: one at a time. */
const restores = (db: Knex): Knex.SchemaBuilder =>
  db.schema.createTable('restores', (table) => {
    table.uuid('studio_id').primary().references('studios.id').onDelete('CASCADE');
    table.text('state').notNullable();
    table.float('share').notNullable().defaultTo(0);
    table.jsonb('result');
    table.timestamp('seen_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });

export const up = async (db: Knex): Promise<void> => {
  await partitionEvents(db);
  await snapshots(db);
  await countSound(db);
  await doors(db);
  await restores(db);
};

/** Which times devices told would be lost. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('This step cannot be taken back; restore a backup instead.'));
