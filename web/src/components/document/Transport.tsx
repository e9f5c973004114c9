import { say } from '@fleet-wren/wording';
import { Play, Square } from 'lucide-react';
import type { ReactNode } from 'react';
import type { PlayerControls } from '../../audio/usePlayer.ts';
import { SoundMenu } from './SoundMenu.tsx';

interface ToggleProps {
  readonly on: boolean;
  readonly label: string;
  readonly toggle: () => void;
  /** The letter that does the same with Shift, where there is one. */
  readonly keyName?: string;
}

/** Something that is heard or not. */
export const TransportToggle = ({ on, label, keyName, toggle }: ToggleProps) => (
  <button
    type="button"
    className="transport-toggle"
    aria-pressed={on}
    onClick={toggle}
    title={keyName && say('bench.shift', { label, keyName })}
  >
    {label}
  </button>
);

const PlayButton = ({ playing }: { readonly playing: PlayerControls }) => (
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
);

interface TransportProps {
  readonly playing: PlayerControls;
  /** Whether letters do the same, so that they are shown. */
  readonly hasKeys?: boolean;
  /** Whether there is a melody to be heard alone. */
  readonly hasMelody?: boolean;
  /** What stands between the play button and what is heard. */
  readonly start?: ReactNode;
  readonly children: ReactNode;
}

/** Listening to any document: play, half speed, one hand part alone, loop, click, count-in. */
export const Transport = ({ playing, hasKeys = false, hasMelody = false, start, children }: TransportProps) => {
  const { listening, listen } = playing;
  const keyed = (keyName: string): string | undefined => (hasKeys ? keyName : undefined);
  const alone = (voices: typeof listening.voices) => ({
    on: listening.voices === voices,
    toggle: (): void => listen({ voices: listening.voices === voices ? 'all' : voices }),
  });
  const option = (name: 'halfSpeed' | 'loop' | 'click' | 'countIn') => ({
    on: listening[name],
    toggle: (): void => listen({ [name]: !listening[name] }),
  });
  return (
    <footer className="transport" aria-label={say('common.playback')}>
      <PlayButton playing={playing} />
      {start}
      <TransportToggle label={say('common.half-speed')} keyName={keyed('H')} {...option('halfSpeed')} />
      <TransportToggle label={say('common.thumb-only')} keyName={keyed('T')} {...alone('thumb alone')} />
      <TransportToggle label={say('common.fingers-only')} keyName={keyed('F')} {...alone('fingers alone')} />
      {hasMelody && <TransportToggle label={say('songs.melody-only')} {...alone('melody alone')} />}
      <TransportToggle label={say('common.loop')} keyName={keyed('L')} {...option('loop')} />
      <TransportToggle label={say('common.metronome')} keyName={keyed('K')} {...option('click')} />
      <TransportToggle label={say('common.count-in')} keyName={keyed('N')} {...option('countIn')} />
      <SoundMenu listening={listening} listen={listen} />
      {children}
    </footer>
  );
};
