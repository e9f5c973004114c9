import './group-filter.scss';
import type { Student } from '@fleet-wren/contract';
import { forgetLesson, recordLesson, type LessonOutcome } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useUpdateStudent } from '../../api/students.ts';
import { wordsOf } from '../../api/api-error.ts';
import { useToast } from '../toast/ToastProvider.tsx';

/** What may become of a lesson that is not called off by the teacher. */
const CHOICES: readonly LessonOutcome[] = ['held', 'missed', 'excused'];

/** What a lesson's outcome is called. */
export const sayOutcome = (outcome: LessonOutcome): string => say('lessons.outcome', { outcome });

/** One press says whether a student came; pressed again it is forgotten. */
export const LessonOutcomeButtons = ({ student, day }: { readonly student: Student; readonly day: string }) => {
  const change = useUpdateStudent();
  const notice = useToast();
  const lessons = student.about.lessons ?? [];
  const kept = lessons.find((one) => one.day === day)?.outcome;
  const choose = (outcome: LessonOutcome): void => {
    const next = outcome === kept ? forgetLesson(lessons, day) : recordLesson(lessons, { day, outcome });
    change.mutate(
      { ...student, about: { ...student.about, lessons: next } },
      { onError: (error) => notice({ text: wordsOf(error) }) },
    );
  };
  return (
    <div className="group-filter lesson-outcome" role="group" aria-label={say('lessons.attendance', student)}>
      {CHOICES.map((outcome) => (
        <button
          key={outcome}
          type="button"
          aria-pressed={kept === outcome}
          disabled={change.isPending}
          onClick={() => choose(outcome)}
        >
          {sayOutcome(outcome)}
        </button>
      ))}
    </div>
  );
};
