import { sayMessage } from '@fleet-wren/wording';
import { actuatorOf } from '../../pattern/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import {
  analyseSong,
  createBuildUp,
  createSong,
  createSongFromChart,
  expandSong,
  parseChart,
  type Song,
} from '../index.ts';
import type { Bar } from '../model/song.ts';

/** Two bars: thumb on 5 and 4, fingers above, a hammer-on, a muted bass. */
const written: Bar['texture'] = {
  written: [
    { id: 'a', at: 0, string: 5, pin: 'p', damped: true },
    { id: 'b', at: 420, string: 2, pin: 'm' },
    { id: 'c', at: 840, string: 4, pin: 'p' },
    { id: 'd', at: 1260, string: 3, pin: 'i' },
    { id: 'e', at: 1680, string: 5, pin: 'p' },
    { id: 'f', at: 2100, string: 2, pin: 'm', fret: 1 },
    { id: 'g', at: 2310, string: 2, fret: 3, slur: 'hammer-on' },
  ],
};

const song: Song = {
  ...createSong('Layers'),
  ...(() => {
    const made = valueOrThrow(createSongFromChart(valueOrThrow(parseChart('| C | C |')), 'Layers'));
    return {
      ...made,
      sections: made.sections.map((section) => ({
        ...section,
        bars: section.bars.map((bar) => ({ ...bar, texture: written })),
      })),
    };
  })(),
};

const layers = createBuildUp(song, analyseSong(song));

test('thumb, the busier finger, the other, hammer-ons, damping: each on top of the one before', () => {
  expect(layers.map(({ name }) => sayMessage(name))).toEqual([
    'Thumb alone',
    'Add the middle finger',
    'Add the index finger',
    'Add hammer-ons, pull-offs and slides',
    'Add damping, bends and ornaments',
  ]);
  // Three thumb strokes a bar, then two of the middle finger, one of the index, the hammer-on.
  expect(layers.map(({ strokes }) => strokes)).toEqual([6, 10, 12, 14, 14]);
});

test('every stroke keeps the digit it has in the whole, and no layer is harder than the next by its ceiling', () => {
  const whole = analyseSong(song);
  const digitOf = new Map(
    whole.expanded.pattern.strokes.map(({ id, at, string }) => [`${at}/${string}`, whole.analysis.digits[id] ?? null]),
  );
  for (const layer of layers) {
    const study = analyseSong(layer.song);
    for (const { id, at, string, slur } of study.expanded.pattern.strokes)
      if (!slur) expect(study.analysis.digits[id] ?? null).toBe(digitOf.get(`${at}/${string}`));
  }
  const ceilings = layers.map(({ maxTempo }) => maxTempo ?? Infinity);
  expect([...ceilings].sort((a, b) => b - a)).toEqual(ceilings);
});

test('only the thumb in the first, marks of the other hand only where they are added', () => {
  const digits = Object.values(analyseSong(layers[0]?.song ?? song).analysis.digits);
  expect(new Set(digits.map((digit) => digit && actuatorOf(digit)))).toEqual(new Set(['p']));
  const damped = layers.map((layer) => expandSong(layer.song).pattern.strokes.some((stroke) => stroke.damped));
  expect(damped).toEqual([false, false, false, false, true]);
});

test('the last layer is the song', () => {
  const places = (one: Song) =>
    expandSong(one).pattern.strokes.map(({ at, string, slur, damped, fret }) => ({ at, string, slur, damped, fret }));
  expect(places(layers.at(-1)?.song ?? song)).toEqual(places(song));
});

test('a song of the thumb alone is one layer', () => {
  const plain = createSong('Plain');
  expect(createBuildUp(plain, analyseSong(plain)).length).toBeGreaterThanOrEqual(1);
});
