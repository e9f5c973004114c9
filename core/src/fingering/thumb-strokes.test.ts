import {
  applyPatternEdit,
  createIdGenerator,
  createInstrument,
  createPattern,
  exportMidi,
  fingerPattern,
  flattenScore,
  importMidi,
  keepHandPart,
  parseStringNotation,
  valueOrThrow,
  type Pattern,
  type Stroke,
} from '../index.ts';
import { findThumbStrokes } from './index.ts';

const line = (strings: readonly number[], step = 420): readonly Stroke[] =>
  strings.map((string, index) => ({ id: `s${index}`, at: index * step, string, fret: 0 }));

const onInstrument = (pitches: readonly number[], strings: readonly number[], thumbFrom?: number): Pattern => {
  const instrument = {
    ...createInstrument({ key: 'own', pitches }),
    ...(thumbFrom === undefined ? {} : { thumbFrom }),
  };
  return createPattern('P', {
    instrument,
    voicing: { chord: 'open strings', frets: pitches.map(() => 0) },
    subdivision: 2,
    strokes: line(strings),
  });
};

const SIX = [40, 45, 50, 55, 59, 64];

/** Who plays what on instruments other than the usual (common practice, no source). */
test.each([
  ['six strings', SIX, [6, 3, 2, 1], undefined, 'p i m a'],
  ['a melody on string 4', SIX, [6, 4, 5, 4], 5, 'p i p i'],
  ['three strings', [43, 50, 55], [3, 2, 1, 2], undefined, 'p i m i'],
  ['four re-entrant strings', [67, 60, 64, 69], [4, 2, 3, 1], undefined, 'p i p m'],
  ['the thumb down to string 3', SIX, [6, 2, 3, 1], 3, 'p i p m'],
])('%s', (_what, pitches, strings, thumbFrom, digits) => {
  expect(fingerPattern(onInstrument(pitches, strings, thumbFrom)).digits.join(' ')).toBe(digits);
});

const keptStrings = (pattern: Pattern, part: 'thumb' | 'fingers'): string =>
  valueOrThrow(applyPatternEdit(pattern, valueOrThrow(keepHandPart(part)(pattern, [], createIdGenerator(pattern)))))
    .document.strokes.map(({ string }) => string)
    .join(' ');

test('the thumb’s part is what it plays, wherever that is', () => {
  const pinned = onInstrument(SIX, [6, 3, 4, 2]);
  const strokes = pinned.strokes.map((stroke) => (stroke.string === 3 ? { ...stroke, pin: 'p' as const } : stroke));
  expect(keptStrings({ ...pinned, strokes }, 'thumb')).toBe('6 3 4');
  const index = pinned.strokes.map((stroke) => (stroke.string === 4 ? { ...stroke, pin: 'i' as const } : stroke));
  expect(keptStrings({ ...pinned, strokes: index }, 'fingers')).toBe('3 4 2');
});

test('where a pick takes the thumb’s place, its basses are the thumb’s part', () => {
  const { pattern } = valueOrThrow(parseStringNotation('5 3 2 4 3 1', { school: 'hybrid', subdivision: 2 }));
  const thumb = findThumbStrokes(pattern);
  expect(pattern.strokes.filter(({ id }) => thumb.has(id)).map(({ string }) => string)).toEqual([5, 4]);
});

test('ten strings have a MIDI channel each, and come back on them', () => {
  const ten = onInstrument([20, 25, 30, 35, 40, 45, 50, 55, 59, 64], [10, 9, 8, 7, 6, 1]);
  const read = valueOrThrow(importMidi(exportMidi(flattenScore(ten))));
  expect(read.pattern.strokes.map(({ string }) => string)).toEqual([10, 9, 8, 7, 6, 1]);
});
