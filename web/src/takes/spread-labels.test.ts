import fc from 'fast-check';
import { spreadLabels } from './spread-labels.ts';

describe('names beside lines', () => {
  test('stay where they are wanted when there is room', () => {
    expect(spreadLabels([20, 60, 40], 13, [10, 130])).toEqual([20, 60, 40]);
  });

  test('are pushed apart, in order, within the bounds', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 10, max: 130, noNaN: true }), { maxLength: 6 }), (wanted) => {
        const placed = spreadLabels(wanted, 13, [10, 130]);
        const order = placed.map((at, index) => ({ at, wanted: wanted[index] as number })).sort((a, b) => a.at - b.at);
        order.slice(1).forEach(({ at, wanted: now }, index) => {
          const before = order[index] as (typeof order)[number];
          expect(at - before.at).toBeGreaterThan(12.99);
          expect(now).toBeGreaterThanOrEqual(before.wanted);
        });
        placed.forEach((at) => expect(at).toBeLessThanOrEqual(130));
        placed.forEach((at) => expect(at).toBeGreaterThanOrEqual(10));
      }),
    );
  });
});
