import { Injectable } from '@nestjs/common';
import { PATTERN_LIMITS, parsePattern, type Pattern } from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { checkedDocument } from '../bodies/json-bodies.ts';
import { StudioDb } from '../db/studio-db.ts';
import type { KeptDocument } from '../documents/documents.store.ts';
import { KeptDocuments } from '../documents/kept-documents.ts';
import { pageText } from '../documents/list.store.ts';
import { readEnd } from '../documents/page.ts';
import type { KeptVersion } from '../documents/versions.store.ts';
import { SummariesService, besideOf, type Coming } from '../summaries/summaries.service.ts';
import { PatternListStore } from './pattern-list.store.ts';
import type { ChangedPattern, PatternQuery } from './patterns.schema.ts';

/** A pattern as it is answered. */
export interface KeptPattern extends Pick<KeptDocument<'pattern'>, 'id' | 'version' | 'workedAt'> {
  readonly pattern: Pattern;
}

const checkedPattern = (document: unknown): Pattern => checkedDocument(document, parsePattern);

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
    private readonly kept: KeptDocuments,
    private readonly pages: PatternListStore,
    private readonly summaries: SummariesService,
  ) {}

  /** A page of the list, as JSON text. */
  async list(principal: Principal, { limit, after, ...filter }: PatternQuery): Promise<string> {
    const asked = { ...filter, limit: limit + 1, after: readEnd(after) };
    return pageText('patterns', await this.pages.page(this.studios.for(principal), asked), limit);
  }

  async open(principal: Principal, id: string): Promise<KeptPattern> {
    return answered(await this.kept.find(this.studios.for(principal), 'pattern', id));
  }

  async create(principal: Principal, document: unknown): Promise<KeptPattern> {
    const [kept] = await this.createMany(principal, [document]);
    return kept as KeptPattern;
  }

  /** Keeps several patterns, all or none. */
  async createMany(principal: Principal, documents: readonly unknown[]): Promise<readonly KeptPattern[]> {
    const patterns = documents.map(checkedPattern);
    const scope = this.studios.for(principal);
    await this.kept.refuseBeyondQuota(scope, 'pattern', patterns.length);
    const coming = await Promise.all(patterns.map((pattern) => this.summaries.begin(scope, pattern)));
    const writings = patterns.map((pattern, index) => writingOf(pattern, coming[index] as Coming));
    const kept = await this.kept.insert(scope, 'pattern', writings);
    kept.forEach((one, index) => this.summaries.follow(principal, one, coming[index] as Coming));
    return kept.map(answered);
  }

  tags(principal: Principal): Promise<readonly { readonly tag: string; readonly count: number }[]> {
    return this.pages.tags(this.studios.for(principal));
  }

  async openVersion(
    principal: Principal,
    id: string,
    versionId: string,
  ): Promise<Omit<KeptVersion<'pattern'>, 'document'> & { readonly pattern: Pattern }> {
    const { document, ...line } = await this.kept.openVersion(principal, 'pattern', id, versionId);
    return { ...line, pattern: document };
  }

  async change(principal: Principal, id: string, { version, pattern: document }: ChangedPattern): Promise<KeptPattern> {
    const pattern = checkedPattern(document);
    const scope = this.studios.for(principal);
    // Nothing is spent on a change that could not be kept.
    const before = await this.kept.findAt(scope, 'pattern', { id, version }, answered);
    const coming = await this.summaries.begin(scope, pattern);
    const change = { id, version, writing: writingOf(pattern, coming) };
    const changed = await this.kept.change(scope, 'pattern', before, change, answered);
    this.summaries.follow(principal, changed, coming);
    return answered(changed);
  }

  async duplicate(principal: Principal, id: string): Promise<KeptPattern> {
    const { document } = await this.kept.find(this.studios.for(principal), 'pattern', id);
    return this.create(principal, { ...document, name: copyName(document.name) });
  }
}
