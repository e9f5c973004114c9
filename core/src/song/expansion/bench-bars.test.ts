import { createVoicingEdit, applyPatternEdit } from '../../edit/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { findShape } from '../../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import { listChordSpans, type Pattern } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { createSongFromChart, expandSong, extractBenchBars, parseChart, patternToFigure } from '../index.ts';

const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart('| C | G | Am F |')), 'Song'));
const expanded = expandSong(song);

const basses = ({ strokes }: Pick<Pattern, 'strokes'>): readonly number[] =>
  strokes.filter(({ role }) => role).map(({ string }) => string);

test('a bar on the bench keeps its bass roles: another chord moves them and every note', () => {
  const g = extractBenchBars(expanded, 1, 1);
  expect(basses(g)).toEqual([6, 4, 6, 4]);
  const shape = findShape(createInstrument(findTuningOrStandard('standard')), 'D');
  if (!shape) throw new Error('no shape');
  const d = valueOrThrow(applyPatternEdit(g, createVoicingEdit(g, shape))).document;
  // D has its bass on the open fourth string.
  expect(basses(d)[0]).toBe(4);
  const pitches = flattenScore(d).strokes.map(({ pitch }) => (pitch ?? 0) % 12);
  for (const pitch of pitches) expect([2, 6, 9]).toContain(pitch);
});

test('several bars bring all their chords, changes inside a bar too (beats counted by hand)', () => {
  const all = extractBenchBars(expanded, 0, 3);
  expect(listChordSpans(all).map(({ at, voicing }) => `${at / 840}:${voicing.chord}`)).toEqual([
    '0:C',
    '4:G',
    '8:Am',
    '10:F',
  ]);
});

test('bench and song sound the same', () => {
  const heard = (pattern: Pattern) => flattenScore(pattern).strokes.map(({ at, string, pitch }) => [at, string, pitch]);
  expect(heard(extractBenchBars(expanded, 0, 3))).toEqual(heard({ ...expanded.pattern, cyclic: true }));
});

test('back in the song the figure is what it was', () => {
  const figure = patternToFigure(extractBenchBars(expanded, 1, 1), 'f');
  const plain = (strokes: readonly { at: number; role?: unknown; fret?: unknown }[]) =>
    strokes.map(({ at, role, fret }) => ({ at, role, fret }));
  expect(plain(figure.strokes)).toEqual(plain(song.figures[0]?.strokes ?? []));
});
