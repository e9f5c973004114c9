import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import {
  createInstrument,
  pitchAt,
  midiToPitchClass,
  stringCount,
  findTuningOrStandard,
  TUNINGS,
} from '../instrument/index.ts';
import {
  findBassString,
  parseChordBass,
  fretOfString,
  createOpenStringsVoicing,
  listOpenShapes,
  soundingPitch,
  type Voicing,
} from './index.ts';

interface Position {
  readonly frets: readonly number[];
  readonly baseFret: number;
}
interface Chord {
  readonly key: string;
  readonly suffix: string;
  readonly positions: readonly Position[];
}

/** An open dataset of guitar chords (package @tombatossals/chords-db 0.5.1, MIT). */
const dataset = JSON.parse(
  readFileSync(createRequire(import.meta.url).resolve('@tombatossals/chords-db/lib/guitar.json'), 'utf8'),
) as { readonly chords: Readonly<Record<string, readonly Chord[]>> };

const SUFFIXES: Readonly<Record<string, string>> = { '': 'major', m: 'minor', 7: '7', maj7: 'maj7', m7: 'm7' };

/** Frets of a position as our shapes have them: above the nut, null where muted. */
const fretsOf = ({ frets, baseFret }: Position): string =>
  frets.map((fret) => (fret < 0 ? 'x' : fret === 0 ? 0 : fret + baseFret - 1)).join(' ');

const known = (symbol: string): readonly string[] => {
  const match = /^([A-G])([a-z0-9]*)$/.exec(symbol);
  const suffix = match && SUFFIXES[match[2] ?? ''];
  return (dataset.chords[match?.[1] ?? ''] ?? [])
    .filter((chord) => chord.suffix === suffix)
    .flatMap(({ positions }) => positions.map(fretsOf));
};

const text = ({ frets }: Voicing): string => frets.map((fret) => fret ?? 'x').join(' ');
const standard = createInstrument(findTuningOrStandard('standard'));
const plain = listOpenShapes('standard', 6).filter(({ chord }) => /^[A-G](m|7|maj7|m7)?$/.test(chord));

test('of the common open shapes without a slash nearly all stand in the dataset as they are', () => {
  const found = plain.filter((shape) => known(shape.chord).includes(text(shape)));
  expect(plain.length).toBeGreaterThan(15);
  expect(found.length / plain.length).toBeGreaterThanOrEqual(0.9);
});

describe.each(TUNINGS.map((tuning) => [tuning.key, tuning] as const))('shapes in %s', (_key, tuning) => {
  const instrument = createInstrument(tuning);
  const shapes = listOpenShapes(tuning.key, tuning.pitches.length);

  test('have a fret for every string, within a hand’s reach', () => {
    for (const { frets } of shapes) {
      expect(frets).toHaveLength(stringCount(instrument));
      const stopped = frets.filter((fret): fret is number => fret !== null && fret > 0);
      if (stopped.length > 0) expect(Math.max(...stopped) - Math.min(...stopped)).toBeLessThanOrEqual(4);
    }
  });

  test('sound their root, and the bass lies where it is named', () => {
    for (const shape of shapes.filter(({ chord }) => chord !== 'open strings')) {
      const wanted = parseChordBass(shape.chord);
      const sounding = shape.frets.flatMap((_, index) => {
        const pitch = soundingPitch(instrument, shape, shape.frets.length - index);
        return pitch === null ? [] : [midiToPitchClass(pitch)];
      });
      expect([shape.chord, sounding.includes(wanted?.root ?? -1)]).toEqual([shape.chord, true]);
      const bass = findBassString(instrument, shape);
      expect(bass).not.toBeNull();
      expect(fretOfString(shape, bass as number)).not.toBeNull();
    }
  });

  test('the open strings are among them', () => {
    expect(shapes).toContainEqual(createOpenStringsVoicing(stringCount(instrument)));
  });
});

test('the third of a chord says major or minor', () => {
  const pitches = (symbol: string): readonly number[] => {
    const shape = plain.find(({ chord }) => chord === symbol) as Voicing;
    return shape.frets.flatMap((fret, index) =>
      fret === null ? [] : [midiToPitchClass(pitchAt(standard, 6 - index, fret))],
    );
  };
  expect(new Set(pitches('C'))).toEqual(new Set([0, 4, 7]));
  expect(new Set(pitches('Am'))).toEqual(new Set([9, 0, 4]));
  expect(new Set(pitches('G7'))).toEqual(new Set([7, 11, 2, 5]));
});
