import { ABLE_ADULT_HAND, DEFAULT_ESTIMATES, createHandProfile } from '../index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import type { Digit } from '../../pattern/index.ts';
import { findSchool } from '../schools/index.ts';
import type { School } from '../school.ts';
import type { FingeredStroke } from '../task/fingered-stroke.ts';
import {
  STROKE_COSTS,
  STROKE_PAIR_COSTS,
  decayWithRest,
  minIntervalOtherActuator,
  minIntervalSameActuator,
  isRakeContinuation,
  computeTimePressure,
  type CostCategory,
  type CostContext,
} from './index.ts';

const context = (key: string, weights: Partial<School['weights']> = {}): CostContext => {
  const school = valueOrThrow(findSchool(key));
  return { school: { ...school, weights: { ...school.weights, ...weights } }, hand: ABLE_ADULT_HAND, strings: 6 };
};
const on = (digit: Digit, string: number, more: Partial<FingeredStroke> = {}): FingeredStroke => ({
  digit,
  string,
  ...more,
});
const own = (category: CostCategory, stroke: FingeredStroke, where: CostContext): number =>
  STROKE_COSTS.filter((cost) => cost.category === category).reduce((sum, cost) => sum + cost.cost(stroke, where), 0);
const pair = (
  category: CostCategory,
  from: FingeredStroke,
  to: FingeredStroke,
  seconds: number,
  where: CostContext,
): number =>
  STROKE_PAIR_COSTS.filter((cost) => cost.category === category).reduce(
    (most, cost) => Math.max(most, cost.cost(from, to, { seconds, decayUnits: seconds, distance: 2 }, where)),
    0,
  );

describe('a cost fades with time: exp(−Δt / 0.45 s) (2-domain)', () => {
  test.each([
    [0, 1],
    [0.45, Math.exp(-1)],
    [0.9, Math.exp(-2)],
  ])('%f s leaves %f', (seconds, left) => {
    expect(decayWithRest({ decayUnits: seconds }, { hand: ABLE_ADULT_HAND })).toBeCloseTo(left, 12);
  });

  test('as the studio sets the estimate', () => {
    const hand = valueOrThrow(createHandProfile({ key: 'x', name: 'x', times: { fade: 0.9 } }));
    expect(decayWithRest({ decayUnits: 0.9 }, { hand })).toBeCloseTo(Math.exp(-1), 12);
  });
});

describe('own costs, from the table of 2-domain', () => {
  test.each<[string, CostCategory, FingeredStroke, string, number]>([
    ['home: index a string away', 'home', on('i', 2), 'one-per-string', 2.5],
    ['home: ring two strings away', 'home', on('a', 3), 'one-per-string', 5],
    ['home: the thumb is at home on any bass', 'home', on('p', 5), 'one-per-string', 0],
    ['ease: ring', 'ease', on('a', 1), 'one-per-string', 0.3],
    ['ease: little finger', 'ease', on('c', 1), 'one-per-string', 1.2],
    ['ease: index', 'ease', on('i', 1), 'one-per-string', 0],
    ['thumb on string 3', 'thumb-up', on('p', 3), 'one-per-string', 0.6],
    ['thumb on string 1', 'thumb-up', on('p', 1), 'one-per-string', 1.8],
    ['thumb on string 4', 'thumb-up', on('p', 4), 'one-per-string', 0],
    ['an accent on an upstroke', 'accent', on('up', 3, { accent: true }), 'hybrid', 0.6],
    ['an accent on the ring', 'accent', on('a', 1, { accent: true }), 'one-per-string', 0.3],
    ['an accent on the index', 'accent', on('i', 1, { accent: true }), 'one-per-string', 0],
    ['the other finger leading', 'lead', on('m', 1, { isLeadStroke: true }), 'alternation:i-m', 60],
    ['the right one leading', 'lead', on('i', 1, { isLeadStroke: true }), 'alternation:i-m', 0],
    ['down where the grid says up', 'pick-change', on('down', 3, { isOffGrid: true }), 'alternate:by-grid', 1000],
    ['up where the grid says up', 'pick-change', on('up', 3, { isOffGrid: true }), 'alternate:by-grid', 0],
  ])('%s', (_what, family, stroke, school, amount) => {
    expect(own(family, stroke, context(school))).toBeCloseTo(amount, 9);
  });
});

