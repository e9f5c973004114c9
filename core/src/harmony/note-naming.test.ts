import { NOTE_NAMING_SYSTEMS, formatChordSymbol, formatNoteName } from './index.ts';

// Note names by language: the table of pitch names in any handbook of general music theory (from memory).
describe('notes by the name a country has for them', () => {
  test.each([
    ['C', 'C', 'Do'],
    ['D', 'D', 'Re'],
    ['E', 'E', 'Mi'],
    ['F', 'F', 'Fa'],
    ['G', 'G', 'Sol'],
    ['A', 'A', 'La'],
    ['B', 'H', 'Si'],
    ['Bb', 'B', 'Sib'],
    ['B♭', 'B', 'Si♭'],
    ['F#', 'F#', 'Fa#'],
    ['Eb', 'Eb', 'Mib'],
  ])('%s is %s and %s', (note, german, syllable) => {
    expect([
      formatNoteName(note, 'letters'),
      formatNoteName(note, 'letters with H'),
      formatNoteName(note, 'syllables'),
    ]).toEqual([note, german, syllable]);
  });

  test.each([
    ['Bm7', 'Hm7', 'Sim7'],
    ['Bb/D', 'B/D', 'Sib/Re'],
    ['A/B', 'A/H', 'La/Si'],
    ['C6/9', 'C6/9', 'Do6/9'],
    ['Dmaj7', 'Dmaj7', 'Remaj7'],
    ['Badd9', 'Hadd9', 'Siadd9'],
    ['G7b9', 'G7b9', 'Sol7b9'],
    ['C (2)', 'C (2)', 'Do (2)'],
    ['x32010', 'x32010', 'x32010'],
  ])('%s is %s and %s', (symbol, german, syllable) => {
    expect([formatChordSymbol(symbol, 'letters with H'), formatChordSymbol(symbol, 'syllables')]).toEqual([
      german,
      syllable,
    ]);
  });

  test('no two notes of a naming are called the same', () => {
    const notes = ['C', 'C#', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
    for (const naming of NOTE_NAMING_SYSTEMS)
      expect(new Set(notes.map((note) => formatNoteName(note, naming))).size).toBe(notes.length);
  });
});
