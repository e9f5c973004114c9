import { say, sayLabel, weekdayNames } from '@fleet-wren/wording';
import { format } from 'date-fns/format';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import type { StudentProfile, ProgressSummary } from '@fleet-wren/core';

/** Days of the week, Monday first. */
export const WEEKDAYS = weekdayNames();

/** When somebody has lessons. */
export const formatLesson = ({ lessonDay, lessonTime }: StudentProfile): string =>
  lessonDay === undefined ? '' : `${WEEKDAYS[lessonDay - 1]}${lessonTime ? `, ${lessonTime}` : ''}`;

/** The time of a lesson on a day; undefined where there is none. A day may be moved or called off. */
export const findLessonTime = (
  { lessonDay, lessonTime, changes = [] }: StudentProfile,
  day: Date,
): string | undefined => {
  const changed = changes.find((one) => one.day === format(day, 'yyyy-MM-dd'));
  if (changed) return changed.time ?? undefined;
  const weekday = day.getDay() === 0 ? 7 : day.getDay();
  return lessonDay === weekday ? (lessonTime ?? '') : undefined;
};

/** What is at hand of something that is practised. */
export const formatProgressSummary = ({ stage, tempo, due }: ProgressSummary, now: number): string => {
  if (stage !== null)
    return tempo === null ? sayLabel(stage) : say('students.at-bpm-2', { stage: sayLabel(stage), tempo });
  if (due === null) return say('students.learned');
  return due <= now
    ? say('students.learned-review-due')
    : say('students.learned-review-on', { format: format(due, 'd MMMM') });
};

/** How long ago something happened. */
export const formatTimeAgo = (at: number | null): string =>
  at === null ? say('students.not-started') : `${formatDistanceToNowStrict(at, { addSuffix: true })}`;

/** The tempo of a stage, or the range it climbs through. */
export const tempoRange = (tempos: readonly number[]): string => {
  const [from, to] = [tempos[0] ?? 0, tempos.at(-1) ?? 0];
  return from === to ? say('common.bpm-figure', { tempo: from }) : say('common.tempo-range', { from, to });
};
