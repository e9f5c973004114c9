import type { Knex } from 'knex';
import type { StudioScope } from './studio-db.ts';

/** Columns that hold times: written as JavaScript writes them. */
const TIME = /_at$/;

/** A column as it is selected: `worked_at as workedAt` is worked_at under another name. */
const parts = (selected: string): readonly [column: string, name: string] => {
  const [column = selected, name = column] = selected.split(' as ');
  return [column, name];
};

const valueOf = (column: string): string =>
  TIME.test(column) ? `to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')` : column;

/**
 * A row as JSON, in the words of the database: what an answer passes on as it is needs not be read and written again
 * here. The columns are the program's own, never somebody's text.
 */
export const jsonRow = (columns: readonly string[]): string =>
  `json_build_object(${columns
    .map(parts)
    .map(([column, name]) => `'${name}', ${valueOf(column)}`)
    .join(', ')})`;

/** Rows of a query as the JSON text of a list. */
export const jsonList = async (
  scope: StudioScope,
  query: Knex.QueryBuilder,
  columns: readonly string[],
  order: string,
): Promise<string> => {
  const list = `coalesce(json_agg(${jsonRow(columns)} order by ${order})::text, '[]') as list`;
  const { list: text } = (await query.first(scope.raw(list))) as { readonly list: string };
  return text;
};