describe('costs of two strokes, from the table of 2-domain', () => {
  const soon = 0.2;
  const fading = decayWithRest({ decayUnits: soon }, { hand: ABLE_ADULT_HAND });
  test.each<[string, CostCategory, FingeredStroke, FingeredStroke, string, number]>([
    ['a finger twice running', 'repeat', on('m', 2), on('m', 2), 'one-per-string', 3.75 * fading],
    ['the thumb twice running', 'repeat', on('p', 6), on('p', 4), 'one-per-string', 0.9 * fading],
    ['two fingers in turn', 'repeat', on('i', 2), on('m', 2), 'one-per-string', 0],
    ['middle below index', 'cross', on('i', 2), on('m', 3), 'one-per-string', 3 * fading],
    ['index below middle', 'cross', on('m', 2), on('i', 3), 'one-per-string', 0],
    ['index and middle on one string', 'span', on('i', 2), on('m', 2), 'one-per-string', 0.5 * fading],
    ['index and ring on neighbouring strings', 'span', on('i', 2), on('a', 1), 'one-per-string', 0.5 * fading],
    ['index, middle on neighbouring strings', 'span', on('i', 3), on('m', 2), 'one-per-string', 0],
    [
      'outside: down then up toward the treble',
      'pick-change',
      on('down', 4),
      on('up', 3),
      'hybrid-legato',
      0.5 * fading,
    ],
    ['inside: up then down toward the treble', 'pick-change', on('up', 4), on('down', 3), 'economy', 1.6 * fading],
    ['sweep: down then down toward the treble', 'pick-change', on('down', 4), on('down', 3), 'economy', 0.15 * fading],
    ['outside over a string', 'pick-change', on('down', 5), on('up', 3), 'hybrid-legato', (0.5 + 0.3) * fading],
    [
      'toward the bass: up then down is outside',
      'pick-change',
      on('up', 3),
      on('down', 4),
      'hybrid-legato',
      0.5 * fading,
    ],
    ['down, down in strict order', 'pick-change', on('down', 4), on('down', 4), 'alternate', 1000 + fading],
    ['a mark to rake, given', 'rake', on('m', 2), on('m', 3, { rake: true }), 'one-per-string', 0],
    ['a mark to rake, not given', 'rake', on('m', 2), on('i', 3, { rake: true }), 'one-per-string', 25],
    ['back by another finger where the school rakes', 'returning', on('a', 1), on('m', 2), 'finger-sweep', 3 * fading],
    ['pick and middle side by side', 'confined', on('down', 3), on('m', 2), 'hybrid:pick-pick-m', 1.5 * fading],
    ['pick and middle with a string between', 'confined', on('down', 4), on('m', 2), 'hybrid:pick-pick-m', 0],
  ])('%s', (_what, family, from, to, school, amount) => {
    expect(pair(family, from, to, soon, context(school))).toBeCloseTo(amount, 9);
  });
});

test('at the shipped estimates nothing is rushed before its ceiling, and beyond it the cost rises at once', () => {
  expect(computeTimePressure(1, 4, 1)).toBe(0);
  expect(computeTimePressure(1.1, 4, 1)).toBeCloseTo(8, 9);
});

describe('rush: nothing up to 45 %, the weight at 100 %, then steep (2-domain)', () => {
  test.each([
    [0.2, 0],
    [0.45, 0],
    [1, 4],
    [0.725, 1],
    [1.5, 4 + 40],
  ])('a share of %f costs %f', (share, cost) => {
    expect(computeTimePressure(share, 4, 0.45)).toBeCloseTo(cost, 9);
  });
});

describe('seconds needed, an able adult (est., fitted to the ranges of docs/judgement.md)', () => {
  test.each<[string, FingeredStroke, FingeredStroke, number]>([
    ['thumb from 6 to 4', on('p', 6), on('p', 4), 0.2435 + 2 * 0.009],
    ['index on one string', on('i', 2), on('i', 2), 0.235],
    ['ring a string away', on('a', 1), on('a', 2), 0.29 + 0.009],
    ['pick down, up on one string', on('down', 3), on('up', 3), 0.095],
    ['pick down, down on one string', on('down', 3), on('down', 3), 0.15],
    ['pick outside', on('down', 4), on('up', 3), 0.095 + 0.001 + 0.009],
    ['pick inside', on('up', 4), on('down', 3), 0.095 + 0.003 + 0.009],
    ['pick sweeping on', on('down', 4), on('down', 3), 0.08],
  ])('%s', (_what, from, to, seconds) => {
    expect(minIntervalSameActuator(from, to, context('one-per-string'))).toBeCloseTo(seconds, 12);
  });

  test('two digits in turn: 0.105 s, middle and ring 0.11 s', () => {
    expect(minIntervalOtherActuator(on('p', 6), on('i', 3), context('one-per-string'))).toBe(0.105);
    expect(minIntervalOtherActuator(on('a', 1), on('m', 2), context('one-per-string'))).toBe(0.11);
  });

  test('a rake takes a sweep’s time, where the school rakes or the stroke asks for it', () => {
    expect(minIntervalSameActuator(on('a', 1), on('a', 2), context('finger-sweep'))).toBe(DEFAULT_ESTIMATES.sweep);
    expect(minIntervalSameActuator(on('a', 1), on('a', 2, { rake: true }), context('one-per-string'))).toBe(
      DEFAULT_ESTIMATES.sweep,
    );
    expect(minIntervalSameActuator(on('a', 1), on('a', 2), context('finger-sweep:thumb-rake'))).toBeGreaterThan(
      DEFAULT_ESTIMATES.sweep,
    );
  });

  test('a slower hand needs longer, the slower of two digits deciding', () => {
    const hand = valueOrThrow(createHandProfile({ key: 'x', name: 'x', scale: { p: 2 } }));
    const where = { ...context('one-per-string'), hand };
    expect(minIntervalSameActuator(on('p', 6), on('p', 6), where)).toBeCloseTo(0.487, 12);
    expect(minIntervalOtherActuator(on('p', 6), on('i', 3), where)).toBeCloseTo(0.21, 12);
  });
});

describe('who rakes which way', () => {
  test.each<[string, FingeredStroke, FingeredStroke, boolean]>([
    ['finger-sweep', on('a', 1), on('a', 2), true],
    ['finger-sweep', on('a', 2), on('a', 1), false],
    ['finger-sweep', on('p', 6), on('p', 5), true],
    ['finger-sweep', on('p', 4), on('p', 3), false],
    ['finger-sweep:rake-back', on('p', 6), on('p', 5), false],
    ['finger-sweep:thumb-rake', on('a', 1), on('a', 2), false],
    ['one-per-string', on('m', 2), on('m', 3), false],
  ])('%s: %j then %j', (school, from, to, rakes) => {
    expect(isRakeContinuation(from, to, context(school).school)).toBe(rakes);
  });
});
