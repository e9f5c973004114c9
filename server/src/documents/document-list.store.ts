import { Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import { jsonRow } from '../db/json-text.ts';
import type { StudioScope } from '../db/studio-db.ts';
import { DocumentsStore } from './documents.store.ts';
import type { DocumentTypeName } from './document-types.ts';
import { encodeCursor, type PageCursor } from './page-cursor.ts';

/** A part of a list: how many lines, and after which one. */
export interface PageRequest {
  readonly limit: number;
  readonly after?: PageCursor;
}

/** A line of a list: what is shown of it as JSON text, and where it stands. */
export interface ListLine extends PageCursor {
  readonly json: string;
}

/**
 * A page as JSON text: as many lines as were wanted, of which one more was asked for, and where the next page begins.
 */
export const pageText = (name: string, found: readonly ListLine[], limit: number): string => {
  const lines = found.slice(0, limit);
  const last = lines.at(-1);
  const next = found.length > limit && last ? encodeCursor(last) : null;
  return `{"${name}":[${lines.map(({ json }) => json).join(',')}],"next":${JSON.stringify(next)}}`;
};

/** Signs that mean something in a pattern of the database. */
export const escapeLike = (text: string): string => text.replace(/[\\%_]/g, (sign) => `\\${sign}`);

/** Words of a search that are looked for: more would only make the query longer. */
const MOST_WORDS = 8;

/** Narrows a list to documents with every word of a search in their name or their tags. */
export const filterBySearch = (query: Knex.QueryBuilder, search: string): void => {
  for (const word of search.split(/\s+/).filter(Boolean).slice(0, MOST_WORDS)) {
    const like = `%${escapeLike(word)}%`;
    void query.whereRaw('document_search_text(name, tags) ilike ?', [like]);
  }
};

/** Lists of documents, latest worked on first, page by page. */
@Injectable()
export class DocumentListStore {
  constructor(private readonly documents: DocumentsStore) {}

  /** A page of the documents of a kind, as far as they are narrowed. */
  async page(
    scope: StudioScope,
    kind: DocumentTypeName,
    columns: readonly string[],
    { limit, after }: PageRequest,
    narrow: (query: Knex.QueryBuilder) => void,
  ): Promise<readonly ListLine[]> {
    const query = this.documents
      .live(scope, kind)
      .select('id', 'worked_at as workedAt', scope.raw(`${jsonRow(columns)}::text as json`))
      .orderBy([
        { column: 'worked_at', order: 'desc' },
        { column: 'id', order: 'desc' },
      ])
      .limit(limit);
    narrow(query);
    if (after) void query.whereRaw('(worked_at, id) < (?, ?)', [after.workedAt, after.id]);
    return (await query) as readonly ListLine[];
  }
}
