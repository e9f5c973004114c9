import { Injectable } from '@nestjs/common';
import type { StudioScope } from '../db/studio-db.ts';
import { TABLES, type ArchiveRow, type ArchiveTable } from './format.ts';

/** Rows fetched at a time. */
const BATCH = 100;

/** What is written of each table: what a list shows is worked out anew when an archive is read back. */
const COLUMNS: Readonly<Record<ArchiveTable, readonly string[]>> = {
  students: ['id', 'name', 'about', 'version', 'created_at', 'archived_at'],
  documents: [
    'id',
    'kind',
    'format',
    'version',
    'name',
    'document',
    'student_id',
    'created_at',
    'worked_at',
    'deleted_at',
  ],
  assignments: [
    'id',
    'student_id',
    'name',
    'version',
    'pattern',
    'source_id',
    'source_version',
    'target',
    'way',
    'plan',
    'standing',
    'place',
    'created_at',
    'ended_at',
  ],
  practice_events: ['id', 'student_id', 'assignment_id', 'at', 'kind', 'body', 'created_at'],
  document_versions: ['id', 'document_id', 'kind', 'format', 'version', 'label', 'document', 'kept_at'],
};

/** All that is a studio's, row by row, and back. */
@Injectable()
export class ArchiveStore {
  /** Every row of the studio, fetched in parts as they are asked for. */
  async *rows(scope: StudioScope): AsyncGenerator<ArchiveRow> {
    for (const table of TABLES) yield* this.rowsOf(scope, table);
  }

  /** Whether a studio has nothing of its own yet. */
  async isEmpty(scope: StudioScope): Promise<boolean> {
    for (const table of TABLES) if (await scope.rows(table).first('id')) return false;
    return true;
  }

  async insert(scope: StudioScope, { table, row }: ArchiveRow): Promise<void> {
    await scope.insert(table, [row]);
  }

  private async *rowsOf(scope: StudioScope, table: ArchiveTable): AsyncGenerator<ArchiveRow> {
    let last: string | undefined;
    for (;;) {
      const query = scope.rows(table).orderBy('id').limit(BATCH);
      if (last) void query.where('id', '>', last);
      const found = (await query.select(...COLUMNS[table])) as { readonly id: string }[];
      for (const row of found) yield { table, row: { ...row } };
      last = found.at(-1)?.id;
      if (found.length < BATCH) return;
    }
  }
}
