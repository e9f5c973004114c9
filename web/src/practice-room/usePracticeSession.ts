import { useEffect, useRef, useState } from 'react';

/**
 * When practice is interrupted: minutes of playing before a rest, and between checks of the position while it is new.
 */
const AFTER = { rest: 20, position: 4, tell: 5 } as const;

/** Milliseconds without anything after which nobody is practising. */
const IDLE = 90_000;

const MINUTE = 60_000;

/** What interrupts practice. */
export type BreakReminder = 'position' | 'rest';

interface SittingClock {
  readonly interruption: BreakReminder | null;
  /** Goes on after an interruption. */
  readonly goOn: () => void;
  /** Says that something was played just now. */
  readonly played: () => void;
}

/**
 * The clock of a sitting: counts the time in which something is played, tells minutes of it, and interrupts for a rest,
 * and for the position while the item is new.
 */
export const usePracticeSession = (fresh: boolean, tell: (minutes: number) => void): SittingClock => {
  const [interruption, setInterruption] = useState<BreakReminder | null>('position');
  const clock = useRef({ last: 0, rest: 0, position: 0, untold: 0 });
  const telling = useRef(tell);
  useEffect(() => {
    telling.current = tell;
  });
  const flush = (): void => {
    const minutes = Math.floor(clock.current.untold / MINUTE);
    if (minutes < 1) return;
    clock.current.untold -= minutes * MINUTE;
    telling.current(minutes);
  };
  useEffect(() => {
    const leave = (): void => flush();
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      flush();
    };
  }, []);
  const played = (): void => {
    const now = Date.now();
    const one = clock.current;
    const gap = now - one.last;
    const counted = gap < IDLE ? gap : 0;
    one.last = now;
    one.rest += counted;
    one.position += counted;
    one.untold += counted;
    if (one.untold >= AFTER.tell * MINUTE) flush();
    if (one.rest >= AFTER.rest * MINUTE) setInterruption('rest');
    else if (fresh && one.position >= AFTER.position * MINUTE) setInterruption('position');
  };
  const goOn = (): void => {
    if (interruption === 'rest') clock.current.rest = 0;
    clock.current.position = 0;
    setInterruption(null);
  };
  return { interruption, goOn, played };
};
