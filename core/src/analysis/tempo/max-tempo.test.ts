import { readFileSync } from 'node:fs';
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
const ROWS: readonly Row[] = JSON.parse(
  readFileSync(new URL('../../../test/calibration/tempos.json', import.meta.url), 'utf8'),
) as readonly Row[];

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
