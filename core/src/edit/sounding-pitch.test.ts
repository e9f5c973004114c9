import fc from 'fast-check';
import {
  applyPatternEdit,
  applySongEdit,
  createFeelEdit,
  createMetreEdit,
  createResizeEdit,
  createSong,
  flattenScore,
  flattenSong,
  listFeltMetres,
  planTransposition,
  valueOrThrow,
  type AnyPatternEdit,
  type Pattern,
  type Song,
  type SongChange,
} from '../index.ts';
import { patternArbitrary } from '../../test/arbitraries.ts';

/** What each stroke sounds, by its name. */
const pitches = (pattern: Pattern): ReadonlyMap<string, number | null> =>
  new Map(flattenScore(pattern).strokes.map(({ pitch }, index) => [pattern.strokes[index]?.id ?? '', pitch]));

/** Edits that are meant to leave every note that stays as it sounds; all others say a pitch or a shape. */
const SILENT: readonly (readonly [name: string, (pattern: Pattern) => AnyPatternEdit])[] = [
  ['rename', () => ({ kind: 'rename', name: 'Another' })],
  ['tempo', () => ({ kind: 'setTempo', tempo: 101 })],
  ['swing', () => ({ kind: 'setSwing', swing: 60 })],
  ['school', () => ({ kind: 'chooseSchool', school: 'rolling' })],
  ['loop', ({ cyclic }) => ({ kind: 'setCyclic', cyclic: !cyclic })],
  ['tags', () => ({ kind: 'setTags', tags: ['new'] })],
  ['more bars', (pattern) => createResizeEdit(pattern, { bars: Math.min(128, pattern.bars + 1) })],
  ['another metre', (pattern) => createMetreEdit(pattern, { beats: 3, unit: 4 })],
  ['beats felt otherwise', (pattern) => createMetreEdit(pattern, listFeltMetres(pattern.metre)[0] ?? pattern.metre)],
  ['pins', ({ strokes }) => ({ kind: 'put', strokes: strokes.map((stroke) => ({ ...stroke, pin: 'i' })) })],
  ['accents', ({ strokes }) => ({ kind: 'put', strokes: strokes.map((stroke) => ({ ...stroke, accent: true })) })],
];

test.each(SILENT)('%s changes no pitch (law)', (_name, edit) => {
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      const edited = applyPatternEdit(pattern, edit(pattern));
      fc.pre(edited.ok);
      if (!edited.ok) return;
      const before = pitches(pattern);
      for (const [id, pitch] of pitches(edited.value.document)) expect([id, pitch]).toEqual([id, before.get(id)]);
    }),
    { seed: 20261130, numRuns: 60 },
  );
});

const song: Song = createSong('Low water', { metre: { beats: 6, unit: 8 }, tempo: 168 });

const heard = (one: Song): readonly (number | null)[] => flattenSong(one).strokes.map(({ pitch }) => pitch);

/** What each edit of a song does to every sounding note, in semitones. */
const SONG_EDITS: readonly (readonly [name: string, semitones: number, edit: (one: Song) => SongChange])[] = [
  ['rename', 0, () => ({ kind: 'rename', name: 'Another' })],
  ['tempo', 0, () => ({ kind: 'setTempo', tempo: 90 })],
  ['swing', 0, () => ({ kind: 'setSwing', swing: 60 })],
  ['key', 0, () => ({ kind: 'setKey', key: 'D dorian' })],
  ['beats felt otherwise', 0, (one) => createFeelEdit(one, { ...one.metre, groups: [3, 3] })],
  ['capo for the same key', 0, (one) => valueOrThrow(planTransposition(one, { capo: 3 }, 'same-grips')).edit],
  ['up a tone', 2, (one) => valueOrThrow(planTransposition(one, { semitones: 2 }, 'same-grips')).edit],
];

test.each(SONG_EDITS)('%s moves a song by %i semitones', (_name, semitones, edit) => {
  const high = valueOrThrow(
    applySongEdit(song, valueOrThrow(planTransposition(song, { semitones: 5 }, 'same-grips')).edit),
  );
  const before = heard(high.document);
  const after = heard(valueOrThrow(applySongEdit(high.document, edit(high.document))).document);
  expect(after).toEqual(before.map((pitch) => pitch && pitch + semitones));
});
