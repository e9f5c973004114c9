import type { Knex } from 'knex';

const STUDIO = ['studio_id', 'student_id'] as const;

/** What was played against what, by whom, and what was heard in it. */
const takes = async (db: Knex): Promise<void> => {
  await db.schema.createTable('takes', (table) => {
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE');
    table.uuid('id').notNullable();
    table.uuid('student_id').notNullable();
    table.uuid('assignment_id');
    table.text('name').notNullable();
    table.text('mime').notNullable();
    table.integer('bytes').notNullable();
    table.text('told_by').notNullable();
    table.jsonb('pattern').notNullable();
    table.jsonb('hand');
    table.integer('engine');
    table.text('headline');
    // Whatever the engine said: read by whoever asked for it, never here.
    table.text('judgement');
    // What an earlier engine said of it.
    table.jsonb('earlier').notNullable().defaultTo('[]');
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.timestamp('complete_at', { precision: 3 });
    table.primary(['studio_id', 'id']);
    table
      .foreign([...STUDIO])
      .references(['studio_id', 'id'])
      .inTable('students')
      .onDelete('CASCADE');
    table
      .foreign(['studio_id', 'assignment_id'])
      .references(['studio_id', 'id'])
      .inTable('assignments')
      .onDelete('CASCADE');
  });
  await db.raw('create index takes_by_student on takes (studio_id, student_id, created_at desc)');
};

/** The sound, in parts as it came. */
const parts = async (db: Knex): Promise<void> => {
  await db.schema.createTable('take_parts', (table) => {
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE');
    table.uuid('take_id').notNullable();
    table.uuid('student_id').notNullable();
    table.integer('number').notNullable();
    table.binary('bytes').notNullable();
    table.primary(['studio_id', 'take_id', 'number']);
    table.foreign(['studio_id', 'take_id']).references(['studio_id', 'id']).inTable('takes').onDelete('CASCADE');
    table
      .foreign([...STUDIO])
      .references(['studio_id', 'id'])
      .inTable('students')
      .onDelete('CASCADE');
  });
  // Sound is packed already.
  await db.raw('alter table take_parts alter column bytes set storage external');
};

export const up = async (db: Knex): Promise<void> => {
  await takes(db);
  await parts(db);
};

export const down = async (db: Knex): Promise<void> => {
  for (const table of ['take_parts', 'takes']) await db.schema.dropTable(table);
};
