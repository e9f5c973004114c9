import { say, sayMessage, saySentence } from '@fleet-wren/wording';
import type { PassAssessment, TakeSpan } from '@fleet-wren/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { TakePlayback } from './useTakePlayback.ts';
import { wordsOf } from '../../api/api-error.ts';
import { takeAssessmentWorker } from '../../workers/workers.ts';
import { computePassStarts } from './pass-starts.ts';
import type { AssessedTake, AskedInTake } from './assessed-take.ts';
import { TakeCursor } from './TakeCursor.tsx';
import { TakeChart } from './TakeChart.tsx';
import { TakeHand } from './TakeHand.tsx';
import { decodeAudio } from '../../audio/decode-audio.ts';

/** Speeds a take is heard at; its pitch stays. */
const SPEEDS = [1, 0.75, 0.5] as const;

/** Seconds heard before a time through begins. */
const BEFORE = 0.1;

/** What is heard: the take, or the score on the left with the take on the right. */
const WHAT = { take: say('takes.take'), both: say('takes.score-left-take-right') } as const;
type What = keyof typeof WHAT;

interface PlaybackProps {
  readonly take: AssessedTake;
  readonly asked: AskedInTake;
  readonly playback: TakePlayback;
}

/** The sound of the take with its score beside it, made when it is first wanted. */
const useBeside = ({ sound, pattern, hand, judgement: { heard } }: AssessedTake) => {
  const [beside, setBeside] = useState<Blob | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    const samples = await decodeAudio(sound);
    const file = await takeAssessmentWorker.request('mixWithReference', [samples, pattern, hand, heard], {
      timeoutMs: 60_000,
    });
    setBeside(new Blob([new Uint8Array(file)], { type: 'audio/wav' }));
  };
  return { beside, trouble, want: () => void make().catch((error: unknown) => setTrouble(wordsOf(error))) };
};

interface CyclesProps {
  readonly cycles: readonly PassAssessment[];
  readonly hear: (cycle: PassAssessment) => void;
}

/** Each time through, how it went, to be heard. */
const Cycles = ({ cycles, hear }: CyclesProps) => (
  <ol className="take-cycles" aria-label={say('takes.passes')}>
    {cycles.map((cycle) => (
      <li key={cycle.cycle}>
        <button
          type="button"
          className={`take-cycle take-cycle-${cycle.verdict}`}
          title={cycle.why ? saySentence(cycle.why) : say('takes.pass-clean')}
          onClick={() => hear(cycle)}
        >
          {cycle.cycle + 1}
          <span className="visually-hidden">
            {' '}
            {say('takes.pass-play', { verdict: cycle.verdict, why: cycle.why ? sayMessage(cycle.why) : 'none' })}
          </span>
        </button>
      </li>
    ))}
  </ol>
);

/** The take to be heard, slower without another pitch, from any time through; each says how it went. */
export const TakePlayer = ({ take, asked, playback }: PlaybackProps) => {
  const { sound, judgement } = take;
  const { strokesPerPass } = asked;
  const { audio, seek, looped, speed, changeSpeed, loop, playFrom } = playback;
  const [what, setWhat] = useState<What>('take');
  const { beside, trouble, want } = useBeside(take);
  const shown = what === 'both' && beside ? beside : sound;
  const address = useMemo(() => URL.createObjectURL(shown), [shown]);
  useEffect(() => () => URL.revokeObjectURL(address), [address]);
  const place = useRef(0);
  const begins = useMemo(() => computePassStarts(judgement, strokesPerPass), [judgement, strokesPerPass]);
  const [heard, setHeard] = useState(0);
  const spanOf = (pass: number): TakeSpan => ({
    pass,
    from: Math.max(0, (begins[pass] ?? 0) - BEFORE),
    to: begins[pass + 1] ?? Infinity,
  });
  const choose = (next: What): void => {
    place.current = audio.current?.currentTime ?? 0;
    if (next === 'both' && !beside) want();
    setWhat(next);
  };
  const hear = (cycle: PassAssessment): void => {
    setHeard(cycle.cycle);
    const span = spanOf(cycle.cycle);
    if (looped) loop(span);
    else playFrom(span.from);
  };
  return (
    <section aria-label={say('takes.take')} className="take-playback">
      <TakeChart
        asked={asked}
        judgement={judgement}
        cursor={(span) => (
          <TakeCursor audio={audio} seek={seek} judgement={judgement} asked={asked.referenceNotes} span={span} />
        )}
      />
      <div className="take-player">
        <audio
          ref={audio}
          src={address}
          controls
          aria-label={say('takes.recorded-take')}
          onLoadedMetadata={({ currentTarget }) => {
            currentTarget.currentTime = place.current;
            currentTarget.playbackRate = speed;
          }}
        />
        <span role="group" aria-label={say('takes.sound-source')} className="view-switch">
          {(Object.keys(WHAT) as What[]).map((one) => (
            <button key={one} type="button" aria-pressed={what === one} onClick={() => choose(one)}>
              {WHAT[one]}
            </button>
          ))}
        </span>
        <span role="group" aria-label={say('takes.playback-speed')} className="view-switch">
          {SPEEDS.map((one) => (
            <button key={one} type="button" aria-pressed={speed === one} onClick={() => changeSpeed(one)}>
              {one * 100}%
            </button>
          ))}
        </span>
        <button
          type="button"
          className="take-cycle"
          aria-pressed={looped !== null}
          onClick={() => loop(looped ? null : spanOf(heard))}
          title={say('takes.loop-the-selected-pass')}
        >
          {looped ? say('takes.looping-pass', { heard: looped.pass + 1 }) : say('takes.loop-pass')}
        </button>
      </div>
      {trouble && <p role="alert">{trouble}</p>}
      {what === 'both' && !beside && !trouble && <p className="text-soft">{say('takes.preparing-the-score-more')}</p>}
      <Cycles cycles={judgement.cycles} hear={hear} />
      <TakeHand take={take} asked={asked} audio={audio} />
    </section>
  );
};
