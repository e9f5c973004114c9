import type { Knex } from 'knex';

/** Sessions can be named, so that a teacher sees them and ends one. */
const namedSessions = async (db: Knex): Promise<void> => {
  await db.schema.alterTable('sessions', (table) => {
    table.uuid('id').notNullable().defaultTo(db.raw('gen_random_uuid()')).unique();
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.timestamp('seen_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.text('device').notNullable().defaultTo('');
  });
};

/** What a list is searched in, with an index by its three-letter parts where the database has such. */
const searchText = async (db: Knex): Promise<void> => {
  await db.raw(`create function document_search_text(name text, tags text[]) returns text
    language sql immutable parallel safe as $$ select name || ' ' || array_to_string(tags, ' ') $$`);
  const { rows } = await db.raw<{ rows: readonly unknown[] }>(
    "select 1 from pg_available_extensions where name = 'pg_trgm'",
  );
  if (rows.length === 0) return;
  await db.raw('create extension if not exists pg_trgm');
  await db.raw('create index documents_by_text on documents using gin (document_search_text(name, tags) gin_trgm_ops)');
};

export const up = async (db: Knex): Promise<void> => {
  await namedSessions(db);
  await searchText(db);
};

export const down = async (db: Knex): Promise<void> => {
  await db.raw('drop index if exists documents_by_text');
  await db.raw('drop function document_search_text(text, text[])');
  await db.schema.alterTable('sessions', (table) => table.dropColumns('id', 'created_at', 'seen_at', 'device'));
};
