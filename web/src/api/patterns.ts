import { say } from '@fleet-wren/wording';
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  PATTERN_DOCUMENT_TYPE,
  PATTERN_LIMITS,
  parsePattern,
  isSamePattern,
  type Pattern,
  type PatternEdit,
  type PatternSummary,
} from '@fleet-wren/core';
import type { Kept, Records } from '../workspace/kept.ts';
import { ask } from './client.ts';

/** A pattern as the server keeps it. */
export interface KeptPattern {
  readonly id: string;
  readonly version: number;
  readonly workedAt: string;
  readonly pattern: Pattern;
}

/** A line of the list of patterns. */
export interface PatternLine {
  readonly id: string;
  readonly name: string;
  readonly school: string;
  readonly workedAt: string;
  readonly summary: PatternSummary;
}

interface Page {
  readonly patterns: readonly PatternLine[];
  readonly next: string | null;
}

const LIST = 'patterns';

/** What the list is narrowed to. */
export interface PatternFilter {
  readonly search: string;
  readonly tag?: string;
  readonly school?: string;
  readonly metre?: string;
  readonly digits?: string;
  readonly strings?: string;
  readonly difficulty?: string;
}

const fetchPage = (filter: PatternFilter, after: string | null): Promise<Page> => {
  const asked = Object.entries({ ...filter, ...(after ? { after } : {}) }).filter(
    ([key, value]) => key === 'search' || value,
  );
  const query = new URLSearchParams(asked as [string, string][]);
  return ask('GET', `/patterns?${query.toString()}`);
};

/** A pattern and what it is known by. */
export type IdentifiedPattern = Pick<KeptPattern, 'id' | 'pattern'>;

/** Patterns of a list, whole, the latest worked on first, as many as asked for. */
const wholePatterns = async (filter: PatternFilter, count: number): Promise<readonly IdentifiedPattern[]> => {
  const lines: PatternLine[] = [];
  let after: string | null = null;
  do {
    const page: Page = await fetchPage(filter, after);
    lines.push(...page.patterns);
    after = page.next;
  } while (after && lines.length < count);
  return Promise.all(lines.slice(0, count).map(({ id }) => ask<KeptPattern>('GET', `/patterns/${id}`)));
};

/** The patterns worked on last, whole, as many as asked for. */
export const latestPatterns = async (count: number): Promise<readonly Pattern[]> =>
  (await wholePatterns({ search: '' }, count)).map(({ pattern }) => pattern);

/** Patterns that a set holds at the most. */
const LARGEST_SET = 200;

/** The patterns of a set: those that bear its name as a tag. */
export const patternsOfTag = (tag: string): Promise<readonly IdentifiedPattern[]> =>
  wholePatterns({ search: '', tag }, LARGEST_SET);

/** The list of patterns, latest worked on first, page by page. */
export const usePatternList = (filter: PatternFilter) =>
  useInfiniteQuery({
    queryKey: [LIST, filter],
    queryFn: ({ pageParam }) => fetchPage(filter, pageParam),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });

/** The studio's tags, and how many patterns bear each. */
export const useTags = () =>
  useQuery({
    queryKey: [LIST, 'tags'],
    queryFn: () => ask<readonly { readonly tag: string; readonly count: number }[]>('GET', '/patterns/tags'),
  });

/** A pattern's answer as a kept document of any kind. */
export const keptPattern = ({ id, version, workedAt, pattern }: KeptPattern): Kept<Pattern> => ({
  id,
  version,
  workedAt,
  document: pattern,
});

/** Letters of a name that leave room for what is added to it. */
const ROOM = PATTERN_LIMITS.name - 20;

/** Where patterns are kept, and how they are read and written. */
export const PATTERN_RECORDS: Records<PatternEdit, Pattern> = {
  kind: PATTERN_DOCUMENT_TYPE,
  path: '/patterns',
  same: isSamePattern,
  read: parsePattern,
  fetch: (id) => ask<KeptPattern>('GET', `/patterns/${id}`).then(keptPattern),
  save: (id, version, pattern, keepalive = false) =>
    ask<KeptPattern>('PUT', `/patterns/${id}`, { version, pattern }, { keepalive }).then(keptPattern),
  create: (pattern) => createPattern(pattern).then(keptPattern),
  renamed: (pattern) => ({ ...pattern, name: say('saving.my-changes', { name: pattern.name.slice(0, ROOM) }) }),
};

/** Keeps a new pattern. */
const createPattern = (pattern: Pattern): Promise<KeptPattern> => ask('POST', '/patterns', { pattern });

/** One pattern, as it is kept now. */
export const fetchPattern = (id: string): Promise<Pattern> =>
  ask<KeptPattern>('GET', `/patterns/${id}`).then(({ pattern }) => pattern);

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: [LIST] }) });
};

export const useCreatePattern = () => useChange(createPattern);
export const useCreatePatterns = () =>
  useChange((patterns: readonly Pattern[]) => ask<readonly KeptPattern[]>('POST', '/patterns/many', { patterns }));
export const useDuplicatePattern = () =>
  useChange((id: string) => ask<KeptPattern>('POST', `/patterns/${id}/duplicate`));
export const useDeletePattern = () => useChange((id: string) => ask<void>('DELETE', `/patterns/${id}`));
export const useRestorePattern = () => useChange((id: string) => ask<void>('POST', `/patterns/${id}/restore`));
