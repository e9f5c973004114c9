import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import type * as contract from '@fleet-wren/contract';
import { type Message, message, createProblem, ProblemError } from '@fleet-wren/core';
import type { SystemPrincipal } from '../auth/principal.ts';
import { createQuotaError } from '../common/quota.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import type { Db } from '../db/connection.ts';
import { replayLog, type ReplayResult } from '../practice/replay-log.ts';
import { PracticeStore } from '../practice/practice.store.ts';
import { TAKE_LIMITS } from '../takes/takes.schema.ts';
import { isEmptyStudio } from './backup.store.ts';
import { BACKUP_TABLES, parseBackup, wrongLine, type ArchiveLine, type BackupTable } from './backup-format.ts';
import { checkedRow } from './rows.ts';

/** How many rows were restored, by table. */
export type Restored = contract.RestoredRows;

/** Rows that are inserted together: so many, or so many characters of their lines. */
const TOGETHER = { rows: 500, size: 1_000_000 } as const;

/** Milliseconds between two words on how far it is. */
const TOLD_EVERY = 500;

/**
 * What the database refuses for what is in a row: values it cannot hold (22), and rows that do not go together (23).
 */
const isRefusal = (error: unknown): boolean => /^2[23]/.test(String((error as { code?: unknown } | null)?.code ?? ''));

const whyRefused = (error: unknown): Message => {
  const { code } = error as { readonly code: string };
  if (code === '23503') return message('backup.parent-missing');
  if (code === '23505') return message('backup.twice');
  return message('backup.value');
};

interface Checked {
  readonly line: number;
  readonly row: Readonly<Record<string, unknown>>;
}

const insertOne = async (scope: StudioScope, table: BackupTable, { line, row }: Checked): Promise<void> => {
  await scope.insert(table, [row]).catch((error: unknown) => {
    throw isRefusal(error) ? wrongLine(line, whyRefused(error)) : error;
  });
};

/** Inserts rows together; where that is refused, one by one, to name the line that is the cause. */
const insertTogether = async (scope: StudioScope, table: BackupTable, rows: readonly Checked[]): Promise<void> => {
  if (rows.length === 0) return;
  try {
    await scope.transaction(async (inside) =>
      inside.insert(
        table,
        rows.map(({ row }) => row),
      ),
    );
  } catch (error) {
    if (!isRefusal(error)) throw error;
    for (const row of rows) await insertOne(scope, table, row);
    throw error;
  }
};

/** Collects rows of one table at a time and inserts them together. */
class Batches {
  private rows: Checked[] = [];
  private size = 0;
  private table: BackupTable = BACKUP_TABLES[0];
  readonly counts = Object.fromEntries(BACKUP_TABLES.map((table) => [table, 0])) as Record<BackupTable, number>;

  constructor(private readonly scope: StudioScope) {}

  async add(line: ArchiveLine): Promise<void> {
    if (line.table !== this.table) await this.flush();
    if (BACKUP_TABLES.indexOf(line.table) < BACKUP_TABLES.indexOf(this.table))
      throw wrongLine(line.line, message('backup.order', { table: line.table, before: String(this.table) }));
    this.table = line.table;
    this.rows.push({ line: line.line, row: checkedRow(line) });
    this.size += JSON.stringify(line.row).length;
    this.counts[line.table] += 1;
    if (this.rows.length >= TOGETHER.rows || this.size >= TOGETHER.size) await this.flush();
  }

  async flush(): Promise<void> {
    await insertTogether(this.scope, this.table, this.rows);
    [this.rows, this.size] = [[], 0];
  }
}

/** Refuses takes whose sound is not all there, or does not belong to them, and more sound than a studio may keep. */
const checkSound = async (scope: StudioScope, lastLine: number): Promise<void> => {
  const { studioId } = scope.principal;
  const { rows } = await scope.raw(
    `select takes.name from takes
       left join (select take_id, sum(octet_length(bytes)) as bytes, min(student_id::text) as one, max(student_id::text) as other
         from take_parts where studio_id = :studio group by take_id) sound on sound.take_id = takes.id
       where takes.studio_id = :studio and (
         coalesce(sound.bytes, 0) > takes.bytes
         or (takes.complete_at is not null and coalesce(sound.bytes, 0) <> takes.bytes)
         or sound.one <> takes.student_id::text or sound.other <> takes.student_id::text)
       limit 1`,
    { studio: studioId },
  );
  const [take] = rows as readonly { readonly name: string }[];
  if (take) throw wrongLine(lastLine, message('backup.sound-incomplete', { name: take.name }));
  const { rows: used } = await scope.raw('select sound_bytes from studio_usage where studio_id = ?', [studioId]);
  if (Number((used as readonly { sound_bytes: string }[])[0]?.sound_bytes ?? 0) > TAKE_LIMITS.studio)
    throw createQuotaError(TAKE_LIMITS.studio / 1e6, 'sound');
};

/** Works out how each assignment stands by its log; what a file says of that is not believed. */
const standAnew = async (scope: StudioScope): Promise<void> => {
  const practice = new PracticeStore();
  await scope.raw(
    `update assignments set events = found.count from (
       select assignment_id, count(*) from practice_events where studio_id = :studio and assignment_id is not null group by 1
     ) found where assignments.studio_id = :studio and assignments.id = found.assignment_id`,
    { studio: scope.principal.studioId },
  );
  const ids = (await scope.rows('assignments').orderBy('id').pluck('id')) as readonly string[];
  for (const id of ids) {
    const unfolded = await practice.unfolded(scope, id, true);
    if (!unfolded) continue;
    const folded = replayLog({ plan: unfolded.plan, from: null, log: unfolded.log }) as ReplayResult;
    await practice.keepFolded(scope, id, unfolded, folded);
  }
};

/** What restoring a backup needs to know. */
export interface RestoreTask {
  readonly studioId: string;
  /** The backup, whole on this machine's disk. */
  readonly file: string;
  /** Told now and then how much of the file is restored, 0 to 1. */
  readonly tell: (share: number) => Promise<void>;
}

/** Restores a backup into a studio that has nothing yet: all of it or nothing. */
export const restoreArchive = async (db: Db, { studioId, file, tell }: RestoreTask): Promise<Restored> => {
  const house: SystemPrincipal = { kind: 'house', studioId };
  const { size } = await stat(file);
  const bytes = createReadStream(file, { highWaterMark: 262_144 });
  let told = Date.now();
  return new StudioDb(db).scopeFor(house).alone('everything', async (scope) => {
    if (!(await isEmptyStudio(scope))) throw new ProblemError(createProblem('archive-not-empty'));
    const batches = new Batches(scope);
    let last = 0;
    for await (const line of parseBackup(bytes)) {
      await batches.add(line);
      last = line.line;
      if (Date.now() - told < TOLD_EVERY) continue;
      told = Date.now();
      await tell(Math.min(0.99, bytes.bytesRead / Math.max(1, size)));
    }
    await batches.flush();
    await checkSound(scope, last);
    await standAnew(scope);
    return batches.counts;
  });
};
