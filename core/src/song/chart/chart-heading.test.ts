import { valueOrThrow } from '../../errors/index.ts';
import {
  createSongFromChart,
  flattenSong,
  parseChart,
  parseChartHeading,
  planTransposition,
  applySongEdit,
} from '../index.ts';

/** What charts say of a song, as players write it (common practice, no source). */
test.each([
  ['6/8', { metre: { beats: 6, unit: 8, groups: [3, 3] } }],
  ['Time: 3/4', { metre: { beats: 3, unit: 4 } }],
  ['Time signature: 12/8', { metre: { beats: 12, unit: 8, groups: [3, 3, 3, 3] } }],
  ['Capo 2', { capo: 2 }],
  ['capo: 3rd fret', { capo: 3 }],
  ['Capo on IV', { capo: 4 }],
  ['No capo', { capo: 0 }],
  ['Tempo: 96', { tempo: { value: 96 } }],
  ['♩ = 72', { tempo: { value: 72, ticks: 840 } }],
  ['♩. = 56', { tempo: { value: 56, ticks: 1260 } }],
  ['q. = 54', { tempo: { value: 54, ticks: 1260 } }],
  ['Tempo: dotted quarter = 54', { tempo: { value: 54, ticks: 1260 } }],
  ['eighth note = 168', { tempo: { value: 168, ticks: 420 } }],
  ['120 bpm', { tempo: { value: 120 } }],
  ['Key: Am', { key: 'Am' }],
  ['Key of Bb', { key: 'Bb' }],
  ['key: f♯ minor', { key: 'F#m' }],
  ['Title: Low water', { title: 'Low water' }],
])('%s', (line, heading) => expect(parseChartHeading(line)).toEqual(heading));

test.each([
  '| C | G |',
  'C G Am F',
  'Verse:',
  '[Chorus]',
  'Am7/G',
  '13/5',
  'Capo 99',
  'Row the boat',
  'Tempo: 9999',
  '5',
])('%s is none', (line) => expect(parseChartHeading(line)).toBeUndefined());

const songOf = (chart: string) => valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Song'));

test('a chart in 6/8 makes a song in 6/8: two felt beats, the thumb on the first of each pair', () => {
  const song = songOf('6/8\nTempo: 168\n| C | Am |');
  expect(song).toMatchObject({ metre: { beats: 6, unit: 8 }, tempo: 168 });
  expect(song.figures[0]?.strokes.map(({ at, string }) => `${at}/${string}`).join(' ')).toBe(
    '0/5 420/3 840/2 1260/1 1680/2 2100/3',
  );
});

test('behind a capo the chart’s symbols are what is fingered, and it sounds higher', () => {
  const [open, behind] = [songOf('| C | G |'), songOf('Capo 2\n| C | G |')];
  expect(behind.voicings.C?.frets).toEqual(open.voicings.C?.frets);
  const pitches = (song: typeof open): readonly number[] => flattenSong(song).strokes.map(({ pitch }) => pitch ?? 0);
  expect(pitches(behind)).toEqual(pitches(open).map((pitch) => pitch + 2));
});

test('moved to another capo, symbols that name what is fingered follow the fingers', () => {
  const song = songOf('Capo 2\n| C | G |');
  const plan = valueOrThrow(planTransposition(song, { capo: 0 }, 'easiest-shapes'));
  expect(plan.chords.map(({ from, to }) => `${from}→${to}`)).toEqual(['C→D', 'G→A']);
  const moved = valueOrThrow(applySongEdit(song, plan.edit)).document;
  const roots = (one: typeof song): readonly number[] =>
    flattenSong(one)
      .strokes.filter(({ at }) => at % 3360 === 0)
      .map(({ pitch }) => (pitch ?? 0) % 12);
  expect(roots(moved)).toEqual(roots(song));
  const up = valueOrThrow(planTransposition(song, { semitones: 2 }, 'easiest-shapes'));
  expect(up.chords.map(({ to, after }) => [to, after.frets.map((fret) => fret ?? 'x').join(' ')])).toEqual([
    ['D', 'x x 0 2 3 2'],
    ['A', 'x 0 2 2 2 0'],
  ]);
});

test('shapes written as frets are taken as they are', () => {
  const song = valueOrThrow(
    createSongFromChart(valueOrThrow(parseChart('| C=x35553 | x02210 | G x-2-4-4-3-2 |')), 'S'),
  );
  const shapes = Object.values(song.voicings).map(
    ({ chord, frets }) => `${chord} ${frets.map((f) => f ?? 'x').join('')}`,
  );
  expect(shapes).toEqual(['C x35553', 'Am x02210', 'G 320003', 'Bm x24432']);
});
