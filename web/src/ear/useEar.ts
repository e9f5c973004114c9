import { TAKE, type Hand, type LiveEvent, type Pattern, type SoundCheck } from '@fleet-wren/core';
import { useEffect, useRef, useState } from 'react';
import { closeMicrophone, microphoneTrouble, openMicrophone } from '../takes/microphone.ts';
import captureUrl from './capture.worklet.ts?worker&url';
import type { FromListener, ToListener } from './messages.ts';

/** How listening stands. */
export interface EarState {
  readonly on: boolean;
  /** Whether the microphone is open. */
  readonly open: boolean;
  /** 0 to 1. */
  readonly level: number;
  readonly check: SoundCheck['says'] | null;
  /** What was heard last. */
  readonly last: LiveEvent | null;
  readonly trouble: string | null;
}

/** How listening stands, and how it is begun and ended. */
export interface Ear extends EarState {
  readonly start: () => void;
  readonly stop: () => void;
  /** The microphone while it listens. */
  readonly microphone: () => MediaStream | null;
}

/** An open microphone with the worker that listens to it. */
export interface Running {
  readonly worker: Worker;
  readonly context: AudioContext;
  readonly stream: MediaStream;
}

const OFF: EarState = { on: false, open: false, level: 0, check: null, last: null, trouble: null };

/** Lets go of the microphone, and of what listened to it. */
export const endEar = ({ worker, context, stream }: Running): void => {
  worker.terminate();
  closeMicrophone(stream);
  void context.close();
};

/** A context at core's own rate where the browser can, and the microphone in it. */
const contextFor = (stream: MediaStream): [AudioContext, MediaStreamAudioSourceNode] => {
  const context = new AudioContext({ sampleRate: TAKE.sampleRate });
  try {
    return [context, context.createMediaStreamSource(stream)];
  } catch {
    // Some browsers connect a microphone to a context of its own rate only.
    void context.close();
    const plain = new AudioContext();
    return [plain, plain.createMediaStreamSource(stream)];
  }
};

/** Opens a microphone into a worker; what the worker is told first is made of the rate and the port the sound comes by. */
export const beginEar = async (
  stream: MediaStream,
  first: (sampleRate: number, sound: MessagePort) => ToListener,
): Promise<Running> => {
  const [context, source] = contextFor(stream);
  await context.audioWorklet.addModule(captureUrl);
  const capture = new AudioWorkletNode(context, 'capture', { numberOfInputs: 1, numberOfOutputs: 1 });
  const worker = new Worker(new URL('../workers/ear.worker.ts', import.meta.url), { type: 'module' });
  const { port1, port2 } = new MessageChannel();
  capture.port.postMessage(port1, [port1]);
  worker.postMessage(first(context.sampleRate, port2), [port2]);
  // What is not connected to an end is not heard by every browser; nothing comes out of it.
  source.connect(capture).connect(context.destination);
  await context.resume();
  return { worker, context, stream };
};

const DIED = 'Listening stopped by itself. The count by key goes on; begin again to listen.';

/** What makes a figure another one to listen for: not its tempo, which is found by ear. */
const figureOf = (pattern: Pattern): string => JSON.stringify({ ...pattern, name: '', tempo: 0 });

/**
 * Listens to a figure while it is played, and tells what is heard as it is heard. The sound never leaves this device. Another
 * figure is listened for as soon as it is given.
 */
export const useEar = (pattern: Pattern, hand: Hand | undefined, hear: (event: LiveEvent) => void): Ear => {
  const running = useRef<Running | null>(null);
  const [state, setState] = useState<EarState>(OFF);
  const hearing = useRef(hear);
  useEffect(() => {
    hearing.current = hear;
  });
  const stop = (): void => {
    if (running.current) endEar(running.current);
    running.current = null;
    setState(({ trouble }) => ({ ...OFF, trouble }));
  };
  const said = ({ data }: MessageEvent<FromListener>): void => {
    if (data.kind === 'level') return setState((now) => ({ ...now, level: data.level }));
    if (data.kind === 'check') return setState((now) => ({ ...now, check: data.check.says }));
    if (data.kind !== 'heard') return;
    setState((now) => ({ ...now, last: data.event }));
    hearing.current(data.event);
  };
  const start = async (): Promise<void> => {
    setState({ ...OFF, on: true });
    let stream: MediaStream | null = null;
    try {
      stream = await openMicrophone();
      const one = await beginEar(stream, (sampleRate, sound) => ({ kind: 'listen', pattern, hand, sampleRate, sound }));
      running.current = one;
      setState((now) => ({ ...now, open: true }));
      one.worker.onmessage = said;
      one.worker.onerror = () => {
        stop();
        setState({ ...OFF, trouble: DIED });
      };
    } catch (error) {
      if (stream) closeMicrophone(stream);
      setState({ ...OFF, trouble: microphoneTrouble(error, 'count by key or pedal') });
    }
  };
  const wanted = useRef({ pattern, hand });
  useEffect(() => {
    wanted.current = { pattern, hand };
  });
  const figure = figureOf(pattern);
  useEffect(() => {
    const told: ToListener = { kind: 'figure', ...wanted.current };
    running.current?.worker.postMessage(told);
  }, [figure]);
  useEffect(() => () => void (running.current && endEar(running.current)), []);
  return { ...state, start: () => void start(), stop, microphone: () => running.current?.stream ?? null };
};
