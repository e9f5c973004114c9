import type { Knex } from 'knex';

/** What a studio knows of a student besides the name. */
const aboutStudents = async (db: Knex): Promise<void> => {
  await db.schema.alterTable('students', (table) => {
    table.integer('version').notNullable().defaultTo(1);
    table.jsonb('about').notNullable().defaultTo('{}');
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.timestamp('archived_at', { precision: 3 });
  });
  await db.raw('create index students_by_name on students (studio_id, name, id)');
};

const belongsToStudent = (db: Knex, table: Knex.CreateTableBuilder): void => {
  table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE');
  table.uuid('id').notNullable();
  table.uuid('student_id').notNullable();
  table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  table.foreign(['studio_id', 'student_id']).references(['studio_id', 'id']).inTable('students').onDelete('CASCADE');
};

/** What a student is to practise: the figure as it was when it was set, and how it stands. */
const assignments = async (db: Knex): Promise<void> => {
  await db.schema.createTable('assignments', (table) => {
    belongsToStudent(db, table);
    table.primary(['studio_id', 'id']);
    table.text('name').notNullable();
    table.integer('version').notNullable().defaultTo(1);
    table.jsonb('pattern').notNullable();
    table.uuid('source_id');
    table.integer('source_version');
    table.float('target').notNullable();
    table.text('way').notNullable();
    table.jsonb('plan').notNullable();
    table.jsonb('standing').notNullable().defaultTo('{}');
    table.integer('place').notNullable().defaultTo(0);
    table.timestamp('ended_at', { precision: 3 });
  });
  await db.raw('create index assignments_by_student on assignments (studio_id, student_id, place, id)');
};

/** What happened in practice: only ever added to, each event once for its student. */
const events = async (db: Knex): Promise<void> => {
  await db.schema.createTable('practice_events', (table) => {
    belongsToStudent(db, table);
    table.primary(['studio_id', 'student_id', 'id']);
    table.uuid('assignment_id');
    table.bigint('at').notNullable();
    table.text('kind').notNullable();
    table.jsonb('body').notNullable();
    table
      .foreign(['studio_id', 'assignment_id'])
      .references(['studio_id', 'id'])
      .inTable('assignments')
      .onDelete('CASCADE');
  });
  await db.raw('create index practice_events_by_item on practice_events (studio_id, assignment_id, at)');
  await db.raw('create index practice_events_by_time on practice_events (studio_id, student_id, at desc)');
};

/** Links to the practice room; of the token only its hash is kept. */
const links = async (db: Knex): Promise<void> => {
  await db.schema.createTable('practice_links', (table) => {
    belongsToStudent(db, table);
    table.primary(['studio_id', 'id']);
    table.text('token_hash').notNullable().unique();
    table.timestamp('ends_at', { precision: 3 }).notNullable();
    table.timestamp('revoked_at', { precision: 3 });
    table.integer('opened').notNullable().defaultTo(0);
    table.timestamp('opened_at', { precision: 3 });
  });
  await db.raw('create index practice_links_by_student on practice_links (studio_id, student_id)');
};

export const up = async (db: Knex): Promise<void> => {
  await aboutStudents(db);
  await assignments(db);
  await events(db);
  await links(db);
};

export const down = async (db: Knex): Promise<void> => {
  for (const table of ['practice_links', 'practice_events', 'assignments']) await db.schema.dropTable(table);
  await db.raw('drop index students_by_name');
  await db.schema.alterTable('students', (table) => table.dropColumns('version', 'about', 'created_at', 'archived_at'));
};
