import type { Digit, HandMotion, Pattern, Score } from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { useMotionClock } from '../components/hand-picture/useMotionClock.ts';
import { usePlayer } from '../audio/usePlayer.ts';

/** Shares of the tempo the hand can be watched at. */
export const HAND_SPEEDS = [1, 0.5, 0.25, 0.1] as const;

/** All of it at once: a bar counted in at a tenth of the tempo would be half a minute of waiting. */
const PLAYER = {
  remembers: false,
  begins: { countIn: false, halfSpeed: false, voices: 'all', silence: 'none', ramp: null },
} as const;

interface HandClockInput {
  readonly pattern: Pattern;
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly score: Score;
  readonly motion: HandMotion;
}

/** The time of the hand: of what is heard, slower if asked, or where it was scrubbed to. */
export const useHandClock = ({ pattern, digits, score, motion }: HandClockInput) => {
  const [speed, setSpeed] = useState<number>(0.25);
  const heard = useMemo(() => ({ ...pattern, tempo: pattern.tempo * speed }), [pattern, speed]);
  const { playing, toggle, position } = usePlayer(heard, digits, PLAYER);
  const { at, setAt } = useMotionClock({ playing, position }, score, motion);
  return { at, setAt, speed, setSpeed, playing, toggle };
};
