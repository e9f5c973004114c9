import { useEarWorker, type EarWorker } from './useEarWorker.ts';

interface Told {
  readonly begun: () => void;
  readonly heard: (at: readonly number[]) => void;
}

/** Listens for runs of the tapping test, made on the guitar itself: each begins with its first stroke. */
export const useStrokes = ({ begun, heard }: Told): EarWorker =>
  useEarWorker({
    first: (sampleRate, sound) => ({ kind: 'strokes', sampleRate, sound }),
    said: (message) => {
      if (message.kind === 'begun') begun();
      else if (message.kind === 'strokes') heard(message.at);
    },
    instead: 'tap on keys',
  });
