import './takes.scss';
import {
  PLAYERS,
  TAKE,
  playedPattern,
  heardIn,
  sentence,
  takeHeadline,
  writeWav,
  type Hand,
  type Pattern,
  type Result,
  type TakeJudgement,
} from '@fleet-wren/core';
import { ArrowLeft, Mic, Square } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { wordsOf } from '../api/client.ts';
import { useBench } from '../bench/context.ts';
import { useHand } from '../parts/hand/useHand.ts';
import { takeWorker } from '../workers/client.ts';
import { Playback } from './Playback.tsx';
import { DigitTable, TakePicture } from './TakePicture.tsx';
import { ToLog } from './ToLog.tsx';
import { decoded } from './sound.ts';
import { useRecorder } from './useRecorder.ts';

/** Milliseconds the judging of the longest take may last. */
const PATIENCE = 60_000;

/** A take: nothing yet, being heard, judged, or why it cannot be. */
type Take =
  | { readonly kind: 'none' }
  | { readonly kind: 'listening' }
  | { readonly kind: 'judged'; readonly sound: Blob; readonly pattern: Pattern; readonly judgement: TakeJudgement }
  | { readonly kind: 'refused'; readonly why: string };

const wavOf = (samples: Float32Array): Blob =>
  new Blob([new Uint8Array(writeWav({ samples, sampleRate: TAKE.sampleRate }))], { type: 'audio/wav' });

/** Judges what is brought in, one take after another; the last one asked for is the one that is shown. */
const useTake = (pattern: Pattern, hand: Hand) => {
  const [take, setTake] = useState<Take>({ kind: 'none' });
  const judge = async (sound: Blob, samples: Float32Array): Promise<void> => {
    const judged: Result<TakeJudgement> = await takeWorker.ask('judgeTake', [samples, pattern, hand], {
      deadline: PATIENCE,
    });
    setTake(
      judged.ok
        ? { kind: 'judged', sound, pattern, judgement: judged.value }
        : { kind: 'refused', why: judged.problems.map(sentence).join(' ') },
    );
  };
  const guarded = (work: () => Promise<void>): void => {
    setTake({ kind: 'listening' });
    work().catch((error: unknown) => setTake({ kind: 'refused', why: wordsOf(error) }));
  };
  const bring = (sound: Blob): void => guarded(async () => judge(sound, await decoded(sound)));
  const example = (player: string, seed: number): void =>
    guarded(async () => {
      const samples = await takeWorker.ask('play', [pattern, player, seed], { deadline: PATIENCE });
      await judge(wavOf(samples), samples);
    });
  return { take, bring, example };
};

type Bring = Pick<ReturnType<typeof useTake>, 'bring' | 'example'>;

const Microphone = ({ bring }: Pick<Bring, 'bring'>) => {
  const { recording, level, seconds, trouble, start, stop } = useRecorder(bring);
  return (
    <div className="take-microphone">
      {recording ? (
        <Button onClick={stop}>
          <Square size={14} aria-hidden /> Stop after {Math.floor(seconds)} s
        </Button>
      ) : (
        <Button onClick={() => void start()}>
          <Mic size={15} aria-hidden /> Record
        </Button>
      )}
      {recording && <meter aria-label="Level" min={0} max={1} low={0.05} high={0.95} optimum={0.5} value={level} />}
      <small className="text-soft">The sound stays on this device.</small>
      {trouble && (
        <p className="finding finding-trouble" role="alert">
          {trouble}
        </p>
      )}
    </div>
  );
};

const Sources = ({ bring, example }: Bring) => {
  const [player, setPlayer] = useState('late-ring');
  const [seed, setSeed] = useState(1);
  return (
    <div className="take-sources">
      <Microphone bring={bring} />
      <label className="btn btn-quiet take-file">
        Open a recording
        <input
          type="file"
          accept="audio/*,.wav"
          className="visually-hidden"
          onChange={({ target }) => {
            const file = target.files?.[0];
            if (file) bring(file);
            target.value = '';
          }}
        />
      </label>
      <span className="take-example">
        <Form.Select
          size="sm"
          aria-label="Invented player"
          value={player}
          onChange={({ target }) => setPlayer(target.value)}
        >
          {Object.entries(PLAYERS).map(([key, { name }]) => (
            <option key={key} value={key}>
              {name}
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
          Hear an invented player
        </Button>
      </span>
    </div>
  );
};

const Judged = ({
  sound,
  pattern,
  judgement,
  patternId,
  hand,
}: Extract<Take, { kind: 'judged' }> & { readonly patternId: string; readonly hand: Hand }) => {
  const each = useMemo(() => heardIn(playedPattern(pattern, hand).score).length, [pattern, hand]);
  return (
    <>
      <div role="status">
        <h2 className="take-headline">{takeHeadline(judgement)}</h2>
      </div>
      {judgement.findings.length === 0 && <p>Nothing stands out: even, in time, every stroke there.</p>}
      <ul className="take-findings">
        {judgement.findings.map((finding) => (
          <li key={finding.sentence} className="finding finding-notable">
            <b>{finding.sentence}</b> {finding.advice}
          </li>
        ))}
      </ul>
      <TakePicture pattern={pattern} hand={hand} judgement={judgement} />
      <Playback sound={sound} judgement={judgement} each={each} />
      <div className="take-columns">
        <DigitTable judgement={judgement} />
        <ToLog patternId={patternId} judgement={judgement} />
      </div>
    </>
  );
};

/** A take of the pattern on the bench: recorded, opened or invented, heard against what is asked, said by digit. */
const TakeRoom = () => {
  const pattern = useBench((state) => state.document);
  const { hand } = useHand();
  const { id = '' } = useParams();
  const { take, bring, example } = useTake(pattern, hand);
  return (
    <div className="page takes">
      <header className="takes-head">
        <Link to=".." relative="path" className="back-link">
          <ArrowLeft size={16} aria-hidden /> {pattern.name}
        </Link>
        <h1>A take</h1>
        <span className="text-soft">asked at {pattern.tempo}</span>
      </header>
      <Sources bring={bring} example={example} />
      {take.kind === 'none' && (
        <p className="take-empty">
          Play it round and round, four times or more. Each stroke is heard against what is asked: who comes early or
          late, who is weak, what did not come, and how many times through were clean.
        </p>
      )}
      {take.kind === 'listening' && (
        <p className="take-empty" role="status">
          Listening to it …
        </p>
      )}
      {take.kind === 'refused' && (
        <p className="finding finding-trouble" role="alert">
          {take.why}
        </p>
      )}
      {take.kind === 'judged' && <Judged {...take} patternId={id} hand={hand} />}
    </div>
  );
};

export default TakeRoom;
