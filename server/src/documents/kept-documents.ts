import { Injectable } from '@nestjs/common';
import { createProblem } from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { ErrorWithState } from '../common/errors.filter.ts';
import { checkedId, notFound, orNotFound } from '../common/ids.ts';
import { quotaReached, type Limited } from '../common/quota.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { DocumentsStore, type KeptDocument, type Writing } from './documents.store.ts';
import type { Kind } from './kinds.ts';
import { VersionsStore, type KeptVersion, type VersionLine } from './versions.store.ts';

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
} as const satisfies Record<Kind, Limited>;

const refuseBeyond = (count: number, most: number, what: Limited): void => {
  if (count > most) throw quotaReached(most, what);
};

/** What a document looks like in an answer: a change that comes too late is told what is there. */
export type Answer<K extends Kind> = (kept: KeptDocument<K>) => object;

/** A change of a document made on a version, ready to be written. */
export interface Change<K extends Kind> {
  readonly id: string;
  readonly version: number;
  readonly writing: Writing<K>;
}

/** What can be done with a studio's documents of any kind: opened, changed on a version, kept by name, deleted, brought back. */
@Injectable()
export class KeptDocuments {
  constructor(
    private readonly studios: StudioDb,
    private readonly documents: DocumentsStore,
    private readonly versions: VersionsStore,
  ) {}

  async find<K extends Kind>(scope: StudioScope, kind: K, id: string): Promise<KeptDocument<K>> {
    return orNotFound(await this.documents.find(scope, kind, checkedId(id)));
  }

  /** Refuses documents beyond what a studio can hold: before anything is spent on them. */
  async refuseBeyondQuota(scope: StudioScope, kind: Kind, more: number): Promise<void> {
    refuseBeyond((await this.documents.count(scope, kind)) + more, QUOTA.documents, MANY[kind]);
  }

  /** Keeps new documents, all or none, within what a studio can hold. */
  insert<K extends Kind>(scope: StudioScope, kind: K, all: readonly Writing<K>[]): Promise<readonly KeptDocument<K>[]> {
    return scope.alone(`${kind}s`, async (inside) => {
      await this.refuseBeyondQuota(inside, kind, all.length);
      return this.documents.insert(inside, kind, all);
    });
  }

  /** Finds a document that is still at a version; a later one is refused with what is there. */
  async findAt<K extends Kind>(
    scope: StudioScope,
    kind: K,
    { id, version }: { readonly id: string; readonly version: number },
    answer: Answer<K>,
  ): Promise<KeptDocument<K>> {
    const before = await this.find(scope, kind, id);
    if (before.version !== version)
      throw new ErrorWithState(createProblem('version-conflict'), { current: answer(before) });
    return before;
  }

  /** Writes a change made on a version, with the state before it kept, as one; a later writer is told what is there. */
  async change<K extends Kind>(
    scope: StudioScope,
    kind: K,
    before: KeptDocument<K>,
    { id, version, writing }: Change<K>,
    answer: Answer<K>,
  ): Promise<KeptDocument<K>> {
    const changed = await scope.transaction(async (within) => {
      const kept = await this.documents.update(within, kind, { id, version }, writing);
      if (kept) await this.versions.keepFromTimeToTime(within, kind, before);
      return kept;
    });
    if (changed) return changed;
    const current = answer(await this.find(scope, kind, id));
    throw new ErrorWithState(createProblem('version-conflict'), { current });
  }

  async listVersions(principal: Principal, kind: Kind, id: string): Promise<readonly VersionLine[]> {
    const scope = this.studios.for(principal);
    await this.find(scope, kind, id);
    return this.versions.list(scope, id);
  }

  async openVersion<K extends Kind>(
    principal: Principal,
    kind: K,
    id: string,
    versionId: string,
  ): Promise<KeptVersion<K>> {
    const scope = this.studios.for(principal);
    return orNotFound(await this.versions.find(scope, kind, checkedId(id), checkedId(versionId)));
  }

  async keepVersion(principal: Principal, kind: Kind, id: string, label: string): Promise<void> {
    const scope = this.studios.for(principal);
    const kept = await this.find(scope, kind, id);
    await scope.alone(`versions of ${id}`, async (inside) => {
      refuseBeyond((await this.versions.countNamed(inside, id)) + 1, QUOTA.versions, 'versions');
      await this.versions.keep(inside, kind, kept, label);
    });
  }

  async delete(principal: Principal, kind: Kind, id: string): Promise<void> {
    const scope = this.studios.for(principal);
    if (!(await this.documents.setAside(scope, kind, checkedId(id)))) throw notFound();
    await this.documents.purge(scope, kind, new Date(Date.now() - KEPT_AFTER_DELETION));
  }

  async restore(principal: Principal, kind: Kind, id: string): Promise<void> {
    if (!(await this.documents.bringBack(this.studios.for(principal), kind, checkedId(id)))) throw notFound();
  }
}
