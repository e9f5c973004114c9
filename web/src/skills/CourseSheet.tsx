import './skills.scss';
import type { Student } from '@fleet-wren/contract';
import { withName, type CourseItem, type Pattern, type TargetStudy } from '@fleet-wren/core';
import { formatDay, say } from '@fleet-wren/wording';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import type { PatternWithId } from '../api/patterns.ts';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { CourseTable, dayOf } from './CoursePlan.tsx';
import { findFigure } from './figure-names.ts';
import { OfStudent } from '../components/students/OfStudent.tsx';
import { skillInSentence } from './skill-text.ts';
import { USUAL_LENGTH, useSkillStudy, type CourseLength } from './useSkillStudy.ts';

/** A length of a course as an address has it. */
const lengthOf = (search: URLSearchParams): CourseLength => ({
  weeks: Math.min(104, Number(search.get('weeks')) || USUAL_LENGTH.weeks),
  minutes: Math.min(5000, Number(search.get('minutes')) || USUAL_LENGTH.minutes),
});

interface FiguresProps {
  readonly target: TargetStudy;
  readonly goal: { readonly id: string; readonly pattern: Pattern };
  readonly own: readonly PatternWithId[];
}

/** Each figure of a course once, in the order they come, at the tempo it begins with. */
const Figures = ({ target, goal, own }: FiguresProps) => {
  const figures = useMemo(() => {
    const first = new Map<string, CourseItem>();
    for (const { items } of target.course.weeks)
      for (const item of items) if (!first.has(item.id)) first.set(item.id, item);
    return [...first.values()].flatMap((item) => {
      const pattern = item.id === goal.id ? goal.pattern : findFigure(item.id, own);
      return pattern ? [{ item, pattern: withName({ ...pattern, tempo: item.tempo }, pattern.name) }] : [];
    });
  }, [target, goal, own]);
  return figures.map(({ item, pattern }) => (
    <section key={item.id} className="course-figure" aria-label={pattern.name}>
      {item.newSkills[0] && (
        <p className="course-new">{say('course.item-new', { skill: skillInSentence(item.newSkills[0]) })}</p>
      )}
      <PatternPreview pattern={pattern} />
    </section>
  ));
};

const Sheet = ({ student }: { readonly student: Student }) => {
  const [search] = useSearchParams();
  const [today] = useState(() => dayOf(Date.now()));
  const length = useMemo(() => lengthOf(search), [search]);
  const { value: study, target, own, errorText, error } = useSkillStudy(student, length, today);
  const trouble = errorText ?? (error ? wordsOf(error) : undefined);
  const goal = target ? { id: target.id, name: target.pattern.name } : null;
  return (
    <div className="page course-sheet">
      <div className="course-sheet-bar">
        <Link to={`/students/${student.id}/skills`} className="btn btn-plain btn-sm">
          {say('course.back-to-skills')}
        </Link>
        <Button size="sm" onClick={() => window.print()}>
          {say('course.print')}
        </Button>
      </div>
      {trouble && <p role="alert">{trouble}</p>}
      {!study && !trouble && <p className="text-soft">{say('course.reading')}</p>}
      {study && !goal && <p>{say('course.no-goal')}</p>}
      {study?.target && target && goal && (
        <>
          <h1>{say('course.sheet-title', { goal: goal.name, name: student.name })}</h1>
          <p className="text-soft">{say('course.sheet-made', { date: formatDay(today), minutes: length.minutes })}</p>
          <CourseTable target={study.target} goal={goal} own={own} today={today} />
          <h2>{say('course.sheet-figures')}</h2>
          <Figures target={study.target} goal={target} own={own} />
        </>
      )}
    </div>
  );
};

/** A course to print: the weeks, and every figure in them. */
const CourseSheet = () => <OfStudent>{(student) => <Sheet key={student.id} student={student} />}</OfStudent>;

export default CourseSheet;
