import fc from 'fast-check';
import { oneNoteEachArbitrary } from '../../test/arbitraries.ts';
import { createPattern, soundingPitchOfStroke, type Stroke } from '../pattern/index.ts';
import {
  applyPatternEdit,
  createFollowChordEdit,
  createFretEdit,
  createFretMoveEdit,
  createSamePitchEdit,
} from './index.ts';

const pattern = createPattern('P', {
  strokes: [
    { id: 'a', at: 0, string: 5 },
    { id: 'b', at: 420, string: 2, fret: 5, role: 'bass' },
  ],
});

const strokesAfter = (made: ReturnType<typeof createFretEdit>): readonly Stroke[] => {
  if (!made.ok) throw new Error(made.problems[0]?.code);
  const done = applyPatternEdit(pattern, made.value);
  if (!done.ok) throw new Error(done.problems[0]?.code);
  return done.value.document.strokes;
};

test('a fret of its own, moved along the string, and given back to the chord', () => {
  expect(strokesAfter(createFretEdit(pattern, ['a'], 7))[0]).toEqual({ id: 'a', at: 0, string: 5, fret: 7 });
  // The chord of C stops string 5 at fret 3.
  expect(strokesAfter(createFretMoveEdit(pattern, ['a'], 2))[0]).toEqual({ id: 'a', at: 0, string: 5, fret: 5 });
  const back = applyPatternEdit(pattern, createFollowChordEdit(pattern, ['b']));
  expect(back.ok && back.value.document.strokes[1]).toEqual({ id: 'b', at: 420, string: 2, role: 'bass' });
});

test('on another string it is no longer the chord’s bass', () => {
  // E4: fret 5 of the B string is the open top string, and fret 9 of the G string.
  expect(strokesAfter(createSamePitchEdit(pattern, ['b'], -1))[1]).toEqual({ id: 'b', at: 420, string: 1, fret: 0 });
  expect(strokesAfter(createSamePitchEdit(pattern, ['b'], 1))[1]).toEqual({ id: 'b', at: 420, string: 3, fret: 9 });
});

test.each([
  ['beyond the last fret', createFretEdit(pattern, ['a'], 22)],
  ['below the nut', createFretMoveEdit(pattern, ['a'], -4)],
  ['a pitch the string has not', createSamePitchEdit(pattern, ['a'], -1)],
])('%s is refused', (_name, made) => {
  // C3 is below the open D string.
  expect(made.ok ? 'done' : made.problems[0]?.code).toBe('fret-out-of-range');
});

test('moved to another string every note keeps its pitch, or nothing is done', () => {
  fc.assert(
    fc.property(oneNoteEachArbitrary, fc.constantFrom(-1, 1), fc.nat(), (any, by, place) => {
      const stroke = any.strokes[place % Math.max(1, any.strokes.length)];
      if (!stroke) return;
      const made = createSamePitchEdit(any, [stroke.id], by);
      const done = made.ok ? applyPatternEdit(any, made.value) : undefined;
      const after = done?.ok ? done.value.document.strokes.find(({ id }) => id === stroke.id) : undefined;
      if (after && soundingPitchOfStroke(any, stroke) !== null)
        expect(soundingPitchOfStroke(any, after)).toBe(soundingPitchOfStroke(any, stroke));
    }),
  );
});
