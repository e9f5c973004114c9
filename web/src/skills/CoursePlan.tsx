import { MILLISECONDS_PER_DAY, type CourseItem, type TargetStudy } from '@fleet-wren/core';
import { formatDay, say } from '@fleet-wren/wording';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { PatternWithId } from '../api/patterns.ts';
import { findFigure } from './figure-names.ts';
import { skillInSentence, toPercent } from './skill-text.ts';
import type { CourseLength } from './useSkillStudy.ts';

const DAYS_A_WEEK = 7;

/** How long a course may be, and how much may be practised in a week. */
const CHOICES = { weeks: [4, 8, 12, 26, 52], minutes: [30, 60, 90, 120, 180, 300] } as const;

interface CoursePlanProps {
  readonly target: TargetStudy;
  readonly goal: { readonly id: string; readonly name: string };
  readonly own: readonly PatternWithId[];
  readonly length: CourseLength;
  readonly change: (length: CourseLength) => void;
  /** Days since 1970. */
  readonly today: number;
}

const Item = ({ item, goal, own }: Pick<CoursePlanProps, 'goal' | 'own'> & { readonly item: CourseItem }) => {
  const name = item.id === goal.id ? goal.name : findFigure(item.id, own)?.name;
  const [fresh] = item.newSkills;
  if (!name) return null;
  return (
    <li>
      {say('course.item', { name, tempo: item.tempo, minutes: item.minutes })}
      {fresh && <b className="course-new"> {say('course.item-new', { skill: skillInSentence(fresh) })}</b>}
    </li>
  );
};

/** When a course comes to its goal, or how near. */
export const CourseOutlook = ({ target: { course }, goal, length, today }: Omit<CoursePlanProps, 'own' | 'change'>) => {
  const chance = toPercent(course.weeks.at(-1)?.chance ?? 0);
  return (
    <p>
      {course.reachedIn === null
        ? say('course.not-reached', { weeks: length.weeks, goal: goal.name, chance })
        : say('course.reached', {
            goal: goal.name,
            week: course.reachedIn + 1,
            date: formatDay(today + (course.reachedIn + 1) * DAYS_A_WEEK),
          })}
    </p>
  );
};

/** Choices with the one that is set among them. */
const withCurrent = (choices: readonly number[], current: number): readonly number[] =>
  [...new Set([...choices, current])].sort((a, b) => a - b);

/** How many weeks a course has, and how much is practised in one. */
export const CourseFields = ({ length, change }: Pick<CoursePlanProps, 'length' | 'change'>) =>
  (['weeks', 'minutes'] as const).map((field) => (
    <label key={field}>
      {say(`course.${field}`)}
      <Form.Select
        size="sm"
        value={length[field]}
        onChange={({ target: { value } }) => change({ ...length, [field]: Number(value) })}
      >
        {withCurrent(CHOICES[field], length[field]).map((value) => (
          <option key={value}>{value}</option>
        ))}
      </Form.Select>
    </label>
  ));

/** The weeks of a course: what is practised, and how near it comes. */
export const CourseTable = ({ target, goal, own, today }: Omit<CoursePlanProps, 'length' | 'change'>) => (
  <table>
    <thead>
      <tr>
        <th scope="col">{say('course.week-head')}</th>
        <th scope="col">{say('course.practise-head')}</th>
        <th scope="col">{say('course.chance-head')}</th>
      </tr>
    </thead>
    <tbody>
      {target.course.weeks.map(({ week, items, chance }) => (
        <tr key={week}>
          <th scope="row">
            {say('course.week', { week: week + 1 })}
            <small className="text-soft">
              {say('course.week-from', { date: formatDay(today + week * DAYS_A_WEEK) })}
            </small>
          </th>
          <td>
            <ul>
              {items.map((item) => (
                <Item key={item.id} item={item} goal={goal} own={own} />
              ))}
            </ul>
          </td>
          <td className="course-chance">{say('course.chance', { chance: toPercent(chance) })}</td>
        </tr>
      ))}
    </tbody>
  </table>
);

/** The way to a goal week by week: what is practised, and how near it comes. */
export const CoursePlan = (props: CoursePlanProps) => {
  const { length, change } = props;
  return (
    <section aria-label={say('course.plan')} className="course">
      <h2>{say('course.plan')}</h2>
      <div className="course-fields">
        <CourseFields length={length} change={change} />
      </div>
      <CourseOutlook {...props} />
      <CourseTable {...props} />
      <p className="skill-actions">
        <Link to={`course?weeks=${length.weeks}&minutes=${length.minutes}`} className="btn btn-quiet btn-sm">
          {say('course.sheet')}
        </Link>
        <span className="text-soft">{say('course.replanned')}</span>
      </p>
    </section>
  );
};

/** The day of a time, by the clock of this device, counted from 1970. */
export const dayOf = (now: number): number =>
  Math.floor((now - new Date(now).getTimezoneOffset() * 60_000) / MILLISECONDS_PER_DAY);
