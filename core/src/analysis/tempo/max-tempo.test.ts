import { ABLE_ADULT_HAND, HAND_PRESETS, fingerPattern, type HandProfile } from '../../fingering/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { analyseFingering } from '../index.ts';

const ADVANCED = HAND_PRESETS.find(({ key }) => key === 'advanced') as HandProfile;

type Range = readonly [least: number, most: number];

interface Row {
  readonly name: string;
  readonly school: string;
  readonly figure: string;
  readonly subdivision: number;
  /** Goes round or ends. */
  readonly cyclic: boolean;
  readonly able: Range;
  readonly advanced: Range;
}

/** Beats a minute that players reach in standard figures, fingered as the school does (common practice, no source). */
const ROWS: readonly Row[] = [
  {
    name: 'tremolo p a m i, sixteenths',
    school: 'one-per-string',
    figure: '5 1 1 1',
    subdivision: 4,
    cyclic: true,
    able: [130, 150],
    advanced: [150, 175],
  },
  {
    name: 'i m scale, sixteenths',
    school: 'alternation',
    figure: '3 3 3 3 2 2 2 2 1 1 1 1 2 2 2 2',
    subdivision: 4,
    cyclic: false,
    able: [110, 140],
    advanced: [145, 175],
  },
  {
    name: 'm a on one string, sixteenths',
    school: 'alternation:m-a',
    figure: '1 1 1 1 1 1 1 1',
    subdivision: 4,
    cyclic: true,
    able: [80, 105],
    advanced: [110, 140],
  },
  {
    name: 'p i m triplets',
    school: 'three-finger',
    figure: '5 3 2',
    subdivision: 3,
    cyclic: true,
    able: [170, 210],
    advanced: [210, 250],
  },
  {
    name: 'forward roll, eighths',
    school: 'rolling',
    figure: '5 3 2 5 3 2 5 2',
    subdivision: 2,
    cyclic: true,
    able: [240, 300],
    advanced: [300, 350],
  },
  {
    name: 'alternating thumb with fingers, eighths',
    school: 'one-per-string',
    figure: '5 2 4 1 5 2 4 3',
    subdivision: 2,
    cyclic: true,
    able: [180, 240],
    advanced: [240, 290],
  },
  {
    name: 'alternate, three a string, sixteenths',
    school: 'alternate',
    figure: '6 6 6 5 5 5 4 4 4 3 3 3',
    subdivision: 4,
    cyclic: false,
    able: [130, 160],
    advanced: [170, 200],
  },
  {
    name: 'cross-picking, sixteenths',
    school: 'alternate',
    figure: '4 3 2 4 3 2 4 3',
    subdivision: 4,
    cyclic: true,
    able: [90, 120],
    advanced: [120, 150],
  },
  {
    name: 'economy, three a string, sixteenths',
    school: 'economy',
    figure: '6 6 6 5 5 5 4 4 4',
    subdivision: 4,
    cyclic: false,
    able: [140, 170],
    advanced: [180, 210],
  },
  {
    name: 'pick m a triplets',
    school: 'hybrid',
    figure: '5 3 2',
    subdivision: 3,
    cyclic: true,
    able: [150, 190],
    advanced: [190, 230],
  },
  {
    name: 'the thumb falling through three strings, triplets',
    school: 'one-per-string',
    figure: '6 5 4',
    subdivision: 3,
    cyclic: true,
    able: [180, 260],
    advanced: [220, 310],
  },
  {
    name: 'the thumb alone to and fro over two basses, eighths',
    school: 'one-per-string',
    figure: '5 4 5 4',
    subdivision: 2,
    cyclic: true,
    able: [100, 130],
    advanced: [130, 160],
  },
  {
    name: 'p p p i m a, sixteenths',
    school: 'one-per-string',
    figure: '6 5 4 3 2 1',
    subdivision: 4,
    cyclic: true,
    able: [100, 140],
    advanced: [130, 170],
  },
  {
    name: 'p p i m a m i m, sixteenths',
    school: 'one-per-string',
    figure: '5 4 3 2 1 2 3 2',
    subdivision: 4,
    cyclic: true,
    able: [80, 110],
    advanced: [100, 135],
  },
  {
    name: 'five strings in one sweep, sixteenths',
    school: 'economy',
    figure: '5 4 3 2 1',
    subdivision: 4,
    cyclic: false,
    able: [140, 200],
    advanced: [180, 250],
  },
  {
    name: 'five strings up and back, sixteenths',
    school: 'economy',
    figure: '5 4 3 2 1 2 3 4',
    subdivision: 4,
    cyclic: true,
    able: [110, 150],
    advanced: [140, 185],
  },
  {
    name: 'cross-picking over three strings and back, sixteenths',
    school: 'alternate',
    figure: '4 3 2 3',
    subdivision: 4,
    cyclic: true,
    able: [90, 120],
    advanced: [120, 150],
  },
  {
    name: 'pinches in alternating thumb, eighths',
    school: 'one-per-string',
    figure: '5+1 - 4 2 5+1 - 4 2',
    subdivision: 2,
    cyclic: true,
    able: [170, 220],
    advanced: [220, 270],
  },
  {
    name: 'bass and chord in turn, quarters',
    school: 'one-per-string',
    figure: '5 3+2+1 4 3+2+1',
    subdivision: 1,
    cyclic: true,
    able: [220, 300],
    advanced: [270, 370],
  },
];

