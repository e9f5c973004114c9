import { randomUUID } from 'node:crypto';
import type * as contract from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { Row } from '../db/row.ts';
import type { StudioScope } from '../db/studio-db.ts';
import type { StoredDocument } from './documents.store.ts';
import { STORED_FORMATS, parseStoredDocument, type DocumentTypeName, type DocumentTypes } from './document-types.ts';

/** A line of the list of a document's versions. */
export type VersionListItem = Row<contract.VersionListItem>;

/** An earlier state of a document. */
export interface StoredVersion<K extends DocumentTypeName> extends VersionListItem {
  readonly document: DocumentTypes[K];
}

const LINE = ['id', 'label', 'kept_at as keptAt'] as const;

/** States are kept by themselves when the last one is older than this: about one a sitting. */
const APART = '15 minutes';

/** How many states are kept by themselves of a document; those with a name are kept for good. */
const MOST = 50;

/** Earlier states of documents, in the scope of whoever asks. */
@Injectable()
export class VersionsStore {
  async list(scope: StudioScope, documentId: string): Promise<readonly VersionListItem[]> {
    return this.of(scope, documentId)
      .orderBy('kept_at', 'desc')
      .select(...LINE);
  }

  async find<K extends DocumentTypeName>(
    scope: StudioScope,
    kind: K,
    documentId: string,
    id: string,
  ): Promise<StoredVersion<K> | undefined> {
    const row = (await this.of(scope, documentId)
      .where({ id, kind })
      .first(...LINE, 'format', 'document')) as (VersionListItem & { format: number; document: unknown }) | undefined;
    if (!row) return undefined;
    const { format, document, ...line } = row;
    return { ...line, document: parseStoredDocument(kind, format, document) };
  }

  /** How many states of a document bear a name. */
  async countNamed(scope: StudioScope, documentId: string): Promise<number> {
    const row = (await this.of(scope, documentId).whereNotNull('label').count('* as count').first()) as {
      count: string;
    };
    return Number(row.count);
  }

  async insert<K extends DocumentTypeName>(
    scope: StudioScope,
    kind: K,
    { id, version, document }: StoredDocument<K>,
    label: string | null,
  ): Promise<void> {
    const row = { id: randomUUID(), document_id: id, kind, format: STORED_FORMATS[kind].format, version, label };
    await scope.insert('document_versions', [{ ...row, document: JSON.stringify(document) }]);
  }

  /** Keeps the state before a change, unless one was kept a short while ago. */
  async insertIfDue<K extends DocumentTypeName>(scope: StudioScope, kind: K, before: StoredDocument<K>): Promise<void> {
    const recent = await this.of(scope, before.id)
      .whereNull('label')
      .whereRaw(`kept_at > now() - interval '${APART}'`)
      .first('id');
    if (recent) return;
    await this.insert(scope, kind, before, null);
    const old = this.of(scope, before.id).whereNull('label').orderBy('kept_at', 'desc').offset(MOST).select('id');
    await scope.rows('document_versions').whereIn('id', old).delete();
  }

  private of(scope: StudioScope, documentId: string): Knex.QueryBuilder {
    return scope.rows('document_versions').where({ document_id: documentId });
  }
}
