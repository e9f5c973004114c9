import type { Knex } from 'knex';

/** Several teachers share a studio: whoever opened it owns it, others come by an invitation that is good once. */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.alterTable('teachers', (table) => {
    table.text('role').notNullable().defaultTo('owner');
  });
  await db.raw("alter table teachers add constraint teachers_role check (role in ('owner', 'teacher'))");
  await db.schema.createTable('teacher_invites', (table) => {
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE');
    table.uuid('id').notNullable();
    table.text('token_hash').notNullable().unique();
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.timestamp('ends_at', { precision: 3 }).notNullable();
    table.primary(['studio_id', 'id']);
  });
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.dropTable('teacher_invites');
  await db.raw('alter table teachers drop constraint teachers_role');
  await db.schema.alterTable('teachers', (table) => table.dropColumn('role'));
};
