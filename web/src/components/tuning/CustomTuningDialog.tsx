import './tuning.scss';
import { say, sayList, sayProblems } from '@fleet-wren/wording';
import {
  TUNINGS,
  createRetunePlan,
  highestThumbString,
  parseTuning,
  stringCount,
  type Instrument,
  type RetunedString,
  type Tuning,
} from '@fleet-wren/core';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../dialog/Dialog.tsx';
import { useUpdateSettings } from '../../api/settings.ts';
import { ReferenceTones } from './ReferenceTones.tsx';
import { retune } from './retune.ts';

const semitones = ({ string, semitones }: RetunedString): string =>
  say('parts.semitones', { string, by: Math.abs(semitones), way: semitones > 0 ? 'up' : 'down' });

/** What is done to the strings, and the caution where one is pulled tighter. */
const Plan = ({ from, to }: { readonly from: Tuning; readonly to: Tuning }) => {
  if (from.pitches.length !== to.pitches.length)
    return <p className="text-soft">{say('parts.this-is-a-different-instrument-so')}</p>;
  const { strings, tightenedStrings } = createRetunePlan(from, to);
  if (strings.length === 0) return <p className="text-soft">{say('parts.the-guitar-is-already-in-this')}</p>;
  return (
    <>
      <p>{say('parts.retune', { strings: strings.map(semitones).join('; ') })}</p>
      {tightenedStrings.length > 0 && (
        <p className="finding finding-notable">
          {say('parts.tighter', { count: tightenedStrings.length, strings: sayList(tightenedStrings.map(String)) })}
        </p>
      )}
    </>
  );
};

const NECKS = [12, 14, 17, 18, 19, 20, 21, 22, 24] as const;

interface NeckProps {
  readonly instrument: Instrument;
  readonly change: (instrument: Instrument) => void;
}

/** Strings from the lowest to one, as they are said: 6 5 4. */
const stringsDownTo = (strings: number, from: number): string =>
  Array.from({ length: strings - from + 1 }, (_, index) => strings - index).join(' ');

const ThumbChoice = ({ instrument, change }: NeckProps) => {
  const strings = stringCount(instrument);
  const { thumbFrom: _set, ...plain } = instrument;
  const usual = highestThumbString(plain);
  const choices = Array.from({ length: strings - 1 }, (_, index) => strings - index).filter((from) => from <= 6);
  return (
    <label className="tuning-field">
      {say('parts.thumb-plays')}
      <Form.Select
        value={highestThumbString(instrument)}
        onChange={({ target }) =>
          change(Number(target.value) === usual ? plain : { ...plain, thumbFrom: Number(target.value) })
        }
      >
        {choices.map((from) => (
          <option key={from} value={from}>
            {from === usual
              ? say('parts.thumb-strings-usual', { strings: stringsDownTo(strings, from) })
              : stringsDownTo(strings, from)}
          </option>
        ))}
      </Form.Select>
    </label>
  );
};

const FretsChoice = ({ instrument, change }: NeckProps) => (
  <label className="tuning-field">
    {say('parts.frets')}
    <Form.Select
      value={instrument.frets}
      onChange={({ target }) => change({ ...instrument, frets: Number(target.value) })}
    >
      {[...new Set<number>([...NECKS, instrument.frets])]
        .sort((a, b) => a - b)
        .map((frets) => (
          <option key={frets}>{frets}</option>
        ))}
    </Form.Select>
  </label>
);

interface OwnTuningProps {
  readonly instrument: Instrument;
  readonly take: (instrument: Instrument) => void;
  readonly hide: () => void;
}

const tuningOf = ({ tuning, pitches }: Instrument): Tuning => ({ key: tuning, name: tuning, pitches });

const isOwn = (tuning: Tuning): boolean => !TUNINGS.some(({ key }) => key === tuning.key);

/** The strings and the neck: a tuning written as notes or words and kept for the studio, the thumb's strings, frets. */
export const CustomTuningDialog = ({ instrument, take, hide }: OwnTuningProps) => {
  const [typed, setTyped] = useState('');
  const [neck, setNeck] = useState(instrument);
  const change = useUpdateSettings();
  const read = typed.trim() === '' ? undefined : parseTuning(typed);
  const next = read?.ok ? retune(neck, read.value) : neck;
  const keep = (): void => {
    const tuning = tuningOf(next);
    if (read?.ok && isOwn(tuning))
      change.mutate((settings) => ({
        ...settings,
        tunings: [...(settings.tunings ?? []).filter(({ key }) => key !== tuning.key), tuning].slice(-60),
      }));
    take(next);
  };
  return (
    <Dialog
      title={say('parts.custom-tuning')}
      hide={hide}
      onSubmit={() => {
        if (!read || read.ok) keep();
      }}
    >
      <Modal.Body>
        <Form.Control
          autoFocus
          aria-label={say('parts.notes-lowest-string-first')}
          placeholder={say('parts.notes-lowest-string-first-c-g')}
          value={typed}
          maxLength={40}
          spellCheck={false}
          onChange={({ target }) => setTyped(target.value)}
        />
        {read && !read.ok && (
          <p className="finding finding-trouble mt-3" role="alert">
            {sayProblems(read.problems)}
          </p>
        )}
        <ReferenceTones instrument={next} />
        {read?.ok && <Plan from={tuningOf(instrument)} to={read.value} />}
        <div className="tuning-fields">
          <ThumbChoice instrument={next} change={setNeck} />
          <FretsChoice instrument={next} change={setNeck} />
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button type="submit" disabled={read && !read.ok}>
          {say('parts.use-tuning')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
