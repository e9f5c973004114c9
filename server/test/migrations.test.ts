import { randomUUID } from 'node:crypto';
import { createPattern, createPatternSummary, type Pattern } from '@fleet-wren/core';
import knex, { type Knex } from 'knex';
import { migrateDatabase } from '../src/db/connection.ts';
import { MIGRATIONS } from '../src/db/migrations/index.ts';
import { ensurePartitions } from '../src/db/partitions.ts';
import { StudioDb } from '../src/db/studio-db.ts';
import { DocumentsStore } from '../src/documents/documents.store.ts';
import { VersionsStore } from '../src/documents/versions.store.ts';
import { PracticeStore } from '../src/practice/practice.store.ts';

/** A database as an earlier version left it: only so many steps taken. */
const migratedBefore = async (db: Knex, steps: number): Promise<void> => {
  const names = Object.keys(MIGRATIONS).sort();
  const source: Knex.MigrationSource<string> = {
    getMigrations: () => Promise.resolve(names.slice(0, steps)),
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
const document: Pattern = createPattern('From before', { strokes: [{ id: 'a', at: 0, string: 5 }], tags: ['rolls'] });

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
    summary: JSON.stringify(createPatternSummary(document)),
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
  await migratedBefore(db, 2);
  await fill();
  await migrateDatabase(db);
  const scope = new StudioDb(db).scopeFor({ kind: 'house', studioId: studio as string });
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
    await Promise.all(pools.map(migrateDatabase));
    const taken = (await (pools[0] as Knex)('knex_migrations').pluck('name')) as string[];
    expect(taken.sort()).toEqual(Object.keys(MIGRATIONS).sort());
  });

  test('one that was killed while it migrated keeps nobody from starting', async () => {
    const [pool] = pools as [Knex];
    await pool('knex_migrations_lock').update({ is_locked: 1 });
    await migrateDatabase(pool);
    expect(await pool('knex_migrations_lock').pluck('is_locked')).toEqual([0]);
  });
});

describe('a log of practice from before it was partitioned', () => {
  const before = `test_${randomUUID().replaceAll('-', '')}`;
  let old: Knex;
  beforeAll(async () => {
    await admin.raw(`create database ${before}`);
    const url = new URL(process.env.TEST_DATABASE_URL as string);
    url.pathname = `/${before}`;
    old = knex({ client: 'pg', connection: url.href });
  });
  afterAll(async () => {
    await old.destroy();
    await admin.raw(`drop database ${before}`);
  });

  test('keeps every event, is counted, and goes on; sound that is there is counted too', async () => {
    const own = { studio_id: randomUUID(), student_id: randomUUID() };
    const [set, take] = [randomUUID(), randomUUID()];
    await migratedBefore(old, 10);
    await old('studios').insert({ id: own.studio_id, name: 'Old house' });
    await old('students').insert({ studio_id: own.studio_id, id: own.student_id, name: 'S' });
    const plan = JSON.stringify({ target: 80, stages: [{ key: 'thumb', name: 'Thumb', gate: 5, tempos: [60] }] });
    const whole = { name: 'A', pattern: JSON.stringify(document), target: 80, way: 'w', plan };
    await old('assignments').insert({ ...own, id: set, ...whole });
    const times = [Date.UTC(2024, 5, 1), Date.UTC(2026, 5, 1), Date.UTC(2031, 5, 1)];
    for (const at of times)
      await old('practice_events').insert({
        ...own,
        ...{ id: randomUUID(), assignment_id: set, at, kind: 'clean' },
        body: JSON.stringify({ stage: 'thumb', tempo: 60 }),
      });
    const sound = { name: 'T', mime: 'audio/webm', bytes: 5, told_by: 'teacher', pattern: JSON.stringify(document) };
    await old('takes').insert({ ...own, id: take, ...sound });
    await old('take_parts').insert({ ...own, take_id: take, number: 0, bytes: Buffer.from('sound') });
    await migrateDatabase(old);
    const inPartition = async (name: string): Promise<number> =>
      Number(((await old(name).count('id as count').first()) as { count: string }).count);
    expect(await Promise.all(['past', '2026', 'other'].map((year) => inPartition(`practice_events_${year}`)))).toEqual([
      1, 1, 1,
    ]);
    // Years later the partition of a year takes over what lay in the one for all other times.
    await ensurePartitions(old, new Date(Date.UTC(2030, 11, 31)));
    expect([await inPartition('practice_events_2031'), await inPartition('practice_events_other')]).toEqual([1, 0]);
    expect((await old('practice_events').orderBy('at').pluck('at')).map(Number)).toEqual(times);
    expect(await old('assignments').pluck('events')).toEqual([3]);
    expect((await old('studio_usage').pluck('sound_bytes')).map(Number)).toEqual([5]);
    const scope = new StudioDb(old).scopeFor({ kind: 'house', studioId: own.studio_id });
    const unfolded = await new PracticeStore().unfolded(scope, set);
    expect([unfolded?.folded, (JSON.parse(unfolded?.log ?? '[]') as object[]).length]).toEqual([0, 3]);
  });
});

