import { newSong } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { withFigureNames, withFirstFigureName } from './figure-names.ts';

const namesOf = (song: ReturnType<typeof newSong>): readonly string[] => song.figures.map(({ name }) => name);

const [first] = newSong('Low water').figures;
const song = newSong('Low water', {
  figures: first ? [first, { ...first, id: 'figure-2', name: 'Ferry roll' }] : [],
});

test('figures that are only numbered get words, those with a name keep it', () => {
  expect(namesOf(withFigureNames(song))).toEqual([say('songs.figure', { number: '1' }), 'Ferry roll']);
  expect(namesOf(withFirstFigureName(song))).toEqual([say('songs.alternating-bass'), 'Ferry roll']);
});
