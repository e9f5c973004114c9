import { message, type Label, type Message, type MessageValue } from '../message/index.ts';
import { failure, problem, success, type Problem, type Result } from '../errors/index.ts';
import type { Voicing } from '../harmony/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';
import {
  byTimeThenString,
  metreFor,
  newPattern,
  problemsOfPattern,
  slotTicks,
  strokesOnChord,
  wholeBeats,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import type { Metre } from '../time/index.ts';

/** One thing a generator asks for: a choice, a number, a text, or yes or no. */
export type Field =
  | {
      readonly kind: 'choice';
      readonly key: string;
      readonly label: Message;
      readonly options: readonly (readonly [value: string, label: Label])[];
      readonly initial: string;
    }
  | {
      readonly kind: 'number';
      readonly key: string;
      readonly label: Message;
      readonly least: number;
      readonly most: number;
      readonly initial: number;
    }
  | {
      readonly kind: 'text';
      readonly key: string;
      readonly label: Message;
      readonly initial: string;
      readonly hint: Message;
    }
  | { readonly kind: 'truth'; readonly key: string; readonly label: Message; readonly initial: boolean };

/** What was answered, by the keys of the fields. */
export type Values = Readonly<Record<string, string | number | boolean>>;

/** What a figure is generated on. */
export interface Frame {
  readonly instrument: Instrument;
  readonly voicing: Voicing;
  readonly tempo: number;
  /** Says what the new pattern is called, in the language of its user. */
  readonly say: (name: Message) => string;
}

/** A way to lay a standard figure without laying it stroke by stroke. */
export interface Generator {
  readonly key: string;
  readonly name: Message;
  /** What it is good for, in a sentence. */
  readonly use: Message;
  readonly fields: readonly Field[];
  readonly make: (values: Values, frame: Frame) => Result<Pattern>;
}

const wrongValue = (field: Field, why: MessageValue): Problem =>
  problem('generator-value', { label: field.label, problem: why });

const fieldProblem = (field: Field, value: Values[string] | undefined): Problem | undefined => {
  switch (field.kind) {
    case 'choice':
      return field.options.some(([key]) => key === value)
        ? undefined
        : wrongValue(field, message('reason.choose-one-of', { options: field.options.map(([, label]) => label) }));
    case 'number':
      return Number.isInteger(value) && (value as number) >= field.least && (value as number) <= field.most
        ? undefined
        : wrongValue(field, message('reason.choose-between', { least: field.least, most: field.most }));
    case 'text':
      return typeof value === 'string' && value.trim() !== '' && value.length <= 200
        ? undefined
        : wrongValue(field, field.hint);
    case 'truth':
      return typeof value === 'boolean' ? undefined : wrongValue(field, message('reason.choose-yes-or-no'));
  }
};

/**
 * A generator's values as they are first offered.
 * @example
 * typeof initialValues(GENERATORS[0]) // => 'object'
 */
export const initialValues = ({ fields }: Generator): Values =>
  Object.fromEntries(fields.map(({ key, initial }) => [key, initial]));

/**
 * The pattern a generator makes of some values; what is not given is as first offered. Errors: `generator-value` for
 * each value that cannot be, and those of the generator and of patterns.
 * @example
 * generate(GENERATORS[0], initialValues(GENERATORS[0]), { ...newPattern('P'), say: ({ code }) => code }).ok // => true
 */
export const generate = (generator: Generator, values: Values, frame: Frame): Result<Pattern> => {
  const all = { ...initialValues(generator), ...values };
  const problems = generator.fields.flatMap((field) => fieldProblem(field, all[field.key]) ?? []);
  if (problems.length > 0) return failure(...problems);
  const made = generator.make(all, frame);
  if (!made.ok) return made;
  const pattern = { ...made.value, strokes: strokesOnChord(made.value.strokes, frame.instrument, frame.voicing) };
  const wrong = problemsOfPattern(pattern);
  return wrong.length > 0 ? failure(...wrong) : success(pattern);
};

/** A stroke of a figure before it has a time and a name. */
export type Cell = Omit<Stroke, 'id' | 'at'>;

/** How the cells of a figure are written down. */
export interface Writing {
  readonly name: Message;
  readonly subdivision: number;
  readonly school: string;
  readonly metre?: Metre;
  readonly swing?: number;
  /** Repeat the figure until it comes round on the beat. */
  readonly whole?: boolean;
}

/** Strokes of cells, one slot after another. */
const strokesOf = (cells: readonly (readonly Cell[])[], ticks: number): readonly Stroke[] =>
  cells
    .flatMap((slot, index) =>
      slot.map((cell): Stroke => ({ id: `s${index}-${cell.string}`, at: index * ticks, ...cell })),
    )
    .sort(byTimeThenString);

/** Writes cells down as a pattern, one part of the beat after another. */
export const written = (
  cells: readonly (readonly Cell[])[],
  { name, subdivision, school, metre = { beats: 4, unit: 4 }, swing, whole = true }: Writing,
  { instrument, voicing, tempo, say }: Frame,
): Pattern => {
  const slots = whole ? wholeBeats(cells, subdivision) : cells;
  const shape = metreFor(Math.max(1, Math.ceil(slots.length / subdivision)), metre);
  const base = newPattern(say(name), {
    ...shape,
    subdivision,
    instrument,
    voicing,
    tempo,
    school,
    ...(swing === undefined ? {} : { swing }),
  });
  return { ...base, strokes: strokesOf(slots, slotTicks(base)) };
};

/** String numbers in a text: `3 2 1`; words that are none are problems. `-` is a rest (0) where that is allowed. */
export const readStrings = (text: string, instrument: Instrument, rests = false): Result<readonly number[]> => {
  const words = text.trim().split(/[\s,]+/);
  const numbers = words.map((word) => (rests && word === '-' ? 0 : Number(word)));
  const wrong = numbers.findIndex(
    (number) => !Number.isInteger(number) || number < (rests ? 0 : 1) || number > stringCount(instrument),
  );
  return wrong < 0
    ? success(numbers)
    : failure(problem('figure-unreadable', { position: wrong + 1, value: words[wrong] ?? '' }));
};

/** Values of fields, as what they are known to be once `generate` has checked them. */
export const textOf = (values: Values, key: string): string => String(values[key]);
export const numberOf = (values: Values, key: string): number => Number(values[key]);
export const truthOf = (values: Values, key: string): boolean => values[key] === true;

/** The parts of the beat most generators offer. */
export const PARTS_FIELD: Field = {
  kind: 'choice',
  key: 'subdivision',
  label: message('generator.note-value.label'),
  initial: '4',
  options: [
    ['2', message('note-value.eighths')],
    ['3', message('note-value.triplets')],
    ['4', message('note-value.sixteenths')],
    ['6', message('note-value.sixteenth-triplets')],
  ],
};
