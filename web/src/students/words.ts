import { format } from 'date-fns/format';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import type { AboutStudent, Standing } from '@fleet-wren/core';

/** Days of the week, Monday first. */
export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** When somebody has lessons. */
export const lessonWords = ({ lessonDay, lessonTime }: AboutStudent): string =>
  lessonDay === undefined ? '' : `${WEEKDAYS[lessonDay - 1]}${lessonTime ? `, ${lessonTime}` : ''}`;

/** The time of a lesson on a day; undefined where there is none. A day may be moved or called off. */
export const lessonOn = ({ lessonDay, lessonTime, changes = [] }: AboutStudent, day: Date): string | undefined => {
  const changed = changes.find((one) => one.day === format(day, 'yyyy-MM-dd'));
  if (changed) return changed.time ?? undefined;
  const weekday = day.getDay() === 0 ? 7 : day.getDay();
  return lessonDay === weekday ? (lessonTime ?? '') : undefined;
};

/** What is at hand of something that is practised. */
export const standingWords = ({ stage, tempo, due }: Standing, now: number): string => {
  if (stage !== null) return tempo === null ? stage : `${stage} at ${tempo}`;
  if (due === null) return 'learnt';
  return due <= now ? 'learnt, and due to be reviewed' : `learnt; review ${format(due, 'd MMMM')}`;
};

/** How long ago something happened. */
export const agoWords = (at: number | null): string =>
  at === null ? 'not begun' : `${formatDistanceToNowStrict(at, { addSuffix: true })}`;
