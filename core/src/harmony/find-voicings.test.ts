import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { chordParserFactory } from 'chord-symbol/lib/chord-symbol-esm.js';
import fc from 'fast-check';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { TUNINGS, createInstrument, midiToPitchClass, findTuningOrStandard } from '../instrument/index.ts';
import {
  rankAlternateBassStrings,
  findBassString,
  parseChordSymbol,
  suggestChordSymbols,
  findVoicings,
  soundingSymbol,
  type RankedVoicing,
} from './index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));
const shapes = (symbol: string, instrument = standard): readonly RankedVoicing[] =>
  valueOrThrow(findVoicings(symbol, instrument, { maxResults: 1000, maxFret: 15 }));
const text = ({ voicing }: RankedVoicing): string => voicing.frets.map((fret) => fret ?? 'x').join(' ');

const ROOTS = ['C', 'D', 'Eb', 'E', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const ENDINGS = [
  '',
  'm',
  '7',
  'm7',
  'maj7',
  '6',
  'm6',
  '9',
  'm9',
  'maj9',
  'add9',
  'sus2',
  'sus4',
  '7sus4',
  'dim',
  'dim7',
  'm7b5',
  'aug',
  '5',
  '13',
  '7b9',
  '7#9',
];

interface Parsed {
  readonly normalized: { readonly semitones: readonly number[]; readonly rootNote: string };
}

describe('symbols mean what an independent reader finds in them (chord-symbol 4.0.0)', () => {
  const parse = chordParserFactory() as (symbol: string) => Parsed & { readonly error?: unknown };

  test.each(ENDINGS)('every root with “%s”', (ending) => {
    for (const root of ROOTS) {
      const { root: pitch, tones } = valueOrThrow(parseChordSymbol(root + ending));
      const { semitones } = parse(root + ending).normalized;
      expect([...tones].sort((a, b) => a - b)).toEqual(
        [...new Set(semitones.map((one) => (pitch + one) % 12))].sort((a, b) => a - b),
      );
    }
  });
});

describe('shapes that every player knows come out on top (check table of 2-domain, common practice, no source)', () => {
  test.each([
    ['C', 'x 3 2 0 1 0', 5],
    ['G', '3 2 0 0 0 3', 6],
    ['D', 'x x 0 2 3 2', 4],
    ['E', '0 2 2 1 0 0', 6],
    ['Em', '0 2 2 0 0 0', 6],
    ['A', 'x 0 2 2 2 0', 5],
    ['Am', 'x 0 2 2 1 0', 5],
    ['Dm', 'x x 0 2 3 1', 4],
    ['B7', 'x 2 1 2 0 2', 5],
    ['F', '1 3 3 2 1 1', 6],
    ['C/G', '3 3 2 0 1 0', 6],
    ['G/B', 'x 2 0 0 0 3', 5],
    ['Dm/C', 'x 3 0 2 3 1', 5],
    ['D/F#', '2 x 0 2 3 2', 6],
    ['Bm', 'x 2 4 4 3 2', 5],
  ])('%s: %s, its bass on string %i', (symbol, frets, bass) => {
    const [first] = shapes(symbol);
    expect([first && text(first), first?.isCommonShape]).toEqual([frets, true]);
    expect(findBassString(standard, (first as RankedVoicing).voicing)).toBe(bass);
  });
});

test('every shape has the wanted bass lowest, all tones it needs, nothing else, and four fingers within four frets', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ROOTS),
      fc.constantFrom(...ENDINGS),
      fc.constantFrom(...TUNINGS),
      fc.integer({ min: 0, max: 5 }),
      (root, ending, tuning, capo) => {
        const instrument = { ...createInstrument(tuning), capo };
        const { tones, optional, bass } = valueOrThrow(parseChordSymbol(root + ending));
        for (const { voicing, fingers } of valueOrThrow(findVoicings(root + ending, instrument))) {
          const sounding = voicing.frets.flatMap((fret, place) =>
            fret === null ? [] : [midiToPitchClass((instrument.pitches[place] as number) + fret)],
          );
          const stopped = voicing.frets.filter((fret) => fret !== null && fret > 0) as number[];
          expect(sounding[0]).toBe(bass);
          expect(sounding.every((tone) => tones.includes(tone))).toBe(true);
          expect(tones.filter((tone) => !optional.includes(tone)).every((tone) => sounding.includes(tone))).toBe(true);
          expect(fingers).toBeLessThanOrEqual(4);
          if (stopped.length > 0) expect(Math.max(...stopped) - Math.min(...stopped)).toBeLessThanOrEqual(3);
        }
      },
    ),
    { numRuns: 60 },
  );
});

