import { say } from '@fleet-wren/wording';
import {
  MAX_TRACK_SECONDS,
  createPlaybackSchedule,
  trackSeconds,
  type Digit,
  type Pattern,
  type PlaybackOptions,
  type PlaybackVoices,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../dialog/Dialog.tsx';
import { loadCountVoice } from '../../audio/count-voice.ts';
import { trackWorker } from '../../workers/workers.ts';
import { downloadFile } from '../download.ts';

/** Samples a second of a track: what discs and files of music have. */
const SAMPLE_RATE = 44_100;

/** What a track is made of. */
export interface TrackMusic {
  readonly name: string;
  readonly pattern: Pattern;
  readonly digits: readonly (Digit | null)[];
}

interface Plan {
  readonly tempo: number;
  readonly rounds: number;
  readonly play: PlaybackVoices | 'nothing';
  readonly format: 'mp3' | 'wav';
}

interface PracticeTrackDialogProps {
  readonly music: TrackMusic;
  readonly listening: PlaybackOptions;
  readonly hasMelody?: boolean;
  readonly hide: () => void;
}

const optionsOf = (listening: PlaybackOptions, { play }: Plan): PlaybackOptions => ({
  ...listening,
  loop: true,
  halfSpeed: false,
  figure: play !== 'nothing',
  voices: play === 'nothing' ? 'all' : play,
});

const secondsOf = ({ pattern }: TrackMusic, listening: PlaybackOptions, plan: Plan): number =>
  trackSeconds(createPlaybackSchedule({ ...pattern, tempo: plan.tempo }, [], optionsOf(listening, plan)), plan.rounds);

const makeTrack = async ({ name, pattern, digits }: TrackMusic, listening: PlaybackOptions, plan: Plan) => {
  const options = optionsOf(listening, plan);
  const words = options.counting === 'none' ? new Map() : await loadCountVoice(SAMPLE_RATE);
  const { tempo, rounds, format } = plan;
  const bytes = await trackWorker.request('renderTrack', [
    { pattern, digits, options, tempo, rounds, format, sampleRate: SAMPLE_RATE, words },
  ]);
  downloadFile(`${name}-${tempo}.${format}`, Uint8Array.from(bytes), format === 'mp3' ? 'audio/mpeg' : 'audio/wav');
};

const LIMITS = { tempo: [20, 400], rounds: [1, 200] } as const;

const isWithin = ([least, most]: readonly [number, number], value: number): boolean => value >= least && value <= most;

const Length = ({ seconds }: { readonly seconds: number }) => {
  if (seconds > MAX_TRACK_SECONDS)
    return (
      <p className="finding finding-trouble">{say('playback.track-too-long', { minutes: MAX_TRACK_SECONDS / 60 })}</p>
    );
  const whole = Math.round(seconds);
  return (
    <p className="soft">{say('playback.track-length', { minutes: Math.floor(whole / 60), seconds: whole % 60 })}</p>
  );
};

interface AmountProps {
  readonly id: 'track-tempo' | 'track-rounds';
  readonly label: string;
  readonly limits: readonly [least: number, most: number];
  readonly value: number;
  readonly set: (value: number) => void;
}

const Amount = ({ id, label, limits: [min, max], value, set }: AmountProps) => (
  <Form.Group controlId={id}>
    <Form.Label>{label}</Form.Label>
    <Form.Control
      type="number"
      min={min}
      max={max}
      value={value || ''}
      onChange={({ target }) => set(Number(target.value))}
    />
  </Form.Group>
);

interface PlanFieldsProps {
  readonly plan: Plan;
  readonly hasMelody: boolean;
  readonly change: (change: Partial<Plan>) => void;
}

const VOICES: readonly PlaybackVoices[] = ['all', 'thumb alone', 'fingers alone'];

const PlanFields = ({ plan, hasMelody, change }: PlanFieldsProps) => (
  <div className="track-fields">
    <Amount
      id="track-tempo"
      label={say('playback.track-tempo')}
      limits={LIMITS.tempo}
      value={plan.tempo}
      set={(tempo) => change({ tempo })}
    />
    <Amount
      id="track-rounds"
      label={say('playback.track-rounds')}
      limits={LIMITS.rounds}
      value={plan.rounds}
      set={(rounds) => change({ rounds: Math.round(rounds) })}
    />
    <Form.Group controlId="track-voices">
      <Form.Label>{say('playback.track-voices')}</Form.Label>
      <Form.Select value={plan.play} onChange={({ target }) => change({ play: target.value as Plan['play'] })}>
        {[...VOICES, ...(hasMelody ? (['melody alone'] as const) : [])].map((voices) => (
          <option key={voices} value={voices}>
            {say('playback.track-voices-name', { voices: voices.replaceAll(' ', '_') })}
          </option>
        ))}
        <option value="nothing">{say('playback.track-nothing')}</option>
      </Form.Select>
    </Form.Group>
    <Form.Group controlId="track-format">
      <Form.Label>{say('playback.track-format')}</Form.Label>
      <Form.Select value={plan.format} onChange={({ target }) => change({ format: target.value as Plan['format'] })}>
        <option value="mp3">{say('playback.track-mp3')}</option>
        <option value="wav">{say('playback.track-wav')}</option>
      </Form.Select>
    </Form.Group>
  </div>
);

/** Records music as a file to practise with, at any tempo, as often as wanted. */
export const PracticeTrackDialog = ({ music, listening, hasMelody = false, hide }: PracticeTrackDialogProps) => {
  const [plan, setPlan] = useState<Plan>({ tempo: music.pattern.tempo, rounds: 4, play: 'all', format: 'mp3' });
  const [state, setState] = useState<'idle' | 'making' | 'failed'>('idle');
  const isPossible = isWithin(LIMITS.tempo, plan.tempo) && isWithin(LIMITS.rounds, plan.rounds);
  const seconds = useMemo(
    () => (isPossible ? secondsOf(music, listening, plan) : 0),
    [isPossible, music, listening, plan],
  );
  const save = (): void => {
    setState('making');
    makeTrack(music, listening, plan).then(hide, () => setState('failed'));
  };
  return (
    <Dialog title={say('playback.track-title')} hide={hide}>
      <Modal.Body>
        <p>{say('playback.track-intro')}</p>
        <PlanFields plan={plan} hasMelody={hasMelody} change={(change) => setPlan({ ...plan, ...change })} />
        {isPossible && <Length seconds={seconds} />}
        {state === 'failed' && <p className="finding finding-trouble">{say('playback.track-failed')}</p>}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button onClick={save} disabled={!isPossible || seconds > MAX_TRACK_SECONDS || state === 'making'}>
          {state === 'making' ? say('playback.track-making') : say('playback.track-save')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
