import type { Student } from '@fleet-wren/contract';
import fc from 'fast-check';
import { formatRoster, parseRoster } from './roster.ts';

const student = (name: string, about: Student['about'] = {}): Student => ({
  id: name,
  name,
  version: 1,
  about,
  archivedAt: null,
});

test('names alone, one a line', () => {
  expect(parseRoster('Imre Sallow\n\nTamsin Holt\n').entries).toEqual([
    { name: 'Imre Sallow', about: {} },
    { name: 'Tamsin Holt', about: {} },
  ]);
});

test('columns in any order, days by name or letters, times as they are written', () => {
  const { entries, problems } = parseRoster(
    'Lesson time,Name,Lesson day,Notes\n4:30 pm,"Holt, Tamsin",wed,"Plays, slowly"\n16.05,Imre,3,\n9,Ada,Monday,',
  );
  expect(problems).toEqual([]);
  expect(entries).toEqual([
    { name: 'Holt, Tamsin', about: { lessonDay: 3, lessonTime: '16:30', notes: 'Plays, slowly' } },
    { name: 'Imre', about: { lessonDay: 3, lessonTime: '16:05' } },
    { name: 'Ada', about: { lessonDay: 1, lessonTime: '09:00' } },
  ]);
});

test('groups are named in one cell, and come back', () => {
  const about = { groups: ['Boathouse trio', 'First year'] };
  expect(parseRoster('name,groups\nImre,"Boathouse trio; First year"').entries).toEqual([{ name: 'Imre', about }]);
  expect(parseRoster(formatRoster([student('Imre', about)])).entries).toEqual([{ name: 'Imre', about }]);
});

test('semicolons and tabs part columns too', () => {
  expect(parseRoster('name;lesson day\nImre;fri').entries).toEqual([{ name: 'Imre', about: { lessonDay: 5 } }]);
  expect(parseRoster('name\tminutes per week\nImre\t90').entries).toEqual([
    { name: 'Imre', about: { weeklyMinutes: 90 } },
  ]);
});

test('rows that are no student are named with their line, the others are read', () => {
  const { entries, problems } = parseRoster(
    'name,lesson day,lesson time,minutes per week\n,mon,,\nA,someday,,\nB,,25:00,\nC,,,many\nD,,,30',
  );
  expect(entries.map(({ name }) => name)).toEqual(['D']);
  expect(problems.map(({ line }) => line)).toEqual([2, 3, 4, 5]);
});

test('what goes out comes in again, formulas as text', () => {
  const word = fc.stringMatching(/^[A-Za-z=+\-@"',;É][A-Za-z0-9 "',;É]{0,20}[a-z]$/);
  fc.assert(
    fc.property(
      fc.array(fc.record({ name: word, lessonDay: fc.integer({ min: 1, max: 7 }), weeklyMinutes: fc.nat(5000) }), {
        minLength: 1,
        maxLength: 8,
      }),
      (rows) => {
        const students = rows.map(({ name, ...about }) => student(name.trim(), { ...about, lessonTime: '16:30' }));
        const text = formatRoster(students);
        expect(text).not.toMatch(/(^|[\n,])[=+@]/);
        expect(parseRoster(text)).toEqual({
          entries: students.map(({ name, about }) => ({ name, about })),
          problems: [],
        });
      },
    ),
  );
});
