import { createPattern, type Pattern } from '../../pattern/index.ts';
import { fingerPattern } from '../../fingering/index.ts';
import { analysePattern } from '../pattern/analyse-pattern.ts';

const harp = (id: string, at: number, string: number, fret: number, touch: number) => ({
  id,
  at,
  string,
  fret,
  harmonic: { kind: 'harp' as const, touch },
});

const open = (id: string, at: number, string: number) => ({ id, at, string, fret: 0 });

/** Harmonics and plain notes in turn: the index only touches (common practice, no source). */
const cascade: Pattern = createPattern('Cascade', {
  metre: { beats: 3, unit: 4 },
  subdivision: 2,
  cyclic: false,
  strokes: [
    harp('a', 0, 6, 0, 12),
    open('b', 420, 3),
    harp('c', 840, 5, 3, 15),
    open('d', 1260, 2),
    harp('e', 1680, 4, 2, 14),
    open('f', 2100, 1),
  ],
});

test.each(['one-per-string', 'three-finger', 'rolling'])(
  'in %s the index plucks nothing beside a harmonic',
  (school) => {
    const { digits } = fingerPattern({ ...cascade, school });
    expect(digits).not.toContain('i');
    expect(digits.filter((_, index) => index % 2 === 0)).toEqual(['p', 'p', 'p']);
  },
);

test('a harmonic on a treble string breaks no rule of who owns it', () => {
  const high = { ...cascade, strokes: [harp('a', 0, 1, 0, 12), open('b', 840, 3)] };
  expect(analysePattern(high).diagnostics.map(({ code }) => code)).not.toContain('rule-broken');
});

test('a jump of the touching index is what limits it', () => {
  const jump = (touch: number): number => {
    const strokes = [harp('a', 0, 6, 0, 12), harp('b', 420, 6, touch - 12, touch)];
    return analysePattern({ ...cascade, strokes }).limit?.maxTempo ?? Infinity;
  };
  // From 12 to 21 there are seven frets beyond two: 0.12 s + 7 · 0.02 s; within two only the touch.
  expect(jump(21)).toBeCloseTo(30 / 0.26, 6);
  expect(jump(14)).toBeCloseTo(30 / 0.12, 6);
});
