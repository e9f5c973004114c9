import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

interface InSight {
  readonly box: RefObject<HTMLDivElement | null>;
  /** The first row in sight, and the one after the last; a row more on either side. */
  readonly from: number;
  readonly to: number;
}

/** Rows that are drawn before anybody knows how much is in sight. */
const FIRST = 4;

/** Which of many rows of one height are in sight, however the page is scrolled. */
export const useVisibleRows = (count: number, height: number): InSight => {
  const box = useRef<HTMLDivElement>(null);
  const [[from, to], setRange] = useState<readonly [number, number]>([0, FIRST]);
  useLayoutEffect(() => {
    const look = (): void => {
      const top = box.current?.getBoundingClientRect().top ?? 0;
      const first = Math.max(0, Math.floor(-top / height) - 1);
      const last = Math.max(first, Math.floor((window.innerHeight - top) / height) + 1);
      setRange((now) => (now[0] === first && now[1] === last + 1 ? now : [first, last + 1]));
    };
    look();
    window.addEventListener('scroll', look, { capture: true, passive: true });
    window.addEventListener('resize', look);
    return () => {
      window.removeEventListener('scroll', look, { capture: true });
      window.removeEventListener('resize', look);
    };
  }, [height, count]);
  return { box, from: Math.min(from, Math.max(0, count - 1)), to: Math.min(to, count) };
};
