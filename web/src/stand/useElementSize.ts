import { useEffect, useState, type RefObject } from 'react';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** The size of an element in pixels, kept up with; 0 until it is known. */
export const useElementSize = (element: RefObject<HTMLElement | null>): Size => {
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  useEffect(() => {
    const { current } = element;
    if (!current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(current);
    return () => observer.disconnect();
  }, [element]);
  return size;
};
