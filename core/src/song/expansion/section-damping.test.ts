import { valueOrThrow } from '../../errors/index.ts';
import { createSongFromChart, expandSong, parseChart, parseSong, type SectionDamping, type Song } from '../index.ts';

const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart('Verse:\n| C | Am |\nChorus:\n| C |')), 'Song'));

const dampedBy = (of: Song, damping: SectionDamping): Song => ({
  ...of,
  sections: of.sections.map((section, index) => (index === 0 ? { ...section, damping } : section)),
});

const BAR = 3360;

const written = (of: Song) => expandSong(of).pattern.strokes;

test('the palm damps the thumb’s notes of the verse and nothing of the chorus', () => {
  const strokes = written(dampedBy(song, 'thumb'));
  const verse = strokes.filter(({ at }) => at < 2 * BAR);
  // The figure of a new song: the thumb on strings 6 to 4, the fingers on 3 to 1.
  expect(verse.some(({ string }) => string <= 3)).toBe(true);
  for (const { string, damped } of verse) expect(damped ?? false).toBe(string >= 4);
  expect(strokes.filter(({ at, damped }) => at >= 2 * BAR && damped)).toEqual([]);
});

test('of every note, what rings and what is a harmonic sounds on', () => {
  const [ringing, harmonic, plain] = [
    { id: 'a', at: 0, string: 1, ring: true },
    { id: 'b', at: 840, string: 2, harmonic: { kind: 'natural', touch: 12 } },
    { id: 'c', at: 1680, string: 3 },
  ] as const;
  const own: Song = {
    ...song,
    sections: song.sections.map((section) => ({
      ...section,
      bars: section.bars.map((bar) => ({ ...bar, texture: { written: [ringing, harmonic, plain] } })),
    })),
  };
  const first = written(dampedBy(own, 'all')).slice(0, 3);
  expect(first.map(({ damped }) => damped ?? false)).toEqual([false, false, true]);
});

test('it is undone by choosing none, though the bars are the same values as before', () => {
  const damped = dampedBy(song, 'all');
  expect(written(damped).some((stroke) => stroke.damped)).toBe(true);
  expect(written(song).some((stroke) => stroke.damped)).toBe(false);
});

test('a file keeps it, and one that names another hand is refused with its place', () => {
  const damped = dampedBy(song, 'thumb');
  expect(valueOrThrow(parseSong(JSON.parse(JSON.stringify(damped)))).sections[0]?.damping).toBe('thumb');
  const wrong = parseSong({ ...damped, sections: [{ ...damped.sections[0], damping: 'palm' }, damped.sections[1]] });
  expect(wrong.ok ? [] : wrong.problems.map(({ details }) => details)).toMatchObject([
    { where: 'song.sections[0].damping' },
  ]);
});
