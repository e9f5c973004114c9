import { tickToSeconds, type HandMotion, type Score } from '@fleet-wren/core';
import { useEffect, useState } from 'react';

/** Whether somebody does not want things to move. */
export const prefersStillness = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** The last time before a moment at which something was played. */
export const lastStroke = ({ fingers }: HandMotion, at: number): number =>
  Math.max(0, ...fingers.flatMap(({ strokes }) => strokes.map((stroke) => stroke.at).filter((time) => time <= at)));

/** What is heard: whether it plays, and at which tick it is. */
interface Heard {
  readonly playing: boolean;
  readonly position: () => number | undefined;
}

/**
 * The time of the hand, in seconds: that of what is heard, frame by frame, or where it was set to. Where movement is
 * not wanted it goes from stroke to stroke.
 */
export const useMotionClock = ({ playing, position }: Heard, score: Score, motion: HandMotion) => {
  const [at, setAt] = useState(0);
  useEffect(() => {
    if (!playing) return;
    const isStill = prefersStillness();
    let frame = 0;
    const follow = (): void => {
      const tick = position();
      if (tick !== undefined && tick >= 0) {
        const now = tickToSeconds(score, tick % Math.max(1, score.length));
        setAt(isStill ? lastStroke(motion, now) : now);
      }
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(frame);
  }, [playing, position, score, motion]);
  return { at, setAt };
};
