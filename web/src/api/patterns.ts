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
import type { StoredDocument, DocumentRepository } from './document-repository.ts';
import { requestJson } from './http-client.ts';

/** A pattern as the server keeps it. */
export interface PatternResponse {
  readonly id: string;
  readonly version: number;
  readonly workedAt: string;
  readonly pattern: Pattern;
}

/** A line of the list of patterns. */
export interface PatternListItem {
  readonly id: string;
  readonly name: string;
  readonly school: string;
  readonly workedAt: string;
  readonly summary: PatternSummary;
}

interface Page {
  readonly patterns: readonly PatternListItem[];
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
  return requestJson('GET', `/patterns?${query.toString()}`);
};

/** A pattern and what it is known by. */
export type PatternWithId = Pick<PatternResponse, 'id' | 'pattern'>;

/** Patterns of a list, whole, the latest worked on first, as many as asked for. */
const wholePatterns = async (filter: PatternFilter, count: number): Promise<readonly PatternWithId[]> => {
  const lines: PatternListItem[] = [];
  let after: string | null = null;
  do {
    const page: Page = await fetchPage(filter, after);
    lines.push(...page.patterns);
    after = page.next;
  } while (after && lines.length < count);
  return Promise.all(lines.slice(0, count).map(({ id }) => requestJson<PatternResponse>('GET', `/patterns/${id}`)));
};

/** The patterns worked on last, whole, as many as asked for. */
export const fetchLatestPatterns = async (count: number): Promise<readonly Pattern[]> =>
  (await wholePatterns({ search: '' }, count)).map(({ pattern }) => pattern);

/** Patterns that a set holds at the most. */
const LARGEST_SET = 200;

/** The patterns of a set: those that bear its name as a tag. */
export const fetchPatternsByTag = (tag: string): Promise<readonly PatternWithId[]> =>
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
    queryFn: () => requestJson<readonly { readonly tag: string; readonly count: number }[]>('GET', '/patterns/tags'),
  });

/** A pattern's answer as a kept document of any kind. */
export const toStoredDocument = ({ id, version, workedAt, pattern }: PatternResponse): StoredDocument<Pattern> => ({
  id,
  version,
  workedAt,
  document: pattern,
});

/** Letters of a name that leave room for what is added to it. */
const ROOM = PATTERN_LIMITS.name - 20;

/** Where patterns are kept, and how they are read and written. */
export const patternRepository: DocumentRepository<PatternEdit, Pattern> = {
  kind: PATTERN_DOCUMENT_TYPE,
  path: '/patterns',
  isEqual: isSamePattern,
  read: parsePattern,
  fetch: (id) => requestJson<PatternResponse>('GET', `/patterns/${id}`).then(toStoredDocument),
  save: (id, version, pattern, keepalive = false) =>
    requestJson<PatternResponse>('PUT', `/patterns/${id}`, { version, pattern }, { keepalive }).then(toStoredDocument),
  create: (pattern) => createPattern(pattern).then(toStoredDocument),
  withName: (pattern) => ({ ...pattern, name: say('saving.my-changes', { name: pattern.name.slice(0, ROOM) }) }),
};

/** Keeps a new pattern. */
const createPattern = (pattern: Pattern): Promise<PatternResponse> => requestJson('POST', '/patterns', { pattern });

/** One pattern, as it is kept now. */
export const fetchPattern = (id: string): Promise<Pattern> =>
  requestJson<PatternResponse>('GET', `/patterns/${id}`).then(({ pattern }) => pattern);

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: [LIST] }) });
};

export const useCreatePattern = () => useChange(createPattern);
export const useCreatePatterns = () =>
  useChange((patterns: readonly Pattern[]) =>
    requestJson<readonly PatternResponse[]>('POST', '/patterns/many', { patterns }),
  );
export const useDuplicatePattern = () =>
  useChange((id: string) => requestJson<PatternResponse>('POST', `/patterns/${id}/duplicate`));
export const useDeletePattern = () => useChange((id: string) => requestJson<void>('DELETE', `/patterns/${id}`));
export const useRestorePattern = () => useChange((id: string) => requestJson<void>('POST', `/patterns/${id}/restore`));
