import '../components/take/takes.scss';
import { say, sayMessage } from '@fleet-wren/wording';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  writeWav,
  type HandProfile,
  type PlayedNote,
  type Pattern,
} from '@fleet-wren/core';
import { ArrowLeft, Mic, Square } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { usePatternEditor } from '../workspace/pattern-editor-context.ts';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { takeAssessmentWorker } from '../workers/workers.ts';
import { TakeAssessmentView } from './TakeAssessmentView.tsx';
import type { AssessedTake } from '../components/take/assessed-take.ts';
import { TAKE_ASSESSMENT_TIMEOUT_MS, assessTakeAudio, assessTakeNotes } from '../components/take/assess-take.ts';
import { AddToLogButton } from './AddToLogButton.tsx';
import { decodeAudio } from '../audio/decode-audio.ts';
import { useMidiInstrument } from './useMidiInstrument.ts';
import { useRecorder } from './useRecorder.ts';

/** A take: nothing yet, being heard, judged, or why it cannot be. */
type TakeState =
  | { readonly kind: 'none' }
  | { readonly kind: 'listening' }
  | { readonly kind: 'judged'; readonly take: AssessedTake }
  | { readonly kind: 'refused'; readonly why: string };

const encodeWav = (samples: Float32Array): Blob =>
  new Blob([new Uint8Array(writeWav({ samples, sampleRate: TAKE_PARAMETERS.sampleRate }))], { type: 'audio/wav' });

/** Judges what is brought in, one take after another; the last one asked for is the one that is shown. */
const useTakeAssessment = (pattern: Pattern, hand: HandProfile) => {
  const [take, setTake] = useState<TakeState>({ kind: 'none' });
  const judge = async (sound: Blob, samples: Float32Array): Promise<void> => {
    const verdict = await assessTakeAudio(samples, pattern, hand);
    setTake(
      verdict.ok
        ? { kind: 'judged', take: { sound, pattern, hand, judgement: verdict.judgement } }
        : { kind: 'refused', why: verdict.errorText },
    );
  };
  const guarded = (work: () => Promise<void>): void => {
    setTake({ kind: 'listening' });
    work().catch((error: unknown) => setTake({ kind: 'refused', why: wordsOf(error) }));
  };
  const bringNotes = (notes: Uint8Array | readonly PlayedNote[]): void =>
    guarded(async () => {
      const verdict = await assessTakeNotes(notes, pattern, hand);
      if (!verdict.ok) return setTake({ kind: 'refused', why: verdict.errorText });
      const file = await takeAssessmentWorker.request('notesSound', [notes], { timeoutMs: TAKE_ASSESSMENT_TIMEOUT_MS });
      const sound = new Blob([new Uint8Array(file)], { type: 'audio/wav' });
      setTake({ kind: 'judged', take: { sound, pattern, hand, judgement: verdict.judgement } });
    });
  const bring = (sound: Blob, name = ''): void => {
    if (/\.midi?$/i.test(name)) void sound.arrayBuffer().then((bytes) => bringNotes(new Uint8Array(bytes)));
    else guarded(async () => judge(sound, await decodeAudio(sound)));
  };
  const example = (player: string, seed: number): void =>
    guarded(async () => {
      const samples = await takeAssessmentWorker.request('simulateTake', [pattern, player, seed], {
        timeoutMs: TAKE_ASSESSMENT_TIMEOUT_MS,
      });
      await judge(encodeWav(samples), samples);
    });
  return { take, bring, bringNotes, example };
};

type Bring = Pick<ReturnType<typeof useTakeAssessment>, 'bring' | 'bringNotes' | 'example'>;