interface OpenShape {
  readonly frets: readonly number[];
  readonly baseFret: number;
}

interface OpenDataset {
  readonly chords: Readonly<
    Record<string, readonly { key: string; suffix: string; positions: readonly OpenShape[] }[]>
  >;
}

test('98 of 100 good shapes of an open dataset are found (@tombatossals/chords-db 0.5.1)', () => {
  const file = createRequire(import.meta.url).resolve('@tombatossals/chords-db/lib/guitar.json');
  const { chords } = JSON.parse(readFileSync(file, 'utf8')) as OpenDataset;
  const suffixes: Readonly<Record<string, string>> = { major: '', minor: 'm' };
  let [good, found] = [0, 0];
  for (const { key, suffix, positions } of Object.values(chords).flat()) {
    const symbol = key.replace('sharp', '#') + (suffixes[suffix] ?? suffix);
    const chord = parseChordSymbol(symbol);
    if (!chord.ok) continue;
    const known = new Set(shapes(symbol).map(text));
    for (const { frets, baseFret } of positions) {
      const shape = frets.map((fret) => (fret < 0 ? null : fret > 0 ? fret + baseFret - 1 : 0));
      const sounding = shape.flatMap((fret, place) =>
        fret === null ? [] : [midiToPitchClass((standard.pitches[place] as number) + fret)],
      );
      const { tones, optional, bass } = chord.value;
      const wrong =
        sounding.some((tone) => !tones.includes(tone)) ||
        tones.some((tone) => !optional.includes(tone) && !sounding.includes(tone)) ||
        sounding[0] !== bass;
      if (wrong) continue;
      good += 1;
      if (known.has(shape.map((fret) => fret ?? 'x').join(' '))) found += 1;
    }
  }
  expect(good).toBeGreaterThan(1200);
  expect(found / good).toBeGreaterThanOrEqual(0.98);
});

describe('behind a capo', () => {
  const capo = { ...standard, capo: 2 };

  test('a C is fingered as the shape every player knows, and sounds a D', () => {
    const voicing = shapes('C', capo)[0]?.voicing ?? { chord: '', frets: [] };
    expect(voicing.frets.map((fret) => fret ?? 'x').join(' ')).toBe('x 3 2 0 1 0');
    expect(soundingSymbol(voicing, capo)).toBe('D');
    expect(soundingSymbol({ chord: 'D', frets: [null, 3, 2, 0, 1, 0] }, capo)).toBeUndefined();
  });

  test.each([
    ['C', 'named as it is fingered'],
    ['D', 'named as it sounds'],
  ])('the bass of the shape is the same: %s, %s', (chord) => {
    const voicing = { chord, frets: [null, 3, 2, 0, 1, 0] };
    expect([findBassString(capo, voicing), rankAlternateBassStrings(capo, voicing)]).toEqual([5, [4]]);
  });
});

describe('what cannot be read says which part, and what is near', () => {
  test.each([
    ['Cmaj7x9', /“x9” is unknown.*Cmaj7/],
    ['X', /“X” is unknown/],
    ['', /is not a chord/],
    ['C'.repeat(200), /is not a chord/],
    ['C/Q', /is not a chord/],
  ])('%s', (symbol, words) => {
    const result = findVoicings(symbol, standard);
    expect(result.ok ? '' : result.problems.map(sayProblem).join(' ')).toMatch(words);
  });

  test('near ones can be read themselves', () => {
    for (const near of suggestChordSymbols('Gmaj77')) expect(parseChordSymbol(near).ok).toBe(true);
  });
});
