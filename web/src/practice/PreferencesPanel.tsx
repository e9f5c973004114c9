import { SILENCES } from '@fleet-wren/core';
import { HEARD } from './preferences.ts';
import { usePreferences } from './usePreferences.ts';

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly T[];
  readonly choose: (value: T) => void;
}

const Choice = <T extends string>({ label, value, options, choose }: ChoiceProps<T>) => (
  <label>
    {label}
    <select value={value} onChange={({ target }) => choose(options.find((option) => option === target.value) ?? value)}>
      {options.map((option) => (
        <option key={option}>{option}</option>
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
    {label} <b>{on ? 'yes' : 'no'}</b>
  </button>
);

/** How the room sounds and looks; kept in this browser. */
export const PreferencesPanel = ({ hide }: { readonly hide: () => void }) => {
  const { preferences, prefer } = usePreferences();
  const { heard, silence, divided, rising, largePrint, leftHanded } = preferences;
  return (
    <section className="room-preferences" aria-label="Sound and print">
      <Choice label="You hear" value={heard} options={HEARD} choose={(value) => prefer({ heard: value })} />
      <Choice
        label="Silent bars of the click"
        value={silence}
        options={SILENCES}
        choose={(value) => prefer({ silence: value })}
      />
      <Switch label="Click on every part of the beat" on={divided} set={(on) => prefer({ divided: on })} />
      <Switch label="Begin slower and rise" on={rising} set={(on) => prefer({ rising: on })} />
      <Switch label="Large print" on={largePrint} set={(on) => prefer({ largePrint: on })} />
      <Switch label="Left-handed" on={leftHanded} set={(on) => prefer({ leftHanded: on })} />
      <button type="button" className="room-done" onClick={hide}>
        Good
      </button>
    </section>
  );
};
