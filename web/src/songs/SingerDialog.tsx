import { say } from '@fleet-wren/wording';
import {
  findMelodyRange,
  findSongKey,
  listSoundingSymbols,
  midiToNoteName,
  transposeKey,
  type CapoProposal,
  type Instrument,
  type Song,
  type TransposeTarget,
  type VocalRange,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { chordWords } from '../components/chords/chord-text.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { keyWords } from './key-words.ts';

/** Notes a voice or a tune is given by: from the lowest bass to the highest soprano. */
const NOTES = Array.from({ length: 49 }, (_, index) => index + 36);

/** A range most voices have, and a tune of an octave: what is asked about until something is said. */
const USUAL = { voice: { lowest: 53, highest: 69 }, tune: { lowest: 55, highest: 67 } } as const;

interface Question {
  readonly symbols: readonly string[];
  readonly instrument: Instrument;
  readonly tune: VocalRange;
  readonly voice: VocalRange;
}

const askKeys = (
  { symbols, instrument, tune, voice }: Question,
  signal: AbortSignal,
): Promise<readonly CapoProposal[]> =>
  backgroundWorker.request('keysForVoice', [symbols, instrument, tune, voice], { signal });

interface NoteProps {
  readonly label: string;
  readonly value: number;
  readonly choose: (midi: number) => void;
}

const NoteSelect = ({ label, value, choose }: NoteProps) => (
  <label>
    {label}
    <Form.Select value={value} onChange={({ target }) => choose(Number(target.value))}>
      {NOTES.map((midi) => (
        <option key={midi} value={midi}>
          {midiToNoteName(midi)}
        </option>
      ))}
    </Form.Select>
  </label>
);

interface RangeProps {
  readonly words: string;
  readonly range: VocalRange;
  readonly change: (range: VocalRange) => void;
}

const RangeFields = ({ words, range, change }: RangeProps) => (
  <fieldset className="vocal-range">
    <legend>{words}</legend>
    <NoteSelect
      label={say('songs.singer.lowest')}
      value={range.lowest}
      choose={(lowest) => change({ lowest, highest: Math.max(lowest, range.highest) })}
    />
    <NoteSelect
      label={say('songs.singer.highest')}
      value={range.highest}
      choose={(highest) => change({ highest, lowest: Math.min(highest, range.lowest) })}
    />
  </fieldset>
);

interface SingerDialogProps {
  readonly song: Song;
  readonly choose: (target: TransposeTarget) => void;
  readonly hide: () => void;
}

/** Keys and capos in which a singer can sing the song, the easiest to play first. */
export const SingerDialog = ({ song, choose, hide }: SingerDialogProps) => {
  const melody = useMemo(() => findMelodyRange(song), [song]);
  const [tune, setTune] = useState<VocalRange>(melody ?? USUAL.tune);
  const [voice, setVoice] = useState<VocalRange>(USUAL.voice);
  const symbols = useMemo(() => listSoundingSymbols(song), [song]);
  const question = useMemo(
    () => ({ symbols, instrument: song.instrument, tune, voice }),
    [symbols, song.instrument, tune, voice],
  );
  const { value } = useWorkerQuery(question, askKeys);
  const key = findSongKey(song)?.sounding;
  return (
    <Dialog title={say('songs.singer.title')} hide={hide}>
      <Modal.Body>
        <RangeFields words={say('songs.singer.voice')} range={voice} change={setVoice} />
        <RangeFields words={say(melody ? 'songs.singer.melody' : 'songs.singer.tune')} range={tune} change={setTune} />
        {value?.length === 0 && <p className="finding finding-notable">{say('songs.singer.none')}</p>}
        <ol className="capos">
          {value?.slice(0, 5).map((proposal) => (
            <li key={proposal.transpose}>
              <button
                type="button"
                className="link-button"
                onClick={() => choose({ semitones: proposal.transpose, capo: proposal.capo })}
              >
                {key ? keyWords(transposeKey(key, proposal.transpose)) : say('songs.key-unknown')},{' '}
                {proposal.capo === 0 ? say('common.no-capo') : say('songs.capo', { capo: proposal.capo })}
              </button>{' '}
              {proposal.shapes.slice(0, 7).map(chordWords).join(' ')}
              <small className="text-soft">
                {say('songs.capo-facts', {
                  open: proposal.openShapeCount,
                  shapes: proposal.shapes.length,
                  barres: proposal.barreCount,
                })}
              </small>
            </li>
          ))}
        </ol>
      </Modal.Body>
    </Dialog>
  );
};
