import type { Knex } from 'knex';

/** A studio has one document of settings. */
export const up = async (db: Knex): Promise<void> => {
  await db.raw("create unique index documents_one_settings on documents (studio_id) where kind = 'settings'");
};

export const down = async (db: Knex): Promise<void> => {
  await db.raw('drop index documents_one_settings');
};
