import { say, sayLabel } from '@fleet-wren/wording';
import type { ImportSelection, ImportChoices } from '@fleet-wren/core';
import { useState } from 'react';
import { Form } from 'react-bootstrap';

const NAMES: Readonly<Record<ImportChoices['kind'], string>> = {
  ours: say('import.fleet-wren-pattern'),
  midi: say('import.midi-file'),
  musicxml: say('import.musicxml-score'),
  packed: say('import.compressed-musicxml-score'),
  abc: say('import.abc-tune'),
  tablature: say('import.tablature'),
};

interface ChoicesProps {
  readonly offer: ImportChoices;
  readonly choice: ImportSelection;
  readonly choose: (choice: ImportSelection) => void;
}

const PartField = ({ offer, choice, choose }: ChoicesProps) => (
  <label>
    {say('import.part')}
    <Form.Select
      value={offer.part}
      onChange={({ target }) => choose({ ...choice, part: Number(target.value), bars: undefined })}
    >
      {offer.parts.map(({ name, notes }, index) => (
        <option key={index} value={index}>
          {sayLabel(name)}, {say('term.notes', { count: notes })}
        </option>
      ))}
    </Form.Select>
  </label>
);

interface BarFieldProps {
  readonly label: string;
  readonly value: number;
  readonly most: number;
  readonly settle: (value: number) => void;
}

/** A number of a bar; what is typed counts when it is left or entered. */
const BarField = ({ label, value, most, settle }: BarFieldProps) => {
  const [typed, setTyped] = useState<string | null>(null);
  const done = (): void => {
    const number = Number(typed ?? value);
    setTyped(null);
    if (Number.isInteger(number) && number >= 1 && number <= most && number !== value) settle(number);
  };
  return (
    <label>
      {label}
      <Form.Control
        inputMode="numeric"
        value={typed ?? String(value)}
        maxLength={4}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={done}
        onKeyDown={({ key }) => key === 'Enter' && done()}
      />
    </label>
  );
};

const BarFields = ({ offer: { selectedBars, bars }, choice, choose }: ChoicesProps) => (
  <>
    <BarField
      label={say('import.from-bar')}
      value={selectedBars[0]}
      most={bars}
      settle={(from) => choose({ ...choice, bars: [from, Math.max(from, selectedBars[1])] })}
    />
    <BarField
      label={say('import.to-bar-of', { bars })}
      value={selectedBars[1]}
      most={bars}
      settle={(to) => choose({ ...choice, bars: [Math.min(selectedBars[0], to), to] })}
    />
  </>
);

const RepeatField = ({ choice, choose }: ChoicesProps) => (
  <label>
    {say('import.repeats')}
    <Form.Select
      value={choice.repeats ?? 'once'}
      onChange={({ target }) => choose({ ...choice, repeats: target.value === 'played' ? 'played' : 'once' })}
    >
      <option value="once">{say('import.play-once')}</option>
      <option value="played">{say('import.play-all-repeats')}</option>
    </Form.Select>
  </label>
);

/** What can be chosen of a file: which part of it, which bars, and what becomes of its repeats. */
export const ImportOptions = (props: ChoicesProps) => {
  const { offer } = props;
  const { kind, parts, bars, repeats } = offer;
  return (
    <fieldset className="import-choices">
      <legend>{say('import.recognised', { kind: NAMES[kind], bars, repeats })}</legend>
      {parts.length > 1 && <PartField {...props} />}
      {bars > 1 && <BarFields {...props} />}
      {repeats > 0 && <RepeatField {...props} />}
    </fieldset>
  );
};
