import { findEarlyPress, type EarlyPress, type PassSlip, type PracticeEvent } from '@fleet-wren/core';
import { useRef, useState } from 'react';
import type { PassVerdict } from './pedal-input.ts';
import type { CurrentStage } from './useCurrentStage.ts';

/** How passes are counted, and the last one taken back. */
interface Counting {
  readonly count: (said: PassVerdict, by: PracticeEvent['by'], slip?: PassSlip) => void;
  readonly takeBack: () => void;
}

export interface EarlyPass extends Counting {
  /** The press that is asked about; null where none is. */
  readonly early: EarlyPress | null;
  /** Takes what is asked about for a pass after all. */
  readonly accept: () => void;
  readonly dismiss: () => void;
}

/**
 * Counts passes, and asks about clean ones that come sooner than they can have been played. Those that were heard were
 * played; after one is taken back the next may come at any time.
 */
export const useEarlyPass = ({ pattern, tempo }: CurrentStage, counting: Counting): EarlyPass => {
  const last = useRef(-Infinity);
  const [early, setEarly] = useState<EarlyPress | null>(null);
  const settle = (at: number): void => {
    last.current = at;
    setEarly(null);
  };
  const count: Counting['count'] = (said, by, slip) => {
    const now = performance.now();
    const asked = said === 'clean' && by !== 'listening' && tempo !== null;
    const found = asked ? findEarlyPress(pattern, (now - last.current) / 1000) : null;
    if (found) return setEarly(found);
    settle(now);
    counting.count(said, by, slip);
  };
  return {
    early,
    count,
    takeBack: () => {
      settle(-Infinity);
      counting.takeBack();
    },
    accept: () => {
      settle(performance.now());
      counting.count('clean', 'touch');
    },
    dismiss: () => setEarly(null),
  };
};
