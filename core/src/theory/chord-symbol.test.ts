import { ChordType } from 'tonal';
import { isReadChord, readChord } from './chord-symbol.ts';
import {
  formatNote,
  intervalSemitones,
  lineOfFifths,
  nearestSpelling,
  noteAtFifths,
  parseNote,
} from './spelled-note.ts';

const tonesOf = (symbol: string): string => {
  const chord = readChord(symbol);
  return isReadChord(chord) ? chord.tones.map(formatNote).join(' ') : `unread from ${chord.unreadFrom}`;
};

const pitchClasses = (intervals: readonly string[]): string =>
  [...new Set(intervals.map((interval) => intervalSemitones(interval) % 12))].sort((a, b) => a - b).join(' ');

/** Where musicians and the reference library differ, and we read as musicians do (common practice, no source). */
const READ_OTHERWISE: ReadonlySet<string> = new Set([
  // A flat fifth replaces the fifth; the library reads it as ♯11 beside one.
  ...['M6b5', '6b5', '7b5b13', '7b5#9', '7#9b5', '9b5b13', '7b5b9', '7b9b5', '7b5b9b13'],
  // A flat sixth or thirteenth stands beside the fifth, which a shape may leave out.
  ...['M7b6', '^7b6', '7b13', 'mb6M7', 'mMaj7b6', '9b13', 'mMaj9b6', 'mb6b9'],
  // Altered chords have both ninths and the flat thirteenth.
  ...['7alt', 'alt7'],
  // A major thirteenth on a seventh chord brings no ninth.
  'M7add13',
  // A triangle means a major seventh, and a sharp eleventh stands on one.
  ...['^', '^#5', 'maj#4'],
  // Suspended: a fourth in place of the third.
  '4',
  // A flat behind the root belongs to the root.
  'b9sus',
  ...['dom', 'quartal', 'phryg', 'h', 'h7', 'm11A', 'o7M7'],
]);

describe('every symbol an independent library knows (tonal) is the same chord', () => {
  const known = ChordType.all().flatMap(({ aliases, intervals }) =>
    aliases.map((alias) => [alias, intervals] as const),
  );
  test.each(known.filter(([alias]) => !READ_OTHERWISE.has(alias)))('C%s', (alias, intervals) => {
    const chord = readChord(`C${alias}`);
    expect(isReadChord(chord) && pitchClasses(chord.intervals)).toBe(pitchClasses(intervals));
  });
  test('there are many', () => expect(known.length).toBeGreaterThan(190));
});

describe('usual spellings (common practice, no source)', () => {
  test.each([
    ['CmMaj7', 'C Eb G B'],
    ['Cm(maj7)', 'C Eb G B'],
    ['C-Δ7', 'C Eb G B'],
    ['Cø7', 'C Eb Gb Bb'],
    ['Bø7', 'B D F A'],
    ['CΔ9', 'C E G B D'],
    ['CM9', 'C E G B D'],
    ['C7(♯9,♭13)', 'C E G Bb D# Ab'],
    ['C7b9#9', 'C E G Bb Db D#'],
    ['Dadd11', 'D F# A G'],
    ['D7sus2', 'D E A C'],
    ['DmMaj7', 'D F A C#'],
    ['Hm', 'B D F#'],
    ['Hb', 'Bb D F'],
    ['Cbb', 'Cbb Ebb Gbb'],
    ['Ebb5', 'Eb G Bbb'],
    ['E6/9', 'E G# B C# F#'],
    ['C7/13', 'C E G Bb A'],
    ['C-7', 'C Eb G Bb'],
    ['C7-9', 'C E G Bb Db'],
    ['C7+9', 'C E G Bb D#'],
    ['C+7', 'C E G# Bb'],
    ['C7+', 'C E G# Bb'],
    ['C−', 'C Eb G'],
    ['Co7', 'C Eb Gb Bbb'],
    ['F♯m7(♭5)', 'F# A C E'],
    ['C7(no5)', 'C E Bb'],
    ['C(omit3)', 'C G'],
    ['Sol7', 'G B D F'],
    ['Lam', 'A C E'],
    ['Sib', 'Bb D F'],
    ['Do#m7', 'C# E G# B'],
    ['Fadd9', 'F A C G'],
    ['Faug', 'F A C#'],
    ['G#m', 'G# B D#'],
    ['Dbm', 'Db Fb Ab'],
  ])('%s is %s', (symbol, tones) => expect(tonesOf(symbol)).toBe(tones));

  test.each([
    ['Am7/G', 'G'],
    ['D/F♯', 'F#'],
    ['H7/D#', 'D#'],
    ['E6/9', 'E'],
    ['C', 'C'],
  ])('the bass of %s is %s', (symbol, bass) => {
    const chord = readChord(symbol);
    expect(isReadChord(chord) && formatNote(chord.bass)).toBe(bass);
  });

  test.each([
    ['Cmaj77', 5],
    ['Cmm', 2],
    ['C55', 2],
    ['Cfoo', 1],
    ['C7b8', 2],
    ['C/', 1],
    ['Xm', 0],
    ['c', 0],
    ['', 0],
  ])('%s cannot be read from %i on', (symbol, unreadFrom) => expect(readChord(symbol)).toEqual({ unreadFrom }));
});

test('the line of fifths and its notes are each other’s inverse; a spelling has the pitch class it was asked for', () => {
  for (let place = -15; place <= 19; place += 1) expect(lineOfFifths(noteAtFifths(place))).toBe(place);
  for (let key = -7; key <= 7; key += 1)
    for (let pitchClass = 0; pitchClass < 12; pitchClass += 1)
      expect(intervalSemitones('1P') + ((lineOfFifths(nearestSpelling(pitchClass, key)) * 7 + 144) % 12)).toBe(
        pitchClass,
      );
  expect(parseNote('E#')).toEqual({ letter: 'E', accidental: 1 });
  expect(parseNote('H')).toBeUndefined();
});
