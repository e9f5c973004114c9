import { useLayoutEffect, useState, type RefObject } from 'react';

/** Width of an element in whole pixels, as it changes; 0 before it is known. */
export const useElementWidth = (element: RefObject<HTMLElement | null>): number => {
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const watched = element.current;
    if (!watched) return;
    const measure = (): void => setWidth(Math.floor(watched.clientWidth));
    const observer = new ResizeObserver(measure);
    observer.observe(watched);
    measure();
    return () => observer.disconnect();
  }, [element]);
  return width;
};
