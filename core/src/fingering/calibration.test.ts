import { readFileSync } from 'node:fs';
import { valueOrThrow } from '../errors/index.ts';
import { readFigure } from '../formats/index.ts';
import { SCHOOLS, fingerPattern } from './index.ts';

interface Row {
  readonly school: string;
  readonly figure: string;
  readonly digits: string;
  readonly subdivision: number;
  readonly tempo: number;
  readonly cyclic: boolean;
  readonly half: 'choose' | 'test';
}

/** Figures with the fingering each school gives them (common practice, no source). */
const rows = JSON.parse(readFileSync(new URL('../../test/calibration/figures.json', import.meta.url), 'utf8')) as Row[];

const agrees = ({ school, figure, digits, subdivision, tempo, cyclic }: Row): boolean => {
  const { pattern, cycleTicks } = valueOrThrow(readFigure(figure, { school, subdivision, tempo }));
  return fingerPattern({ ...pattern, cyclic }, { cycleTicks }).digits.join(' ') === digits;
};

test('the table holds at least sixty figures, and every school', () => {
  expect(rows.length).toBeGreaterThanOrEqual(60);
  expect(new Set(rows.map(({ school }) => school.split(':')[0]))).toEqual(new Set(SCHOOLS.map(({ key }) => key)));
});

test.each([
  ['choose', 0.95],
  ['test', 0.95],
] as const)('at least the stated share of the half “%s” is fingered as common practice has it', (half, share) => {
  const own = rows.filter((row) => row.half === half);
  expect(own.filter(agrees).length / own.length).toBeGreaterThanOrEqual(share);
});
