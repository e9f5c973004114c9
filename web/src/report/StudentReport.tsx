import './report.scss';
import type { AssignmentListItem, Student } from '@fleet-wren/contract';
import {
  MILLISECONDS_PER_DAY,
  PRACTICE_WEEKS,
  countLessons,
  firstDayOfWeek,
  localDay,
  skillName,
  summariseTerm,
  weekOfDay,
  type ReportedProgress,
  type SkillCode,
  type SkillGain,
  type TermReport,
} from '@fleet-wren/core';
import { say, sayList, sayMessage } from '@fleet-wren/wording';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { useAccount } from '../api/account.ts';
import { useAssignments, useAttempts } from '../api/practice.ts';
import { useUpdateStudent } from '../api/students.ts';
import { wordsOf } from '../api/api-error.ts';
import { latestSearchParams } from '../components/latest-search-params.ts';
import { PracticeBars } from '../components/students/PracticeBars.tsx';
import { OfStudent } from '../components/students/OfStudent.tsx';
import { useSkillGains } from '../components/students/useSkillGains.ts';

/** Weeks a report may be about. */
const LENGTHS = [4, 8, PRACTICE_WEEKS] as const;

/** Days since 1970, and weeks, that a report is about: whole weeks, the present one with them. */
interface Period {
  readonly weeks: number;
  readonly firstDay: number;
  readonly today: number;
  readonly firstWeek: number;
}

const periodOf = (weeks: number, now: number): Period => {
  const today = localDay(now, -new Date(now).getTimezoneOffset());
  const firstWeek = weekOfDay(today) - weeks + 1;
  return { weeks, today, firstWeek, firstDay: firstDayOfWeek(firstWeek) };
};

/** A day since 1970 as records of lessons have it. */
const isoDay = (day: number): string => new Date(day * MILLISECONDS_PER_DAY).toISOString().slice(0, 10);

/** A day since 1970 as it is written in a letter. */
const formatDate = (day: number): string => format(parseISO(isoDay(day)), 'd MMMM yyyy');

const Practice = ({ report, period }: { readonly report: TermReport; readonly period: Period }) => {
  const total = Math.round(report.minutes.reduce((sum, minutes) => sum + minutes, 0));
  return (
    <section aria-label={say('report.practice')}>
      <h2>{say('report.practice')}</h2>
      <p>
        {say('report.practice-summary', {
          minutes: total,
          weeks: period.weeks,
          average: Math.round(total / period.weeks),
        })}
      </p>
      {total > 0 && <PracticeBars minutes={report.minutes} firstDay={period.firstDay} />}
    </section>
  );
};

const Lessons = ({ student, period }: { readonly student: Student; readonly period: Period }) => {
  const records = student.about.lessons ?? [];
  const counts = countLessons(records, isoDay(period.firstDay), isoDay(period.today));
  const { held, missed, excused, cancelled, owed } = counts;
  const isEmpty = held + missed + excused + cancelled === 0;
  return (
    <section aria-label={say('report.lessons')}>
      <h2>{say('report.lessons')}</h2>
      <p>
        {isEmpty
          ? say('report.lessons-none')
          : say('report.lessons-counted', { held, missed, called: excused + cancelled, owed })}
      </p>
    </section>
  );
};

const Learned = ({ items }: { readonly items: readonly ReportedProgress[] }) => (
  <section aria-label={say('report.learned')}>
    <h2>{say('report.learned')}</h2>
    {items.length === 0 && <p>{say('report.learned-none')}</p>}
    <ul className="report-learned">
      {items.map(({ id, name, best, target, learned }) => (
        <li key={id}>
          {say('report.learned-item', { name, tempo: best ?? target })}{' '}
          <span className="text-soft">{learned !== null && format(learned, 'd MMMM')}</span>
        </li>
      ))}
    </ul>
  </section>
);

const tempo = (bpm: number | null): string => (bpm === null ? '–' : say('common.bpm-figure', { tempo: bpm }));

