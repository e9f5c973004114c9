import './generate.scss';
import '../components/fields.scss';
import { say, sayLabel, sayMessage, sayProblems } from '@fleet-wren/wording';
import {
  GENERATORS,
  TUNINGS,
  generatePattern,
  defaultValues,
  createInstrument,
  createPattern,
  listOpenShapes,
  stringCount,
  success,
  findTuningOrStandard,
  type GeneratorField,
  type GeneratorContext,
  type Generator,
  type GeneratorValues,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { latestSearchParams } from '../components/latest-search-params.ts';
import { chordWords } from '../components/chords/chord-text.ts';
import { useCreatePattern } from '../api/patterns.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { LoopField } from '../components/loop/LoopField.tsx';
import { PatternPreview } from '../components/preview/PatternPreview.tsx';

interface FieldProps {
  readonly field: GeneratorField;
  readonly value: GeneratorValues[string] | undefined;
  readonly change: (value: GeneratorValues[string]) => void;
}

const FieldInput = ({ field, value, change }: FieldProps) => {
  switch (field.kind) {
    case 'choice':
      return (
        <label>
          {sayMessage(field.label)}
          <Form.Select value={String(value)} onChange={({ target }) => change(target.value)}>
            {field.options.map(([key, label]) => (
              <option key={key} value={key}>
                {sayLabel(label)}
              </option>
            ))}
          </Form.Select>
        </label>
      );
    case 'number':
      return (
        <label>
          {sayMessage(field.label)}
          <Form.Control
            type="number"
            min={field.least}
            max={field.most}
            value={Number.isNaN(value) ? '' : String(value)}
            onChange={({ target }) => change(target.value === '' ? Number.NaN : Number(target.value))}
          />
        </label>
      );
    case 'text':
      return (
        <label>
          {sayMessage(field.label)}
          <Form.Control
            value={String(value)}
            title={sayMessage(field.hint)}
            maxLength={200}
            onChange={({ target }) => change(target.value)}
          />
        </label>
      );
    case 'truth':
      return (
        <Form.Check
          id={`field-${field.key}`}
          label={sayMessage(field.label)}
          checked={value === true}
          onChange={({ target }) => change(target.checked)}
        />
      );
  }
};

interface FrameProps {
  readonly frame: GeneratorContext;
  readonly setFrame: (frame: GeneratorContext) => void;
}

/** What the figure is laid on: tuning, chord, tempo. */
const FrameFields = ({ frame, setFrame }: FrameProps) => {
  const { instrument, voicing, tempo } = frame;
  const shapes = listOpenShapes(instrument.tuning, stringCount(instrument));
  const retune = (key: string): void => {
    const next = createInstrument(findTuningOrStandard(key));
    const offered = listOpenShapes(next.tuning, stringCount(next));
    setFrame({
      ...frame,
      instrument: next,
      voicing: offered.find(({ chord }) => chord === voicing.chord) ?? (offered[0] as GeneratorContext['voicing']),
    });
  };
  return (
    <div className="frame-fields">
      <label>
        {say('generate.tuning')}
        <Form.Select value={instrument.tuning} onChange={({ target }) => retune(target.value)}>
          {TUNINGS.map(({ key, name }) => (
            <option key={key} value={key}>
              {sayLabel(name)}
            </option>
          ))}
        </Form.Select>
      </label>
      <label>
        {say('generate.chord')}
        <Form.Select
          value={voicing.chord}
          onChange={({ target }) =>
            setFrame({ ...frame, voicing: shapes.find(({ chord }) => chord === target.value) ?? voicing })
          }
        >
          {shapes.map(({ chord }) => (
            <option key={chord} value={chord}>
              {chordWords(chord)}
            </option>
          ))}
        </Form.Select>
      </label>
      <label>
        {say('generate.tempo')}
        <Form.Control
          type="number"
          min={20}
          max={400}
          value={tempo}
          onChange={({ target }) => setFrame({ ...frame, tempo: Number(target.value) })}
        />
      </label>
    </div>
  );
};

const START: GeneratorContext = {
  instrument: createPattern('').instrument,
  voicing: createPattern('').voicing,
  tempo: 80,
  say: sayMessage,
};

/** The name of a field in the address: apart from what the screen itself keeps there. */
const inAddress = (key: string): string => `v.${key}`;

/** A value as it stands in the address, by the kind of its field. */
const readValue = ({ kind }: GeneratorField, text: string): GeneratorValues[string] => {
  if (kind === 'truth') return text === 'true';
  return kind === 'number' ? Number(text) : text;
};

const readValues = ({ fields }: Generator, query: URLSearchParams): GeneratorValues =>
  Object.fromEntries(
    fields.flatMap((field) => {
      const text = query.get(inAddress(field.key));
      return text === null ? [] : [[field.key, readValue(field, text)]];
    }),
  );

/** What the figure was laid on, from the address; what is not there is as it is first offered. */
const readFrame = (query: URLSearchParams): GeneratorContext => {
  const instrument = createInstrument(findTuningOrStandard(query.get('tuning') ?? START.instrument.tuning));
  const shapes = listOpenShapes(instrument.tuning, stringCount(instrument));
  const voicing = shapes.find(({ chord }) => chord === query.get('chord')) ?? shapes[0] ?? START.voicing;
  const tempo = Number(query.get('tempo') ?? START.tempo);
  const isFirst = !query.has('tuning') && !query.has('chord');
  return { ...START, tempo, ...(isFirst ? {} : { instrument, voicing }) };
};

/** What was entered stands in the address, so that it is there again when one comes back. */
const useMaking = (generator: Generator) => {
  const [query, setQuery] = useSearchParams();
  const [values, setValues] = useState<GeneratorValues>(() => readValues(generator, query));
  const [frame, setFrame] = useState(() => readFrame(query));
  const note = (entries: Readonly<Record<string, string>>): void => {
    const now = latestSearchParams();
    for (const [key, value] of Object.entries(entries)) now.set(key, value);
    setQuery(now, { replace: true });
  };
  const all = useMemo(() => ({ ...defaultValues(generator), ...values }), [generator, values]);
  const [cyclic, setCyclic] = useState(true);
  const made = useMemo(() => {
    const result = generatePattern(generator, all, frame);
    return result.ok ? success({ ...result.value, cyclic }) : result;
  }, [generator, all, frame, cyclic]);
  return {
    cyclic,
    setCyclic,
    all,
    frame,
    setFrame: (next: GeneratorContext): void => {
      setFrame(next);
      note({ tuning: next.instrument.tuning, chord: next.voicing.chord, tempo: String(next.tempo) });
    },
    made,
    change: (key: string) => (value: GeneratorValues[string]) => {
      setValues({ ...values, [key]: value });
      note({ [inAddress(key)]: String(value) });
    },
  };
};

const Maker = ({ generator }: { readonly generator: Generator }) => {
  const { all, frame, setFrame, cyclic, setCyclic, made, change } = useMaking(generator);
  const create = useCreatePattern();
  const navigate = useNavigate();
  const notice = useToast();
  const take = (): void => {
    if (made.ok)
      create.mutate(made.value, {
        onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
        onError: (error) => notice({ text: wordsOf(error) }),
      });
  };
  return (
    <>
      <form className="field-form" aria-label={sayMessage(generator.name)} onSubmit={(event) => event.preventDefault()}>
        <p className="text-soft mb-0">{sayMessage(generator.use)}</p>
        {generator.fields.map((field) => (
          <FieldInput key={field.key} field={field} value={all[field.key]} change={change(field.key)} />
        ))}
        <FrameFields frame={frame} setFrame={setFrame} />
        <LoopField cyclic={cyclic} choose={setCyclic} />
        <Button onClick={take} disabled={!made.ok || create.isPending}>
          {say('common.open-as-new-pattern')}
        </Button>
      </form>
      <div className="make-preview" aria-live="polite">
        {made.ok ? (
          <>
            <PatternPreview pattern={made.value} />
            <p className="listen-for">{sayMessage(generator.listenFor)}</p>
          </>
        ) : (
          <p className="finding finding-trouble" role="alert">
            {sayProblems(made.problems)}
          </p>
        )}
      </div>
    </>
  );
};

/** Makes a pattern from a standard figure: choose one, answer a few things, see and hear it. */
const GenerateScreen = () => {
  const [query] = useSearchParams();
  const generator = GENERATORS.find(({ key }) => key === query.get('figure')) ?? (GENERATORS[0] as Generator);
  return (
    <div className="make">
      <nav aria-label={say('generate.pattern-types')} className="pick-list">
        <h1>{say('generate.generate-a-pattern')}</h1>
        {GENERATORS.map(({ key, name }) => (
          <Link
            key={key}
            to={`?figure=${key}`}
            replace
            className={key === generator.key ? 'active' : undefined}
            aria-current={key === generator.key}
          >
            {sayMessage(name)}
          </Link>
        ))}
      </nav>
      <Maker key={generator.key} generator={generator} />
    </div>
  );
};

export default GenerateScreen;
