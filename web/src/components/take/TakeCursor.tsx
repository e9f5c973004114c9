import { say } from '@fleet-wren/wording';
import type { TakeAssessment, TakeReference } from '@fleet-wren/core';
import { useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { listPassPlaces, positionInPass, secondsInPass, type PassPlace } from './pass-starts.ts';

interface CursorProps {
  readonly audio: RefObject<HTMLAudioElement | null>;
  readonly seek: (seconds: number) => void;
  readonly judgement: TakeAssessment;
  readonly asked: TakeReference;
  /** Where the figure begins and ends in the picture, as shares of its width. */
  readonly span: readonly [from: number, to: number];
}

/** The note that a second of the take belongs to: the last one that was struck, or the first. */
const noteAt = (places: readonly PassPlace[], seconds: number): number =>
  Math.max(
    0,
    places.findLastIndex(({ at }) => at <= seconds + 1e-3),
  );

const describePlace = (place: PassPlace | undefined, passes: number): string =>
  place ? say('takes.scrub-place', { pass: place.pass + 1, passes, percent: Math.round(100 * place.place) }) : '';

/**
 * Goes through the picture as the take is heard, and the take goes where it is drawn: with the pointer in the pass that
 * is heard, with the arrow keys from note to note. Nothing else is drawn anew for it.
 */
export const TakeCursor = ({ audio, seek, judgement, asked, span: [from, to] }: CursorProps) => {
  const slider = useRef<HTMLDivElement>(null);
  const line = useRef<HTMLSpanElement>(null);
  const places = useMemo(() => listPassPlaces(judgement, asked), [judgement, asked]);
  const passes = judgement.heard.cycles;
  useEffect(() => {
    let frame = 0;
    let shown = -1;
    const look = (): void => {
      const seconds = audio.current?.currentTime ?? 0;
      const place = positionInPass(places, seconds);
      if (line.current) {
        line.current.hidden = place === null;
        line.current.style.left = `${100 * (from + (place ?? 0) * (to - from))}%`;
      }
      const note = noteAt(places, seconds);
      if (note !== shown && slider.current) {
        shown = note;
        slider.current.setAttribute('aria-valuenow', String(note + 1));
        slider.current.setAttribute('aria-valuetext', describePlace(places[note], passes));
      }
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [audio, places, passes, from, to]);
  const go = (seconds: number | undefined): void => {
    if (seconds !== undefined) seek(Math.max(0, seconds));
  };
  const scrub = (event: PointerEvent<HTMLDivElement>): void => {
    if (event.buttons !== 1) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { left, width } = event.currentTarget.getBoundingClientRect();
    const place = ((event.clientX - left) / width - from) / (to - from);
    const pass = places[noteAt(places, audio.current?.currentTime ?? 0)]?.pass ?? 0;
    go(secondsInPass(places, pass, place));
  };
  const step = (event: KeyboardEvent): void => {
    const now = noteAt(places, audio.current?.currentTime ?? 0);
    const targets: Readonly<Record<string, number>> = {
      ArrowLeft: now - 1,
      ArrowRight: now + 1,
      Home: 0,
      End: places.length - 1,
    };
    const target = targets[event.key];
    if (target === undefined) return;
    event.preventDefault();
    go(places[Math.min(places.length - 1, Math.max(0, target))]?.at);
  };
  if (places.length === 0) return null;
  return (
    <div
      ref={slider}
      className="take-scrubber"
      role="slider"
      tabIndex={0}
      aria-label={say('takes.scrub')}
      title={say('takes.scrub-hint')}
      aria-valuemin={1}
      aria-valuemax={places.length}
      aria-valuenow={1}
      aria-valuetext={describePlace(places[0], passes)}
      onPointerDown={scrub}
      onPointerMove={scrub}
      onKeyDown={step}
    >
      <span ref={line} className="take-cursor" hidden />
    </div>
  );
};
