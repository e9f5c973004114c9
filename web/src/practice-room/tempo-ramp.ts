import { useEffect, useRef, useState } from 'react';
import type { PlayerControls } from '../audio/usePlayer.ts';

/** Where a rising tempo begins, as a share of what is asked for, and the rounds after which it is there (est.). */
const RISE = { from: 0.8, rounds: 8 } as const;

/** The tempo of a round, from 0, on the way to what is asked for, in whole beats a minute. */
export const rampTempo = (asked: number, round: number): number =>
  Math.round(asked * Math.min(1, RISE.from + ((1 - RISE.from) * round) / RISE.rounds));

/** A place in what is played, in ticks, and the rounds that were finished before it. */
export interface Rounds {
  readonly finished: number;
  readonly tick: number;
}

/** What the rounds come to at the next place. A count-in lies before the first tick and finishes none. */
export const roundsAt = ({ finished, tick: before }: Rounds, tick: number): Rounds => {
  const now = Math.max(0, tick);
  // A jump back over most of the figure is a new round; a change of tempo moves the place a little.
  return { finished: now < before / 2 ? finished + 1 : finished, tick: now };
};

const NONE: Rounds = { finished: 0, tick: 0 };

/** Counts the rounds that were played since the beginning; 0 while nothing is. */
export const usePassCounter = (playing: boolean, position: PlayerControls['position']): number => {
  const [round, setRound] = useState(0);
  const rounds = useRef(NONE);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const look = (): void => {
      rounds.current = roundsAt(rounds.current, position() ?? 0);
      setRound(rounds.current.finished);
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => {
      cancelAnimationFrame(frame);
      rounds.current = NONE;
      setRound(0);
    };
  }, [playing, position]);
  return round;
};
