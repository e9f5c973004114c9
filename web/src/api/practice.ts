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
import { ask } from './client.ts';

/** What a list shows of something that is practised. */
export interface AssignmentLine {
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
export interface Assignment extends AssignmentLine {
  readonly pattern: Pattern;
  readonly plan: LadderPlan;
}

/** An event and what it belongs to. */
export interface KeptEvent {
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

export const useAssignmentLines = () =>
  useQuery({ queryKey: [...KEY, 'lines'], queryFn: () => ask<readonly AssignmentLine[]>('GET', '/assignments') });

export const useAssignments = (studentId: string, enabled = true) =>
  useQuery({
    enabled,
    queryKey: [...KEY, studentId, 'assignments'],
    queryFn: () => ask<readonly Assignment[]>('GET', `/students/${studentId}/assignments`),
  });

export const useProgress = (assignmentId: string) =>
  useQuery({
    queryKey: [...KEY, 'progress', assignmentId],
    queryFn: () => ask<PracticeProgress>('GET', `/assignments/${assignmentId}/progress`),
  });

/** What practice says of a student’s hand. */
export const useAbility = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'ability'],
    queryFn: () => ask<readonly ConstraintEstimate[]>('GET', `/students/${studentId}/ability`),
  });

export const useLog = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'log'],
    queryFn: () => ask<readonly KeptEvent[]>('GET', `/students/${studentId}/events`),
  });

export const useLinks = (studentId: string) =>
  useQuery({
    queryKey: [...KEY, studentId, 'links'],
    queryFn: () => ask<readonly PracticeLink[]>('GET', `/students/${studentId}/links`),
  });

const useChange = <A, T>(change: (argument: A) => Promise<T>) => {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSettled: () => client.invalidateQueries({ queryKey: KEY }) });
};

/** Something to be set for a student. */
export interface AssignmentForm {
  readonly name: string;
  readonly pattern: Pattern;
  readonly sourceId?: string;
  readonly target: number;
  readonly way: PracticeMethod;
  readonly plan: LadderPlan;
}

/** Sets something for a student. */
export const setAssignment = (studentId: string, form: AssignmentForm): Promise<Assignment> =>
  ask<Assignment>('POST', `/students/${studentId}/assignments`, form);

export const useSetAssignment = (studentId: string) =>
  useChange((form: AssignmentForm) => setAssignment(studentId, form));

export const useChangeAssignment = () =>
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
    }) => ask<Assignment>('PUT', `/assignments/${id}`, change),
  );

export const useDropAssignment = () =>
  // Goes out even when it is the page's last.
  useChange((id: string) => ask<void>('DELETE', `/assignments/${id}`, undefined, { keepalive: true }));

/** Tells what happened in a lesson. */
export const useTell = (studentId: string) =>
  useChange((events: readonly KeptEvent[]) =>
    ask<readonly Assignment[]>('POST', `/students/${studentId}/events`, { events }),
  );

export const useMakeLink = (studentId: string) =>
  useChange((days: number) =>
    ask<PracticeLink & { readonly token: string }>('POST', `/students/${studentId}/links`, { days }),
  );

export const useRevokeLink = () => useChange((id: string) => ask<void>('DELETE', `/links/${id}`));
