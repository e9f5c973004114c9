import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { callApi } from './http-client.ts';

const KEY = ['demo'] as const;

/** Whether the demo is in the studio. */
export const useDemo = () => useQuery({ queryKey: KEY, queryFn: () => callApi('GET /demo') });

/** Puts the demo into the studio, or takes it out: every list is another then. */
export const useChangeDemo = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (load: boolean) => callApi(load ? 'POST /demo' : 'DELETE /demo'),
    onSettled: () => client.invalidateQueries(),
  });
};
