import type { Assignment, StoredPracticeEvent } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { getRequiredStreak, type PracticeEvent } from '@fleet-wren/core';
import { useRef } from 'react';
import { Button } from 'react-bootstrap';
import { wordsOf } from '../../api/api-error.ts';
import { useProgress, useRecordEvents } from '../../api/practice.ts';
import { LessonListener } from './LessonListener.tsx';
import { eventTime } from '../../api/event-time.ts';

type Told = Omit<PracticeEvent, 'id' | 'at' | 'by'>;

/** Tells of something that happened just now, counted by the teacher or by ear. */
const useTold = ({ id, studentId }: Assignment) => {
  const tell = useRecordEvents(studentId);
  const last = useRef<string | null>(null);
  const eventOf = (event: Told, by: PracticeEvent['by']): StoredPracticeEvent => ({
    assignment: id,
    event: { ...event, id: crypto.randomUUID(), ...eventTime(), by },
  });
  const told = (event: Told, by: PracticeEvent['by'] = 'teacher'): void => {
    const kept = eventOf(event, by);
    last.current = kept.event.id;
    tell.mutate([kept]);
  };
  const instead = (event: Told): void => {
    const undone = last.current ? [eventOf({ kind: 'undone', of: last.current }, 'teacher')] : [];
    const kept = eventOf(event, 'teacher');
    last.current = kept.event.id;
    tell.mutate([...undone, kept]);
  };
  return { told, instead, isPending: tell.isPending, trouble: tell.isError ? wordsOf(tell.error) : undefined };
};

/** What is at hand of something that is practised, counted by the teacher who listens. */
export const CurrentStagePanel = ({ item, byEar = false }: { readonly item: Assignment; readonly byEar?: boolean }) => {
  const { data: progress, isFetching } = useProgress(item.id);
  const { told, instead, isPending, trouble } = useTold(item);
  const stage = progress && item.plan.stages[progress.stage];
  if (!stage) return null;
  const gate = getRequiredStreak(item.plan, progress);
  // A stage is ended once: until the next one is known, a second press would end the same again.
  const isMovingOn = isPending || isFetching;
  const at = { stage: stage.key, ...(progress.tempo === null ? {} : { tempo: progress.tempo }) };
  return (
    <div className="at-hand">
      {gate > 0 ? (
        <>
          <span className="streak" aria-live="polite">
            {say('parts.of-clean-in-a-row', { streak: progress.streak, gate })}
          </span>
          <Button size="sm" onClick={() => told({ kind: 'clean', ...at })}>
            {say('common.clean')}
          </Button>
          <Button size="sm" variant="quiet" onClick={() => told({ kind: 'slipped', ...at })}>
            {say('common.missed')}
          </Button>
        </>
      ) : (
        <Button size="sm" disabled={isMovingOn} onClick={() => told({ kind: 'done', stage: stage.key })}>
          {say('common.done')}
        </Button>
      )}
      <Button
        size="sm"
        variant="plain"
        disabled={isMovingOn}
        onClick={() => told({ kind: 'passed', stage: stage.key })}
      >
        {say('parts.mark-as-learned')}
      </Button>
      {byEar && gate > 0 && (
        <LessonListener
          item={item}
          stage={stage.key}
          tempo={progress.tempo}
          gate={gate}
          count={(kind, slip) => told({ kind, ...at, ...(slip ? { slip } : {}) }, 'listening')}
          correct={(kind) => instead({ kind, ...at })}
        />
      )}
      {trouble && <span role="alert">{trouble}</span>}
    </div>
  );
};
