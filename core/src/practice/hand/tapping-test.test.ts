import fc from 'fast-check';
import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { DEFAULT_ESTIMATES } from '../../fingering/index.ts';
import { estimateHandFromTaps, ADULT_TAP_INTERVALS, measureTapRun, type TapTarget } from '../index.ts';

const taps = (gap: number, count: number, jitter: (index: number) => number = () => 0): readonly number[] =>
  Array.from({ length: count }, (_, index) => index * gap + jitter(index));

describe('a run of taps', () => {
  test('comes to its median gap, whatever one missed or doubled tap does', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.09, max: 0.6, noNaN: true }), fc.integer({ min: 3, max: 15 }), (gap, at) => {
        const even = taps(gap, 20);
        const missed = even.filter((_, index) => index !== at);
        const doubled = [...even.slice(0, at), (even[at] as number) - gap / 3, ...even.slice(at)];
        for (const run of [even, missed, doubled])
          expect(valueOrThrow(measureTapRun({ target: ['i'], taps: run })).seconds).toBeCloseTo(gap, 6);
      }),
      { seed: 61, numRuns: 50 },
    );
  });

  test('that is too short or too uneven is refused and named', () => {
    const said = (run: readonly number[]): string => {
      const result = measureTapRun({ target: ['m', 'a'], taps: run });
      return result.ok ? 'used' : result.problems.map(sayProblem).join(' ');
    };
    expect(said(taps(0.2, 5))).toMatch(/Only 5 taps with middle and ring\. At least 9 are needed/);
    expect(said(taps(0.2, 20, (index) => (index % 2 === 0 ? 0.07 : -0.05)))).toMatch(
      /too uneven to measure \(± \d+%\)/,
    );
    expect(said(Array<number>(20).fill(1))).toMatch(/too uneven/);
  });
});

describe('a hand from taps', () => {
  test('on the strings an able adult is whoever strikes as the engine supposes', () => {
    const able = (['p', 'i', 'm', 'a'] as const).map((digit) => run([digit], DEFAULT_ESTIMATES[digit]));
    const pairs = [run(['i', 'm'], DEFAULT_ESTIMATES.otherDigit), run(['m', 'a'], DEFAULT_ESTIMATES.middleThenRing)];
    const { hand } = valueOrThrow(estimateHandFromTaps('own', 'Own', [...able, ...pairs], 'strings'));
    for (const digit of ['p', 'i', 'm', 'a'] as const) expect(hand.scale[digit]).toBeCloseTo(1, 6);
    expect(hand.times.otherDigit).toBeCloseTo(DEFAULT_ESTIMATES.otherDigit, 6);
    expect(hand.times.middleThenRing).toBeCloseTo(DEFAULT_ESTIMATES.middleThenRing, 6);
  });

  const run = (target: TapTarget, gap: number) => ({ target, taps: taps(gap, 24) });

  test('scales each digit by what it took against an able adult', () => {
    const { hand, unusableRuns } = valueOrThrow(
      estimateHandFromTaps('k', 'K', [
        run(['p'], ADULT_TAP_INTERVALS.p * 1.5),
        run(['i'], ADULT_TAP_INTERVALS.i),
        run(['m'], ADULT_TAP_INTERVALS.m * 1.2),
        run(['i', 'm'], 0.09),
      ]),
    );
    expect(unusableRuns).toEqual([]);
    expect(hand.scale.p).toBeCloseTo(1.5, 6);
    expect(hand.scale.i).toBeCloseTo(1, 6);
    // Not measured: as quick as the measured ones on the whole.
    expect(hand.scale.a).toBeCloseTo(1.2, 6);
    // Two in turn take longer by what their taps took longer: the engine multiplies by the slower digit’s scale.
    expect(hand.times.otherDigit * hand.scale.m).toBeCloseTo(
      (DEFAULT_ESTIMATES.otherDigit * 0.09) / ADULT_TAP_INTERVALS.pair.otherDigit,
      6,
    );
  });

  test('leaves out a run that cannot be used and says so; with none there is no hand', () => {
    const short = { target: ['a'] as const, taps: [0, 0.2] };
    expect(
      valueOrThrow(estimateHandFromTaps('k', 'K', [run(['i'], 0.16), short])).unusableRuns.map(sayProblem),
    ).toEqual([expect.stringMatching(/Only 2 taps with ring/)]);
    expect(estimateHandFromTaps('k', 'K', [short]).ok).toBe(false);
  });
});
