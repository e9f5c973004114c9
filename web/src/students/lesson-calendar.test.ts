import type { Student } from '@fleet-wren/contract';
import { formatLessonCalendar } from './lesson-calendar.ts';

const NOW = new Date(2026, 11, 2, 12, 0);

const student = (about: Student['about'], archivedAt: string | null = null): Student => ({
  id: 'a1',
  name: 'Imre Sallow',
  version: 1,
  about,
  archivedAt,
});
/** Lines of a calendar, long ones put together again (RFC 5545, 3.1). */
const lines = (...students: readonly Student[]): readonly string[] =>
  formatLessonCalendar(students, NOW)
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n');

test('a weekly lesson by the clocks of the studio, with a reminder', () => {
  const found = lines(student({ lessonDay: 4, lessonTime: '16:30' }));
  expect(found[0]).toBe('BEGIN:VCALENDAR');
  expect(found).toContain('VERSION:2.0');
  expect(found).toContain('DTSTART:20261203T163000');
  expect(found).toContain('DTEND:20261203T171500');
  expect(found).toContain('RRULE:FREQ=WEEKLY');
  expect(found).toContain('SUMMARY:Lesson: Imre Sallow');
  expect(found).toContain('TRIGGER:-PT15M');
});

test('a lesson that is called off is left out, one that is moved has its other time', () => {
  const changes = [
    { day: '2026-12-10', time: null },
    { day: '2026-12-17', time: '18:00' },
    { day: '2020-01-02', time: '11:00' },
  ];
  const found = lines(student({ lessonDay: 4, lessonTime: '16:30', changes }));
  expect(found).toContain('EXDATE:20261210T163000');
  expect(found).toContain('RECURRENCE-ID:20261217T163000');
  expect(found).toContain('DTSTART:20261217T180000');
  expect(found.filter((line) => line === 'BEGIN:VEVENT')).toHaveLength(2);
});

test('who has no lesson, or is put away, is not in it', () => {
  expect(lines(student({ lessonDay: 4 }), student({ lessonDay: 4, lessonTime: '16:30' }, '2026-01-01'))).not.toContain(
    'BEGIN:VEVENT',
  );
});
