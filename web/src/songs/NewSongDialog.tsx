import { say, sayLabel, sayMessage, sayProblem } from '@fleet-wren/wording';
import {
  success,
  withUsualBeats,
  FORM_TEMPLATES,
  TUNINGS,
  createInstrument,
  findTuningOrStandard,
  parseMetre,
  type Result,
  type Song,
  type SongImport,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useCreateSong } from '../api/songs.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { MUSICAL_KEYS } from '../components/song/song-bars.ts';

interface Question {
  readonly chart: string;
  readonly name: string;
  readonly tuning: string;
  readonly metre: string;
}

/** Time signatures a song may begin in. */
const METRES = ['2/4', '3/4', '4/4', '5/4', '6/4', '6/8', '9/8', '12/8', '5/8', '7/8'] as const;

/** A name that was typed goes before the title of the chart. */
const withTypedName = (read: SongImport, name: string): SongImport =>
  name === '' ? read : { ...read, song: { ...read.song, name } };

const askSong = async ({ chart, name, tuning, metre }: Question, signal: AbortSignal): Promise<Result<SongImport>> => {
  const begin = {
    instrument: createInstrument(findTuningOrStandard(tuning)),
    metre: withUsualBeats(parseMetre(metre)),
  };
  const read = await backgroundWorker.request('chartSong', [chart, say('songs.new-song'), begin], { signal });
  return read.ok ? success(withTypedName(read.value, name)) : read;
};

const Found = ({ song }: { readonly song: Song }) => (
  <ul className="chart-found" aria-label={say('songs.preview-of-the-song')}>
    {song.sections.map(({ id, name, bars }, index) => (
      <li key={id}>
        <b>{name}</b>{' '}
        <span className="text-soft">{song.form[index]?.times === 1 ? '' : `×${song.form[index]?.times}`}</span>
        <span className="chart-bars">
          {bars.map(({ chords }, place) => (
            <span key={place}>{chords.map(({ voicing }) => voicing).join(' ') || '–'}</span>
          ))}
        </span>
      </li>
    ))}
  </ul>
);

/** What a song is begun from. */
interface Beginning {
  readonly name: string;
  readonly form: string;
  readonly key: number;
  readonly tuning: string;
  readonly metre: string;
  /** A chart of one's own, in place of the form's. */
  readonly chart: string | null;
}

const START: Beginning = {
  name: '',
  form: 'verse-chorus-bridge',
  key: 7,
  tuning: 'standard',
  metre: '4/4',
  chart: null,
};

interface FieldsProps {
  readonly begun: Beginning;
  /** What the song is called while no name is typed. */
  readonly title: string;
  readonly change: (part: Partial<Beginning>) => void;
}

const Fields = ({ begun: { name, form, key, tuning, metre, chart }, title, change }: FieldsProps) => (
  <div className="new-song-fields">
    <label>
      {say('songs.name-2')}
      <Form.Control
        autoFocus
        value={name}
        maxLength={120}
        placeholder={title}
        onChange={({ target }) => change({ name: target.value })}
      />
    </label>
    <label>
      {say('songs.start-from')}
      <Form.Select
        value={chart === null ? form : 'own'}
        onChange={({ target }) => change(target.value === 'own' ? { chart: '' } : { chart: null, form: target.value })}
      >
        {FORM_TEMPLATES.map((one) => (
          <option key={one.key} value={one.key}>
            {sayMessage(one.name)}
          </option>
        ))}
        <option value="own">{say('songs.my-own-chord-chart')}</option>
      </Form.Select>
    </label>
    <label>
      {say('songs.key')}
      <Form.Select
        value={key}
        disabled={chart !== null}
        onChange={({ target }) => change({ key: Number(target.value) })}
      >
        {MUSICAL_KEYS.map(([one, words]) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </Form.Select>
    </label>
    <label>
      {say('songs.time-signature')}
      <Form.Select value={metre} onChange={({ target }) => change({ metre: target.value })}>
        {METRES.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </Form.Select>
    </label>
    <label>
      {say('songs.tuning')}
      <Form.Select value={tuning} onChange={({ target }) => change({ tuning: target.value })}>
        {TUNINGS.map((one) => (
          <option key={one.key} value={one.key}>
            {sayLabel(one.name)}
          </option>
        ))}
      </Form.Select>
    </label>
  </div>
);

const Read = ({ value, trouble }: { readonly value?: Result<SongImport>; readonly trouble?: string }) => (
  <div aria-live="polite">
    {trouble && <p role="alert">{trouble}</p>}
    {value?.ok && <Found song={value.value.song} />}
    {value?.ok &&
      value.value.remarks.map((one, index) => (
        <p key={index} className="finding finding-slight">
          {sayProblem(one)}
        </p>
      ))}
    {value && !value.ok && (
      <div role="alert" className="finding finding-trouble">
        {value.problems.slice(0, 5).map((one, index) => (
          <p key={index} className="mb-1">
            {sayProblem(one)}
          </p>
        ))}
      </div>
    )}
  </div>
);

/**
 * Begins a song: from a form in a key, or from a chord chart that is pasted; what was read is shown before it is kept.
 */
export const NewSongDialog = ({ chart: given, hide }: { readonly chart: string | null; readonly hide: () => void }) => {
  const [begun, setBegun] = useState({ ...START, chart: given });
  const create = useCreateSong();
  const navigate = useNavigate();
  const { form, key, tuning, metre } = begun;
  const name = begun.name.trim();
  const chart =
    begun.chart ?? FORM_TEMPLATES.find((one) => one.key === form)?.chart({ key, quickChange: true }, sayMessage) ?? '';
  const question = useMemo(() => ({ chart, name, tuning, metre }), [chart, name, tuning, metre]);
  const { value, errorText } = useWorkerQuery(question, askSong);
  const begin = (): void => {
    if (value?.ok) create.mutate(value.value.song, { onSuccess: ({ id }) => void navigate(`/songs/${id}`) });
  };
  return (
    <Dialog title={say('songs.new-song')} size="xl" hide={hide}>
      <Modal.Body className="new-song">
        <Fields
          begun={begun}
          title={value?.ok ? value.value.song.name : say('songs.new-song')}
          change={(part) => setBegun({ ...begun, ...part })}
        />
        <Form.Control
          as="textarea"
          className="chart-text"
          aria-label={say('songs.chord-chart')}
          rows={12}
          spellCheck={false}
          value={chart}
          placeholder={say('songs.verse-c-g-b-am-g')}
          onChange={({ target }) => setBegun({ ...begun, chart: target.value })}
        />
        <Read value={value} trouble={errorText ?? (create.isError ? wordsOf(create.error) : undefined)} />
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={begin} disabled={!value?.ok || create.isPending}>
          {say('songs.create-song')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
