import '../students/students.scss';
import type { Student } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { format } from 'date-fns/format';
import { MILLISECONDS_PER_DAY, formatMaxTempo, recordLesson } from '@fleet-wren/core';
import { useNow } from '../components/useNow.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { usePatternList } from '../api/patterns.ts';
import { useAssignmentList } from '../api/practice.ts';
import { useUpdateStudent, useStudents } from '../api/students.ts';
import { DemoThere } from './Demo.tsx';
import { StudioWall } from './StudioWall.tsx';
import type { StudentWithAssignments } from './studio-wall.ts';
import { FirstSteps, useFirstSteps } from './FirstSteps.tsx';
import { LessonOutcomeButtons } from '../components/students/LessonOutcomeButtons.tsx';
import { PainReports } from '../components/students/PainReports.tsx';
import { listPainReports } from '../components/students/pain-reports.ts';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import { GroupFilter, useGroup } from '../components/students/GroupFilter.tsx';
import { groupByStudent } from '../components/students/group-by-student.ts';
import { formatTimeAgo, findLessonTime, formatProgressSummary } from '../components/students/student-text.ts';

const Name = ({ student }: StudentWithAssignments) => (
  <Link to={`/students/${student.id}`} className="pattern-link">
    {student.name}
  </Link>
);

/** Calls a lesson off, or moves it, for one day. */
const RescheduleLesson = ({
  student,
  day,
  time,
}: {
  readonly student: Student;
  readonly day: string;
  readonly time: string;
}) => {
  const change = useUpdateStudent();
  const notice = useToast();
  const [moving, setMoving] = useState(false);
  const { about } = student;
  const others = (about.changes ?? []).filter((one) => one.day !== day);
  const set = (to: string | null): void => {
    const changes = [...others, { day, time: to }].slice(-100);
    // What the teacher calls off is owed.
    const lessons = to === null ? recordLesson(about.lessons ?? [], { day, outcome: 'cancelled' }) : about.lessons;
    setMoving(false);
    change.mutate(
      { ...student, about: { ...about, changes, lessons } },
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
              run: () =>
                change.mutate({
                  ...kept,
                  about: { ...kept.about, changes: [...others, { day, time }], lessons: about.lessons },
                }),
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

const TodaysLessons = ({ known, now }: { readonly known: readonly StudentWithAssignments[]; readonly now: number }) => {
  const lessons = known
    .flatMap((one) => {
      const time = findLessonTime(one.student.about, new Date(now));
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
              <LessonOutcomeButtons student={one.student} day={format(now, 'yyyy-MM-dd')} />
              {one.lines.slice(0, 3).map(({ id, name, standing, sourceId }) => (
                <div key={id}>
                  {sourceId ? <Link to={`/patterns/${sourceId}?lesson=${one.student.id}`}>{name}</Link> : name}:{' '}
                  <span className="text-soft">{formatProgressSummary(standing, now)}</span>
                  {standing.stuck && <b className="text-warning"> {say('students.stuck')}</b>}
                </div>
              ))}
            </div>
            <RescheduleLesson student={one.student} day={format(now, 'yyyy-MM-dd')} time={one.time} />
          </li>
        ))}
      </ol>
    </section>
  );
};

const RecentAchievements = ({
  known,
  now,
}: {
  readonly known: readonly StudentWithAssignments[];
  readonly now: number;
}) => {
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
          <Name {...one} /> {one.name} <span className="text-soft">{formatTimeAgo(one.at)}</span>
        </p>
      ))}
    </section>
  );
};

const RecentPatterns = () => {
  const { data } = usePatternList({ search: '' });
  const lines = data?.pages[0]?.patterns.slice(0, 4) ?? [];
  return (
    <section aria-label={say('students.recently-edited')}>
      <h2>{say('students.recently-edited')}</h2>
      {lines.map(({ id, name, summary }) => (
        <p key={id} className="desk-entry recent-pattern">
          <FingeringThumbnail strokes={summary.miniature} strings={summary.strings} width={132} height={36} />
          <Link to={`/patterns/${id}`} className="pattern-link">
            {name}
          </Link>
          <span className="text-soft">
            {summary.ceiling === null ? '' : say('common.bpm-max', { bpm: formatMaxTempo(summary.ceiling) })}
          </span>
        </p>
      ))}
    </section>
  );
};

/** Whoever reported pain last stands first. */
const byLatestPain = (known: readonly StudentWithAssignments[], now: number): readonly StudentWithAssignments[] => {
  const latest = ({ lines }: StudentWithAssignments): number => listPainReports(lines, now)[0]?.pain.at ?? 0;
  return [...known].sort((a, b) => latest(b) - latest(a));
};

/** The desk: who is hurt, how everybody gets on, today's lessons, who got through. */
const TodayScreen = () => {
  const { data: students } = useStudents();
  const { data: lines } = useAssignmentList();
  const known = useMemo(() => {
    const of = groupByStudent(lines);
    return (students ?? [])
      .filter(({ archivedAt }) => archivedAt === null)
      .map((student) => ({ student, lines: of.get(student.id) ?? [] }));
  }, [students, lines]);
  const { members, ...filter } = useGroup(useMemo(() => known.map(({ student }) => student), [known]));
  const wall = known.filter(({ student }) => members.includes(student));
  const now = useNow();
  const steps = useFirstSteps();
  // Whoever has patterns and students is no longer new, with whatever hand.
  const first = steps && !(steps[1] && steps[2]) ? steps : null;
  return (
    <div className="page desk">
      <header className="page-head">
        <h1>{say('common.today')}</h1>
      </header>
      {byLatestPain(known, now).map(({ student, lines }) => (
        <PainReports key={student.id} student={student} lines={lines} isLinked />
      ))}
      {first && <FirstSteps done={first} />}
      <DemoThere />
      {students && students.length > 0 && (
        <div className="desk-columns">
          <StudioWall known={wall} now={now}>
            <GroupFilter {...filter} />
          </StudioWall>
          <div>
            <TodaysLessons known={known} now={now} />
            <RecentAchievements known={known} now={now} />
            <RecentPatterns />
          </div>
        </div>
      )}
    </div>
  );
};

export default TodayScreen;
