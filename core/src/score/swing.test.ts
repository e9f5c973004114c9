import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import {
  createPattern,
  exportMusicXml,
  exportTab,
  flattenScore,
  importMusicXml,
  importTab,
  secondsToTick,
  tickToSeconds,
  valueOrThrow,
  type Pattern,
} from '../index.ts';

const sixteenths = Array.from({ length: 16 }, (_, index) => ({ id: `s${index}`, at: index * 210, string: 3 }));

const swung = (changes: Partial<Pattern>): Pattern =>
  createPattern('Swung', { tempo: 60, swing: 75, strokes: sixteenths, ...changes });

const times = (pattern: Pattern): readonly number[] =>
  [0, 210, 420, 630].map((tick) => Number(tickToSeconds(flattenScore(pattern), tick).toFixed(4)));

/** The second of a pair comes late; everything else is where it is written (definition of swing). */
test('sixteenths swing in pairs, and the eighths stay', () => {
  expect(times(swung({ swingUnit: 16 }))).toEqual([0, 0.375, 0.5, 0.875]);
});

test('eighths that swing leave a beat of sixteenths straight', () => {
  expect(times(swung({}))).toEqual([0, 0.25, 0.5, 0.75]);
  expect(times(swung({ strokes: sixteenths.filter(({ at }) => at % 420 === 0) }))[2]).toBe(0.75);
});

test('triplets stay triplets whatever swings', () => {
  const triplets = Array.from({ length: 12 }, (_, index) => ({ id: `t${index}`, at: index * 280, string: 3 }));
  for (const swingUnit of [undefined, 16] as const) {
    const score = flattenScore(swung({ strokes: triplets, subdivision: 3, swingUnit }));
    expect(tickToSeconds(score, 280)).toBeCloseTo(1 / 3, 9);
  }
});

test('ticks and seconds are each other’s inverse (law)', () => {
  fc.assert(
    fc.property(fc.integer({ min: 50, max: 75 }), fc.nat(3359), fc.boolean(), (swing, tick, isFine) => {
      const score = flattenScore(swung({ swing, ...(isFine ? { swingUnit: 16 as const } : {}) }));
      expect(secondsToTick(score, tickToSeconds(score, tick))).toBeCloseTo(tick, 6);
    }),
  );
});

test('files say which notes swing, and are read so', () => {
  const pattern = swung({ swing: 60, swingUnit: 16 });
  const score = flattenScore(pattern);
  const digits = pattern.strokes.map(() => 'i' as const);
  const xml = exportMusicXml(score, digits);
  expect(xml).toContain('<swing-type>16th</swing-type>');
  for (const read of [importMusicXml(xml, new SaxesParser()), importTab(exportTab(score, digits, 'rolling'))])
    expect(valueOrThrow(read).pattern).toMatchObject({ swing: 60, swingUnit: 16 });
});
