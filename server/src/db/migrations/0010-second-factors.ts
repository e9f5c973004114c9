import type { Knex } from 'knex';

/**
 * A second factor beside a teacher's password: the secret of a code that changes with time, and the last step that was
 * used.
 */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.createTable('second_factors', (table) => {
    table.uuid('studio_id').notNullable();
    table.uuid('teacher_id').notNullable();
    table.text('secret').notNullable();
    table.boolean('confirmed').notNullable().defaultTo(false);
    table.bigInteger('last_step').notNullable().defaultTo(0);
    table.primary(['studio_id', 'teacher_id']);
    table.foreign(['studio_id', 'teacher_id']).references(['studio_id', 'id']).inTable('teachers').onDelete('CASCADE');
  });
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.dropTable('second_factors');
};
