import { message } from '../message/index.ts';
import { failure, problem, success, type Result } from '../errors/index.ts';
import { sounds } from '../harmony/index.ts';
import { pitchAt, pitchClassName, pitchClassOf } from '../instrument/index.ts';
import { byTimeThenString, metreFor, newPattern, type Pattern, type Stroke } from '../pattern/index.ts';
import { TICKS_PER_QUARTER } from '../time/index.ts';
import { numberOf, readStrings, textOf, type Frame, type Generator, type Values } from './generator.ts';

/** Steps of scales above their root, in semitones. */
const SCALES: Readonly<Record<string, readonly number[]>> = {
  major: [0, 2, 4, 5, 7, 9, 11],
  'natural minor': [0, 2, 3, 5, 7, 8, 10],
  'major pentatonic': [0, 2, 4, 7, 9],
  'minor pentatonic': [0, 3, 5, 7, 10],
  dorian: [0, 2, 3, 5, 7, 9, 10],
  mixolydian: [0, 2, 4, 5, 7, 9, 10],
};

/** Frets a hand covers in one position. */
const BOX = 4;

/** One note of a scale box. */
export interface BoxNote {
  readonly string: number;
  readonly fret: number;
}

/**
 * The notes of a scale within one position on some strings, from the lowest up. Frets count from the capo.
 * @example
 * scaleBox(newPattern('P'), 'major', 0, 0, [1, 2, 3]).length > 0 // => true
 */
export const scaleBox = (
  { instrument }: Pick<Frame, 'instrument'>,
  scale: string,
  root: number,
  position: number,
  strings: readonly number[],
): readonly BoxNote[] =>
  [...strings]
    .sort((a, b) => b - a)
    .flatMap((string) =>
      Array.from({ length: BOX }, (_, index) => position + index)
        .filter((fret) => SCALES[scale]?.includes((pitchClassOf(pitchAt(instrument, string, fret)) - root + 12) % 12))
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
 * valueOrThrow(displacements(840, 210)) // => 4
 */
export const displacements = (pulse: number, fingers: number): Result<number> =>
  pulse % fingers === 0 ? success(pulse / fingers) : failure(problem('displacement-uneven', { pulse, fingers }));

interface Plan {
  readonly pulse: number;
  readonly fingers: number;
  readonly displacement: number;
  readonly pulseString: number;
  readonly line: readonly BoxNote[];
}

const planOf = (values: Values, frame: Frame): Result<Plan> => {
  const [pulse, fingers] = [TICKS[textOf(values, 'pulse')] as number, TICKS[textOf(values, 'fingers')] as number];
  const count = displacements(pulse, fingers);
  if (!count.ok) return count;
  const displacement = numberOf(values, 'displacement');
  if (displacement >= count.value)
    return failure(
      problem('generator-value', {
        label: 'Displacement',
        problem: message('reason.shifts-counted', { count: count.value }),
      }),
    );
  const strings = readStrings(textOf(values, 'strings'), frame.instrument);
  if (!strings.ok) return strings;
  const pulseString = numberOf(values, 'pulseString');
  const free = strings.value.filter((string) => string !== pulseString);
  if (pulseString > frame.instrument.pitches.length || free.length === 0)
    return failure(problem('no-string-left', { who: 'fingers' }));
  const box = scaleBox(frame, textOf(values, 'scale'), numberOf(values, 'root'), numberOf(values, 'position'), free);
  if (box.length < 2) return failure(problem('no-string-left', { who: 'scale' }));
  return success({ pulse, fingers, displacement, pulseString, line: upAndDown(box) });
};

/** The line's notes follow one another without a gap; the pulse comes some finger strokes late against them. */
const strokesOfPlan = (
  { pulse, fingers, displacement, pulseString, line }: Plan,
  length: number,
  { voicing }: Frame,
): readonly Stroke[] => {
  // A string that the chord mutes is played open: the pulse is the scale's, not the chord's.
  const open = sounds(voicing, pulseString) ? {} : { fret: 0 };
  const notes = Array.from({ length: Math.floor(length / fingers) }, (_, index): Stroke => ({
    id: `l${index}`,
    at: index * fingers,
    ...(line[index % line.length] as BoxNote),
  }));
  const thumbs = Array.from({ length: Math.floor(length / pulse) }, (_, index): Stroke => ({
    id: `p${index}`,
    at: index * pulse + displacement * fingers,
    string: pulseString,
    pin: 'p',
    ...open,
  }));
  return [...notes, ...thumbs].sort(byTimeThenString);
};

const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b));

