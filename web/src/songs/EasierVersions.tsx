import { say, sayMessage } from '@fleet-wren/wording';
import {
  formatMaxTempo,
  type EasierVersion,
  type HandProfile,
  type Song,
  withName,
  type Message,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreateSong } from '../api/songs.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { useSongStore } from './song-store.ts';

interface Question {
  readonly song: Song;
  readonly hand: HandProfile;
}

const askEasier = ({ song, hand }: Question, signal: AbortSignal): Promise<readonly EasierVersion[]> =>
  backgroundWorker.request('easier', [song, hand], { signal, timeoutMs: 30_000 });

/** Easier versions of a song with their ceilings, each to be kept as a song of its own. */
export const EasierVersions = ({ song }: { readonly song: Song }) => {
  const store = useSongStore();
  const { hand } = useSelectedHand();
  const question = useMemo(() => ({ song, hand }), [song, hand]);
  const { value } = useWorkerQuery(question, askEasier);
  const create = useCreateSong();
  const navigate = useNavigate();
  if (!value?.some(({ maxTempo }) => maxTempo !== null)) return null;
  if (value.length < 2)
    return (
      <section aria-label={say('songs.easier-versions')}>
        <h2>{say('songs.easier-versions')}</h2>
        <p className="text-soft">{say('songs.no-easier-version')}</p>
      </section>
    );
  const keep = (version: Song, name: Message): void =>
    create.mutate(withName(version, say('songs.version-name', { song: song.name, version: sayMessage(name) })), {
      onSuccess: ({ id }) => void navigate(`/songs/${id}`),
      onError: (error) => store.getState().reject(wordsOf(error)),
    });
  return (
    <section aria-label={say('songs.easier-versions')}>
      <h2>{say('songs.easier-versions')}</h2>
      <table className="levels">
        <thead>
          <tr>
            <th scope="col">{say('songs.version')}</th>
            <th scope="col">{say('common.notes-2')}</th>
            <th scope="col">{say('common.max-tempo')}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {value.map(({ key, name, song: version, strokes, maxTempo }) => (
            <tr key={key}>
              <th scope="row">{sayMessage(name)}</th>
              <td>{strokes}</td>
              <td>{maxTempo === null ? say('songs.sign') : formatMaxTempo(maxTempo)}</td>
              <td>
                {version && (
                  <Button
                    variant="plain"
                    size="sm"
                    disabled={create.isPending}
                    aria-label={say('songs.save-as-a-song', { name: sayMessage(name) })}
                    onClick={() => keep(version, name)}
                  >
                    {say('songs.save-as-song')}
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
};
