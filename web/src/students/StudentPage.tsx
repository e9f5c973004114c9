import './students.scss';
import type { Assignment, StoredPracticeEvent, Student } from '@fleet-wren/contract';
import type { Label, PracticeEvent } from '@fleet-wren/core';
import { say, sayLabel, saySentence } from '@fleet-wren/wording';
import { format } from 'date-fns/format';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useAssignments, usePracticeLog } from '../api/practice.ts';
import { useStudent } from '../api/students.ts';
import { useStudentHand } from '../components/hand/useStudentHand.ts';
import { downloadFile, toFileName } from '../components/download.ts';
import { spreadsheetCell } from '../components/spreadsheet-cell.ts';
import { LogNoteForm } from '../components/lesson/LogNoteForm.tsx';
import { HandHistory } from './HandHistory.tsx';
import { AssignmentCard } from './AssignmentCard.tsx';
import { LessonRecords } from './LessonRecords.tsx';
import { PracticeLinks } from './PracticeLinks.tsx';
import { AssignDialog } from './AssignDialog.tsx';
import { AssignDrillSetDialog } from './AssignDrillSetDialog.tsx';
import { PracticeSessionPlan } from './PracticeSessionPlan.tsx';
import { PainAnswers, PainReports } from '../components/students/PainReports.tsx';
import { StudentHeader } from './StudentHeader.tsx';
import { TakeList } from './TakeList.tsx';

const KIND_WORDS: Readonly<Record<PracticeEvent['kind'], string>> = {
  started: say('students.started'),
  clean: say('students.clean'),
  slipped: say('students.missed'),
  undone: say('students.undid-the-last-entry'),
  done: say('students.done'),
  passed: say('students.marked-as-learned'),
  minutes: say('students.practised'),
  rest: say('students.took-a-break'),
  discomfort: say('students.reported-pain'),
  answered: say('students.answered-pain'),
  note: say('common.note'),
  take: say('students.take-analysed'),
};

const eventWords = ({ kind, tempo, minutes, text, said = [] }: PracticeEvent, stage: Label = ''): string =>
  [
    KIND_WORDS[kind],
    sayLabel(stage),
    tempo && say('students.at-bpm', { tempo }),
    minutes && say('students.min', { minutes }),
    said.map(saySentence).join(' '),
    text,
  ]
    .filter(Boolean)
    .join(' ');

interface LogProps {
  readonly student: Student;
  readonly items: readonly Assignment[];
}

/** Runs of the same thing in one line: “7 × clean”. */
const gathered = (log: readonly StoredPracticeEvent[], items: readonly Assignment[]) => {
  const found: (StoredPracticeEvent & { readonly words: string; count: number })[] = [];
  for (const one of log) {
    const last = found.at(-1);
    const plan = items.find(({ id }) => id === one.assignment)?.plan;
    const words = eventWords(one.event, plan?.stages.find(({ key }) => key === one.event.stage)?.name);
    if (last?.assignment === one.assignment && last.words === words) last.count += 1;
    else found.push({ ...one, words, count: 1 });
  }
  return found;
};

const Log = ({ student, items }: LogProps) => {
  const { data: log = [] } = usePracticeLog(student.id);
  const nameOf = (id: string | null): string => items.find((item) => item.id === id)?.name ?? '';
  return (
    <section aria-label={say('students.practice-log')}>
      <h2>{say('students.practice-log')}</h2>
      <LogNoteForm studentId={student.id} />
      <ol className="log" aria-label={say('students.practice-log-newest-first')} tabIndex={0}>
        {gathered(log, items)
          .slice(0, 60)
          .map(({ event, assignment, words, count }) => (
            <li key={event.id}>
              <time className="text-soft">{format(event.at, 'd MMM HH:mm')}</time> {count > 1 && `${count} × `}
              {words} <span className="text-soft">{nameOf(assignment)}</span>
            </li>
          ))}
      </ol>
      {log.length === 0 && <p className="text-soft">{say('students.no-practice-yet')}</p>}
    </section>
  );
};

