import type { Student } from '@fleet-wren/contract';
import {
  PRACTICE_METHODS,
  createThumbnail,
  stringCount,
  toLadderPlan,
  type FigureSuggestion,
  type HandProfile,
  type Pattern,
  type SkillStudy,
} from '@fleet-wren/core';
import { say, sayProblems } from '@fleet-wren/wording';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { wordsOf } from '../api/api-error.ts';
import type { PatternWithId } from '../api/patterns.ts';
import { useCreateAssignment, useDeleteAssignment } from '../api/practice.ts';
import { isSongSectionId } from '../api/songs.ts';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import { useStudentHand } from '../components/hand/useStudentHand.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { Declined, DeclineMenu } from './DeclineMenu.tsx';
import { findFigure } from './figure-names.ts';
import { toPercent, whatIsNew } from './skill-text.ts';

interface Judged {
  readonly pattern: Pattern;
  readonly hand: HandProfile;
}

const askDigits = ({ pattern, hand }: Judged, signal: AbortSignal) =>
  backgroundWorker.request('analyseOnce', [pattern, hand], { signal });

/** A figure in small, with who plays what. */
const Miniature = ({ pattern, hand }: Judged) => {
  const question = useMemo(() => ({ pattern, hand }), [pattern, hand]);
  const { value } = useWorkerQuery(question, askDigits);
  return (
    <FingeringThumbnail
      strokes={createThumbnail(pattern, value?.digits ?? {})}
      strings={stringCount(pattern.instrument)}
    />
  );
};

/** How far beyond where it begins a figure is taken at first. */
const FIRST_REACH = 1.3;

/** The tempo a figure is assigned to: not all the way at once. */
const firstTarget = ({ tempo, fastest }: Pick<FigureSuggestion, 'tempo' | 'fastest'>): number =>
  Math.round(Math.min(fastest, tempo * FIRST_REACH));

/** Assigns a suggested figure, with one press that takes it back. */
const useAssignFigure = (student: Student) => {
  const hand = useStudentHand(student.id);
  const create = useCreateAssignment(student.id);
  const remove = useDeleteAssignment();
  const notice = useToast();
  return async (suggestion: FigureSuggestion, pattern: Pattern, isOwn: boolean): Promise<void> => {
    const [target, way] = [firstTarget(suggestion), student.about.way ?? PRACTICE_METHODS[0]];
    const ladder = await backgroundWorker.request('ladder', [pattern, { target, method: way, hand }]);
    if (!ladder.ok) return notice({ text: sayProblems(ladder.problems) });
    const source = isOwn ? { sourceId: suggestion.id } : {};
    create.mutate(
      { name: pattern.name, pattern, ...source, target, way, plan: toLadderPlan(ladder.value) },
      {
        onSuccess: ({ id }) =>
          notice({
            text: say('course.assigned', { name: pattern.name, tempo: target }),
            action: { label: say('common.undo'), run: () => remove.mutate(id) },
          }),
        onError: (error) => notice({ text: wordsOf(error) }),
      },
    );
  };
};

interface NextProps {
  readonly student: Student;
  readonly study: SkillStudy;
  readonly own: readonly PatternWithId[];
  readonly goal: { readonly id: string; readonly pattern: Pattern } | null;
  /** Names of what is assigned already. */
  readonly assigned: ReadonlySet<string>;
}

interface FigureProps extends NextProps {
  readonly suggestion: FigureSuggestion;
  readonly pattern: Pattern;
}

const Figure = ({ student, suggestion, pattern, own, goal, assigned }: FigureProps) => {
  const [isPending, setPending] = useState(false);
  const assign = useAssignFigure(student);
  const hand = useStudentHand(student.id);
  const isGoal = goal?.id === suggestion.id;
  const press = (): void => {
    setPending(true);
    void assign(
      suggestion,
      pattern,
      own.some(({ id }) => id === suggestion.id) && !isSongSectionId(suggestion.id),
    ).finally(() => setPending(false));
  };
  return (
    <li className="next-figure">
      <Miniature pattern={pattern} hand={hand} />
      <div>
        <h3>{pattern.name}</h3>
        <p>
          {isGoal ? say('course.the-goal-itself') : whatIsNew(suggestion)}{' '}
          <span className="text-soft">
            {say('course.likely', {
              chance: toPercent(suggestion.chance),
              tempo: suggestion.tempo,
              minutes: suggestion.minutes,
            })}
          </span>
        </p>
        <div className="skill-actions">
          {assigned.has(pattern.name) ? (
            <span className="text-soft">{say('course.assigned-already')}</span>
          ) : (
            <Button size="sm" disabled={isPending} onClick={press}>
              {say('course.assign')}
            </Button>
          )}
          {!isGoal && <DeclineMenu student={student} suggestion={suggestion} name={pattern.name} />}
        </div>
      </div>
    </li>
  );
};

/** The figures a student gains most by now. */
export const NextFigures = (props: NextProps) => {
  const { student, study, own, goal } = props;
  const shown = study.suggestions.flatMap((suggestion) => {
    const pattern = suggestion.id === goal?.id ? goal.pattern : findFigure(suggestion.id, own);
    return pattern ? [{ suggestion, pattern }] : [];
  });
  return (
    <section aria-label={say('course.next')}>
      <h2>{say('course.next')}</h2>
      {shown.length === 0 && <p className="text-soft">{say('course.next-none')}</p>}
      <ul className="next-figures">
        {shown.map(({ suggestion, pattern }) => (
          <Figure key={suggestion.id} {...props} suggestion={suggestion} pattern={pattern} />
        ))}
      </ul>
      <Declined student={student} />
    </section>
  );
};
