import { say } from '@fleet-wren/wording';
import type { FollowedPosition, HandProfile, Pattern } from '@fleet-wren/core';
import { useListeningWorker, type ListeningWorker } from './useListeningWorker.ts';

/** What a place needs of the belief before anything goes by it. */
const MIN_CERTAINTY = 0.6;

/** Follows somebody who plays a piece through, and tells where they are, in its ticks, as long as that is sure. */
export const useFollower = (
  pattern: Pattern,
  hand: HandProfile | undefined,
  moved: (tick: number) => void,
): ListeningWorker => {
  const said = ({ tick, certainty, isPlaying }: FollowedPosition): void => {
    if (isPlaying && certainty >= MIN_CERTAINTY) moved(tick);
  };
  return useListeningWorker({
    first: (sampleRate, sound) => ({ kind: 'follow', pattern, hand, sampleRate, sound }),
    said: (message) => {
      if (message.kind === 'position') said(message.position);
    },
    instead: say('stand.turn-by-hand'),
  });
};
