import { say, sayList, sayProblems } from '@fleet-wren/wording';
import {
  TUNINGS,
  midiToNoteName,
  parseTuning,
  createRetunePlan,
  type Instrument,
  type RetunedString,
  type Tuning,
} from '@fleet-wren/core';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useUpdateSettings } from '../../api/settings.ts';

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

interface OwnTuningProps {
  readonly instrument: Instrument;
  readonly take: (tuning: Tuning) => void;
  readonly hide: () => void;
}

/** A tuning of one's own: written as notes, kept for the studio, with what to do to the strings. */
export const CustomTuningDialog = ({ instrument, take, hide }: OwnTuningProps) => {
  const [typed, setTyped] = useState('');
  const change = useUpdateSettings();
  const read = typed.trim() === '' ? undefined : parseTuning(typed);
  const isOwn = (tuning: Tuning): boolean => !TUNINGS.some(({ key }) => key === tuning.key);
  const keep = (tuning: Tuning): void => {
    if (isOwn(tuning))
      change.mutate((settings) => ({
        ...settings,
        tunings: [...(settings.tunings ?? []).filter(({ key }) => key !== tuning.key), tuning].slice(-60),
      }));
    take(tuning);
  };
  return (
    <Modal show onHide={hide} centered aria-labelledby="tuning-title">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (read?.ok) keep(read.value);
        }}
      >
        <Modal.Header closeButton closeLabel={say('common.close')}>
          <Modal.Title id="tuning-title">{say('parts.custom-tuning')}</Modal.Title>
        </Modal.Header>
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
          {read?.ok && (
            <div className="mt-3">
              <p>
                <b>{read.value.pitches.map(midiToNoteName).join('  ')}</b>
              </p>
              <Plan
                from={{ key: instrument.tuning, name: instrument.tuning, pitches: instrument.pitches }}
                to={read.value}
              />
            </div>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="plain" onClick={hide}>
            {say('common.cancel')}
          </Button>
          <Button type="submit" disabled={!read?.ok}>
            {say('parts.use-tuning')}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
};
