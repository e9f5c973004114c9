import type * as contract from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import { PATTERN_LIMITS, parsePattern, type Pattern } from '@fleet-wren/core';
import type { Row } from '../db/row.ts';
import type { Principal } from '../auth/principal.ts';
import { validateDocument } from '../request-bodies/json-body.middleware.ts';
import { StudioDb } from '../db/studio-db.ts';
import type { StoredDocument } from '../documents/documents.store.ts';
import { DocumentsService } from '../documents/documents.service.ts';
import { pageText } from '../documents/document-list.store.ts';
import { decodeCursor } from '../documents/page-cursor.ts';
import type { StoredVersion } from '../documents/versions.store.ts';
import { SummariesService, toIndexColumns, type PendingSummary } from '../summaries/summaries.service.ts';
import { PatternListStore } from './pattern-list.store.ts';
import type { UpdatePatternRequest, PatternListQuery } from './patterns.schema.ts';

/** A pattern as it is answered. */
export type PatternResponse = Row<contract.PatternResponse>;

const checkedPattern = (document: unknown): Pattern => validateDocument(document, parsePattern);

const copyName = (name: string): string => `${name.slice(0, PATTERN_LIMITS.name - 7)} (copy)`;

const answered = ({ id, version, workedAt, document }: StoredDocument<'pattern'>): PatternResponse => ({
  id,
  version,
  workedAt,
  pattern: document,
});

const writingOf = (document: Pattern, { quickSummary }: PendingSummary) => ({
  name: document.name,
  document,
  indexColumns: toIndexColumns(document, quickSummary),
});

/** A studio's patterns. */
@Injectable()
export class PatternsService {
  constructor(
    private readonly studios: StudioDb,
    private readonly kept: DocumentsService,
    private readonly pages: PatternListStore,
    private readonly summaries: SummariesService,
  ) {}

  /** A page of the list, as JSON text. */
  async list(principal: Principal, { limit, after, ...filter }: PatternListQuery): Promise<string> {
    const asked = { ...filter, limit: limit + 1, after: decodeCursor(after) };
    return pageText('patterns', await this.pages.page(this.studios.scopeFor(principal), asked), limit);
  }

  async open(principal: Principal, id: string): Promise<PatternResponse> {
    return answered(await this.kept.find(this.studios.scopeFor(principal), 'pattern', id));
  }

  async create(principal: Principal, document: unknown): Promise<PatternResponse> {
    const [kept] = await this.createMany(principal, [document]);
    return kept as PatternResponse;
  }

  /** Keeps several patterns, all or none. */
  async createMany(principal: Principal, documents: readonly unknown[]): Promise<readonly PatternResponse[]> {
    const patterns = documents.map(checkedPattern);
    const scope = this.studios.scopeFor(principal);
    await this.kept.assertWithinQuota(scope, 'pattern', patterns.length);
    const coming = await Promise.all(patterns.map((pattern) => this.summaries.start(scope, pattern)));
    const writings = patterns.map((pattern, index) => writingOf(pattern, coming[index] as PendingSummary));
    const kept = await this.kept.insert(scope, 'pattern', writings);
    kept.forEach((one, index) => this.summaries.saveLateSummary(principal, one, coming[index] as PendingSummary));
    return kept.map(answered);
  }

  tags(principal: Principal): Promise<readonly { readonly tag: string; readonly count: number }[]> {
    return this.pages.tags(this.studios.scopeFor(principal));
  }

  async openVersion(
    principal: Principal,
    id: string,
    versionId: string,
  ): Promise<Omit<StoredVersion<'pattern'>, 'document'> & { readonly pattern: Pattern }> {
    const { document, ...line } = await this.kept.getVersion(principal, 'pattern', id, versionId);
    return { ...line, pattern: document };
  }

  async change(
    principal: Principal,
    id: string,
    { version, pattern: document }: UpdatePatternRequest,
  ): Promise<PatternResponse> {
    const pattern = checkedPattern(document);
    const scope = this.studios.scopeFor(principal);
    // Nothing is spent on a change that could not be kept.
    const before = await this.kept.findAt(scope, 'pattern', { id, version }, answered);
    const coming = await this.summaries.start(scope, pattern);
    const change = { id, version, writing: writingOf(pattern, coming) };
    const changed = await this.kept.update(scope, 'pattern', before, change, answered);
    this.summaries.saveLateSummary(principal, changed, coming);
    return answered(changed);
  }

  async duplicate(principal: Principal, id: string): Promise<PatternResponse> {
    const { document } = await this.kept.find(this.studios.scopeFor(principal), 'pattern', id);
    return this.create(principal, { ...document, name: copyName(document.name) });
  }
}
