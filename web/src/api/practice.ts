import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type {
  ConstraintEstimate,
  LadderPlan,
  Pattern,
  PracticeEvent,
  PracticeProgress,
  ProgressSummary,
  PracticeMethod,
} from '@fleet-wren/core';
import { requestJson } from './http-client.ts';

/** What a list shows of something that is practised. */
export interface AssignmentListItem {
  readonly id: string;
  readonly studentId: string;
  readonly version: number;
  readonly name: string;
  readonly sourceId: string | null;
  readonly sourceVersion: number | null;
  readonly target: number;
  readonly way: PracticeMethod;
  readonly standing: ProgressSummary;
  readonly place: number;
  readonly createdAt: string;
  readonly endedAt: string | null;
}

/** Something a student practises, with what is played and its plan. */
export interface Assignment extends AssignmentListItem {
  readonly pattern: Pattern;
  readonly plan: LadderPlan;
}

/** An event and what it belongs to. */
export interface StoredPracticeEvent {
  readonly assignment: string | null;
  readonly event: PracticeEvent;
}

/** A link to a practice room; its token is told when it is made, and never again. */
export interface PracticeLink {
  readonly id: string;
  readonly createdAt: string;
  readonly endsAt: string;
  readonly revokedAt: string | null;
  readonly opened: number;
  readonly openedAt: string | null;
}

const KEY = ['practice'] as const;

export const useAssignmentList = () =>
  useQuery({
    queryKey: [...KEY, 'lines'],
    queryFn: () => requestJson<readonly AssignmentListItem[]>('GET', '/assignments'),
  });

export const useAssignments = (studentId: string, enabled = true) =>
  useQuery({
    enabled,
    queryKey: [...KEY, studentId, 'assignments'],
    queryFn: () => requestJson<readonly Assignment[]>('GET', `/students/${studentId}/assignments`),
  });

export const useProgress = (assignmentId: string) =>
  useQuery({
    queryKey: [...KEY, 'progress', assignmentId],
    queryFn: () => requestJson<PracticeProgress>('GET', `/assignments/${assignmentId}/progress`),
  });

/** What practice says of a student’s hand. */
export const useEstimatedAbility = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'ability'],
    queryFn: () => requestJson<readonly ConstraintEstimate[]>('GET', `/students/${studentId}/ability`),
  });

export const usePracticeLog = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'log'],
    queryFn: () => requestJson<readonly StoredPracticeEvent[]>('GET', `/students/${studentId}/events`),
  });

export const usePracticeLinks = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'links'],
    queryFn: () => requestJson<readonly PracticeLink[]>('GET', `/students/${studentId}/links`),
  });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

/** Something to be set for a student. */
export interface CreateAssignmentRequest {
  readonly name: string;
  readonly pattern: Pattern;
  readonly sourceId?: string;
  readonly target: number;
  readonly way: PracticeMethod;
  readonly plan: LadderPlan;
}

/** Sets something for a student. */
export const createAssignment = (studentId: string, form: CreateAssignmentRequest): Promise<Assignment> =>
  requestJson<Assignment>('POST', `/students/${studentId}/assignments`, form);

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
    }) => requestJson<Assignment>('PUT', `/assignments/${id}`, change),
  );

export const useDeleteAssignment = () =>
  // Goes out even when it is the page's last.
  useChange((id: string) => requestJson<void>('DELETE', `/assignments/${id}`, undefined, { keepalive: true }));

/** Tells what happened in a lesson. */
export const useRecordEvents = (studentId: string) =>
  useChange((events: readonly StoredPracticeEvent[]) =>
    requestJson<readonly Assignment[]>('POST', `/students/${studentId}/events`, { events }),
  );

export const useCreatePracticeLink = (studentId: string) =>
  useChange((days: number) =>
    requestJson<PracticeLink & { readonly token: string }>('POST', `/students/${studentId}/links`, { days }),
  );

export const useRevokePracticeLink = () => useChange((id: string) => requestJson<void>('DELETE', `/links/${id}`));
