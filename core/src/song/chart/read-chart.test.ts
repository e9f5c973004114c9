import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import { proposeCapos, parseChart, createSongFromChart } from '../index.ts';

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
    ['Verse:\n| C |\n| Q |', /^Line 3, column 3/],
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
  test('B flat, E flat, F are kind behind the first fret as A, D, E and behind the third as G, C, D (common practice, no source)', () => {
    const found = proposeCapos(['Bb', 'Eb', 'F'], standard).filter(({ openShapeCount }) => openShapeCount === 3);
    expect(found.map(({ capo, shapes }) => `${capo}: ${shapes.join(' ')}`)).toEqual(
      expect.arrayContaining(['1: A D E', '3: G C D']),
    );
  });
});
