import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import { PATTERN_SUMMARY_VERSION, createBasicSummary, type Pattern, type PatternSummary } from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { DocumentsStore, type IndexColumns, type StoredDocument } from '../documents/documents.store.ts';
import { parseStoredDocument, type StudioEstimates } from '../documents/document-types.ts';
import { OutdatedSummariesStore, type OutdatedSummary } from './outdated-summaries.store.ts';
import { SummaryPool } from './summary.pool.ts';

/** Milliseconds a request waits for its summary; what takes longer is written when it is there. */
const PATIENCE = 250;

/** The columns beside a pattern that its list is searched by. */
export const toIndexColumns = (pattern: Pattern, summary: PatternSummary): IndexColumns => ({
  summary: JSON.stringify(summary),
  summary_version: summary.unjudged ? 0 : PATTERN_SUMMARY_VERSION,
  school: pattern.school,
  tags: pattern.tags ?? [],
  strings_used: summary.stringsUsed,
  digits_used: summary.digitsUsed,
  metre: summary.metre,
  difficulty: summary.difficulty,
});

const within = <T>(work: Promise<T>, milliseconds: number): Promise<T | undefined> => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<undefined>((resolve) => {
    timer = setTimeout(() => resolve(undefined), milliseconds);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
};

/** A summary that a request may have before its patience ends, and the one that comes in the end. */
export interface PendingSummary {
  readonly quickSummary: PatternSummary;
  readonly fullSummary: Promise<PatternSummary | undefined>;
}

/** Sums patterns up off the request's thread, with the studio's estimates, so that list and bench agree. */
@Injectable()
export class SummariesService implements OnModuleDestroy {
  private readonly log = new Logger('Summaries');
  private stopped = false;
  private refreshing: Promise<void> = Promise.resolve();

  constructor(
    private readonly pool: SummaryPool,
    private readonly studios: StudioDb,
    private readonly documents: DocumentsStore,
    private readonly outdated: OutdatedSummariesStore,
  ) {}

  onModuleDestroy(): void {
    this.stopped = true;
  }

  /** Begins to sum a pattern up, and waits a little for it. */
  async start(scope: StudioScope, pattern: Pattern): Promise<PendingSummary> {
    const later = this.pool.summarise({ pattern, estimates: await this.estimates(scope) });
    return { quickSummary: (await within(later, PATIENCE)) ?? createBasicSummary(pattern), fullSummary: later };
  }

  /** Writes a summary that came after its request was answered, unless the pattern has moved on. */
  saveLateSummary(
    principal: Principal,
    { id, version, document }: StoredDocument<'pattern'>,
    { quickSummary, fullSummary }: PendingSummary,
  ): void {
    if (!quickSummary.unjudged) return;
    void fullSummary
      .then((summary) => this.write(principal.studioId, { id, version }, document, summary))
      .catch((error: unknown) => this.log.error(error));
  }

  /** Makes summaries anew that are older than what they should hold, of every studio or of one; in the background. */
  refresh(studioId?: string): Promise<void> {
    this.refreshing = this.refreshing
      .then(() => this.refreshAll(studioId))
      .catch((error: unknown) => this.log.error(error));
    return this.refreshing;
  }

  private async refreshAll(studioId: string | undefined): Promise<void> {
    for (;;) {
      const rows = await this.outdated.next(studioId);
      if (rows.length === 0) return;
      for (const row of rows) {
        if (this.stopped) return;
        await this.refreshOne(row);
      }
    }
  }

  /** A document that cannot be read or judged never keeps the others from it. */
  private async refreshOne({ studioId, id, version, format, document }: OutdatedSummary): Promise<void> {
    const scope = this.studios.scopeFor({ kind: 'house', studioId });
    try {
      const pattern = parseStoredDocument('pattern', format, document);
      const summary = await this.pool.summarise({ pattern, estimates: await this.estimates(scope) });
      await this.write(studioId, { id, version }, pattern, summary);
    } catch (error) {
      this.log.error(error);
      await this.documents.updateIndexColumns(
        scope,
        'pattern',
        { id, version },
        { summary_version: PATTERN_SUMMARY_VERSION },
      );
    }
  }

  /** What cannot be judged is kept without its figures, and is not tried again until something changes. */
  private async write(
    studioId: string,
    at: { readonly id: string; readonly version: number },
    pattern: Pattern,
    summary: PatternSummary | undefined,
  ): Promise<void> {
    if (this.stopped) return;
    const scope = this.studios.scopeFor({ kind: 'house', studioId });
    const beside = toIndexColumns(pattern, summary ?? createBasicSummary(pattern));
    await this.documents.updateIndexColumns(scope, 'pattern', at, {
      ...beside,
      summary_version: PATTERN_SUMMARY_VERSION,
    });
  }

  private async estimates(scope: StudioScope): Promise<StudioEstimates> {
    const [kept] = await this.documents.list(scope, 'estimates');
    return kept?.document ?? {};
  }
}
