import { useEffect, useRef, useState } from 'react';
import type { Playing } from '../sound/usePlayer.ts';

/** Where a rising tempo begins, as a share of what is asked for, and the rounds after which it is there (est.). */
const RISE = { from: 0.8, rounds: 8 } as const;

/** The tempo of a round, from 0, on the way to what is asked for, in whole beats a minute. */
export const risenTempo = (asked: number, round: number): number =>
  Math.round(asked * Math.min(1, RISE.from + ((1 - RISE.from) * round) / RISE.rounds));

/** Counts the rounds that were played since the beginning; 0 while nothing is. */
export const useRounds = (playing: boolean, position: Playing['position']): number => {
  const [round, setRound] = useState(0);
  const last = useRef(0);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const look = (): void => {
      const tick = position() ?? 0;
      // A jump back over most of the figure is a new round; a change of tempo moves the place a little.
      if (tick < last.current / 2) setRound((count) => count + 1);
      last.current = tick;
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => {
      cancelAnimationFrame(frame);
      last.current = 0;
      setRound(0);
    };
  }, [playing, position]);
  return round;
};
