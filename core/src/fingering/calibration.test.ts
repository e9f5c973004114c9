import { readFileSync } from 'node:fs';
import { valueOrThrow } from '../errors/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import { computeMaxTempo, computeTimedTransitions } from '../analysis/index.ts';
import { countMatchedExamples, fitWeights } from '../learning/index.ts';
import type { Digit } from '../pattern/index.ts';
import { createSeededRandom } from '../sound/index.ts';
import { SCHOOLS, findSchool, fingerPattern, createTaskFromPattern } from './index.ts';

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
  const { pattern, loopTicks } = valueOrThrow(parseStringNotation(figure, { school, subdivision, tempo }));
  return fingerPattern({ ...pattern, cyclic }, { loopTicks }).digits.join(' ') === digits;
};

test('the table holds at least 240 figures, and every school', () => {
  expect(rows.length).toBeGreaterThanOrEqual(240);
  expect(new Set(rows.map(({ school }) => school.split(':')[0]))).toEqual(new Set(SCHOOLS.map(({ key }) => key)));
});

test.each([
  ['choose', 0.95],
  ['test', 0.94],
] as const)('at least the stated share of the half “%s” is fingered as common practice has it', (half, share) => {
  const own = rows.filter((row) => row.half === half);
  expect(own.filter(agrees).length / own.length).toBeGreaterThanOrEqual(share);
});

test('the method comes to the same agreement from the common weights, and its seed gives the same weights', () => {
  const hybrid = valueOrThrow(findSchool('hybrid'));
  const common = { ...hybrid, weights: { ...hybrid.weights, against: 2, sameDirection: 1, move: 0.3, home: 1.5 } };
  const examples = (half: Row['half']) =>
    rows
      .filter((row) => row.half === half && row.school === 'hybrid')
      .map(({ figure, digits, subdivision, tempo, cyclic }) => {
        const { pattern, loopTicks } = valueOrThrow(parseStringNotation(figure, { subdivision, tempo }));
        return {
          task: createTaskFromPattern({ ...pattern, cyclic }, { school: common, loopTicks }),
          target: digits.split(' ') as Digit[],
        };
      });
  const fit = () =>
    fitWeights(common, examples('choose'), { random: createSeededRandom(1), maxWeightFactor: 4, epochs: 20 });
  const fitted = { ...common, weights: { ...common.weights, ...fit() } };
  expect(countMatchedExamples(examples('test'), fitted)).toBeGreaterThan(
    countMatchedExamples(examples('test'), common),
  );
  expect(countMatchedExamples(examples('test'), fitted)).toBeGreaterThanOrEqual(0.9 * examples('test').length);
  expect(fit()).toEqual(fit());
});

test('slower never changes a fingering that is comfortable: whatever changes had passed its ceiling', () => {
  for (const row of rows) {
    const { pattern, loopTicks } = valueOrThrow(parseStringNotation(row.figure, row));
    const at = (share: number): readonly (Digit | null)[] =>
      fingerPattern({ ...pattern, cyclic: row.cyclic, tempo: Math.round(row.tempo * share) }, { loopTicks }).digits;
    const [slow, quick] = [at(0.5), at(1)];
    const ceiling = computeMaxTempo(
      row.tempo,
      computeTimedTransitions(createTaskFromPattern({ ...pattern, cyclic: row.cyclic }, { loopTicks }), slow),
    );
    if ((ceiling?.bpm ?? Infinity) > row.tempo)
      expect([row.school, row.figure, quick]).toEqual([row.school, row.figure, slow]);
  }
});
