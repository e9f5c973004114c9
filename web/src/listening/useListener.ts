import { say } from '@fleet-wren/wording';
import type { HandProfile, LiveEvent, Pattern, LevelCheck } from '@fleet-wren/core';
import { useEffect, useRef, useState } from 'react';
import type { ListenerEvent } from '../workers/listening-protocol.ts';
import { useListeningWorker, type ListeningWorker } from './useListeningWorker.ts';

interface Heard {
  /** 0 to 1. */
  readonly level: number;
  readonly check: LevelCheck['code'] | null;
  /** What was heard last. */
  readonly last: LiveEvent | null;
  /** Whether sound was lost since. */
  readonly gap: boolean;
}

/** How listening to a figure stands, and how it is begun and ended. */
export interface Listener extends Heard, Omit<ListeningWorker, 'tell'> {}

const NOTHING: Heard = { level: 0, check: null, last: null, gap: false };

/** What makes a figure another one to listen for: not its tempo, which is found by ear. */
const figureOf = (pattern: Pattern): string => JSON.stringify({ ...pattern, name: '', tempo: 0 });

/**
 * Listens to a figure while it is played, and tells what is heard as it is heard. The sound never leaves this device.
 * Another figure is listened for as soon as it is given.
 */
export const useListener = (
  pattern: Pattern,
  hand: HandProfile | undefined,
  hear: (event: LiveEvent) => void,
): Listener => {
  const [heard, setHeard] = useState<Heard>(NOTHING);
  const said = (message: ListenerEvent): void => {
    if (message.kind === 'level') setHeard((now) => ({ ...now, level: message.level }));
    else if (message.kind === 'check') setHeard((now) => ({ ...now, check: message.check.code }));
    else if (message.kind === 'gap') setHeard((now) => ({ ...now, last: null, gap: true }));
    else if (message.kind === 'heard') {
      setHeard((now) => ({ ...now, last: message.event, gap: false }));
      hear(message.event);
    }
  };
  const { tell, start, ...worker } = useListeningWorker({
    first: (sampleRate, sound) => ({ kind: 'listen', pattern, hand, sampleRate, sound }),
    said,
    instead: say('listening.count-with-a-key-or-pedal'),
  });
  const wanted = useRef({ pattern, hand, tell });
  useEffect(() => {
    wanted.current = { pattern, hand, tell };
  });
  const figure = figureOf(pattern);
  useEffect(() => {
    const { tell: say, ...asked } = wanted.current;
    say({ kind: 'figure', ...asked });
  }, [figure]);
  const begin = (): void => {
    setHeard(NOTHING);
    start();
  };
  return { ...worker, ...heard, start: begin };
};
