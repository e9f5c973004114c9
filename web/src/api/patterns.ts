import type { PatternListItem, PatternListQuery, PatternPage, PatternResponse } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  PATTERN_DOCUMENT_TYPE,
  PATTERN_LIMITS,
  parsePattern,
  isSamePattern,
  type Pattern,
  type PatternEdit,
} from '@fleet-wren/core';
import type { StoredDocument, DocumentRepository } from './document-repository.ts';
import { callApi } from './http-client.ts';

const LIST = 'patterns';

/** What the list is narrowed to. */
export type PatternFilter = Omit<PatternListQuery, 'limit' | 'after'>;

const fetchPage = (filter: PatternFilter, after: string | null): Promise<PatternPage> =>
  callApi('GET /patterns', { query: { ...filter, after: after ?? undefined } });

/** A pattern and what it is known by. */
export type PatternWithId = Pick<PatternResponse, 'id' | 'pattern'>;

/** Patterns of a list, whole, the latest worked on first, as many as asked for. */
const wholePatterns = async (filter: PatternFilter, count: number): Promise<readonly PatternWithId[]> => {
  const lines: PatternListItem[] = [];
  let after: string | null = null;
  do {
    const page: PatternPage = await fetchPage(filter, after);
    lines.push(...page.patterns);
    after = page.next;
  } while (after && lines.length < count);
  return Promise.all(lines.slice(0, count).map(({ id }) => callApi('GET /patterns/:id', { params: { id } })));
};

/** The patterns worked on last with their ids, whole, as many as asked for. */
export const useLatestPatterns = (count: number) =>
  useQuery({
    queryKey: [LIST, 'latest', count],
    queryFn: () => wholePatterns({ search: '' }, count),
    staleTime: 60_000,
  });

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
    queryFn: () => callApi('GET /patterns/tags'),
  });

/** A pattern's answer as a kept document of any kind. */
const toStoredDocument = ({ id, version, workedAt, pattern }: PatternResponse): StoredDocument<Pattern> => ({
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
  isEqual: isSamePattern,
  read: parsePattern,
  fetch: (id) => callApi('GET /patterns/:id', { params: { id } }).then(toStoredDocument),
  save: (id, version, pattern, keepalive = false) =>
    callApi('PUT /patterns/:id', { params: { id }, body: { version, pattern }, keepalive }).then(toStoredDocument),
  create: (pattern) => createPattern(pattern).then(toStoredDocument),
  fromAnswer: (answer) => toStoredDocument(answer as PatternResponse),
  listVersions: (id) => callApi('GET /patterns/:id/versions', { params: { id } }),
  fetchVersion: async (id, version) =>
    (await callApi('GET /patterns/:id/versions/:version', { params: { id, version } })).pattern,
  createVersion: (id, label) => callApi('POST /patterns/:id/versions', { params: { id }, body: { label } }),
  withName: (pattern) => ({ ...pattern, name: say('saving.my-changes', { name: pattern.name.slice(0, ROOM) }) }),
};

/** Keeps a new pattern. */
const createPattern = (pattern: Pattern): Promise<PatternResponse> => callApi('POST /patterns', { body: { pattern } });

/** One pattern, as it is kept now. */
export const fetchPattern = (id: string): Promise<Pattern> =>
  callApi('GET /patterns/:id', { params: { id } }).then(({ pattern }) => pattern);

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: [LIST] }) });
};

export const useCreatePattern = () => useChange(createPattern);
export const useCreatePatterns = () =>
  useChange((patterns: readonly Pattern[]) => callApi('POST /patterns/many', { body: { patterns } }));
export const useDuplicatePattern = () =>
  useChange((id: string) => callApi('POST /patterns/:id/duplicate', { params: { id } }));
export const useDeletePattern = () => useChange((id: string) => callApi('DELETE /patterns/:id', { params: { id } }));
export const useRestorePattern = () =>
  useChange((id: string) => callApi('POST /patterns/:id/restore', { params: { id } }));
