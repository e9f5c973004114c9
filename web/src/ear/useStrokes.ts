import { useEffect, useRef, useState } from 'react';
import { microphoneTrouble, openMicrophone, closeMicrophone } from '../takes/microphone.ts';
import type { FromListener } from './messages.ts';
import { beginEar, endEar, type Running } from './useEar.ts';

/** Hears runs of strokes on the strings. */
export interface Strokes {
  readonly on: boolean;
  /** 0 to 1. */
  readonly level: number;
  readonly trouble: string | null;
  readonly start: () => void;
  readonly stop: () => void;
}

interface Told {
  readonly begun: () => void;
  readonly heard: (at: readonly number[]) => void;
}

/** Listens for runs of the tapping test, made on the guitar itself: each begins with its first stroke. */
export const useStrokes = (told: Told): Strokes => {
  const running = useRef<Running | null>(null);
  const [state, setState] = useState({ on: false, level: 0, trouble: null as string | null });
  const telling = useRef(told);
  useEffect(() => {
    telling.current = told;
  });
  const said = ({ data }: MessageEvent<FromListener>): void => {
    if (data.kind === 'level') setState((now) => ({ ...now, level: data.level }));
    else if (data.kind === 'begun') telling.current.begun();
    else if (data.kind === 'strokes') telling.current.heard(data.at);
  };
  const stop = (): void => {
    if (running.current) endEar(running.current);
    running.current = null;
    setState({ on: false, level: 0, trouble: null });
  };
  const start = async (): Promise<void> => {
    setState({ on: true, level: 0, trouble: null });
    let stream: MediaStream | null = null;
    try {
      stream = await openMicrophone();
      const one = await beginEar(stream, (sampleRate, sound) => ({ kind: 'strokes', sampleRate, sound }));
      running.current = one;
      one.worker.onmessage = said;
    } catch (error) {
      if (stream) closeMicrophone(stream);
      setState({ on: false, level: 0, trouble: microphoneTrouble(error, 'tap on keys') });
    }
  };
  useEffect(() => () => void (running.current && endEar(running.current)), []);
  return { ...state, start: () => void start(), stop };
};
