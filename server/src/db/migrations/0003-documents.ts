import type { Knex } from 'knex';

/** Teachers and students are known by studio and id together, so that the database itself keeps studios apart. */
const composeKeys = async (db: Knex): Promise<void> => {
  await db.raw('alter table sessions drop constraint sessions_teacher_id_foreign');
  await db.raw('alter table hands drop constraint hands_student_id_foreign');
  for (const table of ['teachers', 'students']) {
    await db.raw(`alter table ${table} drop constraint ${table}_pkey`);
    await db.raw(`alter table ${table} add primary key (studio_id, id)`);
  }
  await db.schema.alterTable('sessions', (table) => table.uuid('studio_id'));
  await db.raw('update sessions set studio_id = teachers.studio_id from teachers where teachers.id = teacher_id');
  await db.raw('alter table sessions alter column studio_id set not null');
  await db.raw(
    'alter table sessions add foreign key (studio_id, teacher_id) references teachers (studio_id, id) on delete cascade',
  );
};

/** Every kind of document in one table, with the columns it is searched by beside it. */
const documents = async (db: Knex): Promise<void> => {
  await db.schema.createTable('documents', (table) => {
    table.uuid('studio_id').notNullable().references('studios.id').onDelete('CASCADE');
    table.uuid('id').notNullable();
    table.text('kind').notNullable();
    table.integer('format').notNullable();
    table.integer('version').notNullable();
    table.text('name').notNullable();
    table.jsonb('document').notNullable();
    table.uuid('student_id');
    table.jsonb('summary');
    table.integer('summary_version').notNullable().defaultTo(0);
    table.text('school');
    table.specificType('tags', 'text[]').notNullable().defaultTo('{}');
    table.specificType('strings_used', 'smallint[]').notNullable().defaultTo('{}');
    table.specificType('digits_used', 'text[]').notNullable().defaultTo('{}');
    table.text('metre').notNullable().defaultTo('');
    table.float('difficulty');
    table.timestamp('created_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.timestamp('worked_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.timestamp('deleted_at', { precision: 3 });
    table.primary(['studio_id', 'id']);
    table.foreign(['studio_id', 'student_id']).references(['studio_id', 'id']).inTable('students').onDelete('CASCADE');
  });
  await db.raw(
    'create index documents_by_work on documents (studio_id, kind, worked_at desc, id desc) where deleted_at is null',
  );
  await db.raw('create index documents_by_tag on documents using gin (tags) where deleted_at is null');
  await db.raw("create index documents_to_sum_up on documents (summary_version) where kind = 'pattern'");
  await db.raw("create unique index documents_one_estimates on documents (studio_id) where kind = 'estimates'");
};

/** Earlier states of documents, kept from sitting to sitting or when a teacher asks. */
const versions = (db: Knex): Knex.SchemaBuilder =>
  db.schema.createTable('document_versions', (table) => {
    table.uuid('studio_id').notNullable();
    table.uuid('id').notNullable();
    table.uuid('document_id').notNullable();
    table.text('kind').notNullable();
    table.integer('format').notNullable();
    table.integer('version').notNullable();
    table.text('label');
    table.jsonb('document').notNullable();
    table.timestamp('kept_at', { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    table.primary(['studio_id', 'id']);
    table
      .foreign(['studio_id', 'document_id'])
      .references(['studio_id', 'id'])
      .inTable('documents')
      .onDelete('CASCADE');
    table.index(['studio_id', 'document_id', 'kept_at']);
  });

/** The format number that patterns were kept in before it was written beside them. */
const PATTERN_FORMAT_THEN = 2;

const moveOver = async (db: Knex): Promise<void> => {
  await db.raw(
    `insert into documents (studio_id, id, kind, format, version, name, document, summary, school, tags, strings_used,
       digits_used, metre, difficulty, created_at, worked_at, deleted_at)
     select studio_id, id, 'pattern', ?, version, name, document, summary, school, tags, strings_used, digits_used, metre,
       difficulty, created_at, worked_at, deleted_at from patterns`,
    [PATTERN_FORMAT_THEN],
  );
  await db.raw(
    `insert into document_versions (studio_id, id, document_id, kind, format, version, label, document, kept_at)
     select studio_id, id, pattern_id, 'pattern', ?, version, label, document, kept_at from pattern_versions`,
    [PATTERN_FORMAT_THEN],
  );
  await db.raw(
    `insert into documents (studio_id, id, kind, format, version, name, document, student_id)
     select studio_id, id, 'hand', 1, version, name, document, student_id from hands`,
  );
  await db.raw(
    `insert into documents (studio_id, id, kind, format, version, name, document)
     select studio_id, id, 'school', 1, version, name, document from schools`,
  );
  await db.raw(
    `insert into documents (studio_id, id, kind, format, version, name, document)
     select id, gen_random_uuid(), 'estimates', 1, 1, 'estimates', estimates from studios where estimates <> '{}'`,
  );
};

export const up = async (db: Knex): Promise<void> => {
  await composeKeys(db);
  await documents(db);
  await versions(db);
  await moveOver(db);
  for (const table of ['pattern_versions', 'patterns', 'hands', 'schools']) await db.schema.dropTable(table);
  await db.schema.alterTable('studios', (table) => table.dropColumn('estimates'));
};

/** What newer documents hold would be lost in the tables there were before. */
export const down = (): Promise<void> =>
  Promise.reject(new Error('This step cannot be taken back; restore a backup instead.'));
