import { Injectable } from '@nestjs/common';
import { PATTERN_LIMITS, WrenError, problem, readPattern, type Pattern } from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { checkedDocument } from '../bodies/json-bodies.ts';
import { ErrorWithState } from '../common/errors.filter.ts';
import { checkedId, notFound, orNotFound } from '../common/ids.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { DocumentsStore, type KeptDocument } from '../documents/documents.store.ts';
import { readEnd, writeEnd } from '../documents/page.ts';
import { VersionsStore, type KeptVersion, type VersionLine } from '../documents/versions.store.ts';
import { SummariesService, besideOf, type Coming } from '../summaries/summaries.service.ts';
import { PatternListStore, type PatternLine } from './pattern-list.store.ts';
import type { ChangedPattern, PatternQuery } from './patterns.schema.ts';

/** A pattern as it is answered. */
export interface KeptPattern extends Pick<KeptDocument<'pattern'>, 'id' | 'version' | 'workedAt'> {
  readonly pattern: Pattern;
}

/** A page of the list, and where the next one begins. */
export interface PatternPage {
  readonly patterns: readonly PatternLine[];
  readonly next: string | null;
}

/** How long a deleted pattern can be brought back, in milliseconds. */
const KEPT_AFTER_DELETION = 30 * 24 * 3600 * 1000;

/** How many patterns a studio can hold, and how many named versions each. */
const QUOTA = { patterns: 20_000, versions: 200 } as const;

const refuseBeyond = (count: number, most: number, what: string): void => {
  if (count > most) throw new WrenError(problem('quota-reached', { most, what }));
};

const checkedPattern = (document: unknown): Pattern => checkedDocument(document, readPattern);

const copyName = (name: string): string => `${name.slice(0, PATTERN_LIMITS.name - 7)} (copy)`;

const answered = ({ id, version, workedAt, document }: KeptDocument<'pattern'>): KeptPattern => ({
  id,
  version,
  workedAt,
  pattern: document,
});

const writingOf = (document: Pattern, { now }: Coming) => ({
  name: document.name,
  document,
  beside: besideOf(document, now),
});

/** A studio's patterns. */
@Injectable()
export class PatternsService {
  constructor(
    private readonly studios: StudioDb,
    private readonly documents: DocumentsStore,
    private readonly versions: VersionsStore,
    private readonly pages: PatternListStore,
    private readonly summaries: SummariesService,
  ) {}

  async list(principal: Principal, { limit, after, ...filter }: PatternQuery): Promise<PatternPage> {
    const asked = { ...filter, limit: limit + 1, after: readEnd(after) };
    const found = await this.pages.page(this.studios.for(principal), asked);
    const patterns = found.slice(0, limit);
    const last = patterns[patterns.length - 1];
    return { patterns, next: found.length > limit && last ? writeEnd(last) : null };
  }

  async open(principal: Principal, id: string): Promise<KeptPattern> {
    return answered(await this.found(this.studios.for(principal), id));
  }

  async create(principal: Principal, document: unknown): Promise<KeptPattern> {
    const [kept] = await this.createMany(principal, [document]);
    return kept as KeptPattern;
  }

  /** Keeps several patterns, all or none. */
  async createMany(principal: Principal, documents: readonly unknown[]): Promise<readonly KeptPattern[]> {
    const patterns = documents.map(checkedPattern);
    const scope = this.studios.for(principal);
    refuseBeyond((await this.documents.count(scope, 'pattern')) + patterns.length, QUOTA.patterns, 'patterns');
    const coming = await Promise.all(patterns.map((pattern) => this.summaries.begin(scope, pattern)));
    const writings = patterns.map((pattern, index) => writingOf(pattern, coming[index] as Coming));
    const kept = await this.documents.insert(scope, 'pattern', writings);
    kept.forEach((one, index) => this.summaries.follow(principal, one, coming[index] as Coming));
    return kept.map(answered);
  }

  tags(principal: Principal): Promise<readonly { readonly tag: string; readonly count: number }[]> {
    return this.pages.tags(this.studios.for(principal));
  }

  async listVersions(principal: Principal, id: string): Promise<readonly VersionLine[]> {
    const scope = this.studios.for(principal);
    await this.found(scope, id);
    return this.versions.list(scope, id);
  }

  async openVersion(
    principal: Principal,
    id: string,
    versionId: string,
  ): Promise<Omit<KeptVersion<'pattern'>, 'document'> & { readonly pattern: Pattern }> {
    const scope = this.studios.for(principal);
    const found = await this.versions.find(scope, 'pattern', checkedId(id), checkedId(versionId));
    const { document, ...line } = orNotFound(found);
    return { ...line, pattern: document };
  }

  async keepVersion(principal: Principal, id: string, label: string): Promise<void> {
    const scope = this.studios.for(principal);
    const pattern = await this.found(scope, id);
    refuseBeyond((await this.versions.countNamed(scope, id)) + 1, QUOTA.versions, 'named versions of this pattern');
    await this.versions.keep(scope, 'pattern', pattern, label);
  }

  /** Writes a change made on a version, with the state before it kept, as one; a later writer is told what is there. */
  async change(principal: Principal, id: string, { version, pattern: document }: ChangedPattern): Promise<KeptPattern> {
    const pattern = checkedPattern(document);
    const scope = this.studios.for(principal);
    const before = await this.found(scope, id);
    // Nothing is spent on a change that could not be kept.
    if (before.version !== version) return this.refuseLate(scope, id);
    const coming = await this.summaries.begin(scope, pattern);
    const changed = await scope.transaction(async (within) => {
      const kept = await this.documents.update(within, 'pattern', { id, version }, writingOf(pattern, coming));
      if (kept) await this.versions.keepFromTimeToTime(within, 'pattern', before);
      return kept;
    });
    if (!changed) return this.refuseLate(scope, id);
    this.summaries.follow(principal, changed, coming);
    return answered(changed);
  }

  async duplicate(principal: Principal, id: string): Promise<KeptPattern> {
    const { document } = await this.found(this.studios.for(principal), id);
    return this.create(principal, { ...document, name: copyName(document.name) });
  }

  async delete(principal: Principal, id: string): Promise<void> {
    const scope = this.studios.for(principal);
    if (!(await this.documents.setAside(scope, 'pattern', checkedId(id)))) throw notFound();
    await this.documents.purge(scope, 'pattern', new Date(Date.now() - KEPT_AFTER_DELETION));
  }

  async restore(principal: Principal, id: string): Promise<void> {
    if (!(await this.documents.bringBack(this.studios.for(principal), 'pattern', checkedId(id)))) throw notFound();
  }

  private async found(scope: StudioScope, id: string): Promise<KeptDocument<'pattern'>> {
    return orNotFound(await this.documents.find(scope, 'pattern', checkedId(id)));
  }

  private async refuseLate(scope: StudioScope, id: string): Promise<never> {
    throw new ErrorWithState(problem('version-conflict'), { current: answered(await this.found(scope, id)) });
  }
}
