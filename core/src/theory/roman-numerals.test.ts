import { findKey, formatKey, keySignature, parseKey, romanNumeral, transposeKey, type Key } from './index.ts';

const keyOf = (name: string): Key => {
  const key = parseKey(name);
  if (!key) throw new Error(name);
  return key;
};

/** Degrees as primers of harmony number them (common practice; from memory). */
test.each([
  ['C', 'C Dm Em F G7 Am Bdim', 'I ii iii IV V7 vi vii°'],
  ['G', 'Gmaj7 Am7 Bm7 Cmaj7 D7 Em7 F#m7b5', 'Imaj7 ii7 iii7 IVmaj7 V7 vi7 viiø7'],
  ['Am', 'Am Bdim C Dm Em F G', 'i ii° III iv v VI VII'],
  ['Am', 'E7 G#dim7 Bm7b5', 'V7 ♯vii°7 iiø7'],
  ['D', 'D C G A', 'I ♭VII IV V'],
  ['D mixolydian', 'D C G Am', 'I VII IV v'],
  ['D dorian', 'Dm G C Em', 'i IV VII ii'],
  ['C', 'Fm Bb Ab Db', 'iv ♭VII ♭VI ♭II'],
  ['E', 'Esus4 E5 Aadd9 C#m', 'Isus4 I5 IV vi'],
  ['C', 'C/E G/B Am/G', 'I/3 V/7 vi/5'],
])('in %s: %s', (key, symbols, numerals) => {
  expect(
    symbols
      .split(' ')
      .map((symbol) => romanNumeral(symbol, keyOf(key)))
      .join(' '),
  ).toBe(numerals);
});

test('a dominant of the chord that follows is named so', () => {
  expect(romanNumeral('A7', keyOf('C'), 'Dm')).toBe('V7/ii');
  expect(romanNumeral('D7', keyOf('C'), 'G7')).toBe('V7/V');
  expect(romanNumeral('C7', keyOf('C'), 'F')).toBe('V7/IV');
  expect(romanNumeral('C', keyOf('C'), 'F')).toBe('I');
  expect(romanNumeral('G7', keyOf('C'), 'C')).toBe('V7');
  expect(romanNumeral('E7', keyOf('C'), 'F')).toBe('III7');
});

/** Keys of progressions with their modes (common practice, no source). */
test.each([
  ['D C G D', 'D mixolydian'],
  ['Dm G Dm G Dm', 'D dorian'],
  ['Am D Am G', 'A dorian'],
  ['Em F Em Dm Em', 'E phrygian'],
  ['C D C Em D C', 'C lydian'],
  ['G C D G', 'G'],
  ['A7 D7 A7 E7', 'A'],
  ['C C7 F G7 C', 'C'],
  ['Am G F E7', 'Am'],
])('%s is in %s', (symbols, key) => expect(formatKey(findKey(symbols.split(' ')))).toBe(key));

/** Signatures of the modes (handbook table: dorian has those of the major key a tone below, and so on). */
test.each([
  ['D dorian', 0],
  ['E phrygian', 0],
  ['F lydian', 0],
  ['G mixolydian', 0],
  ['A dorian', 1],
  ['D mixolydian', 1],
  ['Bb', -2],
  ['F#m', 3],
])('%s has %i signs', (name, signs) => {
  expect(keySignature(keyOf(name))).toBe(signs);
  expect(formatKey(keyOf(name))).toBe(name);
});

test('moved by semitones and back a modal key is what it was (law)', () => {
  for (const name of ['D dorian', 'G mixolydian', 'F lydian', 'E phrygian'])
    for (let by = -11; by <= 11; by += 1) {
      const there = transposeKey(keyOf(name), by);
      expect(there.mode).toBe(keyOf(name).mode);
      expect(formatKey(transposeKey(there, -by))).toBe(name);
    }
});
