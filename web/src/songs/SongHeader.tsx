import { say } from '@fleet-wren/wording';
import {
  createFeelEdit,
  parseMetre,
  metreKey,
  listFeltMetres,
  SONG_LIMITS,
  type Song,
  type SongEdit,
} from '@fleet-wren/core';
import { Link } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useRestoreSong } from '../api/songs.ts';
import { DocumentTitle } from '../components/document/DocumentTitle.tsx';
import { PillChoice } from '../components/document/PillChoice.tsx';
import { metreWords, tempoUnitWords } from '../components/document/metre-words.ts';
import { TempoField } from '../components/document/TempoField.tsx';
import { SchoolOptions, useAvailableCustomSchools } from '../components/schools/SchoolOptions.tsx';
import { CapoSelect } from '../components/tuning/CapoSelect.tsx';
import { TuningSelect } from '../components/tuning/TuningSelect.tsx';
import { SongExportMenu } from './SongExportMenu.tsx';
import { useSong, useSongStore } from './song-store.ts';

const SWINGS = [
  ['50', say('songs.straight')],
  ['60', say('songs.light-swing')],
  ['67', say('songs.triplet-swing')],
  ['60/16', say('songs.light-swing-16')],
  ['67/16', say('songs.triplet-swing-16')],
] as const;

const swingEdit = (chosen: string): SongEdit => {
  const [swing = '', unit] = chosen.split('/');
  return {
    kind: 'setSwing',
    swing: swing === '50' ? undefined : Number(swing),
    ...(unit ? { swingUnit: 16 as const } : {}),
  };
};

const Choices = ({ song }: { readonly song: Song }) => {
  const store = useSongStore();
  const { applyEdit } = store.getState();
  const feels = listFeltMetres(song.metre);
  const own = useAvailableCustomSchools(song.ownSchool);
  const swing = `${song.swing ?? 50}${song.swingUnit ? '/16' : ''}`;
  const swings = SWINGS.some(([key]) => key === swing)
    ? SWINGS
    : [...SWINGS, [swing, say('songs.swing-2', { swing: String(song.swing) })] as const];
  const chooseSchool = (school: string): void => {
    applyEdit({ kind: 'chooseSchool', school, ownSchool: own.find(({ id }) => school === `own:${id}`) });
  };
  return (
    <div className="choices">
      <PillChoice label={say('common.fingering-school')} value={song.school} choose={chooseSchool} strong>
        <SchoolOptions own={own} />
      </PillChoice>
      <TuningSelect
        instrument={song.instrument}
        choose={(instrument) => applyEdit({ kind: 'setInstrument', instrument })}
      />
      <CapoSelect
        capo={song.instrument.capo}
        choose={(capo) => applyEdit({ kind: 'setInstrument', instrument: { ...song.instrument, capo } })}
      />
      <PillChoice
        label={say('songs.swing')}
        value={swing}
        options={swings}
        choose={(chosen) => applyEdit(swingEdit(chosen))}
        plain
      />
      {feels.length > 1 ? (
        <PillChoice
          label={say('songs.time-signature')}
          value={metreKey(song.metre)}
          options={feels.map((metre) => [metreKey(metre), metreWords(metre)])}
          choose={(key) => applyEdit(createFeelEdit(store.getState().document, parseMetre(key)))}
          plain
        />
      ) : (
        <span className="choice">{metreWords(song.metre)}</span>
      )}
      <TempoField tempo={song.tempo} setTempo={(tempo) => applyEdit({ kind: 'setTempo', tempo })}>
        {tempoUnitWords(song.metre)}
      </TempoField>
    </div>
  );
};

/** What the song is: its name, its school, its strings, its time. */
export const SongHeader = () => {
  const store = useSongStore();
  const restore = useRestoreSong();
  const song = useSong((state) => state.document);
  /** With what was done since it was deleted. */
  const bringBack = (): void =>
    restore.mutate(store.getState().id, {
      onSuccess: () => store.getState().retrySave(),
      onError: (error) => store.getState().reject(wordsOf(error)),
    });
  return (
    <header className="song-head">
      <DocumentTitle
        store={store}
        label={say('songs.song-name')}
        maxLength={SONG_LIMITS.name}
        rename={(name) => store.getState().applyEdit({ kind: 'rename', name })}
        restore={bringBack}
      >
        <SongExportMenu />
        <Link to="stand" className="btn btn-plain btn-sm" title={say('stand.open-title')}>
          {say('stand.open')}
        </Link>
        <Link to="/songs" className="btn btn-plain btn-sm">
          {say('songs.all-songs')}
        </Link>
      </DocumentTitle>
      <Choices song={song} />
    </header>
  );
};
