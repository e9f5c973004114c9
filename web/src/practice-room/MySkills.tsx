import '../components/skills/skill-chip.scss';
import {
  SKILLS,
  localDay,
  type Skill,
  type SkillState,
  type SkillStudy,
  type SkillStudyRequest,
} from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useMemo, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { PRACTICE_LINK_HEADER, type PracticeSkillsResponse } from '@fleet-wren/contract';
import { callApi } from '../api/http-client.ts';
import { nameOfSkill } from '../components/skills/skill-name.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { backgroundWorker } from '../workers/workers.ts';

const study = (request: SkillStudyRequest | null, signal: AbortSignal): Promise<SkillStudy | null> =>
  request ? backgroundWorker.request('studySkills', [request], { signal }) : Promise.resolve(null);

const requestOf = (told: PracticeSkillsResponse, today: number): SkillStudyRequest => ({
  ...told,
  today,
  target: null,
  figures: [],
  declined: [],
  weeks: 0,
  minutes: 0,
  held: [],
});

/** What is shown, in this order: what is known first, for it is what was worked for. */
const SHOWN: readonly (readonly [SkillState, string])[] = [
  ['known', say('practice.skills-known')],
  ['begun', say('practice.skills-begun')],
  ['next', say('practice.skills-next')],
];

/** What comes next is much; the easiest of it is enough to see. */
const MOST_NEXT = 6;

const listSkills = (states: SkillStudy['states'], state: SkillState): readonly Skill[] => {
  const all = SKILLS.filter(({ code }) => states[code] === state);
  return state === 'next' ? [...all].sort((a, b) => a.difficulty - b.difficulty).slice(0, MOST_NEXT) : all;
};

/** A student's own map of skills: what they have, what they work on, what comes next. Nobody else is in it. */
const MySkills = ({ token }: { readonly token: string }) => {
  const [today] = useState(() => localDay(Date.now(), -new Date().getTimezoneOffset()));
  const told = useQuery({
    queryKey: ['my skills', token],
    queryFn: () => callApi('GET /practice/skills', { headers: { [PRACTICE_LINK_HEADER]: token } }),
    retry: false,
  });
  const request = useMemo(() => (told.data ? requestOf(told.data, today) : null), [told.data, today]);
  const { value } = useWorkerQuery(request, study);
  // Without a connection there is nothing to show: progress above is worked out from what the room keeps.
  if (!value) return null;
  return (
    <section aria-label={say('practice.my-skills')} className="room-skills">
      <h2>{say('practice.my-skills')}</h2>
      {SHOWN.map(([state, title]) => {
        const skills = listSkills(value.states, state);
        return skills.length === 0 ? null : (
          <div key={state}>
            <h3>{title}</h3>
            <p>
              {skills.map(({ code }) => (
                <span key={code} className={`skill-chip skill-chip-${state}`}>
                  <i aria-hidden="true" />
                  {nameOfSkill(code)}
                </span>
              ))}
            </p>
          </div>
        );
      })}
    </section>
  );
};

export default MySkills;
