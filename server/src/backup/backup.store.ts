import type { Knex } from 'knex';
import type { StudioScope } from '../db/studio-db.ts';
import { BACKUP_TABLES, type BackupTable } from './backup-format.ts';

/** Rows fetched at a time; sound comes in parts of a quarter of a megabyte. */
const BATCH = { rows: 200, parts: 8 } as const;

/** What is written of a table, column by column, in the words of the database; and its key beside the studio. */
interface Written {
  readonly columns: readonly string[];
  readonly key: readonly string[];
  /** Columns that are written in another form. */
  readonly as?: Readonly<Record<string, string>>;
}

/** What a list shows is worked out anew when a backup is restored, and so is how assignments stand. */
const WRITTEN: Readonly<Record<BackupTable, Written>> = {
  students: { columns: ['id', 'name', 'about', 'version', 'created_at', 'archived_at'], key: ['id'] },
  documents: {
    columns: [
      ...['id', 'kind', 'format', 'version', 'name', 'document', 'student_id'],
      ...['created_at', 'worked_at', 'deleted_at'],
    ],
    key: ['id'],
  },
  document_versions: {
    columns: ['id', 'document_id', 'kind', 'format', 'version', 'label', 'document', 'kept_at'],
    key: ['id'],
  },
  assignments: {
    columns: [
      ...['id', 'student_id', 'name', 'version', 'pattern', 'source_id', 'source_version', 'target', 'way'],
      ...['plan', 'place', 'created_at', 'ended_at'],
    ],
    key: ['id'],
  },
  practice_events: {
    columns: ['id', 'student_id', 'assignment_id', 'at', 'told_at', 'told_by', 'kind', 'body', 'created_at'],
    key: ['student_id', 'id', 'at'],
  },
  takes: {
    columns: [
      ...['id', 'student_id', 'assignment_id', 'name', 'mime', 'bytes', 'told_by', 'pattern', 'hand', 'engine'],
      ...['headline', 'judgement', 'earlier', 'created_at', 'complete_at'],
    ],
    key: ['id'],
  },
  take_parts: {
    columns: ['take_id', 'student_id', 'number', 'bytes'],
    key: ['take_id', 'number'],
    as: { bytes: "translate(encode(bytes, 'base64'), E'\\n', '')" },
  },
};

const lineOf = (table: BackupTable): string => {
  const { columns, as = {} } = WRITTEN[table];
  const row = columns.map((column) => `'${column}', ${as[column] ?? column}`).join(', ');
  return `json_build_object('table', '${table}', 'row', json_build_object(${row}))::text as line`;
};

/** Narrows a table to what belongs to a student: the hand is a document, and its versions name the document alone. */
const belongingTo = (query: Knex.QueryBuilder, table: BackupTable, scope: StudioScope, student: string): void => {
  if (table === 'students') void query.where({ id: student });
  else if (table === 'document_versions')
    void query.whereIn('document_id', scope.rows('documents').where({ student_id: student }).select('id'));
  else void query.where({ student_id: student });
};

type Keyed = Readonly<Record<string, unknown>> & { readonly line: string };

/**
 * The rows of a table as lines of a backup, some at a time: each query goes on by the key where the one before ended.
 */
const linesOf = async function* (
  scope: StudioScope,
  table: BackupTable,
  student: string | undefined,
): AsyncGenerator<readonly string[]> {
  const { key } = WRITTEN[table];
  const size = table === 'take_parts' ? BATCH.parts : BATCH.rows;
  const places = key.map(() => '?').join(', ');
  let last: readonly unknown[] | undefined;
  for (;;) {
    const query = scope
      .rows(table)
      .orderBy([...key])
      .limit(size);
    if (student !== undefined) belongingTo(query, table, scope, student);
    if (last) void query.whereRaw(`(${key.join(', ')}) > (${places})`, last as Knex.Value[]);
    const found = (await query.select(...key, scope.raw(lineOf(table)))) as readonly Keyed[];
    if (found.length > 0) yield found.map(({ line }) => line);
    last = key.map((column) => found.at(-1)?.[column]);
    if (found.length < size) return;
  }
};

/**
 * Every row of a studio, or of one of its students, as a line of a backup, fetched in parts as they are asked for.
 */
export const archiveLines = async function* (scope: StudioScope, student?: string): AsyncGenerator<readonly string[]> {
  for (const table of BACKUP_TABLES) yield* linesOf(scope, table, student);
};

/** Whether a studio has nothing of its own yet. */
export const isEmptyStudio = async (scope: StudioScope): Promise<boolean> => {
  for (const table of BACKUP_TABLES) if (await scope.rows(table).first(WRITTEN[table].key[0] as string)) return false;
  return true;
};
