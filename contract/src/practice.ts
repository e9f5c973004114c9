import type {
  AttemptSummary,
  ConstraintEstimate,
  LadderPlan,
  Pattern,
  PracticeEvent,
  PracticeMethod,
  PracticeProgress,
  ProgressSummary,
  StudentProfile,
} from '@fleet-wren/core';

/** A student of the studio. */
export interface Student {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly about: StudentProfile;
  readonly archivedAt: string | null;
}

/** A student to be kept, and the version that was read where there is one. */
export interface SaveStudentRequest {
  readonly name: string;
  readonly about: StudentProfile;
  readonly version?: number;
  readonly archived?: boolean;
}

/** An assignment in a list. */
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

/** Something to be assigned to a student. */
export interface CreateAssignmentRequest {
  readonly name: string;
  readonly pattern: Pattern;
  readonly sourceId?: string;
  readonly sourceVersion?: number;
  readonly target: number;
  readonly way: PracticeMethod;
  readonly plan: LadderPlan;
}

/** What of an assignment can change. */
export interface UpdateAssignmentRequest {
  readonly version: number;
  readonly place?: number;
  readonly ended?: boolean;
  /** Its stages as the teacher arranged them. */
  readonly plan?: LadderPlan;
}

/** An event, and the assignment it belongs to. */
export interface StoredPracticeEvent {
  readonly assignment: string | null;
  readonly event: PracticeEvent;
}

/** What happened, and in which assignment. */
export interface RecordEventsRequest {
  readonly events: readonly StoredPracticeEvent[];
  /** What the clock of the device shows as it sends, in milliseconds since 1970. */
  readonly sentAt?: number;
}

/** How an assignment stands. */
export interface AssignmentStanding {
  readonly id: string;
  readonly standing: ProgressSummary;
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

/** Students, what they practise, and links to their practice rooms. */
export interface StudentRoutes {
  'GET /students': { response: readonly Student[] };
  'POST /students': { body: SaveStudentRequest; response: Student };
  'GET /students/:id': { response: Student };
  'PUT /students/:id': { body: SaveStudentRequest; response: Student };
  'DELETE /students/:id': { response: void };
  'GET /assignments': { response: readonly AssignmentListItem[] };
  'GET /students/:id/assignments': { response: readonly Assignment[] };
  'POST /students/:id/assignments': { body: CreateAssignmentRequest; response: Assignment };
  'PUT /assignments/:id': { body: UpdateAssignmentRequest; response: Assignment };
  'DELETE /assignments/:id': { response: void };
  'GET /assignments/:id/progress': { response: PracticeProgress };
  'GET /students/:id/ability': { response: readonly ConstraintEstimate[] };
  'GET /students/:id/attempts': { response: readonly AttemptSummary[] };
  'GET /students/:id/events': { response: readonly StoredPracticeEvent[] };
  'POST /students/:id/events': { body: RecordEventsRequest; response: readonly AssignmentStanding[] };
  'GET /students/:id/links': { response: readonly PracticeLink[] };
  'POST /students/:id/links': {
    body: { readonly days?: number };
    response: PracticeLink & { readonly token: string };
  };
  'DELETE /links/:id': { response: void };
}
