import type { Assignment, Student } from '@fleet-wren/contract';
import {
  expandSong,
  type AttemptSummary,
  type SkillStudy,
  type SkillStudyRequest,
  type StudentGoal,
  type StudyFigure,
} from '@fleet-wren/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { fetchPattern, useLatestPatterns, type PatternWithId } from '../api/patterns.ts';
import { useAssignments, useAttempts } from '../api/practice.ts';
import { songRepository, useLatestSongSections } from '../api/songs.ts';
import { useWorkerQuery, type WorkerQueryResult } from '../workers/useWorkerQuery.ts';
import { backgroundWorker } from '../workers/workers.ts';

/** How many of the studio's patterns are looked at: those worked on last. */
const LOOKED_AT = 60;

/** How many of its songs, section by section. */
const SONGS_LOOKED_AT = 8;

const NONE: readonly PatternWithId[] = [];

const fetchGoal = async ({ kind, id }: StudentGoal): Promise<StudyFigure> =>
  kind === 'pattern'
    ? { id, pattern: await fetchPattern(id) }
    : { id, pattern: expandSong((await songRepository.fetch(id)).document).pattern };

/** The pattern or song a student works towards, as it is now. */
export const useGoal = (goal: StudentGoal | undefined) =>
  useQuery({
    enabled: goal !== undefined,
    queryKey: ['goal', goal],
    queryFn: () => (goal ? fetchGoal(goal) : Promise.reject(new Error('no goal'))),
    retry: false,
  });

/** How far ahead a course goes, and how much is practised. */
export interface CourseLength {
  readonly weeks: number;
  readonly minutes: number;
}

/** A course as it is shown at first. */
export const USUAL_LENGTH: CourseLength = { weeks: 12, minutes: 90 };

const study = (request: SkillStudyRequest | null, signal: AbortSignal): Promise<SkillStudy | null> =>
  request ? backgroundWorker.request('studySkills', [request], { signal }) : Promise.resolve(null);

interface Known {
  readonly student: Student;
  readonly assignments: readonly Assignment[];
  readonly attempts: readonly AttemptSummary[];
  readonly own: readonly PatternWithId[];
  readonly target: StudyFigure | null;
  readonly today: number;
}

/** Whether something that is assigned is still on its way. */
const isPractised = ({ endedAt, standing }: Assignment): boolean => endedAt === null && standing.stage !== null;

/** What is assigned, under the id of the studio's pattern where it is one of those. */
const figureOf = ({ id, sourceId, pattern }: Assignment, own: readonly PatternWithId[]): StudyFigure =>
  own.some((one) => one.id === sourceId) ? { id: sourceId as string, pattern } : { id, pattern };

/** What is assigned and not among the studio's patterns: a course begins with it, and it has a name. */
const listForeign = (own: readonly PatternWithId[], assignments: readonly Assignment[]): readonly PatternWithId[] =>
  assignments
    .filter(isPractised)
    .filter(({ sourceId }) => !own.some(({ id }) => id === sourceId))
    .map(({ id, pattern }) => ({ id, pattern }));

export const toStudyRequest = (
  { student, assignments, attempts, own, target, today }: Known,
  length: CourseLength,
): SkillStudyRequest => ({
  ...length,
  practised: assignments.map(({ id, pattern, plan }) => ({ id, pattern, plan })),
  attempts,
  known: student.about.knownSkills ?? [],
  today,
  target,
  figures: own.map(({ id, pattern }) => ({ id, pattern })),
  declined: student.about.declinedFigures ?? [],
  declinedSkills: student.about.declinedSkills ?? [],
  aim: student.about.suggestionAim,
  held: assignments.filter(isPractised).map((item) => ({
    id: figureOf(item, own).id,
    tempo: item.standing.tempo ?? item.target,
    minutes: 0,
    newSkills: [],
  })),
  heldFigures: listForeign(own, assignments),
});

/** What is known of a student's skills; `today` counts days since 1970. */
export interface SkillStudyState extends WorkerQueryResult<SkillStudy | null> {
  readonly assignments: readonly Assignment[];
  readonly own: readonly PatternWithId[];
  readonly target: StudyFigure | null;
  readonly isGoalGone: boolean;
  readonly error: unknown;
}

/** What may be suggested of the studio's own: patterns and sections of songs; null until they are known. */
export const useCandidates = () => {
  const latest = useLatestPatterns(LOOKED_AT);
  const sections = useLatestSongSections(SONGS_LOOKED_AT);
  const candidates = useMemo(
    () => (latest.data && !sections.isPending ? [...latest.data, ...(sections.data ?? NONE)] : null),
    [latest.data, sections.data, sections.isPending],
  );
  return { candidates, error: latest.error };
};

/** Gathers what a student did and may do, and has it studied by a worker. */
export const useSkillStudy = (student: Student, length: CourseLength, today: number): SkillStudyState => {
  const assignments = useAssignments(student.id);
  const attempts = useAttempts(student.id);
  const { candidates, error: candidatesError } = useCandidates();
  const goal = useGoal(student.about.goal);
  const target = student.about.goal ? (goal.data ?? null) : null;
  const isWaiting = student.about.goal !== undefined && goal.isPending;
  const own = useMemo(
    () => [...(candidates ?? NONE), ...listForeign(candidates ?? NONE, assignments.data ?? [])],
    [candidates, assignments.data],
  );
  const request = useMemo(() => {
    if (!assignments.data || !attempts.data || !candidates || isWaiting) return null;
    const known = { student, assignments: assignments.data, attempts: attempts.data, own: candidates, target, today };
    return toStudyRequest(known, length);
  }, [student, assignments.data, attempts.data, candidates, isWaiting, target, length, today]);
  const answer = useWorkerQuery(request, study);
  return {
    ...answer,
    assignments: assignments.data ?? [],
    own,
    target,
    isGoalGone: goal.isError,
    error: assignments.error ?? attempts.error ?? candidatesError,
  };
};
