import { say, sayMessage, saySentence } from '@fleet-wren/wording';
import './students.scss';
import { useNow } from '../parts/useNow.ts';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { format } from 'date-fns/format';
import { MILLISECONDS_PER_DAY } from '@fleet-wren/core';
import { wordsOf } from '../api/http-client.ts';
import { useNotice } from '../app/Notice.tsx';
import { usePatternList } from '../api/patterns.ts';
import { useAssignmentList, type AssignmentListItem } from '../api/practice.ts';
import { useUpdateStudent, useStudents, type Student } from '../api/students.ts';
import { DemoThere } from './Demo.tsx';
import { FirstSteps, useFirstSteps } from './FirstSteps.tsx';
import { byStudent } from './Students.tsx';
import { agoWords, lessonOn, standingWords } from './words.ts';

interface Known {
  readonly student: Student;
  readonly lines: readonly AssignmentListItem[];
}

const lastOf = ({ lines }: Known): number => Math.max(0, ...lines.map(({ standing }) => standing.last ?? 0));

const Name = ({ student }: Known) => (
  <Link to={`/students/${student.id}`} className="pattern-link">
    {student.name}
  </Link>
);

/** Calls a lesson off, or moves it, for one day. */
const LessonTools = ({
  student,
  day,
  time,
}: {
  readonly student: Student;
  readonly day: string;
  readonly time: string;
}) => {
  const change = useUpdateStudent();
  const notice = useNotice();
  const [moving, setMoving] = useState(false);
  const { about } = student;
  const others = (about.changes ?? []).filter((one) => one.day !== day);
  const set = (to: string | null): void => {
    const changes = [...others, { day, time: to }].slice(-100);
    setMoving(false);
    change.mutate(
      { ...student, about: { ...about, changes } },
      {
        onError: (error) => notice({ text: wordsOf(error) }),
        onSuccess: (kept) =>
          notice({
            text:
              to === null
                ? say('students.s-lesson-today-is-cancelled', { name: student.name })
                : say('students.s-lesson-today-is-now-at', { name: student.name, to }),
            action: {
              label: say('common.undo'),
              run: () => change.mutate({ ...kept, about: { ...kept.about, changes: [...others, { day, time }] } }),
            },
          }),
      },
    );
  };
  return (
    <span className="lesson-tools">
      {moving ? (
        <input
          type="time"
          autoFocus
          aria-label={say('students.time-of-s-lesson-today', { name: student.name })}
          defaultValue={time}
          onBlur={({ target }) => (target.value && target.value !== time ? set(target.value) : setMoving(false))}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      ) : (
        <Button variant="plain" size="sm" onClick={() => setMoving(true)}>
          {say('students.reschedule')}
        </Button>
      )}
      <Button variant="plain" size="sm" onClick={() => set(null)}>
        {say('students.skip-today')}
      </Button>
    </span>
  );
};

const Today = ({ known, now }: { readonly known: readonly Known[]; readonly now: number }) => {
  const lessons = known
    .flatMap((one) => {
      const time = lessonOn(one.student.about, new Date(now));
      return time === undefined ? [] : [{ ...one, time }];
    })
    .sort((a, b) => a.time.localeCompare(b.time));
  return (
    <section aria-label={say('students.lessons-today')}>
      <h2>{say('students.today', { format: format(now, 'EEEE d MMMM') })}</h2>
      {lessons.length === 0 && <p className="text-soft">{say('students.no-lessons-today')}</p>}
      <ol className="plain-list">
        {lessons.map((one) => (
          <li key={one.student.id} className="lesson-line">
            <b className="lesson-time">{one.time}</b>
            <div>
              <Name {...one} />
              {one.lines.slice(0, 3).map(({ id, name, standing, sourceId }) => (
                <div key={id}>
                  {sourceId ? <Link to={`/patterns/${sourceId}?lesson=${one.student.id}`}>{name}</Link> : name}:{' '}
                  <span className="text-soft">{standingWords(standing, now)}</span>
                  {standing.stuck && <b className="text-warning"> {say('students.stuck')}</b>}
                </div>
              ))}
            </div>
            <LessonTools student={one.student} day={format(now, 'yyyy-MM-dd')} time={one.time} />
          </li>
        ))}
      </ol>
    </section>
  );
};

