import { TAKE, type CycleInTake, type TakeJudgement } from '@fleet-wren/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { wordsOf } from '../api/client.ts';
import { takeWorker } from '../workers/client.ts';
import type { JudgedTake } from './Judged.tsx';
import { decoded } from './sound.ts';

/** Speeds a take is heard at; its pitch stays. */
const SPEEDS = [1, 0.75, 0.5] as const;

/** Seconds heard before a time through begins. */
const BEFORE = 0.1;

/** What is heard: the take, or the score on the left with the take on the right. */
const WHAT = { take: 'the take', both: 'score left, take right' } as const;
type What = keyof typeof WHAT;

interface PlaybackProps {
  readonly take: JudgedTake;
  /** Strokes of one time through. */
  readonly each: number;
}

const beginOf = ({ heard: { strokes } }: TakeJudgement, { cycle }: CycleInTake, each: number): number =>
  Math.max(0, (strokes[cycle * each]?.pulse ?? 0) - BEFORE);

/** The sound of the take with its score beside it, made when it is first wanted. */
const useBeside = ({ sound, pattern, hand, judgement: { heard } }: JudgedTake) => {
  const [beside, setBeside] = useState<Blob | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    const samples = await decoded(sound);
    const file = await takeWorker.ask('beside', [samples, pattern, hand, heard], { deadline: 60_000 });
    setBeside(new Blob([new Uint8Array(file)], { type: 'audio/wav' }));
  };
  return { beside, trouble, want: () => void make().catch((error: unknown) => setTrouble(wordsOf(error))) };
};

/** The take to be heard, slower without another pitch, from any time through; each says how it went. */
export const Playback = ({ take, each }: PlaybackProps) => {
  const { sound, judgement } = take;
  const [what, setWhat] = useState<What>('take');
  const { beside, trouble, want } = useBeside(take);
  const shown = what === 'both' && beside ? beside : sound;
  const address = useMemo(() => URL.createObjectURL(shown), [shown]);
  useEffect(() => () => URL.revokeObjectURL(address), [address]);
  const audio = useRef<HTMLAudioElement>(null);
  const [speed, setSpeed] = useState(1);
  const place = useRef(0);
  const choose = (next: What): void => {
    place.current = audio.current?.currentTime ?? 0;
    if (next === 'both' && !beside) want();
    setWhat(next);
  };
  const hear = (cycle: CycleInTake): void => {
    const player = audio.current;
    if (!player) return;
    player.currentTime = beginOf(judgement, cycle, each);
    void player.play();
  };
  const changeSpeed = (next: number): void => {
    setSpeed(next);
    if (audio.current) audio.current.playbackRate = next;
  };
  return (
    <section aria-label="The take" className="take-playback">
      <div className="take-player">
        <audio
          ref={audio}
          src={address}
          controls
          aria-label={`The take at ${TAKE.sampleRate} samples a second`}
          onLoadedMetadata={({ currentTarget }) => {
            currentTarget.currentTime = place.current;
            currentTarget.playbackRate = speed;
          }}
        />
        <span role="group" aria-label="What is heard" className="view-switch">
          {(Object.keys(WHAT) as What[]).map((one) => (
            <button key={one} type="button" aria-pressed={what === one} onClick={() => choose(one)}>
              {WHAT[one]}
            </button>
          ))}
        </span>
        <span role="group" aria-label="Speed" className="view-switch">
          {SPEEDS.map((one) => (
            <button key={one} type="button" aria-pressed={speed === one} onClick={() => changeSpeed(one)}>
              {one === 1 ? 'as it was' : `${one * 100} %`}
            </button>
          ))}
        </span>
      </div>
      {trouble && <p role="alert">{trouble}</p>}
      {what === 'both' && !beside && !trouble && <p className="text-soft">The score is being played to it …</p>}
      <ol className="take-cycles" aria-label="Each time through">
        {judgement.cycles.map((cycle) => (
          <li key={cycle.cycle}>
            <button
              type="button"
              className={`take-cycle take-cycle-${cycle.verdict === 'cannot be told' ? 'untold' : cycle.verdict}`}
              title={cycle.why ?? 'clean'}
              onClick={() => hear(cycle)}
            >
              {cycle.cycle + 1}
              <span className="visually-hidden">
                {' '}
                {cycle.verdict}
                {cycle.why && `, ${cycle.why}`}: hear it
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
};
