import { say } from '@fleet-wren/wording';
import { useEffect, useRef, useState } from 'react';
import { closeMicrophone, microphoneTrouble, openMicrophone } from './microphone.ts';
import { LONGEST } from './sound.ts';

/** What a recorder is doing, how loud it is, and why it cannot. */
export interface Recorder {
  readonly recording: boolean;
  /** 0 to 1. */
  readonly level: number;
  readonly seconds: number;
  readonly trouble: string | null;
  readonly start: () => Promise<void>;
  readonly stop: () => void;
}

interface Running {
  readonly recorder: MediaRecorder;
  readonly context: AudioContext;
  readonly stream: MediaStream;
  readonly timer: ReturnType<typeof setInterval>;
}

const end = ({ recorder, context, stream, timer }: Running): void => {
  clearInterval(timer);
  if (recorder.state !== 'inactive') recorder.stop();
  closeMicrophone(stream);
  void context.close();
};

const levelIn = (analyser: AnalyserNode): number => {
  const values = new Float32Array(analyser.fftSize);
  analyser.getFloatTimeDomainData(values);
  return values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
};

/** Records from the microphone; the sound stays on this device. */
export const useRecorder = (take: (sound: Blob) => void): Recorder => {
  const running = useRef<Running | null>(null);
  const [state, setState] = useState({ recording: false, level: 0, seconds: 0, trouble: null as string | null });
  const stop = (): void => {
    if (running.current) end(running.current);
    running.current = null;
    setState((now) => ({ ...now, recording: false, level: 0 }));
  };
  const start = async (): Promise<void> => {
    try {
      const stream = await openMicrophone();
      const recorder = new MediaRecorder(stream);
      const context = new AudioContext();
      const analyser = context.createAnalyser();
      context.createMediaStreamSource(stream).connect(analyser);
      const began = performance.now();
      const parts: Blob[] = [];
      recorder.ondataavailable = ({ data }) => void parts.push(data);
      recorder.onstop = () => take(new Blob(parts, { type: recorder.mimeType }));
      const timer = setInterval(() => {
        const seconds = (performance.now() - began) / 1000;
        setState((now) => ({ ...now, level: levelIn(analyser), seconds }));
        if (seconds > LONGEST) stop();
      }, 100);
      running.current = { recorder, context, stream, timer };
      recorder.start(1000);
      setState({ recording: true, level: 0, seconds: 0, trouble: null });
    } catch (error) {
      setState({
        recording: false,
        level: 0,
        seconds: 0,
        trouble: microphoneTrouble(error, say('takes.open-a-recording-instead')),
      });
    }
  };
  useEffect(() => () => void (running.current && end(running.current)), []);
  return { ...state, start, stop };
};
