import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { Pattern } from '@fleet-wren/core';
import { DB, type Db } from '../db/connection.ts';
import type { PatternSummary } from './summary.ts';

/** A pattern as it is kept. */
export interface KeptPattern {
  readonly id: string;
  readonly version: number;
  readonly workedAt: Date;
  readonly pattern: Pattern;
}

/** A line of the list of patterns. */
export interface PatternLine {
  readonly id: string;
  readonly name: string;
  readonly school: string;
  readonly workedAt: Date;
  readonly summary: PatternSummary;
}

/** Where a page of the list ended. */
export interface PageEnd {
  readonly workedAt: Date;
  readonly id: string;
}

const KEPT = ['id', 'version', 'worked_at as workedAt', 'document as pattern'] as const;
const LINE = ['id', 'name', 'school', 'worked_at as workedAt', 'summary'] as const;

const columns = (pattern: Pattern, summary: PatternSummary) => ({
  name: pattern.name,
  school: pattern.school,
  document: JSON.stringify(pattern),
  summary: JSON.stringify(summary),
  tags: pattern.tags ?? [],
  strings_used: summary.stringsUsed,
  digits_used: summary.digitsUsed,
  metre: summary.metre,
  difficulty: summary.difficulty,
});

const escapeLike = (text: string): string => text.replace(/[\\%_]/g, (sign) => `\\${sign}`);

/** Patterns in the database; every query is scoped to a studio. */
@Injectable()
export class PatternsStore {
  constructor(@Inject(DB) private readonly db: Db) {}

  async list(studioId: string, { search, limit, after }: { search: string; limit: number; after?: PageEnd }): Promise<readonly PatternLine[]> {
    const query = this.live(studioId).select(...LINE).orderBy([{ column: 'worked_at', order: 'desc' }, { column: 'id', order: 'desc' }]).limit(limit);
    for (const word of search.split(/\s+/).filter(Boolean)) void query.whereILike('name', `%${escapeLike(word)}%`);
    if (after) void query.whereRaw('(worked_at, id) < (?, ?)', [after.workedAt, after.id]);
    return query;
  }

  async find(studioId: string, id: string): Promise<KeptPattern | undefined> {
    return this.live(studioId).where({ id }).first(...KEPT);
  }

  async insert(studioId: string, pattern: Pattern, summary: PatternSummary): Promise<KeptPattern> {
    const rows = await this.db('patterns').insert({ id: randomUUID(), studio_id: studioId, version: 1, ...columns(pattern, summary) }).returning([...KEPT]);
    return rows[0] as KeptPattern;
  }

  /** Writes only on the version read; undefined when the pattern is gone or has moved on. */
  async update(studioId: string, id: string, version: number, pattern: Pattern, summary: PatternSummary): Promise<KeptPattern | undefined> {
    const rows = await this.live(studioId)
      .where({ id, version })
      .update({ ...columns(pattern, summary), version: version + 1, worked_at: this.db.fn.now(3) })
      .returning([...KEPT]);
    return rows[0] as KeptPattern | undefined;
  }

  async delete(studioId: string, id: string): Promise<boolean> {
    return (await this.live(studioId).where({ id }).update({ deleted_at: this.db.fn.now(3) })) > 0;
  }

  async restore(studioId: string, id: string): Promise<boolean> {
    return (await this.of(studioId).where({ id }).whereNotNull('deleted_at').update({ deleted_at: null })) > 0;
  }

  /** Lets go for good of what was deleted before a day. */
  async purge(studioId: string, before: Date): Promise<void> {
    await this.of(studioId).where('deleted_at', '<', before).delete();
  }

  private of(studioId: string): Knex.QueryBuilder {
    return this.db('patterns').where({ studio_id: studioId });
  }

  private live(studioId: string): Knex.QueryBuilder {
    return this.of(studioId).whereNull('deleted_at');
  }
}
