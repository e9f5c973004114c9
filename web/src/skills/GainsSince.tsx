import type { SkillCode, SkillGain } from '@fleet-wren/core';
import { formatDay, say } from '@fleet-wren/wording';
import { Form } from 'react-bootstrap';
import { listSkillNames } from './skill-text.ts';

/** Weeks a map can be compared over. */
const WEEKS = [4, 8, 12, 26] as const;

const DAYS_IN_WEEK = 7;

interface GainsProps {
  readonly today: number;
  readonly weeks: number | null;
  readonly choose: (weeks: number | null) => void;
  readonly gains: readonly SkillGain[] | undefined;
}

const codesOf = (gains: readonly SkillGain[], state: SkillGain['to']): readonly SkillCode[] =>
  gains.flatMap(({ code, to }) => (to === state ? [code] : []));

/** What a student learned since a day, in words; the map marks the same skills. */
export const GainsSince = ({ today, weeks, choose, gains }: GainsProps) => {
  const [known, begun] = [codesOf(gains ?? [], 'known'), codesOf(gains ?? [], 'begun')];
  return (
    <div className="skill-gains">
      <label>
        {say('course.compare')}
        <Form.Select
          size="sm"
          value={weeks ?? ''}
          onChange={({ target }) => choose(target.value === '' ? null : Number(target.value))}
        >
          <option value="">{say('course.compare-not')}</option>
          {WEEKS.map((count) => (
            <option key={count} value={count}>
              {say('course.compare-weeks', { weeks: count })}
            </option>
          ))}
        </Form.Select>
      </label>
      {weeks !== null && gains && (
        <p role="status">
          {say('course.gains', {
            day: formatDay(today - weeks * DAYS_IN_WEEK),
            knownCount: known.length,
            known: listSkillNames(known),
            begunCount: begun.length,
            begun: listSkillNames(begun),
          })}
        </p>
      )}
    </div>
  );
};
