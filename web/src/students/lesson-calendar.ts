import type { Student } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { addDays } from 'date-fns/addDays';
import { addMinutes } from 'date-fns/addMinutes';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { startOfISOWeek } from 'date-fns/startOfISOWeek';
import ical, { ICalAlarmType, ICalEventRepeatingFreq, type ICalCalendar } from 'ical-generator';

/** Minutes a lesson is taken to last, as a studio does not say it, and before it a reminder comes (est.). */
const LESSON = { minutes: 45, reminder: 15 } as const;

interface Lesson {
  readonly student: Student;
  /** Day of the week, 1 = Monday. */
  readonly weekday: number;
  readonly time: string;
}

const lessonsOf = (students: readonly Student[]): readonly Lesson[] =>
  students.flatMap((student) => {
    const { lessonDay, lessonTime } = student.about;
    const isHeld = student.archivedAt === null && lessonDay !== undefined && lessonTime !== undefined;
    return isHeld ? [{ student, weekday: lessonDay, time: lessonTime }] : [];
  });

/** When a lesson is on a day, by the clocks of the studio, wherever the calendar is read. */
const timeOn = (day: Date | string, time: string): Date =>
  parseISO(`${typeof day === 'string' ? day : format(day, 'yyyy-MM-dd')}T${time}`);

const addLesson = (calendar: ICalCalendar, { student, weekday, time }: Lesson, now: Date): void => {
  const { changes = [] } = student.about;
  const summary = say('students.lesson-with', { name: student.name });
  const create = (start: Date, more: object): void =>
    void calendar.createEvent({
      id: `lesson-${student.id}`,
      start,
      end: addMinutes(start, LESSON.minutes),
      stamp: now,
      summary,
      floating: true,
      alarms: [{ type: ICalAlarmType.display, trigger: LESSON.reminder * 60, description: summary }],
      ...more,
    });
  const cancelled = changes.flatMap((one) => (one.time === null ? [timeOn(one.day, time)] : []));
  const first = timeOn(addDays(startOfISOWeek(now), weekday - 1), time);
  create(first, { repeating: { freq: ICalEventRepeatingFreq.WEEKLY, exclude: cancelled } });
  for (const { day, time: moved } of changes)
    if (moved !== null && timeOn(day, time) >= first) create(timeOn(day, moved), { recurrenceId: timeOn(day, time) });
};

/** The weekly lessons of a studio as a calendar (RFC 5545), with what was moved or called off, and a reminder. */
export const formatLessonCalendar = (students: readonly Student[], now: Date): string => {
  const calendar = ical({ name: say('students.lessons'), prodId: { company: 'Fleet Wren', product: 'Lessons' } });
  for (const lesson of lessonsOf(students)) addLesson(calendar, lesson, now);
  return calendar.toString();
};
