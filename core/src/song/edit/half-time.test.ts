import { valueOrThrow } from '../../errors/index.ts';
import {
  applySongEdit,
  createHalfTimeEdit,
  createSongFromChart,
  flattenSong,
  parseChart,
  type Song,
} from '../index.ts';

const song = valueOrThrow(
  createSongFromChart(valueOrThrow(parseChart('Verse:\n| C | Am G |\nChorus:\n| F | C |')), 'Song'),
);
const [verse, chorus] = song.sections.map(({ id }) => id) as [string, string];

const halved = (of: Song, id: string): Song =>
  valueOrThrow(applySongEdit(of, valueOrThrow(createHalfTimeEdit(of, id, (name) => `${name} half`)))).document;

const notes = (one: Song) => flattenSong(one).strokes.map(({ at, string, pitch }) => ({ at, string, pitch }));

test('every note and chord of the section comes twice as late, the rest after it as it was', () => {
  const half = halved(song, verse);
  const before = notes(song);
  const length = 2 * 3360;
  const expected = before.map((note) => ({ ...note, at: note.at < length ? note.at * 2 : note.at + length }));
  expect(notes(half)).toEqual(expected);
  const chords = flattenSong(half).chords.map(({ at, voicing }) => `${at / 840}:${voicing.chord}`);
  // C four beats and four more, Am and G four beats each, then F and C as they were.
  expect(chords).toEqual(['0:C', '8:Am', '12:G', '16:F', '20:C']);
});

test('the other section keeps its figure, the changed one has its own, which is shared when it is done again', () => {
  const half = halved(song, verse);
  expect(half.figures.map(({ name, length }) => [name, length])).toEqual([
    [song.figures[0]?.name, 3360],
    [`${song.figures[0]?.name} half`, 6720],
  ]);
  expect(halved(half, chorus).figures).toHaveLength(2);
});

test('it is taken back as one', () => {
  const edit = valueOrThrow(createHalfTimeEdit(song, verse, (name) => name));
  const done = valueOrThrow(applySongEdit(song, edit));
  expect(valueOrThrow(applySongEdit(done.document, done.inverse)).document).toEqual(song);
});

test('a section that would be too long is refused', () => {
  const bars = Array.from({ length: 250 }, () => song.sections[0]?.bars[0] ?? { chords: [], texture: 'rest' as const });
  const long = {
    ...song,
    sections: song.sections.map((section) => (section.id === verse ? { ...section, bars } : section)),
  };
  expect(createHalfTimeEdit(long, verse, (name) => name).ok).toBe(false);
});
