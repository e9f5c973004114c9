import { message, type Message } from '../message/index.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { isStringSounding } from '../harmony/index.ts';
import { pitchAt, pitchClassName, midiToPitchClass } from '../instrument/index.ts';
import {
  compareByTimeThenString,
  fingerName,
  createPattern,
  type Digit,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { TICKS_PER_QUARTER, greatestCommonDivisor } from '../time/index.ts';
import {
  getNumber,
  parseStringNumbers,
  getText,
  type GeneratorContext,
  type Generator,
  type GeneratorValues,
  layOverBars,
  nameOverBars,
} from './generator.ts';

/** Steps of scales above their root, in semitones. */
const SCALES = {
  major: [0, 2, 4, 5, 7, 9, 11],
  'natural minor': [0, 2, 3, 5, 7, 8, 10],
  'major pentatonic': [0, 2, 4, 7, 9],
  'minor pentatonic': [0, 3, 5, 7, 10],
  dorian: [0, 2, 3, 5, 7, 9, 10],
  mixolydian: [0, 2, 4, 5, 7, 9, 10],
} as const satisfies Readonly<Record<string, readonly number[]>>;

type Scale = keyof typeof SCALES;

const stepsOfScale = (scale: string): readonly number[] => (Object.hasOwn(SCALES, scale) ? SCALES[scale as Scale] : []);

const SCALE_NAMES: Readonly<Record<Scale, Message>> = {
  major: message('scale.major'),
  'natural minor': message('scale.natural-minor'),
  'major pentatonic': message('scale.major-pentatonic'),
  'minor pentatonic': message('scale.minor-pentatonic'),
  dorian: message('scale.dorian'),
  mixolydian: message('scale.mixolydian'),
};

const scaleName = (scale: string): Message => SCALE_NAMES[scale as Scale];

/** Roots of minor scales are written with sharps where those of major ones have flats: C♯ minor, D♭ major. */
const rootName = (root: number, scale: string): string => pitchClassName(root, stepsOfScale(scale).includes(3) ? 2 : 0);

/** Frets a hand covers in one position. */
const BOX = 4;

/** One note of a scale box. */
export interface ScaleBoxNote {
  readonly string: number;
  readonly fret: number;
}

/**
 * The notes of a scale within one position on some strings, from the lowest up. Frets count from the capo.
 * @example
 * listScaleBoxNotes(createPattern('P'), 'major', 0, 0, [1, 2, 3]).length > 0 // => true
 */
export const listScaleBoxNotes = (
  { instrument }: Pick<GeneratorContext, 'instrument'>,
  scale: string,
  root: number,
  position: number,
  strings: readonly number[],
): readonly ScaleBoxNote[] =>
  [...strings]
    .sort((a, b) => b - a)
    .flatMap((string) =>
      Array.from({ length: BOX }, (_, index) => position + index)
        .filter((fret) =>
          stepsOfScale(scale).includes((midiToPitchClass(pitchAt(instrument, string, fret)) - root + 12) % 12),
        )
        .map((fret) => ({ string, fret })),
    );

/** Up and down again without playing the ends twice. */
const upAndDown = <T>(items: readonly T[]): readonly T[] => [...items, ...items.slice(1, -1).reverse()];

const TICKS: Readonly<Record<string, number>> = {
  quarters: TICKS_PER_QUARTER,
  eighths: TICKS_PER_QUARTER / 2,
  triplets: TICKS_PER_QUARTER / 3,
  sixteenths: TICKS_PER_QUARTER / 4,
};

/**
 * How many displacements a line has over a pulse: pulse interval ÷ finger interval, in ticks. Error:
 * `displacement-uneven` where that is no whole number.
 * @example
 * valueOrThrow(countPulseDisplacements(840, 210)) // => 4
 */
export const countPulseDisplacements = (pulse: number, fingers: number): Result<number> =>
  pulse % fingers === 0 ? success(pulse / fingers) : failure(createProblem('displacement-uneven', { pulse, fingers }));

interface Plan {
  readonly pulse: number;
  readonly fingers: number;
  readonly displacement: number;
  readonly pulseString: number;
  readonly line: readonly ScaleBoxNote[];
}

const planOf = (values: GeneratorValues, frame: GeneratorContext): Result<Plan> => {
  const [pulse, fingers] = [TICKS[getText(values, 'pulse')] as number, TICKS[getText(values, 'fingers')] as number];
  const count = countPulseDisplacements(pulse, fingers);
  if (!count.ok) return count;
  const displacement = getNumber(values, 'displacement');
  if (displacement >= count.value)
    return failure(
      createProblem('generator-value', {
        label: message('generator.scale-over-pulse.displacement.label'),
        problem: message('reason.shifts-counted', { count: count.value }),
      }),
    );
  const strings = parseStringNumbers(getText(values, 'strings'), frame.instrument);
  if (!strings.ok) return strings;
  const pulseString = getNumber(values, 'pulseString');
  const free = strings.value.filter((string) => string !== pulseString);
  if (pulseString > frame.instrument.pitches.length || free.length === 0)
    return failure(createProblem('no-string-left', { who: 'fingers' }));
  const box = listScaleBoxNotes(
    frame,
    getText(values, 'scale'),
    getNumber(values, 'root'),
    getNumber(values, 'position'),
    free,
  );
  if (box.length < 2) return failure(createProblem('no-string-left', { who: 'scale' }));
  return success({ pulse, fingers, displacement, pulseString, line: upAndDown(box) });
};

/** The line's notes follow one another without a gap; the pulse comes some finger strokes late against them. */
const strokesOfPlan = (
  { pulse, fingers, displacement, pulseString, line }: Plan,
  length: number,
  { voicing }: GeneratorContext,
): readonly Stroke[] => {
  // A string that the chord mutes is played open: the pulse is the scale's, not the chord's.
  const open = isStringSounding(voicing, pulseString) ? {} : { fret: 0 };
  const notes = Array.from({ length: Math.floor(length / fingers) }, (_, index): Stroke => ({
    id: `l${index}`,
    at: index * fingers,
    ...(line[index % line.length] as ScaleBoxNote),
  }));
  const thumbs = Array.from({ length: Math.floor(length / pulse) }, (_, index): Stroke => ({
    id: `p${index}`,
    at: index * pulse + displacement * fingers,
    string: pulseString,
    pin: 'p',
    ...open,
  }));
  return [...notes, ...thumbs].sort(compareByTimeThenString);
};

/** Ticks until line and pulse come round together, on a whole beat. */
const roundLength = ({ pulse, fingers, line }: Plan): number => {
  const beat = Math.max(pulse, TICKS_PER_QUARTER);
  const whole = line.length * fingers;
  return (whole * beat) / greatestCommonDivisor(whole, beat);
};

const leading = (first: Digit, second: Digit): Message =>
  message('school.alternation.pair.name', { first: fingerName(first), second: fingerName(second) });

/** A scale over a thumb pulse: the line goes on in turn of two fingers while the thumb keeps its string. */
export const scaleOverPulseGenerator: Generator = {
  key: 'scale-over-pulse',
  name: message('generator.scale-over-pulse.name'),
  use: message('generator.scale-over-pulse.description'),
  listenFor: message('generator.scale-over-pulse.listen'),
  fields: [
    {
      kind: 'number',
      key: 'pulseString',
      label: message('generator.scale-over-pulse.pulse-string.label'),
      least: 4,
      most: 8,
      initial: 6,
    },
    {
      kind: 'choice',
      key: 'pulse',
      label: message('generator.scale-over-pulse.pulse.label'),
      initial: 'quarters',
      options: [
        ['quarters', message('note-value.quarters')],
        ['eighths', message('note-value.eighths')],
      ],
    },
    {
      kind: 'choice',
      key: 'fingers',
      label: message('generator.scale-over-pulse.line.label'),
      initial: 'sixteenths',
      options: [
        ['eighths', message('note-value.eighths')],
        ['triplets', message('note-value.triplets')],
        ['sixteenths', message('note-value.sixteenths')],
      ],
    },
    {
      kind: 'number',
      key: 'displacement',
      label: message('generator.scale-over-pulse.displacement.label'),
      least: 0,
      most: 7,
      initial: 0,
    },
    {
      kind: 'choice',
      key: 'pair',
      label: message('generator.fingers.label'),
      initial: 'i-m',
      options: [
        ['i-m', leading('i', 'm')],
        ['m-i', leading('m', 'i')],
        ['m-a', leading('m', 'a')],
        ['a-m', leading('a', 'm')],
        ['i-a', leading('i', 'a')],
        ['a-i', leading('a', 'i')],
        ['a-c', leading('a', 'c')],
        ['c-a', leading('c', 'a')],
      ],
    },
    {
      kind: 'choice',
      key: 'scale',
      label: message('generator.scale-over-pulse.scale.label'),
      initial: 'major',
      options: Object.keys(SCALES).map((scale) => [scale, scaleName(scale)] as const),
    },
    {
      kind: 'choice',
      key: 'root',
      label: message('generator.scale-over-pulse.root.label'),
      initial: '7',
      options: Array.from({ length: 12 }, (_, root) => [String(root), rootName(root, 'major')] as const),
    },
    {
      kind: 'number',
      key: 'position',
      label: message('generator.scale-over-pulse.position.label'),
      least: 0,
      most: 12,
      initial: 0,
    },
    {
      kind: 'text',
      key: 'strings',
      label: message('generator.scale-over-pulse.strings.label'),
      initial: '3 2 1',
      hint: message('generator.scale-over-pulse.strings.hint'),
    },
  ],
  createPattern: (values, frame) => {
    const plan = planOf(values, frame);
    if (!plan.ok) return plan;
    const length = roundLength(plan.value);
    const beats = length / TICKS_PER_QUARTER;
    const layout = layOverBars(beats, { beats: 4, unit: 4 });
    const subdivision = TICKS_PER_QUARTER / plan.value.fingers;
    const name = message('generator.scale-over-pulse.pattern-name', {
      root: rootName(getNumber(values, 'root'), getText(values, 'scale')),
      scale: scaleName(getText(values, 'scale')),
    });
    const pattern: Pattern = createPattern(frame.say(nameOverBars(name, beats, layout)), {
      metre: layout.metre,
      bars: layout.bars,
      subdivision,
      tempo: frame.tempo,
      instrument: frame.instrument,
      voicing: frame.voicing,
      school: `alternation:${getText(values, 'pair')}`,
      strokes: strokesOfPlan(plan.value, length * layout.rounds, frame),
    });
    return success(pattern);
  },
};
