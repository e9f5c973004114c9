import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { StudioScope } from '../db/studio-db.ts';
import type { KeptDocument } from './documents.store.ts';
import { FORMATS, readStored, type Kind, type Kinds } from './kinds.ts';

/** A line of the list of a document's versions. */
export interface VersionLine {
  readonly id: string;
  readonly label: string | null;
  readonly keptAt: Date;
}

/** An earlier state of a document. */
export interface KeptVersion<K extends Kind> extends VersionLine {
  readonly document: Kinds[K];
}

const LINE = ['id', 'label', 'kept_at as keptAt'] as const;

/** States are kept by themselves when the last one is older than this: about one a sitting. */
const APART = '15 minutes';

/** How many states are kept by themselves of a document; those with a name are kept for good. */
const MOST = 50;

/** Earlier states of documents, in the scope of whoever asks. */
@Injectable()
export class VersionsStore {
  async list(scope: StudioScope, documentId: string): Promise<readonly VersionLine[]> {
    return this.of(scope, documentId)
      .orderBy('kept_at', 'desc')
      .select(...LINE);
  }

  async find<K extends Kind>(
    scope: StudioScope,
    kind: K,
    documentId: string,
    id: string,
  ): Promise<KeptVersion<K> | undefined> {
    const row = (await this.of(scope, documentId)
      .where({ id, kind })
      .first(...LINE, 'format', 'document')) as (VersionLine & { format: number; document: unknown }) | undefined;
    if (!row) return undefined;
    const { format, document, ...line } = row;
    return { ...line, document: readStored(kind, format, document) };
  }

  /** How many states of a document bear a name. */
  async countNamed(scope: StudioScope, documentId: string): Promise<number> {
    const row = (await this.of(scope, documentId).whereNotNull('label').count('* as count').first()) as {
      count: string;
    };
    return Number(row.count);
  }

  async keep<K extends Kind>(
    scope: StudioScope,
    kind: K,
    { id, version, document }: KeptDocument<K>,
    label: string | null,
  ): Promise<void> {
    const row = { id: randomUUID(), document_id: id, kind, format: FORMATS[kind].format, version, label };
    await scope.insert('document_versions', [{ ...row, document: JSON.stringify(document) }]);
  }

  /** Keeps the state before a change, unless one was kept a short while ago. */
  async keepFromTimeToTime<K extends Kind>(scope: StudioScope, kind: K, before: KeptDocument<K>): Promise<void> {
    const recent = await this.of(scope, before.id)
      .whereNull('label')
      .whereRaw(`kept_at > now() - interval '${APART}'`)
      .first('id');
    if (recent) return;
    await this.keep(scope, kind, before, null);
    const old = this.of(scope, before.id).whereNull('label').orderBy('kept_at', 'desc').offset(MOST).select('id');
    await scope.rows('document_versions').whereIn('id', old).delete();
  }

  private of(scope: StudioScope, documentId: string): Knex.QueryBuilder {
    return scope.rows('document_versions').where({ document_id: documentId });
  }
}
