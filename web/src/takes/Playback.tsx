import { TAKE, type CycleInTake, type TakeJudgement } from '@fleet-wren/core';
import { useEffect, useMemo, useRef, useState } from 'react';

/** Speeds a take is heard at; its pitch stays. */
const SPEEDS = [1, 0.75, 0.5] as const;

/** Seconds heard before a time through begins. */
const BEFORE = 0.1;

interface PlaybackProps {
  readonly sound: Blob;
  readonly judgement: TakeJudgement;
  /** Strokes of one time through. */
  readonly each: number;
}

const beginOf = ({ heard: { strokes } }: TakeJudgement, { cycle }: CycleInTake, each: number): number =>
  Math.max(0, (strokes[cycle * each]?.pulse ?? 0) - BEFORE);

/** The take to be heard, slower without another pitch, from any time through; each says how it went. */
export const Playback = ({ sound, judgement, each }: PlaybackProps) => {
  const address = useMemo(() => URL.createObjectURL(sound), [sound]);
  useEffect(() => () => URL.revokeObjectURL(address), [address]);
  const audio = useRef<HTMLAudioElement>(null);
  const [speed, setSpeed] = useState(1);
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
        <audio ref={audio} src={address} controls aria-label={`The take at ${TAKE.sampleRate} samples a second`} />
        <span role="group" aria-label="Speed" className="view-switch">
          {SPEEDS.map((one) => (
            <button key={one} type="button" aria-pressed={speed === one} onClick={() => changeSpeed(one)}>
              {one === 1 ? 'as it was' : `${one * 100} %`}
            </button>
          ))}
        </span>
      </div>
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
