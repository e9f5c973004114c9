import type { TakeSpan } from '@fleet-wren/core';
import { useEffect, useRef, useState, type RefObject } from 'react';

/** Playback of a take: its audio element, the span that loops, and the speed. */
export interface TakePlayback {
  readonly audio: RefObject<HTMLAudioElement | null>;
  /** The stretch that is heard over and over; null where the take is heard to its end. */
  readonly looped: TakeSpan | null;
  readonly speed: number;
  readonly changeSpeed: (speed: number) => void;
  /** Hears a stretch over and over until another one is chosen, or none. */
  readonly loop: (span: TakeSpan | null) => void;
  readonly seek: (seconds: number) => void;
  readonly playFrom: (seconds: number) => void;
}

/** Hears a stretch over and over: looked at with every frame, as a time update comes four times a second only. */
const useLoop = (audio: RefObject<HTMLAudioElement | null>, looped: TakeSpan | null): void => {
  useEffect(() => {
    if (!looped) return;
    let frame = 0;
    const look = (): void => {
      const player = audio.current;
      if (player && !player.paused && player.currentTime >= looped.to) player.currentTime = looped.from;
      frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [audio, looped]);
};

/** One way of hearing a take, shared by all that plays from it: the passes, the findings and the score. */
export const useTakePlayback = (): TakePlayback => {
  const audio = useRef<HTMLAudioElement>(null);
  const [looped, setLooped] = useState<TakeSpan | null>(null);
  const [speed, setSpeed] = useState(1);
  useLoop(audio, looped);
  const seek = (seconds: number): void => {
    if (audio.current) audio.current.currentTime = seconds;
  };
  const playFrom = (seconds: number): void => {
    seek(seconds);
    void audio.current?.play();
  };
  return {
    audio,
    looped,
    speed,
    ...{ seek, playFrom },
    changeSpeed: (next) => {
      setSpeed(next);
      if (audio.current) audio.current.playbackRate = next;
    },
    loop: (span) => {
      setLooped(span);
      if (span) playFrom(span.from);
      else audio.current?.pause();
    },
  };
};
