import { say } from '@fleet-wren/wording';
import { TAKE_PARAMETERS } from '@fleet-wren/core';
import { useEffect, useRef, useState } from 'react';
import { closeMicrophone, formatMicrophoneError, openMicrophone } from '../audio/microphone.ts';
import captureUrl from './capture.worklet.ts?worker&url';
import type { ListenerEvent, ListenerRequest } from '../workers/listening-protocol.ts';

/** A microphone into a worker that listens, and how it is begun and ended. */
export interface ListeningWorker {
  readonly on: boolean;
  /** Whether the microphone is open. */
  readonly open: boolean;
  readonly trouble: string | null;
  readonly start: () => void;
  readonly stop: () => void;
  readonly tell: (message: ListenerRequest) => void;
  /** The microphone while it listens. */
  readonly microphone: () => MediaStream | null;
}

interface EarUse {
  /** What the worker is told first, by the rate and the port the sound comes by. */
  readonly first: (sampleRate: number, sound: MessagePort) => ListenerRequest;
  readonly said: (message: ListenerEvent) => void;
  /** What can be done without a microphone. */
  readonly instead: string;
}

interface Running {
  readonly worker: Worker;
  readonly context: AudioContext;
  readonly stream: MediaStream;
}

const end = ({ worker, context, stream }: Running): void => {
  worker.terminate();
  closeMicrophone(stream);
  void context.close();
};

/** A context at core's own rate where the browser can, and the microphone in it. */
const contextFor = (stream: MediaStream): [AudioContext, MediaStreamAudioSourceNode] => {
  const context = new AudioContext({ sampleRate: TAKE_PARAMETERS.sampleRate });
  try {
    return [context, context.createMediaStreamSource(stream)];
  } catch {
    // Some browsers connect a microphone to a context of its own rate only.
    void context.close();
    const plain = new AudioContext();
    return [plain, plain.createMediaStreamSource(stream)];
  }
};

const begin = async (stream: MediaStream, first: EarUse['first']): Promise<Running> => {
  const [context, source] = contextFor(stream);
  const worker = new Worker(new URL('../workers/listening.worker.ts', import.meta.url), { type: 'module' });
  const running = { worker, context, stream };
  try {
    await context.audioWorklet.addModule(captureUrl);
    const capture = new AudioWorkletNode(context, 'capture', { numberOfInputs: 1, numberOfOutputs: 1 });
    const { port1, port2 } = new MessageChannel();
    capture.port.postMessage(port1, [port1]);
    worker.postMessage(first(context.sampleRate, port2), [port2]);
    // What is not connected to an end is not heard by every browser; nothing comes out of it.
    source.connect(capture).connect(context.destination);
    await context.resume();
    return running;
  } catch (error) {
    end(running);
    throw error;
  }
};

const OFF = { on: false, open: false, trouble: null } as const;

const died = (instead: string): string => say('listening.listening-stopped-start-it-again-or', { instead });

/** Listens by the microphone in a worker. One that opens only after it was called off is let go of at once. */
export const useListeningWorker = (use: EarUse): ListeningWorker => {
  const running = useRef<Running | null>(null);
  /** Counts beginnings and ends: what was begun before the latest is called off. */
  const turn = useRef(0);
  const [state, setState] = useState<Pick<ListeningWorker, 'on' | 'open' | 'trouble'>>(OFF);
  const latest = useRef(use);
  useEffect(() => {
    latest.current = use;
  });
  const letGo = (): void => {
    turn.current += 1;
    if (running.current) end(running.current);
    running.current = null;
  };
  const fail = (trouble: string): void => {
    letGo();
    setState({ ...OFF, trouble });
  };
  const open = async (own: number): Promise<void> => {
    const stream = await openMicrophone();
    if (own !== turn.current) return closeMicrophone(stream);
    const one = await begin(stream, (sampleRate, sound) => latest.current.first(sampleRate, sound));
    if (own !== turn.current) return end(one);
    running.current = one;
    one.worker.onmessage = ({ data }: MessageEvent<ListenerEvent>) => latest.current.said(data);
    one.worker.onerror = () => fail(died(latest.current.instead));
    setState({ ...OFF, on: true, open: true });
  };
  const start = (): void => {
    letGo();
    setState({ ...OFF, on: true });
    const own = turn.current;
    open(own).catch((error: unknown) => {
      if (own === turn.current) fail(formatMicrophoneError(error, latest.current.instead));
    });
  };
  const stop = (): void => {
    letGo();
    setState(OFF);
  };
  useEffect(() => letGo, []);
  return {
    ...state,
    start,
    stop,
    tell: (message) => running.current?.worker.postMessage(message),
    microphone: () => running.current?.stream ?? null,
  };
};
