import fc from 'fast-check';
import { Continuity, type Whole } from './continuity.ts';

const RATE = 22_050;
const PIECE = 512;
const LENGTH = (1000 * PIECE) / RATE;

interface Come {
  /** Frames that are skipped before the piece, as the audio clock counts them. */
  readonly skipped?: number;
  /** Milliseconds by which the device's clock is ahead of the sound. */
  readonly late?: number;
}

/** What is said of pieces that come one after another. */
const saidOf = (pieces: readonly Come[]): readonly Whole[] => {
  const continuity = new Continuity(RATE);
  let frame = 4096;
  return pieces.map(({ skipped = 0, late = 0 }, index) => {
    frame += skipped;
    const piece = { frame, at: 1_000_000 + (index + 1) * LENGTH + late, samples: new Float32Array(PIECE) };
    frame += PIECE;
    return continuity.hear(piece);
  });
};

const steady = (count: number, come: Come = {}): readonly Come[] => Array.from({ length: count }, () => come);
const lossesIn = (said: readonly Whole[]): readonly number[] => said.filter((one) => typeof one === 'number');

test('sound that comes as it should is whole, with a clock that drifts by 200 in a million too', () => {
  const drifting = Array.from({ length: 4000 }, (_, index) => ({ late: 0.0002 * index * LENGTH }));
  expect(new Set(saidOf(drifting))).toEqual(new Set(['whole']));
});

test('missing frames are reported at once, with their length', () => {
  const said = saidOf([...steady(50), { skipped: 11_025 }, ...steady(50)]);
  expect(lossesIn(said)).toEqual([0.5]);
  expect(said.indexOf(0.5)).toBe(50);
});

test('sound that was skipped without being counted leaves the audio clock behind for good: doubtful, then lost', () => {
  const said = saidOf([...steady(50), ...steady(100, { late: 300 })]);
  expect(said.slice(0, 50)).not.toContain('doubtful');
  const [lost] = lossesIn(said);
  expect(lossesIn(said)).toHaveLength(1);
  expect(lost).toBeCloseTo(0.3, 2);
  // Nothing between is taken for sure.
  const certain = said.findIndex((one) => typeof one === 'number');
  expect(new Set(said.slice(50, certain))).toEqual(new Set(['doubtful']));
  expect(new Set(said.slice(certain + 1))).toEqual(new Set(['whole']));
});

test('a delay that is caught up with was only a delay', () => {
  const late = [200, 180, 150, 120, 90, 60, 30].map((one) => ({ late: one }));
  const said = saidOf([...steady(50), ...late, ...steady(50)]);
  expect(lossesIn(said)).toEqual([]);
  expect(said).toContain('doubtful');
  expect(said.at(-1)).toBe('whole');
});

test('a file that is played in quicker than it lasts, with pauses of the machine, is whole', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 50, maxLength: 400 }), (pauses) => {
      let wall = 0;
      const pieces = pauses.map((pause, index): Come => {
        wall += 0.2 + (index % 97 === 13 ? pause : 0);
        return { late: wall - (index + 1) * LENGTH };
      });
      expect(lossesIn(saidOf(pieces))).toEqual([]);
    }),
  );
});
