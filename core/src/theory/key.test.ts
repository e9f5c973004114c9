import fc from 'fast-check';
import { Key as Reference } from 'tonal';
import { estimateKey, formatKey, keySignature, parseKey, transposeKey, type Key } from './key.ts';
import { readChord } from './chord-symbol.ts';
import { createSymbolTransposer } from './transpose-symbols.ts';

const words = (text: string): readonly string[] => text.split(' ');

const moved = (text: string, by: number): string => {
  const symbols = words(text);
  return symbols.map(createSymbolTransposer(symbols, by)).join(' ');
};

describe('the key of a line of chords (common practice, no source)', () => {
  test.each([
    ['C G Am F', 'C'],
    ['G D Em C', 'G'],
    ['D A Bm F#m G D G A', 'D'],
    ['Am G F E', 'Am'],
    ['Am Dm E7 Am', 'Am'],
    ['Em B7 Em Am B7 Em', 'Em'],
    ['Dm Gm A7 Dm', 'Dm'],
    ['F Bb C7 F', 'F'],
    ['Bb Eb F7 Bb', 'Bb'],
    ['Cm Fm G7 Cm', 'Cm'],
    ['E A B7 E', 'E'],
    ['F#m Bm C#7 F#m', 'F#m'],
    ['Dm7 G7 Cmaj7', 'C'],
    ['Bm7b5 E7 Am', 'Am'],
    ['A D E7 A', 'A'],
    ['C E7 Am F G7 C', 'C'],
    ['Gm Cm D7 Gm', 'Gm'],
    ['Ab Db Eb7 Ab', 'Ab'],
    ['C#m A E B', 'E'],
  ])('%s is in %s', (symbols, key) => expect(formatKey(estimateKey(words(symbols)))).toBe(key));
  test('nothing that can be read has none', () => expect(estimateKey(['?', ''])).toBeUndefined());
});

describe('signatures and tonics of an independent library (tonal)', () => {
  test.each(words('C G D A E B F# F Bb Eb Ab Db Gb'))('%s major', (tonic) =>
    expect(keySignature(parseKey(tonic) as Key)).toBe(Reference.majorKey(tonic).alteration),
  );
  test.each(words('A E B F# C# G# D# D G C F Bb Eb'))('%s minor', (tonic) =>
    expect(keySignature(parseKey(`${tonic}m`) as Key)).toBe(Reference.minorKey(tonic).alteration),
  );
});

describe('chords moved as one key are spelled as that key wants them', () => {
  test.each([
    ['D A Bm F#m', 2, 'E B C#m G#m'],
    ['C G Am F', 1, 'Db Ab Bbm Gb'],
    ['Am E7 F G', 2, 'Bm F#7 G A'],
    ['Em B7 Am', 1, 'Fm C7 Bbm'],
    ['G D/F# Em', 5, 'C G/B Am'],
    ['C E7 Am D7 G7', 2, 'D F#7 Bm E7 A7'],
    ['C C#dim7 Dm', 2, 'D D#dim7 Em'],
    ['F Bbm6 C', 7, 'C Fm6 G'],
    ['A C#m D E', -2, 'G Bm C D'],
    ['E/G# A B7', 3, 'G/B C D7'],
    ['Bb Eb F', 4, 'D G A'],
    ['C N.C. G', 2, 'D N.C. A'],
    ['Bm F#', 1, 'Cm G'],
    ['B E F#', -1, 'Bb Eb F'],
  ])('%s by %i', (from, by, to) => expect(moved(from, by)).toBe(to));

  const roots = words('C Db D Eb E F F# G Ab A Bb B');
  const progression = fc.record({
    tonic: fc.constantFrom(...roots),
    degrees: fc.array(fc.constantFrom(0, 2, 4, 5, 7, 9), { minLength: 3, maxLength: 8 }),
    by: fc.integer({ min: -11, max: 11 }),
  });
  const line = (tonic: string, degrees: readonly number[]): readonly string[] =>
    [
      'C',
      ...['C', 'F', 'G7', 'C'],
      ...degrees.map((degree) => ({ 0: 'C', 2: 'Dm', 4: 'Em', 5: 'F', 7: 'G', 9: 'Am' })[degree]),
    ]
      .filter((symbol): symbol is string => symbol !== undefined)
      .map(
        createSymbolTransposer(words('C F G7 C'), roots.indexOf(tonic), {
          tonic: { letter: 'C', accidental: 0 },
          mode: 'major',
        }),
      );

  test('no symbol has two accidentals, each sounds as far away as asked, and the way back ends where it began', () => {
    fc.assert(
      fc.property(progression, ({ tonic, degrees, by }) => {
        const from = line(tonic, degrees);
        const to = from.map(createSymbolTransposer(from, by));
        const back = to.map(createSymbolTransposer(to, -by));
        const pitch = (symbol: string): number => {
          const chord = readChord(symbol);
          return 'root' in chord ? 'C D EF G A B'.indexOf(chord.root.letter) + chord.root.accidental : NaN;
        };
        from.forEach((symbol, index) => {
          expect(to[index]).toMatch(/^[A-G][#b]?(?![#b])/);
          expect((pitch(to[index] as string) - pitch(symbol) - by + 48) % 12).toBe(0);
          expect((pitch(back[index] as string) - pitch(symbol) + 48) % 12).toBe(0);
        });
      }),
      { numRuns: 300 },
    );
  });

  test('a key moved there and back is the same one, for all keys with six signs at the most', () => {
    for (const mode of ['major', 'minor'] as const)
      for (const tonic of words(mode === 'major' ? 'C G D A E B F Bb Eb Ab Db' : 'A E B F# C# G# D G C F Bb')) {
        const key = parseKey(`${tonic}${mode === 'minor' ? 'm' : ''}`) as Key;
        for (let by = -11; by <= 11; by += 1)
          expect(formatKey(transposeKey(transposeKey(key, by), -by))).toBe(formatKey(key));
      }
  });
});
