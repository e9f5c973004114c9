import { say } from '@fleet-wren/wording';
import type { PlayerControls } from '../audio/usePlayer.ts';
import { Transport, TransportToggle } from '../components/document/Transport.tsx';
import type { PlaybackScope } from './playback-scope.ts';

interface SongPlaybackControlsProps {
  readonly playing: PlayerControls;
  readonly heard: PlaybackScope;
  readonly hear: (heard: PlaybackScope) => void;
  readonly bars: number;
  /** Whether there is a melody to be heard alone. */
  readonly sings: boolean;
}

/** Listening to a song: the whole or the chosen bars. */
export const SongPlaybackControls = ({ playing, heard, hear, bars, sings }: SongPlaybackControlsProps) => (
  <Transport
    playing={playing}
    hasMelody={sings}
    start={
      <>
        <TransportToggle label={say('songs.whole-song')} on={heard === 'all'} toggle={() => hear('all')} />
        <TransportToggle label={say('songs.selected-bars')} on={heard === 'chosen'} toggle={() => hear('chosen')} />
      </>
    }
  >
    <span className="transport-facts">{say('term.bars', { count: bars })}</span>
  </Transport>
);
