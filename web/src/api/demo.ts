import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { requestJson } from './http-client.ts';

interface DemoState {
  readonly loaded: boolean;
}

const KEY = ['demo'] as const;

/** Whether the demo is in the studio. */
export const useDemo = () => useQuery({ queryKey: KEY, queryFn: () => requestJson<DemoState>('GET', '/demo') });

/** Puts the demo into the studio, or takes it out: every list is another then. */
export const useChangeDemo = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (load: boolean) => requestJson<unknown>(load ? 'POST' : 'DELETE', '/demo'),
    onSettled: () => client.invalidateQueries(),
  });
};
