import type { HandProfile, Song, SongAnalysis } from '@fleet-wren/core';
import { useMemo } from 'react';
import { songWorker } from '../../workers/workers.ts';
import { useWorkerQuery } from '../../workers/useWorkerQuery.ts';
import { useSelectedHand } from '../hand/useSelectedHand.ts';

interface Question {
  readonly song: Song;
  readonly hand: HandProfile;
}

/** A study, and the song it is of. */
export interface AnalysedSong {
  readonly song: Song;
  readonly study: SongAnalysis;
}

const askStudy = async ({ song, hand }: Question, signal: AbortSignal): Promise<AnalysedSong> => ({
  song,
  study: await songWorker.request('studySong', [song, hand], { signal, timeoutMs: 30_000 }),
});

/** What there is to say of a song; that of the song before stays until the next comes. */
export const useSongAnalysis = (song: Song): { readonly studied?: AnalysedSong; readonly trouble?: string } => {
  const { hand } = useSelectedHand();
  const question = useMemo(() => ({ song, hand }), [song, hand]);
  const { value, errorText } = useWorkerQuery(question, askStudy);
  return { studied: value, trouble: errorText };
};
