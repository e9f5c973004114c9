import fc from 'fast-check';
import { patternArbitrary } from '../../test/arbitraries.ts';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { parseStringNotation } from '../formats/index.ts';
import {
  copyStrokes,
  createSubdivideBeatEdit,
  applyPatternEdit,
  createInsertBeatEdit,
  createMoveEdit,
  createPasteEdit,
  createDeleteBeatEdit,
  type AnyPatternEdit,
} from './index.ts';
import {
  listSubdivisionSlots,
  formatCount,
  createPattern,
  startOfSlot,
  patternLength,
  validatePattern,
  moveBySlots,
  type Pattern,
} from '../pattern/index.ts';

const after = (pattern: Pattern, change: AnyPatternEdit): Pattern => {
  const done = applyPatternEdit(pattern, change);
  if (!done.ok) throw new Error(done.problems.map(sayProblem).join(' '));
  return done.value.document;
};
const places = ({ strokes }: Pattern): string => strokes.map(({ at, string }) => `${at}/${string}`).join(' ');
const figure = (text: string, subdivision = 4): Pattern =>
  valueOrThrow(parseStringNotation(text, { subdivision, chord: 'C', wholeBeats: true })).pattern;
let names = 0;
const newId = (): string => `new-${(names += 1)}`;

describe('strokes moved together', () => {
  test('by parts of the beat and by strings', () => {
    const pattern = figure('6 5 - -');
    const ids = pattern.strokes.map(({ id }) => id);
    expect(places(after(pattern, valueOrThrow(createMoveEdit(pattern, ids, 1, -1))))).toBe('210/5 420/4');
  });
  test.each([
    [-1, 0],
    [4, 0],
    [0, 1],
    [0, -9],
  ])('not off the edge: %i, %i', (parts, strings) => {
    const pattern = figure('6 5 - -');
    expect(
      createMoveEdit(
        pattern,
        pattern.strokes.map(({ id }) => id),
        parts,
        strings,
      ).ok,
    ).toBe(false);
  });
  test('not onto another stroke', () => {
    const pattern = figure('6 6 - -');
    expect(createMoveEdit(pattern, [pattern.strokes[0]?.id ?? ''], 1, 0).ok).toBe(false);
  });
});

describe('copy and paste', () => {
  test('puts them down elsewhere under new names; what is there gives way', () => {
    const pattern = figure('6 3 5 3');
    const clip = copyStrokes(
      pattern,
      pattern.strokes.slice(0, 2).map(({ id }) => id),
    );
    const done = after(pattern, valueOrThrow(createPasteEdit(pattern, clip, 210, newId)));
    expect(places(done)).toBe('0/6 210/6 210/3 420/5 420/3 630/3');
  });
  test('not beyond the end', () => {
    const pattern = figure('6 3 5 3');
    expect(
      createPasteEdit(
        pattern,
        copyStrokes(
          pattern,
          pattern.strokes.map(({ id }) => id),
        ),
        420,
        newId,
      ).ok,
    ).toBe(false);
  });
});

describe('beats', () => {
  test('a single bar grows and shrinks by a beat', () => {
    const pattern = figure('6 3 5 3', 1);
    const grown = after(pattern, valueOrThrow(createInsertBeatEdit(pattern, 840)));
    expect(grown.metre.beats).toBe(5);
    expect(places(grown)).toBe('0/6 1680/3 2520/5 3360/3');
    expect(places(after(grown, valueOrThrow(createDeleteBeatEdit(grown, 840))))).toBe(places(pattern));
  });
  test('of several bars what follows moves on, into a new bar if it must', () => {
    const pattern = { ...figure('6 3 5 3', 1), bars: 2 };
    expect(after(pattern, valueOrThrow(createInsertBeatEdit(pattern, 0)))).toMatchObject({
      bars: 2,
      metre: { beats: 4 },
    });
  });
  test('whatever is inserted can be removed again, and all of it stands', () => {
    fc.assert(
      fc.property(patternArbitrary, fc.nat(), (pattern, seed) => {
        const at = seed % patternLength(pattern);
        const grown = createInsertBeatEdit(pattern, at);
        if (!grown.ok) return;
        const done = after(pattern, grown.value);
        expect(validatePattern(done)).toEqual([]);
        const back = after(done, valueOrThrow(createDeleteBeatEdit(done, at)));
        expect(places(back)).toBe(places(pattern));
      }),
      { seed: 71, numRuns: 60 },
    );
  });
  test('a beat cut in its own parts is counted so, and uncut again', () => {
    const pattern = createPattern('x');
    const cut = after(pattern, createSubdivideBeatEdit(pattern, 2520, 6));
    expect(
      listSubdivisionSlots(cut)
        .map((part) => formatCount(cut, part))
        .join(' '),
    ).toBe('1 e & a 2 e & a 3 e & a 4 · trip · let ·');
    expect(after(cut, createSubdivideBeatEdit(cut, 2520, 4)).divisions).toBeUndefined();
  });
});

test('steps go from part to part, over beats that are cut otherwise, and stay inside', () => {
  const pattern = createPattern('x', { divisions: [{ beat: 1, parts: 3 }] });
  expect([0, 1, 2, 3, 4, 5, 6, 7, 8].map((steps) => moveBySlots(pattern, 0, steps))).toEqual([
    0, 210, 420, 630, 840, 1120, 1400, 1680, 1890,
  ]);
  fc.assert(
    fc.property(patternArbitrary, fc.nat(), fc.integer({ min: -5, max: 5 }), (one, seed, steps) => {
      const at = startOfSlot(one, seed % patternLength(one));
      const there = moveBySlots(one, at, steps);
      expect(there).toBeGreaterThanOrEqual(0);
      expect(there).toBeLessThan(patternLength(one));
      expect(startOfSlot(one, there)).toBe(there);
    }),
    { seed: 72 },
  );
});
