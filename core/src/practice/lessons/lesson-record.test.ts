import fc from 'fast-check';
import {
  LESSON_OUTCOMES,
  MAX_LESSON_RECORDS,
  countLessons,
  forgetLesson,
  listOwedLessons,
  recordLesson,
  type LessonRecord,
} from './lesson-record.ts';

const TERM: readonly LessonRecord[] = [
  { day: '2026-09-02', outcome: 'held' },
  { day: '2026-09-09', outcome: 'missed' },
  { day: '2026-09-16', outcome: 'excused', madeUpOn: '2026-09-19' },
  { day: '2026-09-23', outcome: 'cancelled' },
  { day: '2026-09-30', outcome: 'excused' },
];

test('a lesson called off by either is owed until it is made up for; one missed is not', () => {
  expect(listOwedLessons(TERM).map(({ day }) => day)).toEqual(['2026-09-23', '2026-09-30']);
});

test('the lessons of a term are counted, its first and last day with it', () => {
  expect(countLessons(TERM, '2026-09-02', '2026-09-23')).toEqual({
    held: 1,
    missed: 1,
    excused: 1,
    cancelled: 1,
    owed: 1,
  });
});

test('a day has one record, the latest', () => {
  const changed = recordLesson(TERM, { day: '2026-09-09', outcome: 'excused' });
  expect(changed).toHaveLength(TERM.length);
  expect(changed[1]).toEqual({ day: '2026-09-09', outcome: 'excused' });
  expect(forgetLesson(changed, '2026-09-09').map(({ day }) => day)).not.toContain('2026-09-09');
});

test('whatever is recorded, days come in order and once, and not too many', () => {
  const day = fc
    .date({ min: new Date('2020-01-01'), max: new Date('2030-01-01'), noInvalidDate: true })
    .map((date) => date.toISOString().slice(0, 10));
  const record = fc.record({ day, outcome: fc.constantFrom(...LESSON_OUTCOMES) });
  fc.assert(
    fc.property(fc.array(record, { maxLength: 600 }), (all) => {
      const kept = all.reduce<readonly LessonRecord[]>(recordLesson, []);
      const days = kept.map((one) => one.day);
      expect(days).toEqual([...new Set(days)].sort());
      expect(days.length).toBeLessThanOrEqual(MAX_LESSON_RECORDS);
      const last = all.at(-1);
      if (last && last.day >= (days[0] as string)) expect(kept).toContainEqual(last);
    }),
    { numRuns: 40 },
  );
});
