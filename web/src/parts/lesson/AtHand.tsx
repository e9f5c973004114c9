import { gateAtHand, type PracticeEvent } from '@fleet-wren/core';
import { Button } from 'react-bootstrap';
import { wordsOf } from '../../api/client.ts';
import { useProgress, useTell, type Assignment } from '../../api/practice.ts';

/** Tells of something that happened just now, counted by the teacher. */
const useTold = ({ id, studentId }: Assignment) => {
  const tell = useTell(studentId);
  const told = (event: Omit<PracticeEvent, 'id' | 'at' | 'by'>): void =>
    tell.mutate([{ assignment: id, event: { ...event, id: crypto.randomUUID(), at: Date.now(), by: 'teacher' } }]);
  return { told, trouble: tell.isError ? wordsOf(tell.error) : undefined };
};

/** What is at hand of something that is practised, counted by the teacher who listens. */
export const AtHand = ({ item }: { readonly item: Assignment }) => {
  const { data: progress } = useProgress(item.id);
  const { told, trouble } = useTold(item);
  const stage = progress && item.plan.stages[progress.stage];
  if (!stage) return null;
  const gate = gateAtHand(item.plan, progress);
  const at = { stage: stage.key, ...(progress.tempo === null ? {} : { tempo: progress.tempo }) };
  return (
    <div className="at-hand">
      {gate > 0 ? (
        <>
          <span className="streak" aria-live="polite">
            {progress.streak} of {gate} in a row
          </span>
          <Button size="sm" onClick={() => told({ kind: 'clean', ...at })}>
            Clean
          </Button>
          <Button size="sm" variant="quiet" onClick={() => told({ kind: 'slipped', ...at })}>
            Slipped
          </Button>
        </>
      ) : (
        <Button size="sm" onClick={() => told({ kind: 'done', stage: stage.key })}>
          Done
        </Button>
      )}
      <Button size="sm" variant="plain" onClick={() => told({ kind: 'passed', stage: stage.key })}>
        take it as learnt
      </Button>
      {trouble && <span role="alert">{trouble}</span>}
    </div>
  );
};
