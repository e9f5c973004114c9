import { valueOrThrow } from '../../errors/index.ts';
import { flattenScore } from '../../score/index.ts';
import { parseStringNotation } from '../string-notation/parse-string-notation.ts';
import { exportMusicXml } from './export-musicxml.ts';

const { pattern } = valueOrThrow(parseStringNotation('6 3 2 1 2 3 4 3 2 1 2 3', { subdivision: 3, chord: 'Em' }));
const score = flattenScore(pattern);
const digits = pattern.strokes.map(({ string }) => (string > 3 ? ('p' as const) : ('i' as const)));

const notesOf = (text: string, staff: number): readonly string[] =>
  [...text.matchAll(/<note\b[^]*?<\/note>/g)]
    .map(([note]) => note)
    .filter((note) => note.includes(`<staff>${staff}</staff>`) && note.includes('<pitch>'));

const tied = (notes: readonly string[]): readonly string[] => notes.filter((note) => note.includes('<tie'));

test('on the tablature of a sheet a fret stands once, and the staff of notes has the ties', () => {
  const sheet = exportMusicXml(score, digits, {}, { showDigits: true });
  expect(tied(notesOf(sheet, 1)).length).toBeGreaterThan(0);
  expect(tied(notesOf(sheet, 2))).toEqual([]);
  expect(notesOf(sheet, 2)).toHaveLength(pattern.strokes.length);
});

test('a file for other programs has every note on both staves', () => {
  const file = exportMusicXml(score, digits);
  expect(tied(notesOf(file, 2))).toHaveLength(tied(notesOf(file, 1)).length);
});
