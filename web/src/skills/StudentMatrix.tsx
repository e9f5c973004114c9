import type { Student } from '@fleet-wren/contract';
import { SKILLS, SKILL_KINDS, message, type SkillKind, type SkillState, type SkillStudy } from '@fleet-wren/core';
import { say, sayMessage } from '@fleet-wren/wording';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { fetchPractice } from '../api/practice.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { nameOfSkill } from '../components/skills/skill-name.ts';
import { stateText } from './skill-text.ts';

/** What is believed of a student's skills, without a goal. */
const studyStudent = async (student: Student, today: number, signal: AbortSignal): Promise<SkillStudy> => {
  const { assignments, attempts } = await fetchPractice(student.id);
  const practised = assignments.map(({ id, pattern, plan }) => ({ id, pattern, plan }));
  const known = student.about.knownSkills ?? [];
  const rest = { target: null, figures: [], declined: [], weeks: 0, minutes: 0, held: [] };
  return backgroundWorker.request('studySkills', [{ practised, attempts, known, today, ...rest }], { signal });
};

const DOT = { step: 15, gap: 12, radius: 4.6, height: 26 } as const;

/** Pixels a letter of a kind's name takes at most. */
const LETTER = 6;

const nameOfKind = (kind: SkillKind): string => sayMessage(message(`skill-kind.${kind}`));

/** Where each kind begins: as wide as its skills, or as its name. */
const KINDS = SKILL_KINDS.reduce<readonly { readonly kind: SkillKind; readonly x: number; readonly end: number }[]>(
  (before, kind) => {
    const x = (before.at(-1)?.end ?? -DOT.gap) + DOT.gap;
    const count = SKILLS.filter((skill) => skill.kind === kind).length;
    return [...before, { kind, x, end: x + Math.max(count * DOT.step, nameOfKind(kind).length * LETTER) }];
  },
  [],
);

/** Where each skill has its column. */
const COLUMNS = KINDS.flatMap(({ kind, x }) =>
  SKILLS.filter((skill) => skill.kind === kind).map((skill, index) => ({
    ...skill,
    x: x + DOT.step / 2 + index * DOT.step,
  })),
);

const WIDTH = KINDS.at(-1)?.end ?? 0;

const Dot = ({ state }: { readonly state: SkillState }) => (
  <>
    <circle className="skill-dot" r={DOT.radius} />
    {state === 'begun' && (
      <path className="skill-half" d={`M0 ${DOT.radius}A${DOT.radius} ${DOT.radius} 0 0 1 0 ${-DOT.radius}Z`} />
    )}
  </>
);

const Row = ({ student, study }: { readonly student: Student; readonly study: SkillStudy | undefined }) => (
  <li className="matrix-row">
    <Link to={`/students/${student.id}/skills`} className="pattern-link">
      {student.name}
    </Link>
    <svg viewBox={`0 0 ${WIDTH} ${DOT.height}`} role="img" aria-label={say('course.skills-of', { name: student.name })}>
      {study &&
        COLUMNS.map(({ code, x }) => (
          <g key={code} className={`skill-${study.states[code]}`} transform={`translate(${x} ${DOT.height / 2})`}>
            <title>
              {say('course.studio-dot', {
                name: student.name,
                skill: nameOfSkill(code),
                state: stateText(study.states[code]),
              })}
            </title>
            <Dot state={study.states[code]} />
          </g>
        ))}
    </svg>
  </li>
);

const Kinds = () => (
  <li className="matrix-row" aria-hidden="true">
    <span />
    <svg viewBox={`0 0 ${WIDTH} 22`}>
      {KINDS.map(({ kind, x }) => (
        <text key={kind} className="matrix-kind" x={x + 2} y={16}>
          {nameOfKind(kind)}
        </text>
      ))}
    </svg>
  </li>
);

/** Students that are shown at first: each is asked for and worked out by itself. */
const FIRST = 40;

/** The studio at a glance: a row for each student, a dot for each skill. */
export const StudentMatrix = ({
  students,
  today,
}: {
  readonly students: readonly Student[];
  readonly today: number;
}) => {
  const [isWhole, setWhole] = useState(false);
  const shown = isWhole ? students : students.slice(0, FIRST);
  const studies = useQueries({
    queries: shown.map((student) => ({
      queryKey: ['practice', student.id, 'skills', student.about.knownSkills ?? [], today],
      queryFn: ({ signal }) => studyStudent(student, today, signal),
    })),
  });
  if (students.length === 0) return <p className="text-soft">{say('course.studio-none')}</p>;
  return (
    <>
      <ol className="matrix">
        <Kinds />
        {shown.map((student, index) => (
          <Row key={student.id} student={student} study={studies[index]?.data} />
        ))}
      </ol>
      {shown.length < students.length && (
        <Button variant="quiet" size="sm" onClick={() => setWhole(true)}>
          {say('course.studio-all', { count: students.length })}
        </Button>
      )}
    </>
  );
};
