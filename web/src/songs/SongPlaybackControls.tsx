import { say } from '@fleet-wren/wording';
import { Play, Square } from 'lucide-react';
import type { PlayerControls } from '../audio/usePlayer.ts';
import type { PlaybackScope } from './playback-scope.ts';

interface TransportProps {
  readonly playing: PlayerControls;
  readonly heard: PlaybackScope;
  readonly hear: (heard: PlaybackScope) => void;
  readonly bars: number;
  /** Whether there is a melody to be heard alone. */
  readonly sings: boolean;
}

const Toggle = ({
  on,
  label,
  toggle,
}: {
  readonly on: boolean;
  readonly label: string;
  readonly toggle: () => void;
}) => (
  <button type="button" className="transport-toggle" aria-pressed={on} onClick={toggle}>
    {label}
  </button>
);

/** Listening to a song: the whole or the chosen bars, a loop, half speed, one hand part alone, click and count-in. */
export const SongPlaybackControls = ({ playing, heard, hear, bars, sings }: TransportProps) => {
  const { listening, listen } = playing;
  const only = (voices: typeof listening.voices): void =>
    listen({ voices: listening.voices === voices ? 'all' : voices });
  return (
    <footer className="transport" aria-label={say('common.playback')}>
      <button
        type="button"
        className="play"
        onClick={playing.toggle}
        aria-label={playing.playing ? say('common.stop') : say('common.play')}
        title={playing.playing ? say('common.stop-space') : say('common.play-space')}
      >
        {playing.playing ? (
          <Square size={17} fill="currentColor" aria-hidden />
        ) : (
          <Play size={19} fill="currentColor" aria-hidden />
        )}
      </button>
      <Toggle label={say('songs.whole-song')} on={heard === 'all'} toggle={() => hear('all')} />
      <Toggle label={say('songs.selected-bars')} on={heard === 'chosen'} toggle={() => hear('chosen')} />
      <Toggle
        label={say('common.half-speed')}
        on={listening.halfSpeed}
        toggle={() => listen({ halfSpeed: !listening.halfSpeed })}
      />
      <Toggle
        label={say('common.thumb-only')}
        on={listening.voices === 'thumb alone'}
        toggle={() => only('thumb alone')}
      />
      <Toggle
        label={say('common.fingers-only')}
        on={listening.voices === 'fingers alone'}
        toggle={() => only('fingers alone')}
      />
      {sings && (
        <Toggle
          label={say('songs.melody-only')}
          on={listening.voices === 'melody alone'}
          toggle={() => only('melody alone')}
        />
      )}
      <Toggle label={say('common.loop')} on={listening.loop} toggle={() => listen({ loop: !listening.loop })} />
      <Toggle label={say('common.metronome')} on={listening.click} toggle={() => listen({ click: !listening.click })} />
      <Toggle
        label={say('common.count-in')}
        on={listening.countIn}
        toggle={() => listen({ countIn: !listening.countIn })}
      />
      <span className="transport-facts">{say('term.bars', { count: bars })}</span>
    </footer>
  );
};
