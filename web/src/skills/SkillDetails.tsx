import type { Student } from '@fleet-wren/contract';
import { getSkill, skillMeaning, type SkillCode, type SkillStudy } from '@fleet-wren/core';
import { say, sayMessage } from '@fleet-wren/wording';
import { Button } from 'react-bootstrap';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';
import { findFigure } from './figure-names.ts';
import { nameOfSkill } from '../components/skills/skill-name.ts';
import { listSkillNames, stateText, toPercent } from './skill-text.ts';
import { useAboutStudent } from './useAboutStudent.ts';

interface SkillDetailsProps {
  readonly student: Student;
  readonly study: SkillStudy;
  readonly code: SkillCode;
  readonly close: () => void;
}

/** What a skill is, how it stands with a student, and a small figure that shows it. */
export const SkillDetails = ({ student, study, code, close }: SkillDetailsProps) => {
  const change = useAboutStudent(student);
  const marked = student.about.knownSkills ?? [];
  const isMarked = marked.includes(code);
  const belief = study.beliefs.find((one) => one.code === code);
  const figure = findFigure(`skill:${code}`, []);
  const { needs } = getSkill(code);
  const mark = (): void => change({ knownSkills: isMarked ? marked.filter((one) => one !== code) : [...marked, code] });
  return (
    <section className="skill-details" aria-label={nameOfSkill(code)}>
      <h2>
        {nameOfSkill(code)} <small className="text-soft">{stateText(study.states[code])}</small>
      </h2>
      <p>{sayMessage(skillMeaning(code))}</p>
      {belief && (
        <p className="text-soft">
          {say('course.skill-chance', { chance: toPercent(belief.chance) })}{' '}
          {say('course.skill-passes', { count: belief.passes })}{' '}
          {needs.length > 0 && say('course.skill-needs', { skills: listSkillNames(needs) })}
        </p>
      )}
      {figure && <PatternPreview pattern={figure} />}
      <p className="skill-actions">
        <Button size="sm" variant="quiet" onClick={mark}>
          {isMarked ? say('course.has-it-not') : say('course.has-it', { name: student.name })}
        </Button>
        <Button size="sm" variant="plain" onClick={close}>
          {say('course.close-skill')}
        </Button>
      </p>
    </section>
  );
};
