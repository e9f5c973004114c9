import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { EstimateKey, CustomSchool, Actuator } from '@fleet-wren/core';
import { requestJson } from './http-client.ts';

/** A hand the studio keeps: its own or a student's. */
export interface StoredHandProfile {
  readonly id: string;
  readonly name: string;
  readonly studentId: string | null;
  readonly workedAt: string;
  readonly document: {
    readonly scale: Readonly<Partial<Record<Actuator, number>>>;
    readonly times: Readonly<Partial<Record<EstimateKey, number>>>;
  };
}

/** A school the studio made. */
export interface StoredSchool {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly document: Omit<CustomSchool, 'id' | 'name'>;
}

/** The studio's own values of estimates. */
export type StudioEstimates = Readonly<Partial<Record<EstimateKey, number>>>;

const KEYS = { hands: ['hands'], schools: ['schools'], estimates: ['estimates'] } as const;

export const useHandProfiles = () =>
  useQuery({ queryKey: KEYS.hands, queryFn: () => requestJson<readonly StoredHandProfile[]>('GET', '/hands') });
export const useCustomSchools = () =>
  useQuery({ queryKey: KEYS.schools, queryFn: () => requestJson<readonly StoredSchool[]>('GET', '/schools') });
/** The studio's estimates, and the version they were read at. */
export interface VersionedEstimates {
  readonly estimates: StudioEstimates;
  readonly version: number;
}

const useKeptEstimates = <T>(select: (kept: VersionedEstimates) => T) =>
  useQuery({ queryKey: KEYS.estimates, queryFn: () => requestJson<VersionedEstimates>('GET', '/estimates'), select });

const valuesOf = ({ estimates }: VersionedEstimates): StudioEstimates => estimates;

export const useStudioEstimates = () => useKeptEstimates(valuesOf);

const useChange = <A, T>(kind: keyof typeof KEYS, change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEYS[kind] }) });
};

export const useCreateHandProfile = () =>
  useChange('hands', (hand: { readonly name: string; readonly studentId?: string } & StoredHandProfile['document']) =>
    requestJson<StoredHandProfile>('POST', '/hands', hand),
  );
export const useDeleteHandProfile = () =>
  useChange('hands', (id: string) => requestJson<void>('DELETE', `/hands/${id}`));

type SchoolForm = Omit<CustomSchool, 'id'>;
export const useCreateSchool = () =>
  useChange('schools', (school: SchoolForm) => requestJson<StoredSchool>('POST', '/schools', school));
export const useUpdateSchool = () =>
  useChange('schools', ({ id, ...school }: SchoolForm & { readonly id: string; readonly version: number }) =>
    requestJson<StoredSchool>('PUT', `/schools/${id}`, school),
  );
export const useDeleteSchool = () =>
  useChange('schools', (id: string) => requestJson<void>('DELETE', `/schools/${id}`));

/** Writes the estimates on the version that was read; what another window set meanwhile is never overwritten. */
export const useUpdateEstimates = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (estimates: StudioEstimates) => {
      const version = client.getQueryData<VersionedEstimates>(KEYS.estimates)?.version ?? 0;
      return requestJson<VersionedEstimates>('PUT', '/estimates', { estimates, version });
    },
    onSuccess: (kept) => client.setQueryData(KEYS.estimates, kept),
    onSettled: () => client.invalidateQueries({ queryKey: KEYS.estimates }),
  });
};

/** A kept school as patterns carry it. */
export const toCustomSchool = ({ id, name, document }: StoredSchool): CustomSchool => ({ id, name, ...document });
