import { say } from '@fleet-wren/wording';
import {
  BACKINGS,
  CLICK_BEATS,
  CLICK_MUTE_MODES,
  COUNTING_MODES,
  GUITAR_SOUNDS,
  PLUCK_PLACES,
  type PlaybackOptions,
} from '@fleet-wren/core';
import { SlidersHorizontal } from 'lucide-react';
import { useId } from 'react';
import { Dropdown, Form } from 'react-bootstrap';
import type { PlayerControls } from '../../audio/usePlayer.ts';

type Listening = Pick<PlayerControls, 'listening' | 'listen'>;

interface FieldProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly T[];
  readonly nameOf: (value: T) => string;
  readonly choose: (value: T) => void;
}

const Field = <T extends string>({ label, value, options, nameOf, choose }: FieldProps<T>) => {
  const id = useId();
  return (
    <div className="sound-field">
      <label htmlFor={id}>{label}</label>
      <Form.Select
        id={id}
        size="sm"
        value={value}
        onChange={({ target }) => choose(options.find((option) => option === target.value) ?? value)}
      >
        {options.map((option) => (
          <option key={option} value={option}>
            {nameOf(option)}
          </option>
        ))}
      </Form.Select>
    </div>
  );
};

/** A value of core as the catalogue names it. */
const toName = (value: string): string => value.replaceAll(' ', '_');

const STRINGS_DECIDE = 'automatic';

const Instrument = ({ listening, listen }: Listening) => (
  <Field
    label={say('playback.instrument')}
    value={listening.sound ?? STRINGS_DECIDE}
    options={[STRINGS_DECIDE, ...GUITAR_SOUNDS]}
    nameOf={(sound) =>
      sound === STRINGS_DECIDE ? say('playback.instrument-of-strings') : say('playback.instrument-name', { sound })
    }
    choose={(sound) => listen({ sound: sound === STRINGS_DECIDE ? null : sound })}
  />
);

const Tone = ({ listening, listen }: Listening) => (
  <fieldset>
    <legend className="visually-hidden">{say('playback.sound')}</legend>
    <Instrument listening={listening} listen={listen} />
    <Field
      label={say('playback.place')}
      value={listening.place}
      options={PLUCK_PLACES}
      nameOf={(place) => say('playback.place-name', { place })}
      choose={(place) => listen({ place })}
    />
    <Field
      label={say('playback.touch')}
      value={listening.fingers}
      options={['nail', 'flesh']}
      nameOf={(touch) => say('playback.touch-name', { touch })}
      choose={(fingers) => listen({ fingers })}
    />
    <Form.Check
      type="switch"
      label={say('playback.apart')}
      id="sound-apart"
      checked={listening.apart}
      onChange={({ target }) => listen({ apart: target.checked })}
    />
  </fieldset>
);

const Time = ({ listening, listen }: Listening) => (
  <fieldset>
    <legend className="visually-hidden">{say('common.metronome')}</legend>
    <Field
      label={say('playback.metronome-on')}
      value={listening.clickBeats}
      options={CLICK_BEATS}
      nameOf={(beats) => say('playback.click-beats', { beats })}
      choose={(clickBeats) => listen({ clickBeats, click: true })}
    />
    <Field
      label={say('playback.silent-bars')}
      value={listening.silence}
      options={CLICK_MUTE_MODES}
      nameOf={(silence) => say('playback.silence', { silence: toName(silence) })}
      choose={(silence) => listen({ silence })}
    />
    <Form.Check
      type="switch"
      label={say('playback.divided')}
      id="sound-divided"
      checked={listening.divided}
      onChange={({ target }) => listen({ divided: target.checked })}
    />
  </fieldset>
);

const Company = ({ listening, listen }: Listening) => (
  <fieldset>
    <legend className="visually-hidden">{say('playback.backing')}</legend>
    <Field
      label={say('playback.counting')}
      value={listening.counting}
      options={COUNTING_MODES}
      nameOf={(mode) => say('playback.counting-mode', { mode })}
      choose={(counting) => listen({ counting })}
    />
    <Field
      label={say('playback.backing')}
      value={listening.backing}
      options={BACKINGS}
      nameOf={(backing) => say('playback.backing-name', { backing })}
      choose={(backing) => listen({ backing })}
    />
  </fieldset>
);

/** The bounds of a rising tempo: from how little of it, and over how many times through. */
const RAMP = { from: [30, 95], rounds: [1, 32], usual: { from: 0.7, rounds: 8 } } as const;

const within = ([least, most]: readonly [number, number], value: number): number =>
  Math.min(most, Math.max(least, Math.round(value) || least));

const Ramp = ({ listening, listen }: Listening) => {
  const { ramp } = listening;
  const set = (change: Partial<NonNullable<PlaybackOptions['ramp']>>): void =>
    listen({ ramp: { ...RAMP.usual, ...ramp, ...change } });
  return (
    <fieldset>
      <legend className="visually-hidden">{say('common.tempo')}</legend>
      <Form.Check
        type="switch"
        label={say('playback.ramp')}
        id="sound-ramp"
        checked={ramp !== null}
        onChange={({ target }) => listen({ ramp: target.checked ? RAMP.usual : null, loop: true })}
      />
      {ramp && (
        <>
          <Amount
            label={say('playback.ramp-from')}
            value={Math.round(ramp.from * 100)}
            set={(percent) => set({ from: within(RAMP.from, percent) / 100 })}
          />
          <Amount
            label={say('playback.ramp-rounds')}
            value={ramp.rounds}
            set={(rounds) => set({ rounds: within(RAMP.rounds, rounds) })}
          />
        </>
      )}
    </fieldset>
  );
};

interface AmountProps {
  readonly label: string;
  readonly value: number;
  readonly set: (value: number) => void;
}

const Amount = ({ label, value, set }: AmountProps) => {
  const id = useId();
  return (
    <div className="sound-field">
      <label htmlFor={id}>{label}</label>
      <Form.Control
        id={id}
        size="sm"
        type="number"
        key={value}
        defaultValue={value}
        onBlur={({ target }) => set(Number(target.value))}
      />
    </div>
  );
};

/** How music sounds and what accompanies it, in a panel that opens above the transport. */
export const SoundMenu = (props: Listening) => (
  <Dropdown drop="up" autoClose="outside" className="sound-menu">
    <Dropdown.Toggle as="button" type="button" className="transport-toggle" bsPrefix="sound-toggle">
      <SlidersHorizontal size={14} aria-hidden /> {say('playback.sound')}
    </Dropdown.Toggle>
    <Dropdown.Menu className="sound-panel">
      <Tone {...props} />
      <Time {...props} />
      <Company {...props} />
      <Ramp {...props} />
    </Dropdown.Menu>
  </Dropdown>
);
