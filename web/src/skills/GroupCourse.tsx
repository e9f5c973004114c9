import type { Student } from '@fleet-wren/contract';
import type { SkillStudyRequest, StudentGoal, TargetStudy } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useQueries } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { fetchPractice } from '../api/practice.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { CourseFields, CourseOutlook, CourseTable } from './CoursePlan.tsx';
import { GoalChoice } from './GoalPicker.tsx';
import { USUAL_LENGTH, toStudyRequest, useCandidates, useGoal, type CourseLength } from './useSkillStudy.ts';

const study = (requests: readonly SkillStudyRequest[] | null, signal: AbortSignal): Promise<TargetStudy | null> =>
  requests ? backgroundWorker.request('studyGroup', [requests], { signal }) : Promise.resolve(null);

/** What each member practised; undefined until all of it is known. */
const useMembersPractice = (members: readonly Student[]) =>
  useQueries({
    queries: members.map((student) => ({
      queryKey: ['practice', student.id, 'for a course'],
      queryFn: async () => ({ student, ...(await fetchPractice(student.id)) }),
      staleTime: 60_000,
    })),
    combine: (all) => (all.every(({ data }) => data) ? all.flatMap(({ data }) => data ?? []) : undefined),
  });

interface GroupCourseProps {
  readonly group: string;
  readonly members: readonly Student[];
  readonly today: number;
}

/** A course for a class or an ensemble: a goal of its own, and the same for all week by week. */
export const GroupCourse = ({ group, members, today }: GroupCourseProps) => {
  const [goal, setGoal] = useState<StudentGoal | undefined>();
  const [length, setLength] = useState<CourseLength>(USUAL_LENGTH);
  const practice = useMembersPractice(members);
  const { candidates } = useCandidates();
  const { data: target } = useGoal(goal);
  const requests = useMemo(() => {
    if (!practice || !candidates || !target) return null;
    return practice.map((known) => toStudyRequest({ ...known, own: candidates, target, today }, length));
  }, [practice, candidates, target, today, length]);
  const { value, errorText } = useWorkerQuery(requests, study);
  const named = target && { id: target.id, name: target.pattern.name };
  return (
    <section aria-label={say('course.group-course', { group })} className="course">
      <h2>{say('course.group-course', { group })}</h2>
      <p className="text-soft">{say('course.group-how', { count: members.length })}</p>
      <div className="course-fields">
        <GoalChoice about={say('course.goal-about', { name: group })} goal={goal} choose={setGoal} />
        <CourseFields length={length} change={setLength} />
      </div>
      {errorText && <p role="alert">{errorText}</p>}
      {value && named && (
        <>
          <CourseOutlook target={value} goal={named} length={length} today={today} />
          <CourseTable target={value} goal={named} own={candidates ?? []} today={today} />
          <p>
            <button type="button" className="btn btn-quiet btn-sm no-print" onClick={() => window.print()}>
              {say('course.print-group')}
            </button>
          </p>
        </>
      )}
    </section>
  );
};
