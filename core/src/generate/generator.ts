import { message, type Label, type Message, type MessageValue } from '../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../errors/index.ts';
import type { Voicing } from '../harmony/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';
import {
  compareByTimeThenString,
  fitMetre,
  createPattern,
  validatePattern,
  subdivisionTicks,
  moveRolesToChord,
  repeatToWholeBeats,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { isCompoundMetre, beatsPerBar, greatestCommonDivisor, type Metre } from '../time/index.ts';

/** One thing a generator asks for: a choice, a number, a text, or yes or no. */
export type GeneratorField =
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
export type GeneratorValues = Readonly<Record<string, string | number | boolean>>;

/** What a figure is generated on. */
export interface GeneratorContext {
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
  /** What to hear whether it is played well. */
  readonly listenFor: Message;
  readonly fields: readonly GeneratorField[];
  readonly createPattern: (values: GeneratorValues, frame: GeneratorContext) => Result<Pattern>;
}

const wrongValue = (field: GeneratorField, why: MessageValue): Problem =>
  createProblem('generator-value', { label: field.label, problem: why });

const fieldProblem = (field: GeneratorField, value: GeneratorValues[string] | undefined): Problem | undefined => {
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
 * typeof defaultValues(GENERATORS[0]) // => 'object'
 */
export const defaultValues = ({ fields }: Generator): GeneratorValues =>
  Object.fromEntries(fields.map(({ key, initial }) => [key, initial]));

/**
 * The pattern a generator makes of some values; what is not given is as first offered. Errors: `generator-value` for
 * each value that cannot be, and those of the generator and of patterns.
 * @example
 * generatePattern(GENERATORS[0], defaultValues(GENERATORS[0]), { ...createPattern('P'), say: ({ code }) => code }).ok
 * // => true
 */
export const generatePattern = (
  generator: Generator,
  values: GeneratorValues,
  frame: GeneratorContext,
): Result<Pattern> => {
  const all = { ...defaultValues(generator), ...values };
  const problems = generator.fields.flatMap((field) => fieldProblem(field, all[field.key]) ?? []);
  if (problems.length > 0) return failure(...problems);
  const made = generator.createPattern(all, frame);
  if (!made.ok) return made;
  const pattern = { ...made.value, strokes: moveRolesToChord(made.value.strokes, frame.instrument, frame.voicing) };
  const wrong = validatePattern(pattern);
  return wrong.length > 0 ? failure(...wrong) : success(pattern);
};

/** A stroke of a figure before it has a time and a name. */
export type UnplacedStroke = Omit<Stroke, 'id' | 'at'>;

/** How the cells of a figure are written down. */
export interface PatternLayout {
  readonly name: Message;
  readonly subdivision: number;
  readonly school: string;
  readonly metre?: Metre;
  readonly swing?: number;
  /** Repeat the figure until it comes round on the beat. */
  readonly repeatToWholeBeats?: boolean;
}

/** Strokes of cells, one slot after another. */
const strokesOf = (cells: readonly (readonly UnplacedStroke[])[], ticks: number): readonly Stroke[] =>
  cells
    .flatMap((slot, index) =>
      slot.map((cell): Stroke => ({ id: `s${index}-${cell.string}`, at: index * ticks, ...cell })),
    )
    .sort(compareByTimeThenString);

/** A figure laid over bars: how often it is played until it comes round with them. */
export interface FigureLayout {
  readonly metre: Metre;
  readonly bars: number;
  readonly rounds: number;
}

/** Beats a bar may have as a matter of course, and bars a figure may go over until it comes round. */
const BARS = { usualBeats: 7, usualDottedBeats: 4, most: 32 } as const;

/**
 * The bars for a figure of so many beats: those of the wished metre, as many as it takes until both come round, unless
 * it is as long as a usual bar itself.
 * @example
 * layOverBars(13, { beats: 4, unit: 4 }) // => { metre: { beats: 4, unit: 4 }, bars: 13, rounds: 4 }
 * layOverBars(3, { beats: 4, unit: 4 }) // => { metre: { beats: 3, unit: 4 }, bars: 1, rounds: 1 }
 */
export const layOverBars = (beats: number, wished: Metre): FigureLayout => {
  const inBar = beatsPerBar(wished);
  const rounds = inBar / greatestCommonDivisor(beats, inBar);
  const bars = (beats * rounds) / inBar;
  const isOwnBar = rounds > 1 && beats <= (isCompoundMetre(wished) ? BARS.usualDottedBeats : BARS.usualBeats);
  if (isOwnBar || !Number.isInteger(beats) || bars > BARS.most) return { ...fitMetre(beats, wished), rounds: 1 };
  return { metre: wished, bars, rounds };
};

/** A figure’s name, and after how many beats it comes round where that is not with each bar. */
export const nameOverBars = (name: Message, beats: number, { rounds }: FigureLayout): Message =>
  rounds > 1 ? message('generator.comes-round', { name, beats }) : name;

/** Writes cells down as a pattern, one part of the beat after another. */
export const layOutPattern = (
  cells: readonly (readonly UnplacedStroke[])[],
  { name, subdivision, school, metre = { beats: 4, unit: 4 }, swing, repeatToWholeBeats: whole = true }: PatternLayout,
  { instrument, voicing, tempo, say }: GeneratorContext,
): Pattern => {
  const once = whole ? repeatToWholeBeats(cells, subdivision) : cells;
  const beats = Math.max(1, Math.ceil(once.length / subdivision));
  const layout = layOverBars(beats, metre);
  const slots = Array.from({ length: layout.rounds }, () => once).flat();
  const base = createPattern(say(nameOverBars(name, beats, layout)), {
    metre: layout.metre,
    bars: layout.bars,
    subdivision,
    instrument,
    voicing,
    tempo,
    school,
    ...(swing === undefined ? {} : { swing }),
  });
  return { ...base, strokes: strokesOf(slots, subdivisionTicks(base)) };
};

/** String numbers in a text: `3 2 1`; words that are none are problems. `-` is a rest (0) where that is allowed. */
export const parseStringNumbers = (text: string, instrument: Instrument, rests = false): Result<readonly number[]> => {
  const words = text.trim().split(/[\s,]+/);
  const numbers = words.map((word) => (rests && word === '-' ? 0 : Number(word)));
  const wrong = numbers.findIndex(
    (number) => !Number.isInteger(number) || number < (rests ? 0 : 1) || number > stringCount(instrument),
  );
  return wrong < 0
    ? success(numbers)
    : failure(createProblem('figure-unreadable', { position: wrong + 1, value: words[wrong] ?? '' }));
};

/** Values of fields, as what they are known to be once `generate` has checked them. */
export const getText = (values: GeneratorValues, key: string): string => String(values[key]);
export const getNumber = (values: GeneratorValues, key: string): number => Number(values[key]);
export const getBoolean = (values: GeneratorValues, key: string): boolean => values[key] === true;

/** The parts of the beat most generators offer. */
export const SUBDIVISION_FIELD: GeneratorField = {
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
