import { say } from '@fleet-wren/wording';
import { useListeningWorker, type ListeningWorker } from './useListeningWorker.ts';

interface Told {
  readonly begun: () => void;
  readonly heard: (at: readonly number[]) => void;
  /** Sound was lost: the run has to be played again. */
  readonly lost: () => void;
}

/** Listens for runs of the tapping test, made on the guitar itself: each begins with its first stroke. */
export const useRunDetector = ({ begun, heard, lost }: Told): ListeningWorker =>
  useListeningWorker({
    first: (sampleRate, sound) => ({ kind: 'strokes', sampleRate, sound }),
    said: (message) => {
      if (message.kind === 'begun') begun();
      else if (message.kind === 'strokes') heard(message.at);
      else if (message.kind === 'gap') lost();
    },
    instead: say('listening.tap-the-keys'),
  });
