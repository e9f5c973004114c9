import { Chord } from 'tonal';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import { findShapeMismatch, listShapesByHeart, nameShape } from './index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));

const framed = (text: string): readonly (number | null)[] =>
  text.split(' ').map((fret) => (fret === 'x' ? null : Number(fret)));

/** Shapes and what a guitarist calls them (common practice, no source). */
test.each([
  ['x 3 2 0 1 0', 'C'],
  ['0 3 2 0 1 0', 'C/E'],
  ['3 3 2 0 1 0', 'C/G'],
  ['x 3 2 0 0 0', 'Cmaj7'],
  ['x 3 2 2 1 3', 'C6'],
  ['x 3 2 2 1 0', 'Am/C'],
  ['x 3 2 3 1 0', 'C7'],
  ['x 3 2 0 3 0', 'Cadd9'],
  ['x 0 2 2 1 0', 'Am'],
  ['x 0 2 0 1 0', 'Am7'],
  ['x 0 2 2 3 0', 'Asus4'],
  ['x 0 2 2 0 0', 'Asus2'],
  ['x x 0 2 3 2', 'D'],
  ['2 x 0 2 3 2', 'D/F♯'],
  ['0 2 2 0 0 0', 'Em'],
  ['0 2 0 0 0 0', 'Em7'],
  ['0 2 1 1 0 2', 'Emaj9'],
  ['0 0 0 0 0 0', 'Em11'],
  ['x 0 2 0 2 2', 'A13'],
  ['x 4 6 6 5 4', 'C♯m'],
  ['4 6 6 4 4 4', 'G♯m'],
  ['x 1 3 3 3 1', 'B♭'],
  ['x 6 8 8 7 6', 'E♭m'],
  ['2 4 4 3 2 2', 'F♯'],
  ['4 6 6 5 4 4', 'A♭'],
  ['x 2 3 2 3 x', 'Bm7b5'],
  ['x x 0 1 0 1', 'Ddim7'],
  ['x 3 2 1 1 0', 'Caug'],
  ['0 2 0 1 3 3', 'E7#9'],
  ['x 0 0 0 0 3', 'G/A'],
  ['3 x 0 0 0 x', 'G'],
  ['0 2 2 x x x', 'E5'],
])('%s is %s', (frets, name) => expect(nameShape(standard, framed(frets))[0]).toBe(name));

test('most shapes of the table are called as the table calls them, and an independent library knows every name', () => {
  const plain = listShapesByHeart('standard', 6).filter(({ chord }) => !/open|\(/.test(chord));
  const ascii = (name: string): string => name.replace(/♯/g, '#').replace(/♭/g, 'b');
  const called = plain.filter(({ chord, frets }) => nameShape(standard, frets).map(ascii).includes(ascii(chord)));
  expect(called.length / plain.length).toBeGreaterThan(0.95);
  const names = plain.flatMap(({ frets }) => nameShape(standard, frets)).map(ascii);
  expect(names.filter((name) => Chord.get(name).empty && !/6\/9|\//.test(name))).toEqual([]);
});

test('behind a capo a shape is called as it is fingered', () => {
  expect(nameShape({ ...standard, capo: 2 }, framed('x 3 2 0 1 0'))[0]).toBe('C');
});

describe('a shape that does not sound its symbol', () => {
  test.each([
    ['Em', 'x x 10 x 10 0', { foreign: ['C', 'A'], missing: ['G'] }],
    ['C', 'x 3 2 0 1 1', { foreign: ['F'], missing: [] }],
    ['Am', 'x 0 2 2 2 0', { foreign: ['C♯'], missing: ['C'] }],
  ])('%s over %s', (chord, frets, mismatch) => {
    expect(findShapeMismatch({ chord, frets: framed(frets) }, standard)).toEqual(mismatch);
  });

  test.each([
    ['C', 'x 3 2 0 1 0', 0],
    ['C', 'x 3 2 0 1 0', 2],
    ['D', 'x 3 2 0 1 0', 2],
    ['F (four strings)', 'x x 3 2 1 1', 0],
    ['open strings', '0 0 0 0 0 0', 0],
    ['C7', 'x 3 2 3 1 0', 0],
  ])('%s over %s with capo %i is as it should be', (chord, frets, capo) => {
    expect(findShapeMismatch({ chord, frets: framed(frets) }, { ...standard, capo })).toBeUndefined();
  });

  test('no shape of the tables is one', () => {
    for (const tuning of ['standard', 'drop-d', 'open-d', 'open-g', 'modal-d', 'four-string', 'five-string']) {
      const instrument = createInstrument(findTuningOrStandard(tuning));
      const wrong = listShapesByHeart(tuning, instrument.pitches.length).flatMap((shape) => {
        const mismatch = findShapeMismatch(shape, instrument);
        return mismatch?.foreign.length ? [{ tuning, chord: shape.chord, ...mismatch }] : [];
      });
      expect(wrong).toEqual([]);
    }
  });
});
