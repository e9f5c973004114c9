import { randomUUID } from 'node:crypto';
import { newPattern, summaryOf, type Pattern } from '@fleet-wren/core';
import knex, { type Knex } from 'knex';
import { migrate } from '../src/db/connection.ts';
import { MIGRATIONS } from '../src/db/migrations/index.ts';
import { StudioDb } from '../src/db/studio-db.ts';
import { DocumentsStore } from '../src/documents/documents.store.ts';
import { VersionsStore } from '../src/documents/versions.store.ts';

/** A database as the version before left it: only the first two steps taken. */
const migratedBefore = async (db: Knex): Promise<void> => {
  const names = Object.keys(MIGRATIONS).sort();
  const source: Knex.MigrationSource<string> = {
    getMigrations: () => Promise.resolve(names.slice(0, 2)),
    getMigrationName: (name) => name,
    getMigration: (name) => Promise.resolve(MIGRATIONS[name] as Knex.Migration),
  };
  await db.migrate.latest({ migrationSource: source });
};

let db: Knex;
let admin: Knex;
const name = `test_${randomUUID().replaceAll('-', '')}`;

beforeAll(async () => {
  const server = process.env.TEST_DATABASE_URL as string;
  admin = knex({ client: 'pg', connection: server });
  await admin.raw(`create database ${name}`);
  const url = new URL(server);
  url.pathname = `/${name}`;
  db = knex({ client: 'pg', connection: url.href });
});
afterAll(async () => {
  await db.destroy();
  await admin.raw(`drop database ${name}`);
  await admin.destroy();
});

const [studio, teacher, student, pattern, hand, school] = Array.from({ length: 6 }, () => randomUUID());
const document: Pattern = newPattern('From before', { strokes: [{ id: 'a', at: 0, string: 5 }], tags: ['rolls'] });

const fill = async (): Promise<void> => {
  await db('studios').insert({ id: studio, name: 'Old house', estimates: JSON.stringify({ i: 0.2 }) });
  await db('teachers').insert({
    id: teacher,
    studio_id: studio,
    name: 'T',
    email: 't@old.example',
    password_hash: 'x',
  });
  await db('sessions').insert({ token_hash: 'h', teacher_id: teacher, expires_at: new Date(Date.now() + 1e6) });
  await db('students').insert({ id: student, studio_id: studio, name: 'S' });
  await db('patterns').insert({
    id: pattern,
    studio_id: studio,
    version: 7,
    name: document.name,
    school: document.school,
    document: JSON.stringify(document),
    summary: JSON.stringify(summaryOf(document)),
    tags: document.tags as string[],
  });
  await db('pattern_versions').insert({
    id: randomUUID(),
    pattern_id: pattern,
    studio_id: studio,
    version: 3,
    label: 'kept',
    document: JSON.stringify({ ...document, name: 'Earlier' }),
  });
  await db('hands').insert({
    id: hand,
    studio_id: studio,
    version: 1,
    name: 'Hers',
    document: JSON.stringify({ scale: { p: 1.2 }, times: {} }),
    student_id: student,
  });
  await db('schools').insert({
    id: school,
    studio_id: studio,
    version: 2,
    name: 'Own',
    document: JSON.stringify({ base: 'rolling', digits: ['p'], homes: {}, weights: {} }),
  });
};

test('a database filled by the version before keeps everything that was in it', async () => {
  await migratedBefore(db);
  await fill();
  await migrate(db);
  const scope = new StudioDb(db).for({ kind: 'house', studioId: studio as string });
  const documents = new DocumentsStore();
  expect(await documents.find(scope, 'pattern', pattern as string)).toMatchObject({ version: 7, document });
  const [kept] = await new VersionsStore().list(scope, pattern as string);
  expect(kept?.label).toBe('kept');
  const version = await new VersionsStore().find(scope, 'pattern', pattern as string, kept?.id as string);
  expect(version?.document.name).toBe('Earlier');
  expect(await documents.list(scope, 'hand')).toMatchObject([{ id: hand, name: 'Hers', studentId: student }]);
  expect(await documents.list(scope, 'school')).toMatchObject([{ id: school, version: 2 }]);
  expect(await documents.list(scope, 'estimates')).toMatchObject([{ document: { i: 0.2 } }]);
  expect(await db('sessions').where({ studio_id: studio, teacher_id: teacher })).toHaveLength(1);
});

test('every table with a studio is keyed by it first, and refers to others by it', async () => {
  const { rows } = (await db.raw(
    `select t.relname as table, c.contype, array_agg(a.attname::text order by k.ord) as columns, r.relname as target
     from pg_constraint c join pg_class t on t.oid = c.conrelid join pg_namespace n on n.oid = t.relnamespace
     left join pg_class r on r.oid = c.confrelid,
     unnest(c.conkey) with ordinality as k(attnum, ord), pg_attribute a
     where n.nspname = 'public' and c.contype in ('p', 'f') and a.attrelid = t.oid and a.attnum = k.attnum
     group by t.relname, c.conname, c.contype, r.relname`,
  )) as { rows: { table: string; contype: string; columns: string[]; target: string | null }[] };
  const owned = ['teachers', 'students', 'documents', 'document_versions'];
  for (const table of owned)
    expect(rows.find((row) => row.table === table && row.contype === 'p')?.columns[0]).toBe('studio_id');
  for (const { target, columns } of rows.filter((row) => row.contype === 'f' && owned.includes(row.target ?? '')))
    expect([target, columns[0]]).toEqual([target, 'studio_id']);
});

describe('servers that start at once', () => {
  const other = `test_${randomUUID().replaceAll('-', '')}`;
  const pools: Knex[] = [];
  beforeAll(async () => {
    await admin.raw(`create database ${other}`);
    const url = new URL(process.env.TEST_DATABASE_URL as string);
    url.pathname = `/${other}`;
    pools.push(...Array.from({ length: 4 }, () => knex({ client: 'pg', connection: url.href })));
  });
  afterAll(async () => {
    await Promise.all(pools.map((pool) => pool.destroy()));
    await admin.raw(`drop database ${other}`);
  });

  test('all come up over an empty database, and the steps are taken once', async () => {
    await Promise.all(pools.map(migrate));
    const taken = (await (pools[0] as Knex)('knex_migrations').pluck('name')) as string[];
    expect(taken.sort()).toEqual(Object.keys(MIGRATIONS).sort());
  });

  test('one that was killed while it migrated keeps nobody from starting', async () => {
    const [pool] = pools as [Knex];
    await pool('knex_migrations_lock').update({ is_locked: 1 });
    await migrate(pool);
    expect(await pool('knex_migrations_lock').pluck('is_locked')).toEqual([0]);
  });
});
