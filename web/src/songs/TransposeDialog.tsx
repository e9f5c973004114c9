import { say, sayProblems } from '@fleet-wren/wording';
import {
  TRANSPOSE_METHODS,
  findSongKey,
  success,
  type Result,
  transposeKey,
  type Song,
  type TransposeMethod,
  type TransposePlan,
  type TransposeTarget,
  type TransposedChord,
  type UnmovableNote,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { chordWords } from '../components/chords/chord-text.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { keyWords } from './key-words.ts';
import { useSongStore } from './song-store.ts';

interface Question {
  readonly song: Song;
  readonly target: TransposeTarget;
  readonly method: TransposeMethod;
}

const askPlan = ({ song, target, method }: Question, signal: AbortSignal): Promise<Result<TransposePlan>> =>
  backgroundWorker.request('planTransposition', [song, target, method], { signal });

const SEMITONES = [-6, -5, -4, -3, -2, -1, 1, 2, 3, 4, 5, 6] as const;
const CAPOS = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9] as const;

const METHOD_WORDS: Readonly<Record<TransposeMethod, string>> = {
  'easiest-shapes': say('songs.transpose.easiest-shapes'),
  'same-grips': say('songs.transpose.same-grips'),
};

const fretWords = (frets: readonly (number | null)[]): string => frets.map((fret) => fret ?? '×').join(' ');

const ChordRow = ({ from, to, before, after, barres }: TransposedChord) => (
  <tr>
    <th scope="row">{chordWords(from)}</th>
    <td className="frets">{fretWords(before.frets)}</td>
    <td aria-hidden>→</td>
    <th>{chordWords(to)}</th>
    <td className="frets">{fretWords(after.frets)}</td>
    <td className="text-soft">{barres[1] > 0 ? say('songs.transpose.barre') : ''}</td>
  </tr>
);

const noteWords = ({ place, bar, string, fret, needed }: UnmovableNote): string =>
  needed === null
    ? say('songs.transpose.harmonic-stays', { place, bar: bar ?? 0, string, fret })
    : say('songs.transpose.note-stays', { place, bar: bar ?? 0, string, fret, needed });

const countBarres = (chords: readonly TransposedChord[], side: 0 | 1): number =>
  chords.filter(({ barres }) => barres[side] > 0).length;

/** Notes that stay are listed up to here. */
const LISTED = 6;

const Effect = ({ plan }: { readonly plan: TransposePlan }) => (
  <>
    <div className="transpose-chords">
      <table>
        <tbody>
          {plan.chords.map((chord) => (
            <ChordRow key={chord.from} {...chord} />
          ))}
        </tbody>
      </table>
    </div>
    <p>
      {say('songs.transpose.barres', { before: countBarres(plan.chords, 0), after: countBarres(plan.chords, 1) })}{' '}
      {plan.movedNotes > 0 &&
        say('songs.transpose.notes', { moved: plan.movedNotes, others: plan.notesOnOtherStrings })}
    </p>
    {plan.unmovable.length > 0 && (
      <div className="finding finding-notable">
        <p>{say('songs.transpose.stay', { count: plan.unmovable.length })}</p>
        <ul>
          {plan.unmovable.slice(0, LISTED).map((note, index) => (
            <li key={index}>{noteWords(note)}</li>
          ))}
        </ul>
      </div>
    )}
  </>
);

interface TransposeDialogProps {
  readonly song: Song;
  readonly first: TransposeTarget;
  readonly hide: () => void;
}

/** Moves a song to another key, or behind a capo where it sounds as before: what changes is shown before it is done. */
export const TransposeDialog = ({ song, first, hide }: TransposeDialogProps) => {
  const store = useSongStore();
  const [target, setTarget] = useState(first);
  const [method, setMethod] = useState<TransposeMethod>('easiest-shapes');
  const question = useMemo(() => ({ song, target, method }), [song, target, method]);
  const { value: answer } = useWorkerQuery(question, askPlan);
  const key = useMemo(() => findSongKey(song)?.sounding, [song]);
  const plan = answer?.ok ? answer.value : undefined;
  const apply = (): void => {
    if (plan && store.getState().tryEdit(success(plan.edit))) hide();
  };
  return (
    <Dialog title={say('songs.key-and-capo')} size="lg" hide={hide}>
      <Modal.Body className="transpose">
        <div className="transpose-choices">
          <Form.Group controlId="transpose-to">
            <Form.Label>{say('songs.transpose.to-key')}</Form.Label>
            <Form.Select
              value={'semitones' in target ? target.semitones : ''}
              onChange={({ target: { value } }) => setTarget({ semitones: Number(value) })}
            >
              {!('semitones' in target) && <option value="">{keyWords(key)}</option>}
              {SEMITONES.map((semitones) => (
                <option key={semitones} value={semitones}>
                  {say('songs.transpose.option', {
                    key: key ? keyWords(transposeKey(key, semitones)) : '',
                    by: Math.abs(semitones),
                    way: semitones > 0 ? 'up' : 'down',
                  })}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="transpose-capo">
            <Form.Label>{say('songs.transpose.same-key-capo')}</Form.Label>
            <Form.Select
              value={target.capo ?? ''}
              onChange={({ target: { value } }) => setTarget({ capo: Number(value) })}
            >
              {target.capo === undefined && <option value="">{say('songs.transpose.capo-unchanged')}</option>}
              {CAPOS.map((capo) => (
                <option key={capo} value={capo}>
                  {capo === 0 ? say('common.no-capo') : say('songs.capo', { capo })}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          <fieldset>
            <legend>{say('songs.transpose.shapes')}</legend>
            {[...TRANSPOSE_METHODS].reverse().map((one) => (
              <Form.Check
                key={one}
                type="radio"
                name="transpose-method"
                id={`transpose-${one}`}
                label={METHOD_WORDS[one]}
                checked={method === one}
                onChange={() => setMethod(one)}
              />
            ))}
          </fieldset>
        </div>
        <div className="transpose-effect" aria-live="polite">
          {plan && <Effect plan={plan} />}
          {answer && !answer.ok && <p role="alert">{sayProblems(answer.problems)}</p>}
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button onClick={apply} disabled={!plan}>
          {'semitones' in target ? say('songs.transpose.do') : say('songs.transpose.use-capo')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
