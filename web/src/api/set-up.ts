import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { EstimateKey, CustomSchool, Actuator } from '@fleet-wren/core';
import { ask } from './client.ts';

/** A hand the studio keeps: its own or a student's. */
export interface KeptHand {
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
export interface KeptSchool {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly document: Omit<CustomSchool, 'id' | 'name'>;
}

/** The studio's own values of estimates. */
export type StudioEstimates = Readonly<Partial<Record<EstimateKey, number>>>;

const KEYS = { hands: ['hands'], schools: ['schools'], estimates: ['estimates'] } as const;

export const useKeptHands = () =>
  useQuery({ queryKey: KEYS.hands, queryFn: () => ask<readonly KeptHand[]>('GET', '/hands') });
export const useKeptSchools = () =>
  useQuery({ queryKey: KEYS.schools, queryFn: () => ask<readonly KeptSchool[]>('GET', '/schools') });
/** The studio's estimates, and the version they were read at. */
export interface KeptEstimates {
  readonly estimates: StudioEstimates;
  readonly version: number;
}

const useKeptEstimates = <T>(select: (kept: KeptEstimates) => T) =>
  useQuery({ queryKey: KEYS.estimates, queryFn: () => ask<KeptEstimates>('GET', '/estimates'), select });

const valuesOf = ({ estimates }: KeptEstimates): StudioEstimates => estimates;

export const useEstimates = () => useKeptEstimates(valuesOf);

const useChange = <A, T>(kind: keyof typeof KEYS, change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEYS[kind] }) });
};

export const useKeepHand = () =>
  useChange('hands', (hand: { readonly name: string; readonly studentId?: string } & KeptHand['document']) =>
    ask<KeptHand>('POST', '/hands', hand),
  );
export const useDropHand = () => useChange('hands', (id: string) => ask<void>('DELETE', `/hands/${id}`));

type SchoolForm = Omit<CustomSchool, 'id'>;
export const useKeepSchool = () =>
  useChange('schools', (school: SchoolForm) => ask<KeptSchool>('POST', '/schools', school));
export const useChangeSchool = () =>
  useChange('schools', ({ id, ...school }: SchoolForm & { readonly id: string; readonly version: number }) =>
    ask<KeptSchool>('PUT', `/schools/${id}`, school),
  );
export const useDropSchool = () => useChange('schools', (id: string) => ask<void>('DELETE', `/schools/${id}`));

/** Writes the estimates on the version that was read; what another window set meanwhile is never overwritten. */
export const useSetEstimates = () => {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (estimates: StudioEstimates) => {
      const version = client.getQueryData<KeptEstimates>(KEYS.estimates)?.version ?? 0;
      return ask<KeptEstimates>('PUT', '/estimates', { estimates, version });
    },
    onSuccess: (kept) => client.setQueryData(KEYS.estimates, kept),
    onSettled: () => client.invalidateQueries({ queryKey: KEYS.estimates }),
  });
};

/** A kept school as patterns carry it. */
export const madeSchool = ({ id, name, document }: KeptSchool): CustomSchool => ({ id, name, ...document });
