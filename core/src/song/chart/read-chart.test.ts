import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import {
  proposeCapos,
  createCapoEdit,
  applySongEdit,
  parseChart,
  flattenSong,
  createSongFromChart,
  createTransposeEdit,
  transposeChordSymbol,
  type Song,
} from '../index.ts';

const chords = (song: Song): string =>
  song.sections
    .flatMap(({ bars }) => bars.map(({ chords: all }) => all.map(({ voicing }) => voicing).join(' ')))
    .join(' | ');

describe('a song in another key', () => {
  const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart('| C | G/B | Am . F . |')), 'Song'));
  const edited = (change: ReturnType<typeof createTransposeEdit>): Song =>
    valueOrThrow(applySongEdit(song, valueOrThrow(change))).document;

  test('moved two frets up, every chord by name, and back', () => {
    const up = edited(createTransposeEdit(song, 2));
    expect(chords(up)).toBe('D | A/C# | Bm G');
    expect(Object.keys(up.voicings).sort()).toEqual(['A/C#', 'Bm', 'D', 'G']);
    const back = valueOrThrow(applySongEdit(up, valueOrThrow(createTransposeEdit(up, -2)))).document;
    expect(back).toEqual(song);
  });

  test('behind a capo it sounds as before', () => {
    const behind = edited(createCapoEdit(song, 5));
    expect(chords(behind)).toBe(chords(song));
    const basses = (one: Song): readonly (number | null)[] =>
      flattenSong(one)
        .strokes.filter(({ at }) => at % 3360 === 0)
        .map(({ pitch }) => (pitch ?? 0) % 12);
    expect(basses(behind)).toEqual(basses(song));
  });
});

const standard = createInstrument(findTuningOrStandard('standard'));

describe('chord charts', () => {
  const bars = (chart: string): string =>
    valueOrThrow(parseChart(chart))
      .sections.map(
        ({ name, repeatCount, bars: all }) =>
          `${name}×${repeatCount}: ${all.map(({ chords, isNoChord }) => (isNoChord ? '-' : chords.map(({ symbol, position }) => `${symbol}@${position}`).join(' '))).join(' | ')}`,
      )
      .join(' / ');

  test.each([
    ['| C | G |', 'A×1: C@0 | G@0'],
    ['C | G', 'A×1: C@0 | G@0'],
    ['| C G |', 'A×1: C@0 G@0.5'],
    ['| C . . G |', 'A×1: C@0 G@0.75'],
    ['| C | % | G |', 'A×1: C@0 | C@0 | G@0'],
    ['Verse:\n| C |\nChorus:\n| G |', 'Verse×1: C@0 / Chorus×1: G@0'],
    ['[Verse]\n| C |', 'Verse×1: C@0'],
    ['||: C | G :||', 'A×2: C@0 | G@0'],
    ['| C | G | x3', 'A×3: C@0 | G@0'],
    ['| Am |\n| C | G | x2', 'A×1: Am@0 | C@0 | G@0 | C@0 | G@0'],
    ['| C | N.C. |', 'A×1: C@0 | -'],
    ['| F#m7b5/E |', 'A×1: F#m7b5/E@0'],
    ['C   G\nlow  water', 'A×1: C@0 | G@0'],
  ])('%j', (chart, expected) => expect(bars(chart)).toBe(expected));

  test('words stay with their bars', () => {
    const [section] = valueOrThrow(parseChart('C      G\nslowly down the river')).sections;
    expect(section?.bars.map(({ lyrics }) => lyrics)).toEqual(['slowly', 'down the river']);
  });

  test.each([
    ['| C | Gq |', /^Line 1, column 7: “Gq” is not a chord\. Did you mean G/],
    ['Verse:\n| C |\n| H |', /^Line 3, column 3/],
    ['hello there', /^Line 1, column 1/],
    ['', /chart has no bars/],
    ['| % |', /^Line 1, column 3/],
    ['| C | '.repeat(500), /bars/],
    ['x'.repeat(30_000), /characters/],
  ])('%j is refused, and said where', (chart, words) => {
    const read = parseChart(chart);
    expect(read.ok ? '' : read.problems.map(sayProblem).join(' ')).toMatch(words);
  });

  test('a bar whose chords overflow is refused', () => {
    const made = createSongFromChart(valueOrThrow(parseChart('| C G Am F C G Am F C G |')), 'Song');
    expect(made.ok ? '' : made.problems.map(sayProblem).join(' ')).toMatch(/bar 1.*more chords/);
  });
});

describe('keys and capos', () => {
  test.each([
    ['C', 2, 'D'],
    ['Am7/G', 2, 'Bm7/A'],
    ['F#m', -2, 'Em'],
    ['Bb', 1, 'B'],
    ['G', 1, 'Ab'],
    ['N.C.', 3, 'N.C.'],
  ])('%s moved by %i is %s', (symbol, by, moved) => expect(transposeChordSymbol(symbol, by)).toBe(moved));

  test('there and back is where it was, as pitches', () => {
    for (let by = 0; by < 12; by += 1) expect(transposeChordSymbol(transposeChordSymbol('C', by), -by)).toBe('C');
  });

  test('B flat, E flat, F are kind behind the first fret as A, D, E and behind the third as G, C, D (common practice, no source)', () => {
    const found = proposeCapos(['Bb', 'Eb', 'F'], standard).filter(({ openShapeCount }) => openShapeCount === 3);
    expect(found.map(({ capo, shapes }) => `${capo}: ${shapes.join(' ')}`)).toEqual(
      expect.arrayContaining(['1: A D E', '3: G C D']),
    );
  });
});
