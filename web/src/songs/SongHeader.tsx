import { say } from '@fleet-wren/wording';
import type { Song } from '@fleet-wren/core';
import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { SchoolOptions, useAvailableCustomSchools } from '../components/schools/SchoolOptions.tsx';
import { CapoSelect } from '../components/tuning/CapoSelect.tsx';
import { TuningSelect } from '../components/tuning/TuningSelect.tsx';
import { SAVE_STATUS_TEXT } from '../workspace/save-status-text.ts';
import { SongExportMenu } from './SongExportMenu.tsx';
import { useSong, useSongStore } from './song-store.ts';

const Name = () => {
  const { applyEdit } = useSongStore().getState();
  const name = useSong((state) => state.document.name);
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    if (typed !== null && typed.trim() !== '' && typed !== name) applyEdit({ kind: 'rename', name: typed.trim() });
    setTyped(null);
  };
  return (
    <h1 className="song-name">
      <input
        aria-label={say('songs.song-name')}
        value={typed ?? name}
        maxLength={120}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={settle}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
    </h1>
  );
};

const Tempo = () => {
  const { applyEdit } = useSongStore().getState();
  const tempo = useSong((state) => state.document.tempo);
  const [typed, setTyped] = useState<string | null>(null);
  const settle = (): void => {
    if (typed !== null && Number(typed) !== tempo) applyEdit({ kind: 'setTempo', tempo: Number(typed) });
    setTyped(null);
  };
  return (
    <label className="tempo">
      <input
        inputMode="numeric"
        aria-label={say('common.tempo-bpm')}
        value={typed ?? String(tempo)}
        onChange={({ target }) => setTyped(target.value.replace(/[^\d.]/g, ''))}
        onBlur={settle}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />{' '}
      {say('common.bpm')}
    </label>
  );
};

const SWINGS = [
  ['50', say('songs.straight')],
  ['60', say('songs.light-swing')],
  ['67', say('songs.triplet-swing')],
] as const;

const Choices = ({ song }: { readonly song: Song }) => {
  const { applyEdit } = useSongStore().getState();
  const own = useAvailableCustomSchools(song.ownSchool);
  const swing = String(song.swing ?? 50);
  return (
    <div className="choices">
      <span className="choice choice-strong">
        <label htmlFor="song-school">{say('common.fingering-school')}</label>
        <select
          id="song-school"
          value={song.school}
          onChange={({ target }) =>
            applyEdit({
              kind: 'chooseSchool',
              school: target.value,
              ownSchool: own.find(({ id }) => target.value === `own:${id}`),
            })
          }
        >
          <SchoolOptions own={own} />
        </select>
      </span>
      <TuningSelect
        instrument={song.instrument}
        choose={(instrument) => applyEdit({ kind: 'setInstrument', instrument })}
      />
      <CapoSelect
        capo={song.instrument.capo}
        choose={(capo) => applyEdit({ kind: 'setInstrument', instrument: { ...song.instrument, capo } })}
      />
      <span className="choice">
        <select
          aria-label={say('songs.swing')}
          value={swing}
          onChange={({ target }) =>
            applyEdit({ kind: 'setSwing', swing: target.value === '50' ? undefined : Number(target.value) })
          }
        >
          {(SWINGS.some(([key]) => key === swing)
            ? SWINGS
            : [...SWINGS, [swing, say('songs.swing-2', { swing })] as const]
          ).map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </select>
      </span>
      <span className="choice">
        {song.metre.beats}/{song.metre.unit}
      </span>
      <Tempo />
    </div>
  );
};

/** What the song is: its name, its school, its strings, its time. */
export const SongHeader = () => {
  const { undo, redo } = useSongStore().getState();
  const song = useSong((state) => state.document);
  const saving = useSong((state) => state.saveStatus);
  const history = useSong((state) => state.history);
  return (
    <header className="song-head">
      <div className="bench-title">
        <Name />
        <span className={saving === 'saved' || saving === 'saving' ? 'saving' : 'saving saving-trouble'} role="status">
          {SAVE_STATUS_TEXT[saving]}
        </span>
        <Button
          variant="plain"
          size="sm"
          onClick={undo}
          disabled={history.past.length === 0}
          aria-label={say('common.undo')}
          title={say('common.undo-ctrl-z')}
        >
          <Undo2 size={17} aria-hidden />
        </Button>
        <Button
          variant="plain"
          size="sm"
          onClick={redo}
          disabled={history.future.length === 0}
          aria-label={say('common.redo')}
          title={say('common.redo-ctrl-y')}
        >
          <Redo2 size={17} aria-hidden />
        </Button>
        <SongExportMenu />
        <Link to="/songs" className="btn btn-plain btn-sm">
          {say('songs.all-songs')}
        </Link>
      </div>
      <Choices song={song} />
    </header>
  );
};
