import { useEffect, useRef, type RefObject } from 'react';
import type { PlayerControls } from '../../audio/usePlayer.ts';

/** Where a cursor stands at a tick as a transform, undefined where it is not to be seen. */
export type CursorTransform = (tick: number) => string | undefined;

/** A line that follows the audio clock frame by frame while something plays; it moves without React. */
export const usePlaybackCursor = (
  { playing, position }: PlayerControls,
  place: CursorTransform,
): RefObject<SVGLineElement | null> => {
  const line = useRef<SVGLineElement>(null);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const draw = (): void => {
      const tick = position();
      const transform = tick === undefined ? undefined : place(tick);
      line.current?.setAttribute('visibility', transform ? 'visible' : 'hidden');
      if (transform) line.current?.setAttribute('transform', transform);
      frame = requestAnimationFrame(draw);
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [playing, position, place]);
  return line;
};
