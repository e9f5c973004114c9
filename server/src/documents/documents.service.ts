import { Injectable } from '@nestjs/common';
import { createProblem } from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { ErrorWithPayload } from '../common/errors.filter.ts';
import { parseId, createNotFoundError, assertFound } from '../common/ids.ts';
import { createQuotaError, type Limited } from '../common/quota.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { DocumentsStore, type StoredDocument, type DocumentWrite } from './documents.store.ts';
import type { DocumentTypeName } from './document-types.ts';
import { VersionsStore, type StoredVersion, type VersionListItem } from './versions.store.ts';

/** How long a deleted document can be brought back, in milliseconds. */
const KEPT_AFTER_DELETION = 30 * 24 * 3600 * 1000;

/** How many documents of a kind a studio can hold, and how many named versions each. */
const QUOTA = { documents: 20_000, versions: 200 } as const;

/** Documents of each kind, as their limit is named; there is one of settings and one of estimates. */
const MANY = {
  pattern: 'patterns',
  song: 'songs',
  hand: 'hands',
  school: 'schools',
  settings: 'settings',
  estimates: 'settings',
} as const satisfies Record<DocumentTypeName, Limited>;

const refuseBeyond = (count: number, most: number, what: Limited): void => {
  if (count > most) throw createQuotaError(most, what);
};

/** What a document looks like in an answer: a change that comes too late is told what is there. */
export type DocumentPresenter<K extends DocumentTypeName> = (kept: StoredDocument<K>) => object;

/** A change of a document made on a version, ready to be written. */
export interface DocumentUpdate<K extends DocumentTypeName> {
  readonly id: string;
  readonly version: number;
  readonly writing: DocumentWrite<K>;
}

/**
 * What can be done with a studio's documents of any kind: opened, changed on a version, kept by name, deleted, brought
 * back.
 */
@Injectable()
export class DocumentsService {
  constructor(
    private readonly studios: StudioDb,
    private readonly documents: DocumentsStore,
    private readonly versions: VersionsStore,
  ) {}

  async find<K extends DocumentTypeName>(scope: StudioScope, kind: K, id: string): Promise<StoredDocument<K>> {
    return assertFound(await this.documents.find(scope, kind, parseId(id)));
  }

  /** Refuses documents beyond what a studio can hold: before anything is spent on them. */
  async assertWithinQuota(scope: StudioScope, kind: DocumentTypeName, more: number): Promise<void> {
    refuseBeyond((await this.documents.count(scope, kind)) + more, QUOTA.documents, MANY[kind]);
  }

  /** Keeps new documents, all or none, within what a studio can hold. */
  insert<K extends DocumentTypeName>(
    scope: StudioScope,
    kind: K,
    all: readonly DocumentWrite<K>[],
  ): Promise<readonly StoredDocument<K>[]> {
    return scope.alone(`${kind}s`, async (inside) => {
      await this.assertWithinQuota(inside, kind, all.length);
      return this.documents.insert(inside, kind, all);
    });
  }

  /** Finds a document that is still at a version; a later one is refused with what is there. */
  async findAt<K extends DocumentTypeName>(
    scope: StudioScope,
    kind: K,
    { id, version }: { readonly id: string; readonly version: number },
    answer: DocumentPresenter<K>,
  ): Promise<StoredDocument<K>> {
    const before = await this.find(scope, kind, id);
    if (before.version !== version)
      throw new ErrorWithPayload(createProblem('version-conflict'), { current: answer(before) });
    return before;
  }

  /** Writes a change made on a version, with the state before it kept, as one; a later writer is told what is there. */
  async update<K extends DocumentTypeName>(
    scope: StudioScope,
    kind: K,
    before: StoredDocument<K>,
    { id, version, writing }: DocumentUpdate<K>,
    answer: DocumentPresenter<K>,
  ): Promise<StoredDocument<K>> {
    const changed = await scope.transaction(async (within) => {
      const kept = await this.documents.update(within, kind, { id, version }, writing);
      if (kept) await this.versions.insertIfDue(within, kind, before);
      return kept;
    });
    if (changed) return changed;
    const current = answer(await this.find(scope, kind, id));
    throw new ErrorWithPayload(createProblem('version-conflict'), { current });
  }

  async listVersions(principal: Principal, kind: DocumentTypeName, id: string): Promise<readonly VersionListItem[]> {
    const scope = this.studios.scopeFor(principal);
    await this.find(scope, kind, id);
    return this.versions.list(scope, id);
  }

  async getVersion<K extends DocumentTypeName>(
    principal: Principal,
    kind: K,
    id: string,
    versionId: string,
  ): Promise<StoredVersion<K>> {
    const scope = this.studios.scopeFor(principal);
    return assertFound(await this.versions.find(scope, kind, parseId(id), parseId(versionId)));
  }

  async createVersion(principal: Principal, kind: DocumentTypeName, id: string, label: string): Promise<void> {
    const scope = this.studios.scopeFor(principal);
    const kept = await this.find(scope, kind, id);
    await scope.alone(`versions of ${id}`, async (inside) => {
      refuseBeyond((await this.versions.countNamed(inside, id)) + 1, QUOTA.versions, 'versions');
      await this.versions.insert(inside, kind, kept, label);
    });
  }

  async delete(principal: Principal, kind: DocumentTypeName, id: string): Promise<void> {
    const scope = this.studios.scopeFor(principal);
    if (!(await this.documents.softDelete(scope, kind, parseId(id)))) throw createNotFoundError();
    await this.documents.purge(scope, kind, new Date(Date.now() - KEPT_AFTER_DELETION));
  }

  async restore(principal: Principal, kind: DocumentTypeName, id: string): Promise<void> {
    if (!(await this.documents.restore(this.studios.scopeFor(principal), kind, parseId(id))))
      throw createNotFoundError();
  }
}
