import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import {
  rankAlternateBassStrings,
  findBassString,
  parseChordBass,
  findShape,
  isStringSounding,
  type Voicing,
} from './index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));
const shape = (chord: string): Voicing => findShape(standard, chord) as Voicing;

describe('the bass of open chords (common practice, no source)', () => {
  test.each([
    ['E', 6],
    ['A', 5],
    ['D', 4],
    ['G', 6],
    ['C', 5],
    ['Em', 6],
    ['Am', 5],
    ['Dm', 4],
    ['B7', 5],
    ['F', 6],
    ['F (four strings)', 4],
    ['C/G', 6],
    ['G/B', 5],
    ['Dm/C', 5],
  ])('%s has its bass on string %i', (chord, string) => {
    expect(findBassString(standard, shape(chord))).toBe(string);
  });
});

describe('the alternate bass', () => {
  test.each([
    ['E', 5],
    ['A', 4],
    ['D', 3],
    ['G', 4],
    ['C', 4],
    ['Em', 5],
    ['Am', 4],
    ['F', 5],
  ])(
    '%s alternates with string %i: fifth, then octave root, then third; string 3 where nothing else is left',
    (chord, string) => {
      expect(rankAlternateBassStrings(standard, shape(chord))[0]).toBe(string);
    },
  );

  test('is never a muted string', () => {
    for (const chord of ['D', 'C', 'A', 'Am', 'B7', 'G/B'])
      for (const string of rankAlternateBassStrings(standard, shape(chord)))
        expect(isStringSounding(shape(chord), string)).toBe(true);
  });
});

test('a chord symbol names its root, and its bass where there is a slash', () => {
  expect(parseChordBass('Dm/C')).toEqual({ root: 2, bass: 0 });
  expect(parseChordBass('F♯m7')).toEqual({ root: 6, bass: 6 });
  expect(parseChordBass('open strings')).toBeUndefined();
});

test('a teacher gives the bass to another string; what does not sound cannot carry it', () => {
  const c = shape('C');
  expect(findBassString(standard, { ...c, bass: 4 })).toBe(4);
  expect(rankAlternateBassStrings(standard, { ...c, bass: 4 })).toEqual([5]);
  expect(findBassString(standard, { ...c, bass: 3 })).toBe(3);
  expect(findBassString(standard, { ...c, bass: 6 })).toBe(5);
  expect(findBassString(standard, { ...c, bass: 1 })).toBe(5);
});
