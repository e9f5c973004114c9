import { valueOrThrow } from '../errors/index.ts';
import { createInstrument, findTuningOrStandard, midiToPitchClass } from '../instrument/index.ts';
import { describeGrip, findVoicings, parseChordSymbol, type RankedVoicing } from './index.ts';

/**
 * Shapes players of these tunings use (common practice, no source; from memory, written down before the search was
 * asked). Several good ones are parted by “|”.
 */
const SHAPES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  'drop-d': {
    D: '0 0 0 2 3 2',
    Dm: '0 0 0 2 3 1',
    D7: '0 0 0 2 1 2',
    Dmaj7: '0 0 0 2 2 2',
    Dsus4: '0 0 0 2 3 3',
    G: '5 2 0 0 0 3|5 x 0 0 0 3|5 5 0 0 0 3',
    A: 'x 0 2 2 2 0',
    Am: 'x 0 2 2 1 0',
    A7: 'x 0 2 0 2 0',
    C: 'x 3 2 0 1 0',
    E: '2 2 2 1 0 0',
    Em: '2 2 2 0 0 0|2 2 2 0 0 x',
    Bm: 'x 2 4 4 3 2',
    B7: 'x 2 1 2 0 2',
  },
  'modal-d': {
    D5: '0 0 0 2 0 0',
    D: '0 0 4 2 0 0|0 0 0 2 0 4',
    Dm: '0 0 3 2 0 0|0 0 0 2 0 3',
    Dsus4: '0 0 0 0 0 0',
    G: '5 x 5 4 x 5|5 5 5 4 2 5|5 5 0 0 2 0|5 2 0 0 2 0|5 2 5 4 2 5',
    'G/B': 'x 2 0 0 2 0|x 2 5 4 2 5',
    Gsus2: '5 0 0 0 0 0|5 5 0 0 0 0',
    A5: 'x 0 2 2 0 2|7 7 7 x x x',
    Asus4: 'x 0 2 2 0 0',
    A7sus4: 'x 0 2 0 0 0',
    Em7: '2 0 2 0 2 0|2 2 2 0 2 0|2 x 2 0 2 0',
    Cadd9: 'x 3 2 0 3 0',
  },
  'open-g': {
    G: '0 0 0 0 0 0|x 0 0 0 0 0',
    G7: '0 0 0 0 0 3|x 0 0 0 0 3|x 0 3 0 0 0',
    Gmaj7: 'x 0 0 0 0 4|0 0 0 0 0 4',
    Gsus4: 'x 0 0 0 1 0|0 0 0 0 1 0',
    C: '5 5 5 5 5 5|x 5 5 5 5 5',
    'C/G': 'x 0 2 0 1 2',
    D: '7 7 7 7 7 7|x 7 7 7 7 7|0 x 0 2 3 4',
    A: 'x 2 2 2 2 2|2 2 2 2 2 2',
    Am: 'x 2 2 2 1 2',
    Em: '2 x 2 0 0 2|2 0 2 0 0 2',
  },
  'open-d': {
    D: '0 0 0 0 0 0',
    Dm: '0 0 3 x 0 0|0 0 0 x 0 3|0 0 3 3 0 0',
    D6: '0 2 0 0 0 0|0 0 0 0 2 0',
    D7: '0 3 0 0 0 0|0 0 0 0 3 0|0 0 0 0 0 10',
    Dmaj7: '0 0 0 0 4 0',
    Dsus4: '0 0 0 1 0 0',
    E: '2 2 2 2 2 2',
    Em: '2 2 2 1 2 2',
    G: '5 5 5 5 5 5',
    A: '7 7 7 7 7 7',
  },
};

interface Place {
  readonly tuning: string;
  readonly symbol: string;
  /** Where a wanted shape stands among those found, 0 first; −1 where it is not found. */
  readonly place: number;
  readonly first: RankedVoicing;
  /** Fewest fingers of a wanted shape. */
  readonly fingers: number;
}

const findPlace = (tuning: string, symbol: string, wanted: string): Place => {
  const found = valueOrThrow(findVoicings(symbol, createInstrument(findTuningOrStandard(tuning))));
  const shapes = found.map(({ voicing }) => voicing.frets.map((fret) => fret ?? 'x').join(' '));
  const fingers = Math.min(
    ...wanted.split('|').map((shape) => {
      const frets = shape.split(' ').map((fret) => (fret === 'x' ? null : Number(fret)));
      return describeGrip({ chord: symbol, frets })?.fingers ?? 5;
    }),
  );
  const place = shapes.findIndex((shape) => wanted.split('|').includes(shape));
  return { tuning, symbol, place, first: found[0] as RankedVoicing, fingers };
};

const places = Object.entries(SHAPES).flatMap(([tuning, shapes]) =>
  Object.entries(shapes).map(([symbol, wanted]) => findPlace(tuning, symbol, wanted)),
);

test('in altered tunings 38 of 46 chords have the shape a player uses first, all of drop D among them', () => {
  expect(places.filter(({ place }) => place === 0).length).toBeGreaterThanOrEqual(38);
  expect(places.filter(({ tuning, place }) => tuning === 'drop-d' && place !== 0)).toEqual([]);
});

test('where another shape comes first, it has every tone, its bass lowest, and at most a finger more', () => {
  const poorer = places
    .filter(({ place }) => place !== 0)
    .filter(({ tuning, symbol, first, fingers }) => {
      const { pitches } = createInstrument(findTuningOrStandard(tuning));
      const chord = valueOrThrow(parseChordSymbol(symbol));
      const sounding = first.voicing.frets.flatMap((fret, index) =>
        fret === null ? [] : [midiToPitchClass((pitches[index] as number) + fret)],
      );
      const isWhole = chord.tones.every((tone) => sounding.includes(tone));
      return !isWhole || sounding[0] !== chord.bass || first.fingers > fingers + 1;
    });
  expect(poorer.map(({ tuning, symbol }) => `${tuning} ${symbol}`)).toEqual([]);
});

test('the rest are among the first eight, but for two that take five fingers', () => {
  const missing = places.filter(({ place }) => place < 0 || place > 7).map(({ tuning, symbol }) => [tuning, symbol]);
  expect(missing).toEqual([
    ['open-g', 'Am'],
    ['open-d', 'Em'],
  ]);
});
