import type { Knex } from 'knex';

/** A table of documents of a studio: hands, schools. */
const documents = (
  db: Knex,
  name: string,
  more: (table: Knex.CreateTableBuilder) => void = () => undefined,
): Knex.SchemaBuilder =>
  db.schema.createTable(name, (table) => {
    table.uuid('id').primary();
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE').index();
    table.integer('version').notNullable();
    table.text('name').notNullable();
    table.jsonb('document').notNullable();
    more(table);
  });

/** What patterns are found by besides their name. */
const searchColumns = (db: Knex): Knex.SchemaBuilder =>
  db.schema.alterTable('patterns', (table) => {
    table.specificType('tags', 'text[]').notNullable().defaultTo('{}');
    table.specificType('strings_used', 'smallint[]').notNullable().defaultTo('{}');
    table.specificType('digits_used', 'text[]').notNullable().defaultTo('{}');
    table.text('metre').notNullable().defaultTo('');
    table.float('difficulty');
  });

/** Earlier states of patterns, kept from sitting to sitting or when a teacher asks. */
const versions = (db: Knex): Knex.SchemaBuilder =>
  db.schema.createTable('pattern_versions', (table) => {
    table.uuid('id').primary();
    table.uuid('pattern_id').notNullable().references('patterns.id').onDelete('CASCADE');
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE');
    table.integer('version').notNullable();
    table.text('label');
    table.jsonb('document').notNullable();
    table.timestamp('kept_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.index(['pattern_id', 'kept_at']);
  });

export const up = async (db: Knex): Promise<void> => {
  await documents(db, 'hands', (table) => table.uuid('student_id').references('students.id').onDelete('CASCADE'));
  await documents(db, 'schools');
  await db.schema.alterTable('studios', (table) => table.jsonb('estimates').notNullable().defaultTo('{}'));
  await searchColumns(db);
  await db.raw('create index patterns_by_tag on patterns using gin (tags) where deleted_at is null');
  await versions(db);
};

export const down = async (db: Knex): Promise<void> => {
  for (const table of ['pattern_versions', 'schools', 'hands']) await db.schema.dropTable(table);
  await db.schema.alterTable('studios', (table) => table.dropColumn('estimates'));
  await db.schema.alterTable('patterns', (table) => {
    for (const column of ['tags', 'strings_used', 'digits_used', 'metre', 'difficulty']) table.dropColumn(column);
  });
};
