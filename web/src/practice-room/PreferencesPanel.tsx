import { say } from '@fleet-wren/wording';
import {
  BACKINGS,
  CLICK_BEATS,
  CLICK_MUTE_MODES,
  type Backing,
  type ClickBeats,
  type ClickMuteMode,
} from '@fleet-wren/core';
import { useState } from 'react';
import { QrCode } from '../components/qr-code/QrCode.tsx';
import { canReadAloud, canVibrate } from './useStageReader.ts';
import { AUDIO_MODES } from './preferences.ts';
import { usePracticePreferences } from './usePracticePreferences.ts';

const HEARD_WORDS: Readonly<Record<(typeof AUDIO_MODES)[number], string>> = {
  'figure and click': say('practice.heard-figure-and-click'),
  'click alone': say('practice.heard-click-alone'),
  'figure alone': say('practice.heard-figure-alone'),
};

const SILENCE_WORDS: Readonly<Record<ClickMuteMode, string>> = {
  none: say('practice.silence-none'),
  'two of four bars': say('practice.silence-two-of-four'),
  'every other bar': say('practice.silence-every-other'),
};

const CLICK_WORDS: Readonly<Record<ClickBeats, string>> = {
  all: say('playback.click-beats', { beats: 'all' }),
  first: say('playback.click-beats', { beats: 'first' }),
  backbeat: say('playback.click-beats', { beats: 'backbeat' }),
};

const BACKING_WORDS: Readonly<Record<Backing, string>> = {
  none: say('playback.backing-name', { backing: 'none' }),
  drone: say('playback.backing-name', { backing: 'drone' }),
  chords: say('playback.backing-name', { backing: 'chords' }),
  rhythm: say('playback.backing-name', { backing: 'rhythm' }),
};

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly T[];
  readonly words: Readonly<Record<T, string>>;
  readonly choose: (value: T) => void;
}

const Choice = <T extends string>({ label, value, options, words, choose }: ChoiceProps<T>) => (
  <label>
    {label}
    <select value={value} onChange={({ target }) => choose(options.find((option) => option === target.value) ?? value)}>
      {options.map((option) => (
        <option key={option} value={option}>
          {words[option]}
        </option>
      ))}
    </select>
  </label>
);

interface SwitchProps {
  readonly label: string;
  readonly on: boolean;
  readonly set: (on: boolean) => void;
}

const Switch = ({ label, on, set }: SwitchProps) => (
  <button type="button" className="room-switch" role="switch" aria-checked={on} onClick={() => set(!on)}>
    {label} <b>{on ? say('practice.on') : say('practice.off')}</b>
  </button>
);

/** The same room on another device: by a code that its camera reads. */
const OtherDevice = ({ token }: { readonly token: string }) => (
  <div className="room-hand-over">
    <QrCode text={`${window.location.origin}/practice#${token}`} label={say('practice.qr-code')} size={180} />
    <p>{say('practice.other-device-how')}</p>
  </div>
);

/** How the room sounds and looks; kept in this browser. */
export const PreferencesPanel = ({
  token,
  install,
  hide,
}: {
  readonly token: string;
  /** Null where the browser does not offer it. */
  readonly install: (() => void) | null;
  readonly hide: () => void;
}) => {
  const { preferences, prefer } = usePracticePreferences();
  const {
    heard,
    silence,
    divided,
    rising,
    largePrint,
    leftHanded,
    clickBeats,
    counted,
    backing,
    readAloud,
    vibrating,
  } = preferences;
  const [handing, setHanding] = useState(false);
  return (
    <section className="room-preferences" aria-label={say('practice.sound-and-display')}>
      <Choice
        label={say('practice.you-hear')}
        value={heard}
        options={AUDIO_MODES}
        words={HEARD_WORDS}
        choose={(value) => prefer({ heard: value })}
      />
      <Choice
        label={say('playback.metronome-on')}
        value={clickBeats}
        options={CLICK_BEATS}
        words={CLICK_WORDS}
        choose={(value) => prefer({ clickBeats: value })}
      />
      <Choice
        label={say('playback.backing')}
        value={backing}
        options={BACKINGS}
        words={BACKING_WORDS}
        choose={(value) => prefer({ backing: value })}
      />
      <Choice
        label={say('practice.silent-metronome-bars')}
        value={silence}
        options={CLICK_MUTE_MODES}
        words={SILENCE_WORDS}
        choose={(value) => prefer({ silence: value })}
      />
      <Switch label={say('practice.voice-counts')} on={counted} set={(on) => prefer({ counted: on })} />
      <Switch label={say('practice.click-on-every-subdivision')} on={divided} set={(on) => prefer({ divided: on })} />
      <Switch label={say('practice.start-slower-and-speed-up')} on={rising} set={(on) => prefer({ rising: on })} />
      <Switch label={say('practice.large-text')} on={largePrint} set={(on) => prefer({ largePrint: on })} />
      <Switch label={say('practice.left-handed')} on={leftHanded} set={(on) => prefer({ leftHanded: on })} />
      {canReadAloud() && (
        <Switch label={say('practice.read-aloud')} on={readAloud} set={(on) => prefer({ readAloud: on })} />
      )}
      {canVibrate() && (
        <Switch label={say('practice.vibrate')} on={vibrating} set={(on) => prefer({ vibrating: on })} />
      )}
      {install && (
        <button type="button" className="room-switch" onClick={install}>
          {say('practice.install')}
        </button>
      )}
      <button type="button" className="room-switch" aria-expanded={handing} onClick={() => setHanding(!handing)}>
        {say('practice.other-device')}
      </button>
      {handing && <OtherDevice token={token} />}
      <button type="button" className="room-done" onClick={hide}>
        {say('common.done')}
      </button>
    </section>
  );
};
