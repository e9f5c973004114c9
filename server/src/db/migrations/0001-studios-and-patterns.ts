import type { Knex } from 'knex';

const studios = (db: Knex): Knex.SchemaBuilder =>
  db.schema.createTable('studios', (table) => {
    table.uuid('id').primary();
    table.text('name').notNullable();
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });

const teachers = (db: Knex): Knex.SchemaBuilder =>
  db.schema.createTable('teachers', (table) => {
    table.uuid('id').primary();
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE').index();
    table.text('name').notNullable();
    table.text('email').notNullable().unique();
    table.text('password_hash').notNullable();
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });

/** A session is known by the hash of its token only: who reads the table cannot use it. */
const sessions = (db: Knex): Knex.SchemaBuilder =>
  db.schema.createTable('sessions', (table) => {
    table.text('token_hash').primary();
    table.uuid('teacher_id').notNullable().references('teachers.id').onDelete('CASCADE').index();
    table.timestamp('expires_at', { precision: 3 }).notNullable().index();
  });

const students = (db: Knex): Knex.SchemaBuilder =>
  db.schema.createTable('students', (table) => {
    table.uuid('id').primary();
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE').index();
    table.text('name').notNullable();
  });

/** Patterns as versioned documents, with the columns they are searched by beside them. */
const patterns = async (db: Knex): Promise<void> => {
  await db.schema.createTable('patterns', (table) => {
    table.uuid('id').primary();
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE');
    table.integer('version').notNullable();
    table.text('name').notNullable();
    table.text('school').notNullable();
    table.jsonb('document').notNullable();
    table.jsonb('summary').notNullable();
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.timestamp('worked_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.timestamp('deleted_at', { precision: 3 });
  });
  await db.raw(
    'create index patterns_by_work on patterns (studio_id, worked_at desc, id desc) where deleted_at is null',
  );
};

/** Counters of the rate limiter, in the shape its library wants. */
const rateLimits = (db: Knex): Knex.SchemaBuilder =>
  db.schema.createTable('rate_limits', (table) => {
    table.text('key').primary();
    table.integer('points').notNullable().defaultTo(0);
    table.bigInteger('expire');
  });

export const up = async (db: Knex): Promise<void> => {
  await studios(db);
  await teachers(db);
  await sessions(db);
  await students(db);
  await patterns(db);
  await rateLimits(db);
};

export const down = async (db: Knex): Promise<void> => {
  for (const table of ['rate_limits', 'patterns', 'students', 'sessions', 'teachers', 'studios'])
    await db.schema.dropTable(table);
};
