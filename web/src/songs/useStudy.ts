import type { HandProfile, Song, SongAnalysis } from '@fleet-wren/core';
import { useMemo } from 'react';
import { songWorker } from '../workers/client.ts';
import { useAnswer } from '../workers/useAnswer.ts';
import { useHand } from '../parts/hand/useHand.ts';

interface Question {
  readonly song: Song;
  readonly hand: HandProfile;
}

/** A study, and the song it is of. */
export interface Studied {
  readonly song: Song;
  readonly study: SongAnalysis;
}

const askStudy = async ({ song, hand }: Question, signal: AbortSignal): Promise<Studied> => ({
  song,
  study: await songWorker.ask('studySong', [song, hand], { signal, deadline: 30_000 }),
});

/** What there is to say of a song; that of the song before stays until the next comes. */
export const useStudy = (song: Song): { readonly studied?: Studied; readonly trouble?: string } => {
  const { hand } = useHand();
  const question = useMemo(() => ({ song, hand }), [song, hand]);
  const { value, trouble } = useAnswer(question, askStudy);
  return { studied: value, trouble };
};