const Microphone = ({ bring }: Pick<Bring, 'bring'>) => {
  const { recording, level, seconds, errorText, start, stop } = useRecorder((sound) => bring(sound));
  return (
    <div className="take-microphone">
      {recording ? (
        <Button onClick={stop}>
          <Square size={14} aria-hidden /> {say('takes.stop-seconds', { seconds: Math.floor(seconds) })}
        </Button>
      ) : (
        <Button onClick={() => void start()}>
          <Mic size={15} aria-hidden /> {say('takes.record')}
        </Button>
      )}
      {recording && (
        <meter
          aria-label={say('takes.input-level')}
          min={0}
          max={1}
          low={0.05}
          high={0.95}
          optimum={0.5}
          value={level}
        />
      )}
      <small className="text-soft">{say('takes.recordings-stay-on-this-device-unless')}</small>
      {errorText && (
        <p className="finding finding-trouble" role="alert">
          {errorText}
        </p>
      )}
    </div>
  );
};

const MidiInstrument = ({ bringNotes }: Pick<Bring, 'bringNotes'>) => {
  const { playing, notes, errorText, start, stop } = useMidiInstrument(bringNotes);
  return (
    <>
      <Button variant="quiet" onClick={playing ? stop : start}>
        {playing ? say('takes.stop-notes', { notes }) : say('takes.midi-instrument')}
      </Button>
      {errorText && <small className="take-trouble">{errorText}</small>}
    </>
  );
};

const TakeSources = ({ bring, bringNotes, example }: Bring) => {
  const [player, setPlayer] = useState('late-ring');
  const [seed, setSeed] = useState(1);
  return (
    <div className="take-sources">
      <Microphone bring={bring} />
      <label className="btn btn-quiet take-file">
        {say('takes.open-recording')}
        <input
          type="file"
          accept="audio/*,.wav,.mid,.midi"
          className="visually-hidden"
          onChange={({ target }) => {
            const file = target.files?.[0];
            if (file) bring(file, file.name);
            target.value = '';
          }}
        />
      </label>
      <MidiInstrument bringNotes={bringNotes} />
      <span className="take-example">
        <Form.Select
          size="sm"
          aria-label={say('takes.simulated-player')}
          value={player}
          onChange={({ target }) => setPlayer(target.value)}
        >
          {Object.entries(PLAYER_MODELS).map(([key, { name }]) => (
            <option key={key} value={key}>
              {sayMessage(name)}
            </option>
          ))}
        </Form.Select>
        <Button
          variant="quiet"
          onClick={() => {
            example(player, seed);
            setSeed(seed + 1);
          }}
        >
          {say('takes.play-simulated-player')}
        </Button>
      </span>
    </div>
  );
};

/** A take of the pattern on the bench: recorded, opened or invented, heard against what is asked, said by digit. */
const RecordTakeScreen = () => {
  const pattern = usePatternEditor((state) => state.document);
  const { hand } = useSelectedHand();
  const { id = '' } = useParams();
  const { take, bring, bringNotes, example } = useTakeAssessment(pattern, hand);
  return (
    <div className="page takes">
      <header className="takes-head">
        <Link to=".." relative="path" className="back-link">
          <ArrowLeft size={16} aria-hidden /> {pattern.name}
        </Link>
        <h1>{say('takes.record-a-take')}</h1>
        <span className="text-soft">{say('takes.target-bpm', { tempo: pattern.tempo })}</span>
      </header>
      <TakeSources bring={bring} bringNotes={bringNotes} example={example} />
      {take.kind === 'none' && <p className="take-empty">{say('takes.play-the-pattern-at-least-four')}</p>}
      {take.kind === 'listening' && (
        <p className="take-empty" role="status">
          {say('takes.analysing-more')}
        </p>
      )}
      {take.kind === 'refused' && (
        <p className="finding finding-trouble" role="alert">
          {take.why}
        </p>
      )}
      {take.kind === 'judged' && (
        <TakeAssessmentView take={take.take}>
          <AddToLogButton patternId={id} take={take.take} />
        </TakeAssessmentView>
      )}
    </div>
  );
};

export default RecordTakeScreen;
