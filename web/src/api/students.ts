import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { StudentProfile } from '@fleet-wren/core';
import { ask } from './client.ts';

/** A student of the studio. */
export interface Student {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly about: StudentProfile;
  readonly archivedAt: string | null;
}

const KEY = ['students'] as const;

/** The studio's students by name. */
export const useStudents = () =>
  useQuery({ queryKey: KEY, queryFn: () => ask<readonly Student[]>('GET', '/students') });

export const useStudent = (id: string) =>
  useQuery({ queryKey: [...KEY, id], queryFn: () => ask<Student>('GET', `/students/${id}`), retry: false });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

export const useAddStudent = () => useChange((name: string) => ask<Student>('POST', '/students', { name, about: {} }));

/** Changes a student on the version that is shown. */
export const useChangeStudent = () =>
  useChange(({ id, name, about, version, archivedAt }: Student) =>
    ask<Student>('PUT', `/students/${id}`, { name, about, version, archived: archivedAt !== null }),
  );

export const useRemoveStudent = () => useChange((id: string) => ask<void>('DELETE', `/students/${id}`));
