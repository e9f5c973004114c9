import type { Student } from '@fleet-wren/contract';
import {
  LESSON_OUTCOMES,
  countLessons,
  forgetLesson,
  listOwedLessons,
  recordLesson,
  type LessonOutcome,
  type LessonRecord,
  type StudentProfile,
} from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { subWeeks } from 'date-fns/subWeeks';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { wordsOf } from '../api/api-error.ts';
import { useUpdateStudent } from '../api/students.ts';
import { sayOutcome } from '../components/students/LessonOutcomeButtons.tsx';
import { useToast } from '../components/toast/ToastProvider.tsx';

/** Weeks that are counted, and lessons that are listed at first. */
const SHOWN = { weeks: 12, lessons: 4 } as const;

const DAY = 'yyyy-MM-dd';

const sayDay = (day: string): string => format(parseISO(day), 'EEE d MMMM');

/** Changes a student's record; one press takes the change back. */
const useProfileChange = (student: Student) => {
  const update = useUpdateStudent();
  const notice = useToast();
  const onError = (error: Error): void => notice({ text: wordsOf(error) });
  const change = (about: StudentProfile, text?: string): void =>
    update.mutate(
      { ...student, about },
      {
        onError,
        onSuccess: (kept) =>
          text !== undefined &&
          notice({
            text,
            action: {
              label: say('common.undo'),
              run: () => update.mutate({ ...kept, about: student.about }, { onError }),
            },
          }),
      },
    );
  return { change, isPending: update.isPending };
};

interface PartProps {
  readonly student: Student;
  readonly today: string;
}

/** A lesson that is owed, and the day and time of the one that makes up for it. */
const OwedLesson = ({ student, record, today }: PartProps & { readonly record: LessonRecord }) => {
  const { change, isPending } = useProfileChange(student);
  const [day, setDay] = useState('');
  const [time, setTime] = useState(student.about.lessonTime ?? '');
  const { about } = student;
  const keep = (): void => {
    const changes = [...(about.changes ?? []).filter((one) => one.day !== day), { day, time }].slice(-100);
    const lessons = recordLesson(about.lessons ?? [], { ...record, madeUpOn: day });
    change({ ...about, changes, lessons }, say('lessons.make-up-set', { day: sayDay(day), time }));
  };
  return (
    <li className="owed-lesson">
      <span>
        <b>{sayDay(record.day)}</b> <span className="text-soft">{sayOutcome(record.outcome)}</span>
      </span>
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <Form.Control
          type="date"
          size="sm"
          value={day}
          min={today}
          required
          aria-label={say('lessons.make-up-day', { day: sayDay(record.day) })}
          onChange={({ target }) => setDay(target.value)}
        />
        <Form.Control
          type="time"
          size="sm"
          value={time}
          required
          aria-label={say('lessons.make-up-time', { day: sayDay(record.day) })}
          onChange={({ target }) => setTime(target.value)}
        />
        <Button type="submit" size="sm" variant="quiet" disabled={isPending || day === '' || time === ''}>
          {say('lessons.make-up')}
        </Button>
      </Form>
    </li>
  );
};

const OutcomeOptions = () =>
  LESSON_OUTCOMES.map((outcome) => (
    <option key={outcome} value={outcome}>
      {sayOutcome(outcome)}
    </option>
  ));

/** A lesson as it was recorded; what became of it can be corrected. */
const PastLesson = ({ student, record }: { readonly student: Student; readonly record: LessonRecord }) => {
  const { change } = useProfileChange(student);
  const { about } = student;
  const choose = (value: string): void => {
    const outcome = LESSON_OUTCOMES.find((one) => one === value);
    const lessons = about.lessons ?? [];
    const next = outcome ? recordLesson(lessons, { ...record, outcome }) : forgetLesson(lessons, record.day);
    change({ ...about, lessons: next }, outcome ? undefined : say('lessons.removed', { day: sayDay(record.day) }));
  };
  return (
    <li>
      <span>{sayDay(record.day)}</span>
      <Form.Select
        size="sm"
        value={record.outcome}
        aria-label={say('lessons.outcome-of', { day: sayDay(record.day) })}
        onChange={({ target }) => choose(target.value)}
      >
        <OutcomeOptions />
        <option value="">{say('lessons.remove')}</option>
      </Form.Select>
      <span className="text-soft">
        {record.madeUpOn !== undefined && say('lessons.made-up-on', { day: sayDay(record.madeUpOn) })}
      </span>
    </li>
  );
};

/** A lesson that nobody recorded when it was. */
const AddLesson = ({ student, today }: PartProps) => {
  const { change, isPending } = useProfileChange(student);
  const [day, setDay] = useState('');
  const [outcome, setOutcome] = useState<LessonOutcome>('held');
  const { about } = student;
  return (
    <Form
      className="add-lesson"
      onSubmit={(event) => {
        event.preventDefault();
        change({ ...about, lessons: recordLesson(about.lessons ?? [], { day, outcome }) });
        setDay('');
      }}
    >
      <Form.Control
        type="date"
        size="sm"
        value={day}
        max={today}
        required
        aria-label={say('lessons.day')}
        onChange={({ target }) => setDay(target.value)}
      />
      <Form.Select
        size="sm"
        value={outcome}
        aria-label={say('lessons.what-became-of-it')}
        onChange={({ target }) => setOutcome(LESSON_OUTCOMES.find((one) => one === target.value) ?? 'held')}
      >
        <OutcomeOptions />
      </Form.Select>
      <Button type="submit" size="sm" variant="quiet" disabled={isPending || day === ''}>
        {say('lessons.add')}
      </Button>
    </Form>
  );
};

/** Which lessons were held, which are owed, and when they are made up for. */
export const LessonRecords = ({ student }: { readonly student: Student }) => {
  const [now] = useState(() => new Date());
  const [isWhole, setWhole] = useState(false);
  const records = student.about.lessons ?? [];
  const today = format(now, DAY);
  const counts = countLessons(records, format(subWeeks(now, SHOWN.weeks), DAY), today);
  const latest = [...records].reverse();
  const shown = isWhole ? latest : latest.slice(0, SHOWN.lessons);
  const owed = listOwedLessons(records);
  return (
    <section aria-label={say('students.lessons')} className="lesson-records">
      <h2>{say('students.lessons')}</h2>
      {owed.length > 0 && (
        <>
          <p className="finding finding-notable">{say('lessons.owed', { count: owed.length })}</p>
          <ul className="plain-list">
            {owed.map((record) => (
              <OwedLesson key={record.day} student={student} record={record} today={today} />
            ))}
          </ul>
        </>
      )}
      {records.length > 0 && <p className="text-soft">{say('lessons.counted', { ...counts, weeks: SHOWN.weeks })}</p>}
      {shown.length > 0 && (
        <ol className="past-lessons">
          {shown.map((record) => (
            <PastLesson key={record.day} student={student} record={record} />
          ))}
        </ol>
      )}
      {shown.length < latest.length && (
        <Button variant="plain" size="sm" onClick={() => setWhole(true)}>
          {say('lessons.show-all', { count: latest.length })}
        </Button>
      )}
      <AddLesson student={student} today={today} />
    </section>
  );
};
