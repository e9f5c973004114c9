import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Digit, Pattern } from '@fleet-wren/core';
import { ask } from './client.ts';

/** A pattern as the server keeps it. */
export interface KeptPattern {
  readonly id: string;
  readonly version: number;
  readonly workedAt: string;
  readonly pattern: Pattern;
}

/** One stroke of a miniature: place in time 0 to 1, string, digit. */
export type MiniatureStroke = readonly [place: number, string: number, digit: Digit | null];

/** A line of the list of patterns. */
export interface PatternLine {
  readonly id: string;
  readonly name: string;
  readonly school: string;
  readonly workedAt: string;
  readonly summary: {
    readonly metre: string;
    readonly tempo: number;
    readonly chord: string;
    readonly strings: number;
    readonly strokes: number;
    readonly ceiling: number | null;
    readonly miniature: readonly MiniatureStroke[];
  };
}

interface Page {
  readonly patterns: readonly PatternLine[];
  readonly next: string | null;
}

const LIST = 'patterns';

const fetchPage = (search: string, after: string | null): Promise<Page> => {
  const query = new URLSearchParams({ search, ...(after ? { after } : {}) });
  return ask('GET', `/patterns?${query.toString()}`);
};

/** The list of patterns, latest worked on first, page by page. */
export const usePatternList = (search: string) =>
  useInfiniteQuery({
    queryKey: [LIST, search],
    queryFn: ({ pageParam }) => fetchPage(search, pageParam),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
  });

/** Fetches one pattern; always afresh, since the bench edits what it gets. */
export const fetchPattern = (id: string): Promise<KeptPattern> => ask('GET', `/patterns/${id}`);

/** One pattern for the bench. */
export const useOpenedPattern = (id: string) =>
  useQuery({ queryKey: ['pattern', id], queryFn: () => fetchPattern(id), staleTime: Infinity, gcTime: 0, refetchOnWindowFocus: false, retry: false });

/** Writes a pattern on the version it was read at. */
export const savePattern = (id: string, version: number, pattern: Pattern, keepalive = false): Promise<KeptPattern> =>
  ask('PUT', `/patterns/${id}`, { version, pattern }, { keepalive });

/** Keeps a new pattern. */
export const createPattern = (pattern: Pattern): Promise<KeptPattern> => ask('POST', '/patterns', { pattern });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: [LIST] }) });
};

export const useCreatePattern = () => useChange(createPattern);
export const useDuplicatePattern = () => useChange((id: string) => ask<KeptPattern>('POST', `/patterns/${id}/duplicate`));
export const useDeletePattern = () => useChange((id: string) => ask<void>('DELETE', `/patterns/${id}`));
export const useRestorePattern = () => useChange((id: string) => ask<void>('POST', `/patterns/${id}/restore`));
