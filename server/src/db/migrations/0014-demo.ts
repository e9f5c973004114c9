import type { Knex } from 'knex';

/** What of the demo was put into a studio, so that it can be taken out again. */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.createTable('demo_content', (table) => {
    table.uuid('studio_id').primary().references('studios.id').onDelete('CASCADE');
    table.jsonb('ids').notNullable();
    table.timestamp('loaded_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.dropTable('demo_content');
};
