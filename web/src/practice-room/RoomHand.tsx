import { flattenScore, moveHand, stringCount, type Pattern } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useMemo, useState } from 'react';
import type { PlayerControls } from '../audio/usePlayer.ts';
import { HandPicture } from '../components/hand-picture/HandPicture.tsx';
import { showMotion } from '../components/hand-picture/show-motion.ts';
import { Filmstrip } from '../components/hand-picture/Filmstrip.tsx';
import { useMotionClock } from '../components/hand-picture/useMotionClock.ts';

/** Still pictures that are shown while nothing plays. */
const MOMENTS = 4;

interface RoomHandProps {
  readonly pattern: Pattern;
  readonly playing: PlayerControls;
}

/** The hand that plays the stage: with what is heard, or as still pictures. */
const RoomHand = ({ pattern, playing }: RoomHandProps) => {
  const { score, motion } = useMemo(() => {
    const flat = flattenScore(pattern);
    const pins = new Map(pattern.strokes.map(({ id, pin }) => [id, pin ?? null]));
    return {
      score: flat,
      motion: moveHand(
        flat,
        flat.strokes.map(({ sourceStrokeId }) => pins.get(sourceStrokeId) ?? null),
      ),
    };
  }, [pattern]);
  const { at } = useMotionClock(playing, score, motion);
  if (motion.fingers.length === 0) return null;
  const strings = stringCount(pattern.instrument);
  return playing.playing ? (
    <HandPicture {...showMotion(motion, at, strings)} label={say('hand.picture')} />
  ) : (
    <Filmstrip {...{ pattern, score, motion }} moments={MOMENTS} />
  );
};

/** The hand is drawn once somebody wants to see it. */
export const HandOfStage = (props: RoomHandProps) => {
  const [isOpen, setOpen] = useState(false);
  if (props.pattern.strokes.length === 0) return null;
  return (
    <details className="room-hand" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>{say('hand.open')}</summary>
      {isOpen && <RoomHand {...props} />}
    </details>
  );
};
