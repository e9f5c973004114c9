import { formatForm, unfoldForm, type Song } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreateSong } from '../api/songs.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';

/** A file that is a song and no pattern: its form, and a button that keeps it. */
export const SongFound = ({ song }: { readonly song: Song }) => {
  const create = useCreateSong();
  const navigate = useNavigate();
  const notice = useToast();
  const keep = (): void =>
    create.mutate(song, {
      onSuccess: ({ id }) => void navigate(`/songs/${id}`),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  return (
    <section aria-label={say('common.preview')}>
      <h2 className="found-name">{song.name}</h2>
      <p>{say('import.reads-as-song', { bars: unfoldForm(song).length })}</p>
      <p className="text-soft">{formatForm(song)}</p>
      <div className="keep">
        <Button onClick={keep} disabled={create.isPending}>
          {say('import.save-as-song')}
        </Button>
      </div>
    </section>
  );
};