/** Ticks until line and pulse come round together, on a whole beat. */
const roundLength = ({ pulse, fingers, line }: Plan): number => {
  const beat = Math.max(pulse, TICKS_PER_QUARTER);
  const whole = line.length * fingers;
  return (whole * beat) / greatestDivisor(whole, beat);
};

/** A scale over a thumb pulse: the line goes on in turn of two fingers while the thumb keeps its string. */
export const scaleOverPulse: Generator = {
  key: 'scale-over-pulse',
  name: 'Scale over a pulse',
  use: 'The thumb keeps a pulse on one string while two fingers run a scale on those left free, from any displacement.',
  fields: [
    { kind: 'number', key: 'pulseString', label: 'Pulse on string', least: 4, most: 8, initial: 6 },
    {
      kind: 'choice',
      key: 'pulse',
      label: 'Pulse in',
      initial: 'quarters',
      options: [
        ['quarters', 'quarters'],
        ['eighths', 'eighths'],
      ],
    },
    {
      kind: 'choice',
      key: 'fingers',
      label: 'Fingers in',
      initial: 'sixteenths',
      options: [
        ['eighths', 'eighths'],
        ['triplets', 'triplets'],
        ['sixteenths', 'sixteenths'],
      ],
    },
    { kind: 'number', key: 'displacement', label: 'Displacement', least: 0, most: 7, initial: 0 },
    {
      kind: 'choice',
      key: 'pair',
      label: 'Fingers',
      initial: 'i-m',
      options: [
        ['i-m', 'index leads, then middle'],
        ['m-i', 'middle leads, then index'],
        ['m-a', 'middle leads, then ring'],
        ['a-m', 'ring leads, then middle'],
        ['i-a', 'index leads, then ring'],
        ['a-i', 'ring leads, then index'],
      ],
    },
    {
      kind: 'choice',
      key: 'scale',
      label: 'Scale',
      initial: 'major',
      options: Object.keys(SCALES).map((name) => [name, name] as const),
    },
    {
      kind: 'choice',
      key: 'root',
      label: 'On',
      initial: '7',
      options: Array.from({ length: 12 }, (_, pitchClass) => [String(pitchClass), pitchClassName(pitchClass)] as const),
    },
    { kind: 'number', key: 'position', label: 'From fret', least: 0, most: 12, initial: 0 },
    {
      kind: 'text',
      key: 'strings',
      label: 'Strings of the scale',
      initial: '3 2 1',
      hint: 'write strings, such as 3 2 1',
    },
  ],
  make: (values, frame) => {
    const plan = planOf(values, frame);
    if (!plan.ok) return plan;
    const length = roundLength(plan.value);
    const shape = metreFor(length / TICKS_PER_QUARTER, { beats: 4, unit: 4 });
    const subdivision = TICKS_PER_QUARTER / plan.value.fingers;
    const name = `${pitchClassName(numberOf(values, 'root'))} ${textOf(values, 'scale')} over a pulse`;
    const pattern: Pattern = newPattern(name, {
      ...shape,
      subdivision,
      tempo: frame.tempo,
      instrument: frame.instrument,
      voicing: frame.voicing,
      school: `alternation:${textOf(values, 'pair')}`,
      strokes: strokesOfPlan(plan.value, length, frame),
    });
    return success(pattern);
  },
};
