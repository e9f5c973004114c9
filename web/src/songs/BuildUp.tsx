import { say, sayMessage } from '@fleet-wren/wording';
import { formatMaxTempo, withName, type BuildUpLayer, type HandProfile, type Song } from '@fleet-wren/core';
import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreateSongs } from '../api/songs.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { useSongStore } from './song-store.ts';

interface Question {
  readonly song: Song;
  readonly hand: HandProfile;
}

const askLayers = ({ song, hand }: Question, signal: AbortSignal): Promise<readonly BuildUpLayer[]> =>
  backgroundWorker.request('buildUp', [song, hand], { signal, timeoutMs: 30_000 });

/** The layers as songs by themselves, numbered in the order in which they are learnt. */
const namedSongs = (song: Song, layers: readonly BuildUpLayer[]): readonly Song[] =>
  layers.map(({ name, song: layer }, index) =>
    withName(layer, say('songs.build-up-song', { song: song.name, step: index + 1, layer: sayMessage(name) })),
  );

const useSaveLayers = (song: Song, layers: readonly BuildUpLayer[]) => {
  const store = useSongStore();
  const create = useCreateSongs();
  const navigate = useNavigate();
  const notice = useToast();
  const save = (): void =>
    create.mutate(namedSongs(song, layers), {
      onError: (error) => store.getState().reject(wordsOf(error)),
      onSuccess: ({ length }) =>
        notice({
          text: say('songs.build-up-saved', { count: length }),
          action: { label: say('common.show'), run: () => void navigate('/songs') },
        }),
    });
  return { save, isSaving: create.isPending };
};

const Layers = ({ layers }: { readonly layers: readonly BuildUpLayer[] }) => (
  <table className="levels">
    <thead>
      <tr>
        <th scope="col">{say('songs.build-up-step')}</th>
        <th scope="col">{say('common.notes-2')}</th>
        <th scope="col">{say('common.max-tempo')}</th>
      </tr>
    </thead>
    <tbody>
      {layers.map(({ name, strokes, maxTempo }, index) => (
        <tr key={index}>
          <th scope="row">
            {index + 1}. {sayMessage(name)}
          </th>
          <td>{strokes}</td>
          <td>{maxTempo === null ? say('songs.sign') : formatMaxTempo(maxTempo)}</td>
        </tr>
      ))}
    </tbody>
  </table>
);

/** A song layer by layer, to be learnt in that order: kept as songs with one press, or printed as one sheet. */
export const BuildUp = ({ song }: { readonly song: Song }) => {
  const { hand } = useSelectedHand();
  const question = useMemo(() => ({ song, hand }), [song, hand]);
  const { value: layers = [] } = useWorkerQuery(question, askLayers);
  const { save, isSaving } = useSaveLayers(song, layers);
  if (layers.length < 2) return null;
  return (
    <section aria-label={say('songs.build-up')}>
      <h2>{say('songs.build-up')}</h2>
      <Layers layers={layers} />
      <p className="build-up-ways">
        <Button variant="plain" size="sm" disabled={isSaving} onClick={save}>
          {say('songs.build-up-save')}
        </Button>
        <Link to="build-up">{say('songs.build-up-print')}</Link>
      </p>
    </section>
  );
};
