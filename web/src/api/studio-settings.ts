import type { HandProfileResponse, SchoolResponse, StudioEstimates, VersionedEstimates } from '@fleet-wren/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { CustomSchool } from '@fleet-wren/core';
import { callApi } from './http-client.ts';

const KEYS = { hands: ['hands'], schools: ['schools'], estimates: ['estimates'] } as const;

export const useHandProfiles = () => useQuery({ queryKey: KEYS.hands, queryFn: () => callApi('GET /hands') });
export const useCustomSchools = () => useQuery({ queryKey: KEYS.schools, queryFn: () => callApi('GET /schools') });
const useKeptEstimates = <T>(select: (kept: VersionedEstimates) => T) =>
  useQuery({ queryKey: KEYS.estimates, queryFn: () => callApi('GET /estimates'), select });

const valuesOf = ({ estimates }: VersionedEstimates): StudioEstimates => estimates;

export const useStudioEstimates = () => useKeptEstimates(valuesOf);

const useChange = <A, T>(kind: keyof typeof KEYS, change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEYS[kind] }) });
};

export const useCreateHandProfile = () =>
  useChange('hands', (hand: { readonly name: string; readonly studentId?: string } & HandProfileResponse['document']) =>
    callApi('POST /hands', { body: hand }),
  );
export const useDeleteHandProfile = () =>
  useChange('hands', (id: string) => callApi('DELETE /hands/:id', { params: { id }, keepalive: true }));

type SchoolForm = Omit<CustomSchool, 'id'>;
export const useCreateSchool = () =>
  useChange('schools', (school: SchoolForm) => callApi('POST /schools', { body: school }));
export const useUpdateSchool = () =>
  useChange('schools', ({ id, ...school }: SchoolForm & { readonly id: string; readonly version: number }) =>
    callApi('PUT /schools/:id', { params: { id }, body: school }),
  );
export const useDeleteSchool = () =>
  useChange('schools', (id: string) => callApi('DELETE /schools/:id', { params: { id }, keepalive: true }));

/** Writes the estimates on the version that was read; what another window set meanwhile is never overwritten. */
export const useUpdateEstimates = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (estimates: StudioEstimates) => {
      const version = client.getQueryData<VersionedEstimates>(KEYS.estimates)?.version ?? 0;
      return callApi('PUT /estimates', { body: { estimates, version } });
    },
    onSuccess: (kept) => client.setQueryData(KEYS.estimates, kept),
    onSettled: () => client.invalidateQueries({ queryKey: KEYS.estimates }),
  });
};

/** A kept school as patterns carry it. */
export const toCustomSchool = ({ id, name, document }: SchoolResponse): CustomSchool => ({ id, name, ...document });
