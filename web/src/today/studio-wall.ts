import type { AssignmentListItem, Student } from '@fleet-wren/contract';
import {
  MILLISECONDS_PER_DAY,
  PRACTICE_WEEKS,
  localDay,
  weekOfDay,
  type PracticeWeek,
  type ProgressSummary,
} from '@fleet-wren/core';
import { listPainReports } from '../components/students/pain-reports.ts';

/** A student and all that is set. */
export interface StudentWithAssignments {
  readonly student: Student;
  readonly lines: readonly AssignmentListItem[];
}

/** How a student gets on, the most urgent first. */
export const STUDENT_STATES = ['pain', 'stuck', 'idle', 'unassigned', 'unstarted', 'learned', 'onTrack'] as const;

/** How a student gets on. */
export type StudentState = (typeof STUDENT_STATES)[number];

/** A row of the wall: twelve weeks of one student. */
export interface WallRow extends StudentWithAssignments {
  readonly state: StudentState;
  /** What is shown of: what is stuck or hurts, else what was practised last. */
  readonly shown: AssignmentListItem | null;
  /** Days since anything was practised; null where nothing ever was. */
  readonly idleDays: number | null;
  /** Minutes of practice by week, the present one last. */
  readonly minutes: readonly number[];
  /** The best tempo of what is shown by week, kept until there is a better one; null before the first. */
  readonly best: readonly (number | null)[];
}

/** Days without practice after which a student is idle, and minutes a pass takes where none were counted (est.). */
const RULES = { idleDays: 7, minutesPerPass: 1 / 3 } as const;

/** When a student last practised anything, in milliseconds since 1970; 0 for never. */
const lastPractised = ({ lines }: StudentWithAssignments): number =>
  Math.max(0, ...lines.map(({ standing }) => standing.last ?? 0));

const weeksOf = ({ weeks = [] }: ProgressSummary, now: number): readonly (PracticeWeek | undefined)[] => {
  const present = weekOfDay(localDay(now, -new Date(now).getTimezoneOffset()));
  return Array.from({ length: PRACTICE_WEEKS }, (_, index) =>
    weeks.find(({ week }) => week === present - PRACTICE_WEEKS + 1 + index),
  );
};

const minutesOf = (week: PracticeWeek | undefined): number =>
  week ? Math.max(week.minutes, week.passes * RULES.minutesPerPass) : 0;

const carryForward = (weeks: readonly (PracticeWeek | undefined)[]): readonly (number | null)[] => {
  let best: number | null = null;
  return weeks.map((week) => {
    if (week?.best) best = Math.max(best ?? 0, week.best);
    return best;
  });
};

const byLast = (a: AssignmentListItem, b: AssignmentListItem): number =>
  (b.standing.last ?? 0) - (a.standing.last ?? 0);

const findState = (one: StudentWithAssignments, now: number): Pick<WallRow, 'state' | 'shown'> => {
  const recent = [...one.lines].sort(byLast);
  const [pain] = listPainReports(recent, now);
  const stuck = recent.find(({ standing }) => standing.stuck);
  const shown = recent.find(({ standing }) => standing.stage !== null) ?? recent[0] ?? null;
  const last = lastPractised(one);
  if (pain) return { state: 'pain', shown: pain.line };
  if (shown === null) return { state: 'unassigned', shown };
  if (last === 0) return { state: 'unstarted', shown };
  if (last < now - RULES.idleDays * MILLISECONDS_PER_DAY) return { state: 'idle', shown };
  if (stuck) return { state: 'stuck', shown: stuck };
  return { state: shown.standing.stage === null ? 'learned' : 'onTrack', shown };
};

const rowOf = (one: StudentWithAssignments, now: number): WallRow => {
  const { state, shown } = findState(one, now);
  const last = lastPractised(one);
  const byLine = one.lines.map(({ standing }) => weeksOf(standing, now));
  return {
    ...one,
    state,
    shown,
    idleDays: last === 0 ? null : Math.floor((now - last) / MILLISECONDS_PER_DAY),
    minutes: Array.from({ length: PRACTICE_WEEKS }, (_, week) =>
      byLine.reduce((sum, weeks) => sum + minutesOf(weeks[week]), 0),
    ),
    best: shown ? carryForward(weeksOf(shown.standing, now)) : [],
  };
};

/** The studio at a glance: a row a student, whoever needs the teacher first, then by name. */
export const layOutWall = (known: readonly StudentWithAssignments[], now: number): readonly WallRow[] =>
  known
    .map((one) => rowOf(one, now))
    .sort(
      (a, b) =>
        STUDENT_STATES.indexOf(a.state) - STUDENT_STATES.indexOf(b.state) ||
        a.student.name.localeCompare(b.student.name),
    );

/** Whether somebody needs the teacher. */
export const isUrgent = ({ state }: WallRow): boolean => state === 'pain' || state === 'stuck';