const WorkingOn = ({ items }: { readonly items: readonly ReportedProgress[] }) => {
  if (items.length === 0) return null;
  return (
    <section aria-label={say('report.working-on')}>
      <h2>{say('report.working-on')}</h2>
      <table className="report-table">
        <thead>
          <tr>
            <th>{say('report.piece')}</th>
            <th>{say('report.tempo-before')}</th>
            <th>{say('report.tempo-now')}</th>
            <th>{say('report.tempo-target')}</th>
            <th>{say('report.stages')}</th>
          </tr>
        </thead>
        <tbody>
          {items.map(({ id, name, before, best, target, passed, of }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{tempo(before)}</td>
              <td>
                <b>{tempo(best)}</b>
              </td>
              <td>{tempo(target)}</td>
              <td>{say('report.stages-of', { passed, of })}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
};

const nameOf = (code: SkillCode): string => sayMessage(skillName(code)).toLowerCase();

const namesOf = (gains: readonly SkillGain[], state: SkillGain['to']): string =>
  sayList(gains.flatMap(({ code, to }) => (to === state ? [nameOf(code)] : [])));

const Skills = ({ student, period }: { readonly student: Student; readonly period: Period }) => {
  const { data: assignments } = useAssignments(student.id);
  const { data: attempts } = useAttempts(student.id);
  const { firstDay, today } = period;
  const gains = useSkillGains({ student, assignments, attempts, from: firstDay, today });
  if (!gains) return null;
  const [known, begun] = [namesOf(gains, 'known'), namesOf(gains, 'begun')];
  return (
    <section aria-label={say('report.skills')}>
      <h2>{say('report.skills')}</h2>
      {gains.length === 0 && <p>{say('report.skills-none')}</p>}
      {known !== '' && <p>{say('report.skills-known', { skills: known })}</p>}
      {begun !== '' && <p>{say('report.skills-begun', { skills: begun })}</p>}
    </section>
  );
};

/** What the teacher writes: kept with the student when the field is left. */
const Words = ({ student }: { readonly student: Student }) => {
  const [text, setText] = useState(student.about.reportText ?? '');
  const change = useUpdateStudent();
  const keep = (): void => {
    if (text === (student.about.reportText ?? '')) return;
    change.mutate({ ...student, about: { ...student.about, reportText: text } });
  };
  return (
    <section
      aria-label={say('report.words')}
      className={text.trim() === '' ? 'report-words report-empty' : 'report-words'}
    >
      <h2>{say('report.words')}</h2>
      <Form.Control
        as="textarea"
        rows={4}
        value={text}
        maxLength={3000}
        placeholder={say('report.words-placeholder')}
        aria-label={say('report.words')}
        onChange={({ target }) => setText(target.value)}
        onBlur={keep}
      />
      <p className="report-text">{text}</p>
      <p className="text-soft report-kept" role="status">
        {change.isSuccess && say('report.saved')}
        {change.isError && wordsOf(change.error)}
      </p>
    </section>
  );
};

const toReported = ({ id, name, target, standing }: AssignmentListItem) => ({ id, name, target, standing });

const Report = ({ student }: { readonly student: Student }) => {
  const [search, setSearch] = useSearchParams();
  const [now] = useState(() => Date.now());
  const weeks = LENGTHS.find((one) => String(one) === search.get('weeks')) ?? PRACTICE_WEEKS;
  const period = useMemo(() => periodOf(weeks, now), [weeks, now]);
  const { data: assignments, error } = useAssignments(student.id);
  const { data: account } = useAccount();
  const report = summariseTerm((assignments ?? []).map(toReported), {
    first: period.firstWeek,
    last: period.firstWeek + weeks - 1,
    offset: -new Date(now).getTimezoneOffset(),
  });
  const choose = (value: string): void => {
    const params = latestSearchParams();
    params.set('weeks', value);
    setSearch(params, { replace: true });
  };
  return (
    <div className="page report">
      <div className="report-bar">
        <Link to={`/students/${student.id}`} className="btn btn-plain btn-sm">
          {say('report.back', { name: student.name })}
        </Link>
        <Form.Select
          size="sm"
          value={weeks}
          aria-label={say('report.period')}
          onChange={({ target }) => choose(target.value)}
        >
          {LENGTHS.map((length) => (
            <option key={length} value={length}>
              {say('report.weeks', { weeks: length })}
            </option>
          ))}
        </Form.Select>
        <Button size="sm" onClick={() => window.print()}>
          {say('report.print')}
        </Button>
      </div>
      <header>
        <h1>{say('report.title', { name: student.name })}</h1>
        <p className="text-soft">
          {say('report.dates', { from: formatDate(period.firstDay), to: formatDate(period.today) })}
          {account && <> · {say('report.by', { teacher: account.name, studio: account.studio })}</>}
        </p>
      </header>
      {error && <p role="alert">{wordsOf(error)}</p>}
      {assignments && (
        <>
          <Practice report={report} period={period} />
          <Lessons student={student} period={period} />
          <Learned items={report.items.filter(({ learned }) => learned !== null)} />
          <WorkingOn items={report.items.filter(({ learned }) => learned === null)} />
          <Skills student={student} period={period} />
          <Words student={student} />
        </>
      )}
    </div>
  );
};

/** The end of a term on a page: practice, lessons, what was learned, and the teacher's words. */
const StudentReport = () => <OfStudent>{(student) => <Report key={student.id} student={student} />}</OfStudent>;

export default StudentReport;