const ceilingFor = ({ school, figure, subdivision, cyclic }: Row, hand: HandProfile): number => {
  const { pattern, loopTicks } = valueOrThrow(parseStringNotation(figure, { school, subdivision, tempo: 80 }));
  const options = { loopTicks, hand };
  const played = { ...pattern, cyclic };
  return analyseFingering(played, fingerPattern(played, options), options).limit?.maxTempo ?? Infinity;
};

const within = (bpm: number, [least, most]: Range): void => {
  expect(Math.round(bpm)).toBeGreaterThanOrEqual(least);
  expect(Math.round(bpm)).toBeLessThanOrEqual(most);
};

test.each(ROWS)('$name: an able adult and an advanced hand reach what players reach (est.)', (row) => {
  within(ceilingFor(row, ABLE_ADULT_HAND), row.able);
  within(ceilingFor(row, ADVANCED), row.advanced);
});

test.each(ROWS)('$name: a hand quicker by a tenth never has a lower ceiling', (row) => {
  const quicker = { ...ABLE_ADULT_HAND, scale: { p: 0.9, i: 0.9, m: 0.9, a: 0.9, c: 0.9, pick: 0.9 } };
  expect(ceilingFor(row, quicker)).toBeGreaterThanOrEqual(ceilingFor(row, ABLE_ADULT_HAND));
});

/** What each school promises, at slow and at usual tempos (the examples of its rule; common practice, no source). */
const PROMISES: readonly (readonly [school: string, figure: string, digits: string])[] = [
  ['one-per-string', '5 1 1 1', 'p a m i'],
  ['one-per-string', '6 1 4 1', 'p a p a'],
  ['one-per-string', '6 3 2 1 2 3', 'p i m a m i'],
  ['one-per-string', '1 1 1 1', 'i m i m'],
  ['three-finger', '4 2 1 4 2 1 4 2', 'p i m p i m p i'],
  ['three-finger', '6 2 4 1', 'p i p m'],
  ['thumb-index', '6 2 4 1', 'p i p i'],
  ['rolling', '4 2 3 1', 'p i p m'],
  ['hybrid', '3 2 3 2', 'down m down m'],
  ['hybrid', '6 5 4', 'down m a'],
  ['hybrid:pick-alternating', '4 2 4 2', 'down m up m'],
  ['economy', '6 6 6 5 5 5', 'down up down down up down'],
];

test.each(PROMISES)('%s playing %s keeps its word: %s', (school, figure, digits) => {
  for (const tempo of [40, 60, 90]) {
    const { pattern, loopTicks } = valueOrThrow(parseStringNotation(figure, { school, subdivision: 4, tempo }));
    expect(fingerPattern(pattern, { loopTicks: loopTicks }).digits.join(' ')).toBe(digits);
  }
});

test('economy sweeps a line over four strings with one stroke', () => {
  const { pattern } = valueOrThrow(parseStringNotation('4 3 2 1', { school: 'economy', subdivision: 4, tempo: 90 }));
  expect(fingerPattern({ ...pattern, cyclic: false }).digits.join(' ')).toBe('down down down down');
});
