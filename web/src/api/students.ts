import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { StudentProfile } from '@fleet-wren/core';
import { requestJson } from './http-client.ts';

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
  useQuery({ queryKey: KEY, queryFn: () => requestJson<readonly Student[]>('GET', '/students') });

export const useStudent = (id: string) =>
  useQuery({ queryKey: [...KEY, id], queryFn: () => requestJson<Student>('GET', `/students/${id}`), retry: false });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

export const useCreateStudent = () =>
  useChange((name: string) => requestJson<Student>('POST', '/students', { name, about: {} }));

/** Changes a student on the version that is shown. */
export const useUpdateStudent = () =>
  useChange(({ id, name, about, version, archivedAt }: Student) =>
    requestJson<Student>('PUT', `/students/${id}`, { name, about, version, archived: archivedAt !== null }),
  );

export const useDeleteStudent = () => useChange((id: string) => requestJson<void>('DELETE', `/students/${id}`));
