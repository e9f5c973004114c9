import type { Student } from '@fleet-wren/contract';
import { say, saySentence } from '@fleet-wren/wording';
import { proposeHandFromTake, type HandProfile, type TransitionTimeEstimate } from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { useStudentHand } from '../components/hand/useStudentHand.ts';
import { useSaveMeasuredHand } from '../components/hand/useSaveMeasuredHand.ts';
import type { AssessedTake } from '../components/take/assessed-take.ts';

const milliseconds = (seconds: number): string => say('takes.ms-2', { seconds: Math.round(seconds * 1000) });

const Said = ({
  said: { name, measuredSeconds, assumedSeconds, verdict },
}: {
  readonly said: TransitionTimeEstimate;
}) => (
  <li>
    <b>{saySentence(name)}</b>:{' '}
    {verdict === 'quicker'
      ? say('takes.played-apart-the-current-hand-profile', {
          heard: milliseconds(measuredSeconds),
          needs: milliseconds(assumedSeconds),
        })
      : say('takes.never-closer-than-apart-the-current', {
          heard: milliseconds(measuredSeconds),
          needs: milliseconds(assumedSeconds),
        })}
  </li>
);

interface HandByTakeProps {
  readonly student: Pick<Student, 'id' | 'name'>;
  readonly take: AssessedTake;
}

/**
 * The hand of a student as this take tells it, where it is another than the one that is judged by: taken over, or left.
 */
export const MeasuredHandPanel = ({ student, take: { pattern, judgement, hand: played } }: HandByTakeProps) => {
  const hand: HandProfile = useStudentHand(student.id);
  const by = useMemo(
    () => proposeHandFromTake(pattern, hand, judgement.heard, played),
    [pattern, hand, judgement, played],
  );
  const [left, setLeft] = useState(false);
  const { pending, judgeBy } = useSaveMeasuredHand(student);
  if (!by || left) return null;
  return (
    <section className="take-hand" aria-label={say('takes.hand-profile-of', { name: student.name })}>
      <ul>
        {by.estimates.map((said) => (
          <Said key={said.constraint} said={said} />
        ))}
      </ul>
      <Button size="sm" variant="cure" disabled={pending} onClick={() => judgeBy(by.hand)}>
        {say('takes.update-s-hand-profile', { name: student.name })}
      </Button>{' '}
      <Button size="sm" variant="plain" onClick={() => setLeft(true)}>
        {say('takes.dismiss')}
      </Button>
    </section>
  );
};