describe('practice that was stored as sentences', () => {
  const before = `test_${randomUUID().replaceAll('-', '')}`;
  let old: Knex;
  beforeAll(async () => {
    await admin.raw(`create database ${before}`);
    const url = new URL(process.env.TEST_DATABASE_URL as string);
    url.pathname = `/${before}`;
    old = knex({ client: 'pg', connection: url.href });
  });
  afterAll(async () => {
    await old.destroy();
    await admin.raw(`drop database ${before}`);
  });

  test('means the same in codes: method, stages, what limits them, the log, takes', async () => {
    const own = { studio_id: randomUUID(), student_id: randomUUID() };
    await migratedBefore(old, 12);
    await old('studios').insert({ id: own.studio_id, name: 'Old house' });
    const about = JSON.stringify({ way: 'short bursts early', lessonDay: 2 });
    await old('students').insert({ studio_id: own.studio_id, id: own.student_id, name: 'S', about });
    const plan = {
      target: 80,
      stages: [
        { key: 'layers-1', name: 'The thumb and ring and index', gate: 5, tempos: [60], cause: null },
        { key: 'own-1', name: 'For somebody', gate: 5, tempos: [60] },
      ],
    };
    const set = { ...own, id: randomUUID(), name: 'A', pattern: JSON.stringify(document), target: 80 };
    await old('assignments').insert({ ...set, way: 'slowly until clean, then faster', plan: JSON.stringify(plan) });
    const event = { ...own, assignment_id: set.id, kind: 'take' };
    const texts = [
      '8 of 8 times through clean, at 78 to 84 a minute. The ring comes 18 ms late on beat 2 &, after the index.',
      'Heard on the bus.',
    ];
    for (const [index, text] of texts.entries())
      await old('practice_events').insert({
        ...event,
        id: randomUUID(),
        at: Date.UTC(2026, 5, 1 + index),
        body: JSON.stringify({ text, by: 'listening' }),
      });
    const sound = { name: 'T', mime: 'audio/webm', bytes: 5, told_by: 'teacher', pattern: JSON.stringify(document) };
    const said = { engine: 4, headline: '3 of 4 times through clean, at 80 a minute', judgement: '{}' };
    const earlier = JSON.stringify([{ ...said, engine: 3, headline: 'Something else' }]);
    await old('takes').insert({ ...own, id: randomUUID(), ...sound, ...said, earlier });
    await migrateDatabase(old);

    expect(await old('students').first('about')).toEqual({ about: { way: 'bursts', lessonDay: 2 } });
    expect(await old('assignments').first('way', 'plan')).toMatchObject({
      way: 'slow',
      plan: {
        stages: [
          {
            key: 'layers-1',
            name: {
              code: 'stage.layers.name',
              params: { pulse: 'p', fingers: [{ params: { finger: 'a' } }, { params: { finger: 'i' } }] },
            },
          },
          { key: 'own-1', name: 'For somebody' },
        ],
      },
    });
    expect(await old('practice_events').orderBy('at').pluck('body')).toMatchObject([
      {
        by: 'listening',
        said: [
          { code: 'take.headline-tempo-change', params: { clean: 8, passes: 8, from: 78, to: 84 } },
          {
            code: 'take.place-off-time',
            params: { place: { code: 'place.syllable', params: { beat: 2, syllable: '&' } }, when: 'late', same: 'no' },
          },
        ],
      },
      { by: 'listening', said: [], text: 'Heard on the bus.' },
    ]);
    expect(await old('takes').first('headline', 'earlier')).toMatchObject({
      headline: { code: 'take.headline', params: { clean: 3, passes: 4, tempo: 80 } },
      earlier: [{ engine: 3, headline: { code: 'take.analysed' } }],
    });
  });
});
