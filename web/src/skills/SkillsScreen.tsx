import './skills.scss';
import '../components/skills/skill-chip.scss';
import type { Student } from '@fleet-wren/contract';
import { REACHED_CHANCE, SKILLS, type SkillCode, type SkillStudy, type TargetStudy } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useAttempts } from '../api/practice.ts';
import { useSkillGains } from '../components/students/useSkillGains.ts';
import { CoursePlan, dayOf } from './CoursePlan.tsx';
import { nameOfSkill } from '../components/skills/skill-name.ts';
import { GainsSince } from './GainsSince.tsx';
import { GoalPicker } from './GoalPicker.tsx';
import { NextFigures } from './NextFigures.tsx';
import { OfStudent } from '../components/students/OfStudent.tsx';
import { SkillDetails } from './SkillDetails.tsx';
import { AllSkills, SkillMap } from './SkillMap.tsx';
import { listSkillNames, stateText, toPercent } from './skill-text.ts';
import { USUAL_LENGTH, useSkillStudy, type CourseLength } from './useSkillStudy.ts';

/** The map for whoever does not see it. */
const SkillTable = ({ study }: { readonly study: SkillStudy }) => (
  <details className="skill-table">
    <summary className="text-soft">{say('course.table')}</summary>
    <table>
      <thead>
        <tr>
          <th scope="col">{say('course.table-skill')}</th>
          <th scope="col">{say('course.table-state')}</th>
          <th scope="col">{say('course.table-chance')}</th>
        </tr>
      </thead>
      <tbody>
        {SKILLS.map(({ code }, index) => (
          <tr key={code}>
            <th scope="row">{nameOfSkill(code)}</th>
            <td>{stateText(study.states[code])}</td>
            <td>{say('course.chance', { chance: toPercent(study.beliefs[index]?.chance ?? 0) })}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </details>
);

interface OutlookProps {
  readonly target: TargetStudy;
  readonly states: SkillStudy['states'];
  readonly tempo: number;
}

const GoalOutlook = ({ target, states, tempo }: OutlookProps) => {
  const isThere = target.chance >= REACHED_CHANCE;
  const missing = target.uses.filter((code) => states[code] !== 'known');
  return (
    <p>
      <b>{say('course.goal-chance', { chance: toPercent(target.chance), tempo })}</b>{' '}
      {!isThere && missing.length > 0 && say('course.goal-missing', { skills: listSkillNames(missing) })}
      {!isThere && missing.length === 0 && say('course.goal-nothing-missing')}
      {isThere && say('course.goal-there')}
    </p>
  );
};

const Page = ({ student }: { readonly student: Student }) => {
  const [length, setLength] = useState<CourseLength>({
    ...USUAL_LENGTH,
    minutes: student.about.weeklyMinutes || USUAL_LENGTH.minutes,
  });
  const [chosen, setChosen] = useState<SkillCode | null>(null);
  const [today] = useState(() => dayOf(Date.now()));
  const {
    value: study,
    errorText,
    error,
    assignments,
    own,
    target,
    isGoalGone,
  } = useSkillStudy(student, length, today);
  const assigned = useMemo(
    () => new Set(assignments.filter(({ endedAt }) => endedAt === null).map(({ name }) => name)),
    [assignments],
  );
  const [weeks, setWeeks] = useState<number | null>(null);
  const { data: attempts } = useAttempts(student.id);
  const from = weeks === null ? null : today - 7 * weeks;
  const gains = useSkillGains({ student, assignments, attempts, from, today });
  const gained = useMemo(() => new Set(gains?.map(({ code }) => code)), [gains]);
  const choose = (code: SkillCode): void => setChosen(chosen === code ? null : code);
  const trouble = errorText ?? (error ? wordsOf(error) : undefined);
  const goal = target && study?.target ? target.pattern.name : null;
  return (
    <div className="page skills-page">
      <header className="page-head">
        <h1>{say('course.skills-of', { name: student.name })}</h1>
        <Link to={`/students/${student.id}`} className="btn btn-plain btn-sm">
          {say('course.back', { name: student.name })}
        </Link>
      </header>
      {trouble && (
        <p className="finding finding-trouble" role="alert">
          {trouble}
        </p>
      )}
      {!study && !trouble && <p className="text-soft">{say('course.reading')}</p>}
      {study && (
        <div className="skills-columns">
          <section aria-label={say('course.map')}>
            <div className="skills-head">
              <h2>{goal === null ? say('course.map-open') : say('course.map-toward', { goal })}</h2>
              <GoalPicker student={student} />
            </div>
            {isGoalGone && <p className="finding finding-notable">{say('course.goal-gone')}</p>}
            {goal === null && !isGoalGone && <p className="text-soft">{say('course.no-goal')}</p>}
            {study.target && target && (
              <GoalOutlook target={study.target} states={study.states} tempo={target.pattern.tempo} />
            )}
            {study.target && goal !== null ? (
              <SkillMap {...{ study, goal, gained, chosen, choose }} uses={study.target.uses} />
            ) : (
              <AllSkills {...{ study, gained, chosen, choose }} />
            )}
            {study.isHeard && <GainsSince {...{ today, weeks, gains }} choose={setWeeks} />}
            <p className="text-soft">
              {study.isHeard ? say('course.map-how') : say('course.nothing-heard', { name: student.name })}
            </p>
            {chosen && <SkillDetails student={student} study={study} code={chosen} close={() => setChosen(null)} />}
            {goal !== null && <SkillTable study={study} />}
            {study.target && target && (
              <CoursePlan
                target={study.target}
                goal={{ id: target.id, name: target.pattern.name }}
                own={own}
                length={length}
                change={setLength}
                today={today}
              />
            )}
          </section>
          <div>
            <NextFigures student={student} study={study} own={own} goal={target} assigned={assigned} />
          </div>
        </div>
      )}
    </div>
  );
};

/** What a student can do, what comes next, and the way to a goal. */
const SkillsScreen = () => <OfStudent>{(student) => <Page key={student.id} student={student} />}</OfStudent>;

export default SkillsScreen;
