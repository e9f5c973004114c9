import type { Student } from '@fleet-wren/contract';
import type { StudentProfile } from '@fleet-wren/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { callApi } from './http-client.ts';

const KEY = ['students'] as const;

/** The studio's students by name. */
export const useStudents = () => useQuery({ queryKey: KEY, queryFn: () => callApi('GET /students') });

export const useStudent = (id: string) =>
  useQuery({ queryKey: [...KEY, id], queryFn: () => callApi('GET /students/:id', { params: { id } }), retry: false });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

export const useCreateStudent = () =>
  useChange((name: string) => callApi('POST /students', { body: { name, about: {} } }));

/** Adds students one after another; those before one that is refused stay. */
export const useCreateStudents = () =>
  useChange(async (entries: readonly Pick<Student, 'name' | 'about'>[]) => {
    const added: Student[] = [];
    for (const body of entries) added.push(await callApi('POST /students', { body }));
    return added;
  });

/** Changes a student on the version that is shown. */
export const useUpdateStudent = () =>
  useChange(({ id, name, about, version, archivedAt }: Student) =>
    callApi('PUT /students/:id', { params: { id }, body: { name, about, version, archived: archivedAt !== null } }),
  );

/** Changes some of what is known of a student, on what is kept now: a press that takes something back comes later. */
export const useChangeAboutStudent = () =>
  useChange(async ({ id, changes }: { readonly id: string; readonly changes: Partial<StudentProfile> }) => {
    const { name, about, version, archivedAt } = await callApi('GET /students/:id', { params: { id } });
    const body = { name, about: { ...about, ...changes }, version, archived: archivedAt !== null };
    return callApi('PUT /students/:id', { params: { id }, body });
  });

export const useDeleteStudent = () => useChange((id: string) => callApi('DELETE /students/:id', { params: { id } }));
