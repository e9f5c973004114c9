import type { Assignment } from '@fleet-wren/contract';
import type { PassSlip } from '@fleet-wren/core';
import { ListenButton, ListeningBar } from '../listening/ListeningBar.tsx';
import { useListener } from '../../listening/useListener.ts';
import { classifyPass } from '../../listening/listening-text.ts';
import { patternOfStage, useLadder } from '../../workers/useLadder.ts';

interface LessonEarProps {
  readonly item: Assignment;
  /** Key of the stage at hand, its tempo, and how many clean rounds it asks for. */
  readonly stage: string;
  readonly tempo: number | null;
  readonly gate: number;
  readonly count: (what: 'clean' | 'slipped', slip?: PassSlip) => void;
  /** Takes the last count back, and counts the other. */
  readonly correct: (to: 'clean' | 'slipped') => void;
}

/** Counts by ear what the student plays in the lesson, both hands of the teacher free as well. */
export const LessonListener = ({ item, stage, tempo, gate, count, correct }: LessonEarProps) => {
  const { pattern, target, way, plan } = item;
  const { value } = useLadder({ pattern, target, way, hand: plan.hand });
  const played = patternOfStage(value?.ok ? value.value : undefined, stage, gate, pattern);
  const ear = useListener(tempo === null ? played : { ...played, tempo }, plan.hand, (event) => {
    const counted = classifyPass(event, tempo);
    if (counted) count(counted, event.kind === 'cycle' ? event.slip : undefined);
  });
  return (
    <div className="lesson-ear">
      <ListenButton ear={ear} />
      <ListeningBar ear={ear} asked={tempo} correct={correct} />
    </div>
  );
};
