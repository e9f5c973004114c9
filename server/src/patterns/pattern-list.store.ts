import { Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { Digit } from '@fleet-wren/core';
import type { StudioScope } from '../db/studio-db.ts';
import {
  DocumentListStore,
  filterBySearch,
  escapeLike,
  type ListLine,
  type PageRequest,
} from '../documents/document-list.store.ts';
import { DocumentsStore } from '../documents/documents.store.ts';
import type { PatternListQuery } from './patterns.schema.ts';

/** What a list of patterns is narrowed to. */
export type PatternFilter = Omit<PatternListQuery, 'limit' | 'after'>;

const LINE = ['id', 'name', 'school', 'worked_at as workedAt', 'summary'] as const;

/** Shares of the ceiling between which a pattern is easy, middling or hard. */
const DIFFICULTY = { easy: [0, 0.5], middling: [0.5, 0.8], hard: [0.8, 1000] } as const;

const DIGIT_LETTERS: Readonly<Record<string, Digit>> = {
  p: 'p',
  i: 'i',
  m: 'm',
  a: 'a',
  c: 'c',
  d: 'down',
  u: 'up',
};

const narrow = (query: Knex.QueryBuilder, filter: PatternFilter): void => {
  const { search, tag, school, metre, digits, strings, difficulty } = filter;
  filterBySearch(query, search);
  if (tag) void query.whereRaw('tags @> array[?]::text[]', [tag]);
  if (school)
    void query.where((either) => void either.where({ school }).orWhereLike('school', `${escapeLike(school)}:%`));
  if (metre) void query.where({ metre });
  if (digits) {
    const allowed = [...digits].flatMap((letter) => DIGIT_LETTERS[letter] ?? []) as readonly string[] as string[];
    void query.whereRaw("digits_used <@ ?::text[] and digits_used <> '{}'", [allowed]);
  }
  if (strings)
    void query.whereRaw("strings_used <@ ?::smallint[] and strings_used <> '{}'", [[...strings].map(Number)]);
  if (difficulty) void query.whereBetween('difficulty', [...DIFFICULTY[difficulty]]);
};

/** The list of a studio's patterns: narrowed, latest worked on first, page by page. */
@Injectable()
export class PatternListStore {
  constructor(
    private readonly documents: DocumentsStore,
    private readonly lists: DocumentListStore,
  ) {}

  async page(
    scope: StudioScope,
    { limit, after, ...filter }: PatternFilter & PageRequest,
  ): Promise<readonly ListLine[]> {
    return this.lists.page(scope, 'pattern', LINE, { limit, after }, (query) => narrow(query, filter));
  }

  /** The studio's tags and how many patterns bear each, by name. */
  async tags(scope: StudioScope): Promise<readonly { readonly tag: string; readonly count: number }[]> {
    const rows = (await this.documents
      .live(scope, 'pattern')
      .select(scope.raw('unnest(tags) as tag'))
      .count('* as count')
      .groupBy('tag')
      .orderBy('tag')) as unknown as { tag: string; count: string }[];
    return rows.map(({ tag, count }) => ({ tag, count: Number(count) }));
  }
}
