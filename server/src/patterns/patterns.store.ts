import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { Digit, Pattern, PatternSummary } from '@fleet-wren/core';
import { DB, type Db } from '../db/connection.ts';
import type { PatternQuery } from './patterns.schema.ts';

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

/** What a list of patterns is narrowed to. */
export type PatternFilter = Omit<PatternQuery, 'limit' | 'after'>;

/** Shares of the ceiling between which a pattern is easy, middling or hard. */
const DIFFICULTY = { easy: [0, 0.5], middling: [0.5, 0.8], hard: [0.8, 1000] } as const;

const DIGIT_LETTERS: Readonly<Record<string, Digit>> = { p: 'p', i: 'i', m: 'm', a: 'a', c: 'c', d: 'down', u: 'up' };

const narrow = (
  query: Knex.QueryBuilder,
  { search, tag, school, metre, digits, strings, difficulty }: PatternFilter,
): void => {
  for (const word of search.split(/\s+/).filter(Boolean)) {
    const like = `%${escapeLike(word)}%`;
    void query.where(
      (either) => void either.whereILike('name', like).orWhereRaw("array_to_string(tags, ' ') ilike ?", [like]),
    );
  }
  if (tag) void query.whereRaw('tags @> array[?]::text[]', [tag]);
  if (school)
    void query.where((either) => void either.where({ school }).orWhereLike('school', `${escapeLike(school)}:%`));
  if (metre) void query.where({ metre });
  if (digits)
    void query.whereRaw("digits_used <@ ?::text[] and digits_used <> '{}'", [
      [...digits].flatMap((letter) => DIGIT_LETTERS[letter] ?? []) as readonly string[] as string[],
    ]);
  if (strings)
    void query.whereRaw("strings_used <@ ?::smallint[] and strings_used <> '{}'", [[...strings].map(Number)]);
  if (difficulty) void query.whereBetween('difficulty', [...DIFFICULTY[difficulty]]);
};

/** Patterns in the database; every query is scoped to a studio. */
@Injectable()
export class PatternsStore {
  constructor(@Inject(DB) private readonly db: Db) {}

  async list(
    studioId: string,
    { limit, after, ...filter }: PatternFilter & { limit: number; after?: PageEnd },
  ): Promise<readonly PatternLine[]> {
    const query = this.live(studioId)
      .select(...LINE)
      .orderBy([
        { column: 'worked_at', order: 'desc' },
        { column: 'id', order: 'desc' },
      ])
      .limit(limit);
    narrow(query, filter);
    if (after) void query.whereRaw('(worked_at, id) < (?, ?)', [after.workedAt, after.id]);
    return query;
  }

  async find(studioId: string, id: string): Promise<KeptPattern | undefined> {
    return this.live(studioId)
      .where({ id })
      .first(...KEPT);
  }

  async insert(studioId: string, pattern: Pattern, summary: PatternSummary): Promise<KeptPattern> {
    const rows = await this.db('patterns')
      .insert({ id: randomUUID(), studio_id: studioId, version: 1, ...columns(pattern, summary) })
      .returning([...KEPT]);
    return rows[0] as KeptPattern;
  }

  /** Keeps several patterns in one go: all of them or none. */
  async insertMany(
    studioId: string,
    all: readonly { readonly pattern: Pattern; readonly summary: PatternSummary }[],
  ): Promise<readonly KeptPattern[]> {
    const rows = all.map(({ pattern, summary }) => ({
      id: randomUUID(),
      studio_id: studioId,
      version: 1,
      ...columns(pattern, summary),
    }));
    return (await this.db('patterns')
      .insert(rows)
      .returning([...KEPT])) as readonly KeptPattern[];
  }

  /** Writes only on the version read; undefined when the pattern is gone or has moved on. */
  async update(
    studioId: string,
    id: string,
    version: number,
    pattern: Pattern,
    summary: PatternSummary,
  ): Promise<KeptPattern | undefined> {
    const rows = await this.live(studioId)
      .where({ id, version })
      .update({ ...columns(pattern, summary), version: version + 1, worked_at: this.db.fn.now(3) })
      .returning([...KEPT]);
    return rows[0] as KeptPattern | undefined;
  }

  /** The studio's tags and how many patterns bear each, by name. */
  async tags(studioId: string): Promise<readonly { readonly tag: string; readonly count: number }[]> {
    const rows = (await this.live(studioId)
      .select(this.db.raw('unnest(tags) as tag'))
      .count('* as count')
      .groupBy('tag')
      .orderBy('tag')) as unknown as { tag: string; count: string }[];
    return rows.map(({ tag, count }) => ({ tag, count: Number(count) }));
  }

  /** Patterns whose summaries were written before something was added to them, of any studio. */
  async withOldSummaries(limit: number): Promise<readonly { readonly id: string; readonly pattern: Pattern }[]> {
    return this.db('patterns')
      .whereRaw("not jsonb_exists(summary, 'stringsUsed')")
      .limit(limit)
      .select('id', 'document as pattern');
  }

  async rewriteSummary(id: string, pattern: Pattern, summary: PatternSummary): Promise<void> {
    await this.db('patterns').where({ id }).update(columns(pattern, summary));
  }

  async delete(studioId: string, id: string): Promise<boolean> {
    return (
      (await this.live(studioId)
        .where({ id })
        .update({ deleted_at: this.db.fn.now(3) })) > 0
    );
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
