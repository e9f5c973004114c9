import { createSong } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { withFigureNames, withFirstFigureName } from './figure-names.ts';

const namesOf = (song: ReturnType<typeof createSong>): readonly string[] => song.figures.map(({ name }) => name);

const [first] = createSong('Low water').figures;
const song = createSong('Low water', {
  figures: first ? [first, { ...first, id: 'figure-2', name: 'Ferry roll' }] : [],
});

test('figures that are only numbered get words, those with a name keep it', () => {
  expect(namesOf(withFigureNames(song))).toEqual([say('songs.figure', { number: '1' }), 'Ferry roll']);
  expect(namesOf(withFirstFigureName(song))).toEqual([say('songs.alternating-bass'), 'Ferry roll']);
});

test('a song in threes begins with an arpeggio', () => {
  const inSix = createSong('Low water', { metre: { beats: 6, unit: 8 } });
  expect(namesOf(withFirstFigureName(inSix))).toEqual([say('songs.first-arpeggio')]);
});