const csvCell = (value: unknown): string => {
  const text = value === undefined || value === null ? '' : String(value);
  const safe = spreadsheetCell(text);
  return /[",\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
};

const csvOf = (log: readonly StoredPracticeEvent[], items: readonly Assignment[]): string =>
  [
    ['time', 'practised', 'what', 'stage', 'tempo', 'minutes', 'text'],
    ...log.map(({ assignment, event: { at, kind, stage, tempo, minutes, text } }) => [
      new Date(at).toISOString(),
      items.find(({ id }) => id === assignment)?.name,
      kind,
      stage,
      tempo,
      minutes,
      text,
    ]),
  ]
    .map((row) => row.map(csvCell).join(','))
    .join('\n');

const Page = ({ student }: { readonly student: Student }) => {
  const { data: items = [] } = useAssignments(student.id);
  const { data: log = [] } = usePracticeLog(student.id);
  const hand = useStudentHand(student.id);
  const [setting, setSetting] = useState<'patterns' | 'songs' | 'drills' | null>(null);
  const hide = (): void => setSetting(null);
  const open = items.filter(({ endedAt }) => endedAt === null);
  const ended = items.filter(({ endedAt }) => endedAt !== null);
  return (
    <div className="page student">
      <StudentHeader
        student={student}
        take={() => downloadFile(`${toFileName(student.name)}.csv`, csvOf(log, items), 'text/csv')}
      />
      <PainReports student={student} lines={items} />
      <PainAnswers lines={items} />
      <div className="student-columns">
        <div>
          <section aria-label={say('students.assignments')}>
            <h2>
              {say('students.assignments')}{' '}
              <Button size="sm" onClick={() => setSetting('patterns')}>
                {say('students.assign-pattern')}
              </Button>
              <Button size="sm" variant="quiet" onClick={() => setSetting('songs')}>
                {say('students.assign-song-section')}
              </Button>
              <Button size="sm" variant="quiet" onClick={() => setSetting('drills')}>
                {say('students.assign-drill-set')}
              </Button>
            </h2>
            {open.length === 0 && <p className="text-soft">{say('common.no-assignments-yet')}</p>}
            {open.map((item) => (
              <AssignmentCard key={item.id} item={item} />
            ))}
            {ended.length > 0 && (
              <details>
                <summary className="text-soft">{say('students.archived-2', { endedCount: ended.length })}</summary>
                {ended.map((item) => (
                  <AssignmentCard key={item.id} item={item} />
                ))}
              </details>
            )}
          </section>
          <HandHistory student={student} hand={hand} />
        </div>
        <div>
          <PracticeSessionPlan lines={open} />
          <PracticeLinks studentId={student.id} />
          {student.about.notes && (
            <section aria-label={say('common.notes-2')}>
              <h2>{say('common.notes-2')}</h2>
              <p className="student-notes">{student.about.notes}</p>
            </section>
          )}
          <LessonRecords student={student} />
          <TakeList studentId={student.id} />
          <Log student={student} items={items} />
        </div>
      </div>
      {(setting === 'patterns' || setting === 'songs') && (
        <AssignDialog student={student} hand={hand} from={setting} hide={hide} />
      )}
      {setting === 'drills' && <AssignDrillSetDialog student={student} hand={hand} hide={hide} />}
    </div>
  );
};

/** A student's page: what is practised, what comes next, what happened. */
const StudentPage = () => {
  const { id = '' } = useParams();
  const student = useStudent(id);
  if (student.isError)
    return (
      <div className="page">
        <div className="empty">
          <p role="alert">{wordsOf(student.error)}</p>
          <Link to="/students" className="btn btn-quiet">
            {say('students.all-students')}
          </Link>
        </div>
      </div>
    );
  return student.data ? <Page key={id} student={student.data} /> : null;
};

export default StudentPage;
