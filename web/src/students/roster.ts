import type { Student } from '@fleet-wren/contract';
import { say, weekdayNames } from '@fleet-wren/wording';
import type { StudentProfile } from '@fleet-wren/core';
import Papa from 'papaparse';
import { parseGroups } from '../components/students/groups.ts';
import { spreadsheetCell } from '../components/spreadsheet-cell.ts';

/** A student as a row of a roster has it. */
export interface RosterEntry {
  readonly name: string;
  readonly about: StudentProfile;
}

/** A row of a file that is no student, and why. */
export interface RosterProblem {
  /** Line of the file, from 1. */
  readonly line: number;
  readonly text: string;
}

/** What a roster file holds. */
export interface Roster {
  readonly entries: readonly RosterEntry[];
  readonly problems: readonly RosterProblem[];
}

/** Columns in order: what each is called in a file, whatever the language of the screen. */
const COLUMNS = ['name', 'lesson day', 'lesson time', 'minutes per week', 'notes', 'groups'] as const;

const LIMITS = { name: 80, notes: 4000, minutes: 5000 } as const;

/** The students of a studio as a table (CSV, RFC 4180): name, lesson, minutes, notes, groups. */
export const formatRoster = (students: readonly Student[]): string =>
  Papa.unparse({
    fields: [...COLUMNS],
    data: students.map(({ name, about: { lessonDay, lessonTime, weeklyMinutes, notes, groups } }) =>
      [
        name,
        lessonDay ? weekdayNames()[lessonDay - 1] : '',
        lessonTime ?? '',
        weeklyMinutes ?? '',
        notes ?? '',
        (groups ?? []).join('; '),
      ].map((cell) => spreadsheetCell(String(cell))),
    ),
  });

/** The day of the week a word names, 1 = Monday: by its name, its first letters, or its number. */
const parseDay = (text: string): number | undefined => {
  const word = text.trim().toLowerCase();
  if (/^[1-7]$/.test(word)) return Number(word);
  const index = weekdayNames().findIndex((name) => word.length >= 2 && name.toLowerCase().startsWith(word));
  return index < 0 ? undefined : index + 1;
};

/** A time as `16:30`: `4:30 pm`, `16.30` and `16h30` too. */
const parseTime = (text: string): string | undefined => {
  const found = /^(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm)?$/i.exec(text.trim());
  if (!found) return undefined;
  const half = found[3]?.toLowerCase();
  const given = Number(found[1]);
  const hour = half === undefined ? given : (given % 12) + (half === 'pm' ? 12 : 0);
  const minute = Number(found[2] ?? 0);
  if (hour > 23 || minute > 59) return undefined;
  return `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
};

const unquoted = (text: string): string => text.replace(/^'(?=[=+\-@\t])/, '').trim();

type Cells = Readonly<Partial<Record<(typeof COLUMNS)[number], string>>>;

/** What is wrong with a row; undefined where it is a student. */
const findProblem = (cells: Cells): string | undefined => {
  const { name = '', 'lesson day': day = '', 'lesson time': time = '', 'minutes per week': minutes = '' } = cells;
  if (name === '') return say('students.roster-no-name');
  if (name.length > LIMITS.name) return say('students.roster-name-long', { most: LIMITS.name });
  if (day !== '' && parseDay(day) === undefined) return say('students.roster-day', { value: day });
  if (time !== '' && parseTime(time) === undefined) return say('students.roster-time', { value: time });
  if (minutes !== '' && !(/^\d+$/.test(minutes) && Number(minutes) <= LIMITS.minutes))
    return say('students.roster-minutes', { value: minutes });
  return undefined;
};

const toEntry = (cells: Cells): RosterEntry => {
  const [lessonDay, lessonTime] = [parseDay(cells['lesson day'] ?? ''), parseTime(cells['lesson time'] ?? '')];
  const { name = '', notes = '', 'minutes per week': minutes = '' } = cells;
  const groups = parseGroups(cells.groups ?? '', []);
  return {
    name,
    about: {
      ...(lessonDay === undefined ? {} : { lessonDay }),
      ...(lessonTime === undefined ? {} : { lessonTime }),
      ...(minutes === '' ? {} : { weeklyMinutes: Number(minutes) }),
      ...(notes === '' ? {} : { notes: notes.slice(0, LIMITS.notes) }),
      ...(groups.length === 0 ? {} : { groups }),
    },
  };
};

/**
 * Reads a roster: a table with a head of our columns in any order, or names alone, one a line. Rows that are no student
 * are named with their line; the others are read.
 */
export const parseRoster = (text: string): Roster => {
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: false }).data;
  const head = (rows[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const hasHead = head.includes('name');
  const columns: readonly string[] = hasHead ? head : COLUMNS;
  const read = rows.flatMap((row, index) => {
    if ((hasHead && index === 0) || row.every((cell) => cell.trim() === '')) return [];
    const cells: Cells = Object.fromEntries(row.map((cell, column) => [columns[column] ?? '', unquoted(cell)]));
    return [{ line: index + 1, cells, problem: findProblem(cells) }];
  });
  return {
    entries: read.flatMap(({ cells, problem }) => (problem === undefined ? [toEntry(cells)] : [])),
    problems: read.flatMap(({ line, problem }) => (problem === undefined ? [] : [{ line, text: problem }])),
  };
};
