import type { Assignment, CreateAssignmentRequest, StoredPracticeEvent } from '@fleet-wren/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { LadderPlan } from '@fleet-wren/core';
import { callApi } from './http-client.ts';

const KEY = ['practice'] as const;

export const useAssignmentList = () =>
  useQuery({
    queryKey: [...KEY, 'lines'],
    queryFn: () => callApi('GET /assignments'),
  });

export const useAssignments = (studentId: string, enabled = true) =>
  useQuery({
    enabled,
    queryKey: [...KEY, studentId, 'assignments'],
    queryFn: () => callApi('GET /students/:id/assignments', { params: { id: studentId } }),
  });

export const useProgress = (assignmentId: string) =>
  useQuery({
    queryKey: [...KEY, 'progress', assignmentId],
    queryFn: () => callApi('GET /assignments/:id/progress', { params: { id: assignmentId } }),
  });

/** What practice says of a student’s hand. */
export const useEstimatedAbility = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'ability'],
    queryFn: () => callApi('GET /students/:id/ability', { params: { id: studentId } }),
  });

/** A student’s passes, counted by assignment, stage, day and tempo. */
export const useAttempts = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'attempts'],
    queryFn: () => callApi('GET /students/:id/attempts', { params: { id: studentId } }),
  });

/** What a student practises and each attempt at it. */
export const fetchPractice = async (studentId: string) => {
  const params = { id: studentId };
  const [assignments, attempts] = await Promise.all([
    callApi('GET /students/:id/assignments', { params }),
    callApi('GET /students/:id/attempts', { params }),
  ]);
  return { assignments, attempts };
};

export const usePracticeLog = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'log'],
    queryFn: () => callApi('GET /students/:id/events', { params: { id: studentId } }),
  });

export const usePracticeLinks = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'links'],
    queryFn: () => callApi('GET /students/:id/links', { params: { id: studentId } }),
  });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

/** Sets something for a student. */
export const createAssignment = (studentId: string, form: CreateAssignmentRequest): Promise<Assignment> =>
  callApi('POST /students/:id/assignments', { params: { id: studentId }, body: form });

export const useCreateAssignment = (studentId: string) =>
  useChange((form: CreateAssignmentRequest) => createAssignment(studentId, form));

export const useUpdateAssignment = () =>
  useChange(
    ({
      id,
      ...change
    }: {
      readonly id: string;
      readonly version: number;
      readonly place?: number;
      readonly ended?: boolean;
      readonly plan?: LadderPlan;
    }) => callApi('PUT /assignments/:id', { params: { id }, body: change }),
  );

export const useDeleteAssignment = () =>
  // Goes out even when it is the page's last.
  useChange((id: string) => callApi('DELETE /assignments/:id', { params: { id }, keepalive: true }));

/** Tells what happened in a lesson. */
export const useRecordEvents = (studentId: string) =>
  useChange((events: readonly StoredPracticeEvent[]) =>
    callApi('POST /students/:id/events', { params: { id: studentId }, body: { events } }),
  );

export const useCreatePracticeLink = (studentId: string) =>
  useChange((days: number) => callApi('POST /students/:id/links', { params: { id: studentId }, body: { days } }));

export const useRevokePracticeLink = () => useChange((id: string) => callApi('DELETE /links/:id', { params: { id } }));
