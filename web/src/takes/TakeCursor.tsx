import type { TakeAssessment, TakeReference } from '@fleet-wren/core';
import { useEffect, useMemo, useRef, type RefObject } from 'react';
import { listPassPlaces, positionInPass } from './pass-starts.ts';

interface CursorProps {
  readonly audio: RefObject<HTMLAudioElement | null>;
  readonly judgement: TakeAssessment;
  readonly asked: TakeReference;
  /** Where the figure begins and ends in the picture, as shares of its width. */
  readonly span: readonly [from: number, to: number];
}

/** Goes through the picture as the take is heard; nothing else is drawn anew for it. */
export const TakeCursor = ({ audio, judgement, asked, span: [from, to] }: CursorProps) => {
  const line = useRef<HTMLSpanElement>(null);
  const places = useMemo(() => listPassPlaces(judgement, asked), [judgement, asked]);
  useEffect(() => {
    let frame = 0;
    const look = (): void => {
      const player = audio.current;
      const place = player && !player.paused ? positionInPass(places, player.currentTime) : null;
      if (line.current) {
        line.current.hidden = place === null;
        line.current.style.left = `${100 * (from + (place ?? 0) * (to - from))}%`;
      }
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [audio, places, from, to]);
  return <span ref={line} className="take-cursor" hidden aria-hidden="true" />;
};
