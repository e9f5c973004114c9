import { createSeededRandom } from '../../sound/random.ts';
import { ABILITY_MODEL } from '../ability/ability-model.ts';
import type { LadderPlan } from '../ladder/ladder.ts';
import { estimateStageEfforts } from './stage-effort.ts';

const plan = (gate: number, tempos: readonly number[], ceiling: number): LadderPlan => ({
  target: 100,
  stages: [
    { key: 'position', name: 'Position', gate: 0, tempos: [] },
    { key: 'tempo', name: 'Tempo', gate, tempos, ceiling, constraint: 'i' },
  ],
});

const passesOf = (ladder: LadderPlan, abilities: { constraint: 'i'; slowness: number }[] = [], seed = 1): number =>
  estimateStageEfforts(ladder, { abilities, beats: 4, random: createSeededRandom(seed) })[0]?.passes ?? NaN;

test('what nobody slips in takes as many passes as are asked for; a stage without passes is left out', () => {
  const efforts = estimateStageEfforts(plan(5, [60], 6000), { abilities: [], beats: 4, random: createSeededRandom(1) });
  expect(efforts).toEqual([{ key: 'tempo', passes: 5, seconds: 20 }]);
});

/** Trials until so many successes in a row (Feller, An Introduction to Probability Theory I, XIII.7). */
const expected = (p: number, run: number): number => (1 - p ** run) / ((1 - p) * p ** run);

test.each([3, 4, 5])('the middle lies near the mean of runs of %i, below it as waiting times are skewed', (gate) => {
  // The strain at which 80 % are clean: ln(strain) = prior − ln(4) / sharpness.
  const strain = Math.exp(ABILITY_MODEL.priorMean - Math.log(4) / ABILITY_MODEL.sharpness);
  const found = [1, 2, 3, 4, 5, 6, 7, 8].map((seed) => passesOf(plan(gate, [100 * strain], 100), [], seed));
  const mean = found.reduce((sum, one) => sum + one, 0) / found.length;
  expect(mean).toBeLessThan(1.1 * expected(0.8, gate));
  expect(mean).toBeGreaterThan(0.6 * expected(0.8, gate));
});

test('a slower hand takes longer, and more clean passes take longer', () => {
  const usual = plan(5, [60, 70], 100);
  expect(passesOf(usual, [{ constraint: 'i', slowness: 1.4 }])).toBeGreaterThan(passesOf(usual));
  expect(passesOf(plan(9, [60, 70], 100))).toBeGreaterThan(passesOf(plan(3, [60, 70], 100)));
});

test('what is out of reach ends', () => {
  expect(passesOf(plan(10, [200], 100))).toBeLessThanOrEqual(400);
});
