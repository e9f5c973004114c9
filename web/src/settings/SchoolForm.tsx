import { say, sayMessage, sayProblems } from '@fleet-wren/wording';
import {
  DIGITS,
  PENALTY_KEYS,
  PENALTY_LABELS,
  formatMaxTempo,
  findSchool,
  analysePattern,
  buildCustomSchool,
  createThumbnail,
  parseStringNotation,
  stringCount,
  valueOrThrow,
  type Digit,
  type CustomSchool,
  type Pattern,
  type School,
  type PenaltyKey,
  fingerName,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useUpdateSchool, useCreateSchool } from '../api/studio-settings.ts';
import { wordsOf } from '../api/api-error.ts';
import { SchoolOptions } from '../components/schools/SchoolOptions.tsx';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import { StrokeSymbol } from '../components/stroke-symbol/StrokeSymbol.tsx';

/** The three patterns on which a school shows its effect. */
const EXAMPLES: readonly Pattern[] = (
  [
    ['Arpeggio', '6 3 2 1 2 3', 3],
    [say('settings.alternating-thumb'), '5+1 - 4 2 5 3 4 1', 2],
    [say('settings.treble-melody'), '3 3 2 2 1 1 2 2', 4],
  ] as const
).map(
  ([name, figure, subdivision]) =>
    valueOrThrow(parseStringNotation(figure, { name, subdivision, tempo: 88, wholeBeats: true })).pattern,
);

const Example = ({ pattern, school }: { readonly pattern: Pattern; readonly school: School }) => {
  const judgement = useMemo(() => analysePattern(pattern, { school }), [pattern, school]);
  return (
    <figure className="school-example">
      <figcaption>
        <b>{pattern.name}</b>{' '}
        <span className="digits-text">{pattern.strokes.map(({ id }) => judgement.digits[id] ?? '·').join(' ')}</span>
        <span className="text-soft">
          {say('settings.example-facts', {
            max: judgement.limit ? say('common.bpm-max', { bpm: formatMaxTempo(judgement.limit.maxTempo) }) : '–',
            count: judgement.diagnostics.length,
          })}
        </span>
      </figcaption>
      <FingeringThumbnail
        strokes={createThumbnail(pattern, judgement.digits)}
        strings={stringCount(pattern.instrument)}
        width={330}
        height={84}
      />
    </figure>
  );
};

const toggled = <T,>(list: readonly T[], item: T): readonly T[] =>
  list.includes(item) ? list.filter((one) => one !== item) : [...list, item];

interface PartProps {
  readonly made: CustomSchool;
  readonly change: (part: Partial<CustomSchool>) => void;
  readonly base: School;
}

const DigitsPart = ({ made, change }: PartProps) => (
  <fieldset>
    <legend>{say('common.fingers')}</legend>
    <div className="digit-choice">
      {DIGITS.map((digit) => (
        <button
          key={digit}
          type="button"
          aria-pressed={made.digits.includes(digit)}
          aria-label={sayMessage(fingerName(digit))}
          title={sayMessage(fingerName(digit))}
          onClick={() => change({ digits: DIGITS.filter((one) => toggled(made.digits, digit).includes(one)) })}
        >
          <svg viewBox="-16 -16 32 32" width={34} height={34} aria-hidden="true">
            <StrokeSymbol digit={digit} radius={12} pinned={made.digits.includes(digit)} />
          </svg>
        </button>
      ))}
    </div>
  </fieldset>
);

const STRINGS = [6, 5, 4, 3, 2, 1];

const HomesPart = ({ made, change, base }: PartProps) => {
  const homeOf = (digit: Digit): readonly number[] => made.homes[digit] ?? base.home(digit, 6);
  return (
    <fieldset>
      <legend>{say('settings.home-strings')}</legend>
      {made.digits.map((digit) => (
        <div key={digit} className="home-row">
          <span>{sayMessage(fingerName(digit))}</span>
          {STRINGS.map((string) => (
            <button
              key={string}
              type="button"
              aria-pressed={homeOf(digit).includes(string)}
              aria-label={say('settings.home-string-for', { digitName: sayMessage(fingerName(digit)), string })}
              onClick={() => change({ homes: { ...made.homes, [digit]: toggled(homeOf(digit), string) } })}
            >
              {string}
            </button>
          ))}
        </div>
      ))}
    </fieldset>
  );
};

const WeightField = ({ name, made, change, base }: PartProps & { readonly name: PenaltyKey }) => {
  const value = made.weights[name] ?? base.weights[name] ?? 0;
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <label className={name in made.weights ? 'weight changed' : 'weight'}>
      <input
        inputMode="decimal"
        value={typed ?? String(value)}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={() => {
          if (typed !== null) change({ weights: { ...made.weights, [name]: Number(typed.replace(',', '.')) } });
          setTyped(null);
        }}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      {sayMessage(PENALTY_LABELS[name])}
    </label>
  );
};

/** A school of the studio's own: start from one, change digits, homes and weights, and see the effect at once. */
export const SchoolForm = ({
  start,
  version,
  done,
}: {
  readonly start: CustomSchool;
  readonly version?: number;
  readonly done: () => void;
}) => {
  const [made, setMade] = useState(start);
  const keep = useCreateSchool();
  const replace = useUpdateSchool();
  const change = (part: Partial<CustomSchool>): void => setMade({ ...made, ...part });
  const named = { ...made, name: made.name.trim() || say('settings.my-school') };
  const result = buildCustomSchool(named);
  const base = valueOrThrow(findSchool(made.base));
  const rebase = (key: string): void => {
    const next = findSchool(key);
    if (next.ok) setMade({ ...made, base: key, digits: next.value.digits, homes: {}, weights: {} });
  };
  const { id, ...form } = named;
  const save = (): void => {
    if (version === undefined) keep.mutate(form, { onSuccess: done });
    else replace.mutate({ id, version, ...form }, { onSuccess: done });
  };
  const part = { made, change, base };
  const error = keep.error ?? replace.error;
  return (
    <section className="school-form" aria-label={say('settings.custom-school')}>
      <div>
        <div className="school-head">
          <Form.Control
            aria-label={say('settings.school-name')}
            placeholder={say('settings.school-name')}
            maxLength={80}
            value={made.name}
            onChange={({ target }) => change({ name: target.value })}
          />
          <Form.Select
            aria-label={say('settings.start-from')}
            value={made.base}
            onChange={({ target }) => rebase(target.value)}
          >
            <SchoolOptions own={[]} />
          </Form.Select>
        </div>
        <DigitsPart {...part} />
        <HomesPart {...part} />
        <fieldset>
          <legend>{say('settings.penalties-higher-is-avoided-more')}</legend>
          <div className="weights">
            {PENALTY_KEYS.map((name) => (
              <WeightField key={`${made.base}${name}`} name={name} {...part} />
            ))}
          </div>
        </fieldset>
      </div>
      <aside>
        <h2>{say('common.preview')}</h2>
        {result.ok ? (
          EXAMPLES.map((pattern) => <Example key={pattern.name} pattern={pattern} school={result.value} />)
        ) : (
          <p role="alert" className="finding finding-trouble">
            {sayProblems(result.problems)}
          </p>
        )}
        {error && <p role="alert">{wordsOf(error)}</p>}
        <div className="form-actions">
          <Button onClick={save} disabled={!result.ok || keep.isPending || replace.isPending}>
            {version === undefined ? say('settings.save-school') : say('settings.save-changes')}
          </Button>
          <Button variant="plain" onClick={done}>
            {say('common.cancel')}
          </Button>
        </div>
      </aside>
    </section>
  );
};
