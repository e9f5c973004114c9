import { TEMPO_RANGE, tickToSeconds, type Digit, type HandMotion, type Pattern, type Score } from '@fleet-wren/core';
import { useEffect, useMemo, useState } from 'react';
import { usePlayer } from '../audio/usePlayer.ts';

/** Shares of the tempo the hand can be watched at. */
export const HAND_SPEEDS = [1, 0.5, 0.25, 0.1] as const;

const prefersStillness = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** The last time before a moment at which something was played. */
const lastStroke = ({ fingers }: HandMotion, at: number): number =>
  Math.max(0, ...fingers.flatMap(({ strokes }) => strokes.map((stroke) => stroke.at).filter((time) => time <= at)));

interface HandClockInput {
  readonly pattern: Pattern;
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly score: Score;
  readonly motion: HandMotion;
}

/** The time of the hand: of what is heard, slower if asked, or where it was scrubbed to. */
export const useHandClock = ({ pattern, digits, score, motion }: HandClockInput) => {
  const [speed, setSpeed] = useState<number>(0.25);
  const [at, setAt] = useState(0);
  const heard = useMemo(
    () => ({ ...pattern, tempo: Math.max(TEMPO_RANGE.least, Math.round(pattern.tempo * speed)) }),
    [pattern, speed],
  );
  const { playing, toggle, position } = usePlayer(heard, digits, false);
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
  return { at, setAt, speed, setSpeed, playing, toggle };
};
