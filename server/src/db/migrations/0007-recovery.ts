import type { Knex } from 'knex';

/** Codes that let a teacher in who forgot the password: their hashes only, each good once. */
export const up = async (db: Knex): Promise<void> => {
  await db.schema.createTable('recovery_codes', (table) => {
    table.uuid('studio_id').notNullable();
    table.uuid('teacher_id').notNullable();
    table.text('code_hash').notNullable();
    table.primary(['studio_id', 'teacher_id', 'code_hash']);
    table.foreign(['studio_id', 'teacher_id']).references(['studio_id', 'id']).inTable('teachers').onDelete('CASCADE');
  });
};

export const down = async (db: Knex): Promise<void> => {
  await db.schema.dropTable('recovery_codes');
};
