import { moveHandAsAsked, moveHandInTake, stringCount, type HandMotion } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useEffect, useMemo, useState, type RefObject } from 'react';
import { HandPicture } from '../hand-picture/HandPicture.tsx';
import { showMotion } from '../hand-picture/show-motion.ts';
import { lastStroke, prefersStillness } from '../hand-picture/useMotionClock.ts';
import type { AskedInTake, AssessedTake } from './assessed-take.ts';

interface TakeHandProps {
  readonly take: AssessedTake;
  readonly asked: AskedInTake;
  readonly audio: RefObject<HTMLAudioElement | null>;
}

/** Seconds the hand stays as it was after the last stroke. */
const AFTER = 1;

/** The second of the sound, frame by frame, also while somebody scrubs. */
const useSoundTime = (audio: TakeHandProps['audio'], motion: HandMotion): number => {
  const [at, setAt] = useState(0);
  useEffect(() => {
    const isStill = prefersStillness();
    let frame = 0;
    const look = (): void => {
      const now = audio.current?.currentTime ?? 0;
      setAt(isStill ? lastStroke(motion, now) : now);
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [audio, motion]);
  return at;
};

/** Two hands side by side at the same moment of the recording: as played, and in time. */
const MovingHands = ({ take: { pattern, judgement }, asked, audio }: TakeHandProps) => {
  const { score, referenceNotes } = asked;
  const { played, wanted } = useMemo(() => {
    const { heard } = judgement;
    const seconds = AFTER + heard.strokes.reduce((latest, { at }) => Math.max(latest, at ?? 0), 0);
    return {
      played: moveHandInTake(score, referenceNotes, heard, seconds),
      wanted: moveHandAsAsked(score, referenceNotes, heard, seconds),
    };
  }, [score, referenceNotes, judgement]);
  const at = useSoundTime(audio, played);
  const strings = stringCount(pattern.instrument);
  if (played.fingers.length === 0) return <p className="text-soft">{say('hand.nothing')}</p>;
  return (
    <div className="take-hands">
      {[
        { motion: played, label: say('takes.hand-as-played') },
        { motion: wanted, label: say('takes.hand-as-asked') },
      ].map(({ motion, label }) => (
        <figure key={label}>
          <HandPicture {...showMotion(motion, at, strings)} label={label} />
          <figcaption aria-hidden="true">{label}</figcaption>
        </figure>
      ))}
    </div>
  );
};

/** The hand as it played the take, with its sound; drawn once somebody wants to see it. */
export const TakeHand = (props: TakeHandProps) => {
  const [isOpen, setOpen] = useState(false);
  return (
    <details className="take-hand" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>{say('takes.see-the-hand')}</summary>
      {isOpen && (
        <>
          <p className="text-soft">{say('takes.hand-follows')}</p>
          <MovingHands {...props} />
        </>
      )}
    </details>
  );
};
