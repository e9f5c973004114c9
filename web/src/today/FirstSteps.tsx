import { say } from '@fleet-wren/wording';
import { ABLE_ADULT_HAND, createPattern } from '@fleet-wren/core';
import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreatePattern, usePatternList } from '../api/patterns.ts';
import { useHandProfiles } from '../api/studio-settings.ts';
import { useStudents } from '../api/students.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { DemoOffer } from './Demo.tsx';

/** Which of the first three steps are done; null while that is not known. */
export const useFirstSteps = (): readonly [hand: boolean, pattern: boolean, student: boolean] | null => {
  const hands = useHandProfiles().data;
  const patterns = usePatternList({ search: '' }).data;
  const students = useStudents().data;
  const { chosen } = useSelectedHand();
  if (!hands || !patterns || !students) return null;
  return [chosen || hands.length > 0, (patterns.pages[0]?.patterns.length ?? 0) > 0, students.length > 0];
};

interface StepProps {
  readonly number: number;
  readonly title: string;
  readonly why: string;
  readonly done: boolean;
  readonly children: ReactNode;
}

const Step = ({ number, title, why, done, children }: StepProps) => (
  <li className={done ? 'first-step first-step-done' : 'first-step'}>
    <span className="first-step-number" aria-hidden="true">
      {done ? <Check size={16} /> : number}
    </span>
    <h3>{title}</h3>
    {done && <span className="visually-hidden">{say('first-steps.done')}</span>}
    <p className="text-soft">{why}</p>
    {!done && <div className="first-step-ways">{children}</div>}
  </li>
);

const useBlankPattern = () => {
  const create = useCreatePattern();
  const navigate = useNavigate();
  const notice = useToast();
  return (): void =>
    create.mutate(createPattern(say('patterns.new-pattern')), {
      onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
};

/** The first three steps in a new studio, each with the one or two ways to take it. */
export const FirstSteps = ({ done }: { readonly done: readonly [boolean, boolean, boolean] }) => {
  const { choose } = useSelectedHand();
  const blank = useBlankPattern();
  return (
    <section className="first-steps" aria-labelledby="first-steps-title">
      <h2 id="first-steps-title">{say('first-steps.title')}</h2>
      <p className="lead-in">{say('first-steps.lead')}</p>
      <ol>
        <Step number={1} title={say('first-steps.hand')} why={say('first-steps.hand-why')} done={done[0]}>
          <Link to="/settings/hands" className="btn btn-primary">
            {say('first-steps.hand-measure')}
          </Link>
          <Button variant="quiet" onClick={() => choose(ABLE_ADULT_HAND.key)}>
            {say('first-steps.hand-keep')}
          </Button>
        </Step>
        <Step number={2} title={say('first-steps.pattern')} why={say('first-steps.pattern-why')} done={done[1]}>
          <Link to="/patterns/library" className="btn btn-primary">
            {say('first-steps.pattern-library')}
          </Link>
          <Button variant="quiet" onClick={blank}>
            {say('first-steps.pattern-blank')}
          </Button>
        </Step>
        <Step number={3} title={say('first-steps.student')} why={say('first-steps.student-why')} done={done[2]}>
          <Link to="/students" className="btn btn-primary">
            {say('first-steps.student-add')}
          </Link>
        </Step>
      </ol>
      {!done[1] && !done[2] && <DemoOffer />}
    </section>
  );
};
