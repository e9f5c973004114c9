import type { PlayedBar } from '@fleet-wren/core';
import { useEffect, useState } from 'react';
import type { PlayerControls } from '../audio/usePlayer.ts';

/** The bar a tick falls in, counted from 0. */
const barAt = (bars: readonly PlayedBar[], tick: number): number => {
  let [low, high] = [0, bars.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((bars[middle] as PlayedBar).startTick <= tick) low = middle;
    else high = middle - 1;
  }
  return low;
};

const NO_BARS: readonly PlayedBar[] = [];

/**
 * The bar that is heard, counted from 0 as played; null while nothing is. Follows the audio clock. What is heard begins
 * with the bar `from`.
 */
export const usePlayingBar = (
  { playing, position }: PlayerControls,
  bars: readonly PlayedBar[] = NO_BARS,
  from: number,
): number | null => {
  const [bar, setBar] = useState<number | null>(null);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const start = bars[from]?.startTick ?? 0;
    const look = (): void => {
      const tick = position();
      setBar(tick === undefined || tick < 0 ? null : barAt(bars, tick + start));
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => {
      cancelAnimationFrame(frame);
      setBar(null);
    };
  }, [playing, position, bars, from]);
  return bar;
};
