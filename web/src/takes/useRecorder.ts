import { say } from '@fleet-wren/wording';
import { useEffect, useRef, useState } from 'react';
import { closeMicrophone, formatMicrophoneError, openMicrophone } from '../audio/microphone.ts';
import { MAX_TAKE_SECONDS } from '../audio/decode-audio.ts';

/** What a recorder is doing, how loud it is, and why it cannot. */
export interface RecorderState {
  readonly recording: boolean;
  /** 0 to 1. */
  readonly level: number;
  readonly seconds: number;
  readonly errorText: string | null;
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

/** Begins to record a stream that is open. */
const begin = (
  stream: MediaStream,
  tell: (level: number, seconds: number) => void,
  take: (sound: Blob) => void,
): Running => {
  const recorder = new MediaRecorder(stream);
  const context = new AudioContext();
  const analyser = context.createAnalyser();
  context.createMediaStreamSource(stream).connect(analyser);
  const began = performance.now();
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => void parts.push(data);
  recorder.onstop = () => take(new Blob(parts, { type: recorder.mimeType }));
  const timer = setInterval(() => tell(levelIn(analyser), (performance.now() - began) / 1000), 100);
  recorder.start(1000);
  return { recorder, context, stream, timer };
};

const IDLE = { recording: false, level: 0, seconds: 0, errorText: null as string | null };

/** Records from the microphone; the sound stays on this device. */
export const useRecorder = (take: (sound: Blob) => void): RecorderState => {
  const running = useRef<Running | null>(null);
  /** Whether the microphone was asked for; what is given after that was called off is let go at once. */
  const asked = useRef(false);
  const [state, setState] = useState(IDLE);
  const letGo = (): void => {
    asked.current = false;
    if (running.current) end(running.current);
    running.current = null;
  };
  const stop = (): void => {
    letGo();
    setState((now) => ({ ...now, recording: false, level: 0 }));
  };
  const tell = (level: number, seconds: number): void => {
    setState((now) => ({ ...now, level, seconds }));
    if (seconds > MAX_TAKE_SECONDS) stop();
  };
  const record = (stream: MediaStream): void => {
    if (!asked.current) return closeMicrophone(stream);
    try {
      running.current = begin(stream, tell, take);
      setState({ ...IDLE, recording: true });
    } catch (error) {
      closeMicrophone(stream);
      throw error;
    }
  };
  const start = async (): Promise<void> => {
    if (asked.current) return;
    asked.current = true;
    try {
      record(await openMicrophone());
    } catch (error) {
      asked.current = false;
      setState({ ...IDLE, errorText: formatMicrophoneError(error, say('takes.open-a-recording-instead')) });
    }
  };
  useEffect(() => letGo, []);
  return { ...state, start, stop };
};
