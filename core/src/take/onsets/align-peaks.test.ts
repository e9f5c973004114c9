import fc from 'fast-check';
import { alignPeaks, pickPeaks } from '../onsets/align-peaks.ts';

describe('pairing strokes with peaks', () => {
  const wanted = (time: number) => ({ time, tolerance: 0.1 });
  const fit = { threshold: 1, scale: 0.035 };

  test('in order, each once, the nearer and the stronger first; what is too far stays alone', () => {
    const peaks = [0.01, 0.5, 0.52, 1.4].map((time, index) => ({ time, strength: index === 1 ? 1.1 : 3 }));
    expect(alignPeaks([0, 0.51, 1].map(wanted), peaks, fit)).toEqual([0, 2, null]);
  });

  test('never crosses, never uses one twice', () => {
    const times = fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { maxLength: 12 });
    fc.assert(
      fc.property(times, times, (asked, heard) => {
        const peaks = [...heard].sort((a, b) => a - b).map((time) => ({ time, strength: 2 }));
        const found = alignPeaks([...asked].sort((a, b) => a - b).map(wanted), peaks, fit).flatMap((one) => one ?? []);
        expect(found).toEqual([...new Set(found)].sort((a, b) => a - b));
      }),
    );
  });

  test('comes to the most gain there is: as trying every pairing in order does', () => {
    const times = fc.array(fc.double({ min: 0, max: 0.8, noNaN: true }), { maxLength: 5 });
    const gain = (from: { readonly time: number; readonly tolerance: number }, at: number): number => {
      const past = Math.abs(at - from.time);
      return past > from.tolerance ? -1 : 0.7 + 0.5 * Math.log(2) - 0.8 * Math.log(1 + (past / fit.scale) ** 2);
    };
    fc.assert(
      fc.property(
        times,
        times,
        fc.array(fc.double({ min: 0.02, max: 0.3, noNaN: true }), { minLength: 5, maxLength: 5 }),
        (asked, heard, reaches) => {
          const all = [...asked]
            .sort((a, b) => a - b)
            .map((time, index) => ({ time, tolerance: reaches[index] ?? 0.1 }));
          const peaks = [...heard].sort((a, b) => a - b).map((time) => ({ time, strength: 2 }));
          const most = (row: number, column: number): number => {
            const [one, peak] = [all[row], peaks[column]];
            if (!one || !peak) return 0;
            const both = gain(one, peak.time);
            return Math.max(
              most(row + 1, column),
              most(row, column + 1),
              both > 0 ? both + most(row + 1, column + 1) : 0,
            );
          };
          const found = alignPeaks(all, peaks, fit);
          const comes = found.reduce<number>(
            (sum, peak, row) =>
              sum + (peak === null ? 0 : gain(all[row] as (typeof all)[number], peaks[peak]?.time ?? 9)),
            0,
          );
          expect(comes).toBeCloseTo(most(0, 0), 9);
        },
      ),
    );
  });

  test('twenty thousand strokes on one pitch take no table of all by all', () => {
    const all = Array.from({ length: 20_000 }, (_, index) => wanted(index * 0.03));
    const peaks = all.map(({ time }) => ({ time: time + 0.002, strength: 2 }));
    expect(alignPeaks(all, peaks, fit)).toEqual(all.map((_, index) => index));
  });

  test('peaks are where it is highest, above the threshold', () => {
    const strengths = Float32Array.from([0, 1, 5, 1, 0, 0, 0, 0, 0, 0, 2, 3, 2, 0.5, 0]);
    expect(pickPeaks(strengths, 2).map(({ strength }) => strength)).toEqual([5, 3]);
  });
});
