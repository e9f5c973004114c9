import { ticksPerBar, type Metre } from '@fleet-wren/core';
import { useEffect, useState } from 'react';
import type { Playing } from '../sound/usePlayer.ts';

/** The bar that is heard, counted from 0 as played; null while nothing is. Follows the audio clock. */
export const useHeardBar = ({ playing, position }: Playing, metre: Metre, from: number): number | null => {
  const [bar, setBar] = useState<number | null>(null);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const look = (): void => {
      const tick = position();
      setBar(tick === undefined || tick < 0 ? null : from + Math.floor(tick / ticksPerBar(metre)));
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => {
      cancelAnimationFrame(frame);
      setBar(null);
    };
  }, [playing, position, metre, from]);
  return bar;
};
