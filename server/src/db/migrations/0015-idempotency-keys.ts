import type { Knex } from 'knex';

/** Requests that are named by who sends them, with what they were answered. */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.createTable('idempotency_keys', (table) => {
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE');
    table.uuid('key').notNullable();
    table.text('fingerprint').notNullable();
    table.text('answer');
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.primary(['studio_id', 'key']);
    table.index(['studio_id', 'created_at']);
  });
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.dropTable('idempotency_keys');
};
