import type { Student } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useRef } from 'react';
import { Dropdown } from 'react-bootstrap';
import { wordsOf } from '../api/api-error.ts';
import { useCreateStudents } from '../api/students.ts';
import { downloadFile } from '../components/download.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';

/** Characters of a roster that are read. */
const LONGEST = 500_000;

/** Problems that are named. */
const NAMED = 3;

/** Takes students out of a file; those who are here already by name are left as they are. */
const useRosterImport = (students: readonly Student[]) => {
  const create = useCreateStudents();
  const notice = useToast();
  return async (file: File): Promise<void> => {
    const { parseRoster } = await import('./roster.ts');
    const { entries, problems } = parseRoster((await file.text()).slice(0, LONGEST));
    const here = new Set(students.map(({ name }) => name.toLowerCase()));
    const fresh = entries.filter(({ name }) => !here.has(name.toLowerCase()));
    const wrong = problems.slice(0, NAMED).map(({ line, text }) => say('students.roster-line', { line, text }));
    const report = (count: number): void =>
      notice({
        text: [say('students.roster-added', { count, known: entries.length - fresh.length }), ...wrong].join(' '),
      });
    if (fresh.length === 0) return report(0);
    create.mutate(fresh, {
      onSuccess: (added) => report(added.length),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  };
};

/** The roster as a table and the lessons as a calendar, out; a roster in. */
export const RosterMenu = ({ students }: { readonly students: readonly Student[] }) => {
  const input = useRef<HTMLInputElement>(null);
  const take = useRosterImport(students);
  const calendar = async (): Promise<void> => {
    const { formatLessonCalendar } = await import('./lesson-calendar.ts');
    downloadFile('lessons.ics', formatLessonCalendar(students, new Date()), 'text/calendar;charset=utf-8');
  };
  const roster = async (): Promise<void> => {
    const { formatRoster } = await import('./roster.ts');
    downloadFile('students.csv', formatRoster(students), 'text/csv;charset=utf-8');
  };
  return (
    <>
      <Dropdown align="end">
        <Dropdown.Toggle variant="quiet">{say('students.roster')}</Dropdown.Toggle>
        <Dropdown.Menu>
          <Dropdown.Item onClick={() => void calendar()}>{say('students.lessons-ics')}</Dropdown.Item>
          <Dropdown.Item onClick={() => void roster()}>{say('students.roster-csv')}</Dropdown.Item>
          <Dropdown.Divider />
          <Dropdown.Item onClick={() => input.current?.click()}>{say('students.roster-import')}</Dropdown.Item>
        </Dropdown.Menu>
      </Dropdown>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        accept=".csv,.txt"
        aria-label={say('students.roster-file')}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void take(file);
          target.value = '';
        }}
      />
    </>
  );
};