const Stuck = ({ known }: { readonly known: readonly Known[] }) => {
  const stuck = known.flatMap((one) =>
    one.lines.flatMap(({ id, name, standing }) =>
      standing.stuck ? [{ ...one, id, name, stuck: standing.stuck }] : [],
    ),
  );
  return (
    <section aria-label={say('students.stuck-2')}>
      <h2>{say('students.stuck-2')}</h2>
      {stuck.length === 0 && <p className="text-soft">{say('students.no-one-is-stuck')}</p>}
      {stuck.map((one) => (
        <div key={one.id} className="desk-entry">
          <Name {...one} /> <span className="text-soft">{one.name}</span>
          <p className="finding finding-notable">
            {saySentence(one.stuck.message)} <b>{sayMessage(one.stuck.advice)}</b>
          </p>
        </div>
      ))}
    </section>
  );
};

const Idle = ({ known, now }: { readonly known: readonly Known[]; readonly now: number }) => {
  const idle = known.filter((one) => one.lines.length > 0 && lastOf(one) < now - 7 * MILLISECONDS_PER_DAY);
  return (
    <section aria-label={say('students.not-practised-this-week')}>
      <h2>{say('students.not-practised-this-week')}</h2>
      {idle.length === 0 && <p className="text-soft">{say('students.everyone-has-practised')}</p>}
      {idle.map((one) => (
        <p key={one.student.id} className="desk-entry">
          <Name {...one} /> <span className="text-soft">{agoWords(lastOf(one) === 0 ? null : lastOf(one))}</span>
        </p>
      ))}
    </section>
  );
};

const Passed = ({ known, now }: { readonly known: readonly Known[]; readonly now: number }) => {
  const through = known.flatMap((one) =>
    one.lines
      .filter(({ standing }) => standing.through !== null && standing.through > now - 14 * MILLISECONDS_PER_DAY)
      .map(({ id, name, standing }) => ({ ...one, id, name, at: standing.through })),
  );
  if (through.length === 0) return null;
  return (
    <section aria-label={say('students.learned-in-the-last-two-weeks')}>
      <h2>{say('students.learned-in-the-last-two-weeks')}</h2>
      {through.map((one) => (
        <p key={one.id} className="desk-entry">
          <Name {...one} /> {one.name} <span className="text-soft">{agoWords(one.at)}</span>
        </p>
      ))}
    </section>
  );
};

const LastWorked = () => {
  const { data } = usePatternList({ search: '' });
  const lines = data?.pages[0]?.patterns.slice(0, 4) ?? [];
  return (
    <section aria-label={say('students.recently-edited')}>
      <h2>{say('students.recently-edited')}</h2>
      {lines.map(({ id, name }) => (
        <p key={id} className="desk-entry">
          <Link to={`/patterns/${id}`} className="pattern-link">
            {name}
          </Link>
        </p>
      ))}
    </section>
  );
};

/** The desk: today's lessons, who is stuck and on what, who has stopped, who got through. */
const Desk = () => {
  const { data: students } = useStudents();
  const { data: lines } = useAssignmentList();
  const known = useMemo(() => {
    const of = byStudent(lines);
    return (students ?? [])
      .filter(({ archivedAt }) => archivedAt === null)
      .map((student) => ({ student, lines: of.get(student.id) ?? [] }));
  }, [students, lines]);
  const now = useNow();
  const steps = useFirstSteps();
  // Whoever has patterns and students is no longer new, with whatever hand.
  const first = steps && !(steps[1] && steps[2]) ? steps : null;
  return (
    <div className="page desk">
      <header className="page-head">
        <h1>{say('common.today')}</h1>
      </header>
      {first && <FirstSteps done={first} />}
      <DemoThere />
      {students && students.length > 0 && (
        <div className="desk-columns">
          <div>
            <Today known={known} now={now} />
            <LastWorked />
          </div>
          <div>
            <Stuck known={known} />
            <Idle known={known} now={now} />
            <Passed known={known} now={now} />
          </div>
        </div>
      )}
    </div>
  );
};

export default Desk;
