import {
  SKILLS,
  SKILL_KINDS,
  createSkillFigure,
  message,
  withName,
  type Coverage,
  type SkillCode,
  type SkillCoverage,
} from '@fleet-wren/core';
import { say, sayMessage } from '@fleet-wren/wording';
import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreatePattern, type PatternWithId } from '../api/patterns.ts';
import { Say } from '../components/say/Say.tsx';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { nameOfSkill } from '../components/skills/skill-name.ts';

const askCoverage = (patterns: readonly PatternWithId[], signal: AbortSignal): Promise<Coverage> =>
  backgroundWorker.request('studyCoverage', [patterns.map(({ id, pattern }) => ({ id, pattern }))], { signal });

interface NamesProps {
  readonly nameOf: (id: string) => string;
}

/** A skill no pattern teaches: a small figure fills the hole. */
const Hole = ({ code }: { readonly code: SkillCode }) => {
  const create = useCreatePattern();
  const notice = useToast();
  const add = (): void => {
    const pattern = withName(createSkillFigure(code), nameOfSkill(code));
    create.mutate(pattern, {
      onSuccess: () => notice({ text: say('course.coverage-added', { name: pattern.name }) }),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  };
  return (
    <Button size="sm" variant="plain" disabled={create.isPending} onClick={add}>
      {say('course.coverage-add')}
    </Button>
  );
};

const Skill = ({ skill: { code, count, easiest }, nameOf }: NamesProps & { readonly skill: SkillCoverage }) => (
  <li className={count === 0 ? 'coverage-hole' : undefined}>
    <b>{nameOfSkill(code)}</b> <span className="text-soft">{say('course.coverage-count', { count })}</span>
    {easiest === null ? (
      <Hole code={code} />
    ) : (
      <span className="text-soft">
        <Say
          text="course.coverage-easiest"
          values={{ name: nameOf(easiest) }}
          elements={{ link: (inside) => <Link to={`/patterns/${easiest}`}>{inside}</Link> }}
        />
      </span>
    )}
  </li>
);

const Alike = ({ groups, nameOf }: NamesProps & { readonly groups: Coverage['alike'] }) => (
  <section aria-label={say('course.alike')}>
    <h2>{say('course.alike')}</h2>
    <p className="text-soft">{say('course.alike-how')}</p>
    <ul>
      {groups.map((ids) => (
        <li key={ids.join()}>
          {ids.map((id, index) => (
            <span key={id}>
              {index > 0 && ' · '}
              <Link to={`/patterns/${id}`}>{nameOf(id)}</Link>
            </span>
          ))}
        </li>
      ))}
    </ul>
  </section>
);

/** What the studio's patterns teach, the holes, and what is played alike. */
export const CoverageList = ({ patterns }: { readonly patterns: readonly PatternWithId[] }) => {
  const { value: coverage } = useWorkerQuery(patterns, askCoverage);
  const names = useMemo(() => new Map(patterns.map(({ id, pattern }) => [id, pattern.name])), [patterns]);
  const nameOf = (id: string): string => names.get(id) ?? '';
  if (!coverage) return <p className="text-soft">{say('course.reading')}</p>;
  const skillsOf = (kind: string): readonly SkillCoverage[] =>
    coverage.skills.filter((_, index) => SKILLS[index]?.kind === kind);
  return (
    <>
      <p className="text-soft">{say('course.coverage-looked', { count: patterns.length })}</p>
      <div className="coverage">
        {SKILL_KINDS.map((kind) => (
          <section key={kind} aria-label={sayMessage(message(`skill-kind.${kind}`))}>
            <h3>{sayMessage(message(`skill-kind.${kind}`))}</h3>
            <ul>
              {skillsOf(kind).map((skill) => (
                <Skill key={skill.code} skill={skill} nameOf={nameOf} />
              ))}
            </ul>
          </section>
        ))}
      </div>
      {coverage.alike.length > 0 && <Alike groups={coverage.alike} nameOf={nameOf} />}
    </>
  );
};
