import './tuning.scss';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import { describeRetuning, type Instrument, type Tuning } from '@fleet-wren/core';
import { useState } from 'react';
import { CustomTuningDialog } from './CustomTuningDialog.tsx';
import { retune } from './retune.ts';
import { useTunings } from './useTunings.ts';

/** The choice that asks for a tuning of one's own: no tuning is called so. */
const OTHER = '…';

interface TuningChoiceProps {
  readonly instrument: Instrument;
  /** Takes the strings as they are tuned now; capo and neck stay. */
  readonly choose: (instrument: Instrument) => void;
}

/** Which tuning: one that ships, one of the studio's own, or a new one. */
export const TuningSelect = ({ instrument, choose }: TuningChoiceProps) => {
  const [asking, setAsking] = useState(false);
  const tunings = useTunings(instrument);
  const steps = describeRetuning(instrument);
  const tune = (tuning: Tuning): void => choose(retune(instrument, tuning));
  return (
    <span className="choice">
      <select
        aria-label={say('parts.tuning')}
        title={say('parts.tuning')}
        value={instrument.tuning}
        onChange={({ target }) => {
          const next = tunings.find(({ key }) => key === target.value);
          if (next) tune(next);
          else setAsking(true);
          target.blur();
        }}
      >
        {tunings.map(({ key, name }) => (
          <option key={key} value={key}>
            {sayLabel(name)}
          </option>
        ))}
        <option value={OTHER}>{say('parts.other-tuning-more')}</option>
      </select>
      {steps && <small className="tuning-steps">{sayMessage(steps)}</small>}
      {asking && (
        <CustomTuningDialog
          instrument={instrument}
          hide={() => setAsking(false)}
          take={(next) => {
            choose(next);
            setAsking(false);
          }}
        />
      )}
    </span>
  );
};
