import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { StudioScope } from '../db/studio-db.ts';
import { STORED_FORMATS, parseStoredDocument, type DocumentTypeName, type DocumentTypes } from './document-types.ts';

/** A document of a studio as it is kept. */
export interface StoredDocument<K extends DocumentTypeName> {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly workedAt: Date;
  readonly studentId: string | null;
  readonly document: DocumentTypes[K];
}

/** Columns beside the document by which it is found; null where a kind has none of it. */
export type IndexColumns = Readonly<Record<string, unknown>>;

/** What is written of a document. */
export interface DocumentWrite<K extends DocumentTypeName> {
  readonly name: string;
  readonly document: DocumentTypes[K];
  readonly indexColumns?: IndexColumns;
}

interface Row {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly workedAt: Date;
  readonly studentId: string | null;
  readonly format: number;
  readonly document: unknown;
}

const COLUMNS = [
  'id',
  'version',
  'name',
  'worked_at as workedAt',
  'student_id as studentId',
  'format',
  'document',
] as const;

const keptOf = <K extends DocumentTypeName>(kind: K, { format, document, ...row }: Row): StoredDocument<K> => ({
  ...row,
  document: parseStoredDocument(kind, format, document),
});

const columnsOf = <K extends DocumentTypeName>(kind: K, { name, document, indexColumns = {} }: DocumentWrite<K>) => ({
  name,
  format: STORED_FORMATS[kind].format,
  document: JSON.stringify(document),
  ...indexColumns,
});

/** Documents of every kind in the database: each query within a scope, each write conditional on the version read. */
@Injectable()
export class DocumentsStore {
  async list<K extends DocumentTypeName>(scope: StudioScope, kind: K): Promise<readonly StoredDocument<K>[]> {
    const rows = (await this.live(scope, kind)
      .orderBy('name')
      .select(...COLUMNS)) as readonly Row[];
    return rows.map((row) => keptOf(kind, row));
  }

  async find<K extends DocumentTypeName>(
    scope: StudioScope,
    kind: K,
    id: string,
  ): Promise<StoredDocument<K> | undefined> {
    const row = (await this.live(scope, kind)
      .where({ id })
      .first(...COLUMNS)) as Row | undefined;
    return row && keptOf(kind, row);
  }

  async count(scope: StudioScope, kind: DocumentTypeName): Promise<number> {
    const row = (await this.live(scope, kind).count('* as count').first()) as { count: string };
    return Number(row.count);
  }

  /** Keeps new documents in one go: all of them or none. */
  async insert<K extends DocumentTypeName>(
    scope: StudioScope,
    kind: K,
    all: readonly DocumentWrite<K>[],
  ): Promise<readonly StoredDocument<K>[]> {
    const rows = all.map((writing) => ({ id: randomUUID(), kind, version: 1, ...columnsOf(kind, writing) }));
    const inserted = (await scope.insert('documents', rows).returning([...COLUMNS])) as readonly Row[];
    return inserted.map((row) => keptOf(kind, row));
  }

  /** Writes only on the version read; undefined when the document is gone or has moved on. */
  async update<K extends DocumentTypeName>(
    scope: StudioScope,
    kind: K,
    { id, version }: { readonly id: string; readonly version: number },
    writing: DocumentWrite<K>,
  ): Promise<StoredDocument<K> | undefined> {
    const rows = (await this.live(scope, kind)
      .where({ id, version })
      .update({ ...columnsOf(kind, writing), version: version + 1, worked_at: scope.now() })
      .returning([...COLUMNS])) as readonly Row[];
    return rows[0] && keptOf(kind, rows[0]);
  }

  /** Writes columns beside a document without touching it, as long as it is still at a version. */
  async updateIndexColumns(
    scope: StudioScope,
    kind: DocumentTypeName,
    at: { id: string; version: number },
    beside: IndexColumns,
  ): Promise<void> {
    await this.live(scope, kind).where(at).update(beside);
  }

  /** Puts a document aside, so that it can be brought back. */
  async softDelete(scope: StudioScope, kind: DocumentTypeName, id: string): Promise<boolean> {
    return (await this.live(scope, kind).where({ id }).update({ deleted_at: scope.now() })) > 0;
  }

  async restore(scope: StudioScope, kind: DocumentTypeName, id: string): Promise<boolean> {
    const aside = this.of(scope, kind).where({ id }).whereNotNull('deleted_at');
    return (await aside.update({ deleted_at: null })) > 0;
  }

  /** Lets go for good of what was put aside before a day. */
  async purge(scope: StudioScope, kind: DocumentTypeName, before: Date): Promise<void> {
    await this.of(scope, kind).where('deleted_at', '<', before).delete();
  }

  async delete(scope: StudioScope, kind: DocumentTypeName, id: string): Promise<boolean> {
    return (await this.of(scope, kind).where({ id }).delete()) > 0;
  }

  /** Documents of a kind that are not put aside. */
  live(scope: StudioScope, kind: DocumentTypeName): Knex.QueryBuilder {
    return this.of(scope, kind).whereNull('deleted_at');
  }

  private of(scope: StudioScope, kind: DocumentTypeName): Knex.QueryBuilder {
    return scope.rows('documents').where({ kind });
  }
}
