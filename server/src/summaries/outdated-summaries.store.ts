import { Inject, Injectable } from '@nestjs/common';
import { PATTERN_SUMMARY_VERSION } from '@fleet-wren/core';
import { DB_TOKEN, type Db } from '../db/connection.ts';
import type { StudioScope } from '../db/studio-db.ts';

/** A pattern whose summary is older than what it should hold. */
export interface OutdatedSummary {
  readonly studioId: string;
  readonly id: string;
  readonly version: number;
  readonly format: number;
  readonly document: unknown;
}

/** Patterns summed up at a time. */
const BATCH = 50;

/** Patterns of any studio whose summaries have to be made anew: the house's own work, on nobody's behalf. */
@Injectable()
export class OutdatedSummariesStore {
  constructor(@Inject(DB_TOKEN) private readonly db: Db) {}

  async next(studioId: string | undefined): Promise<readonly OutdatedSummary[]> {
    const query = this.db('documents').where({ kind: 'pattern' }).whereNull('deleted_at').limit(BATCH);
    if (studioId !== undefined) void query.where({ studio_id: studioId });
    return query
      .andWhere('summary_version', '<', PATTERN_SUMMARY_VERSION)
      .select('studio_id as studioId', 'id', 'version', 'format', 'document');
  }

  /** Marks all summaries of a studio as outdated: something they were made with has changed. */
  async markAll(scope: StudioScope): Promise<void> {
    await scope.rows('documents').where({ kind: 'pattern' }).update({ summary_version: 0 });
  }
}
