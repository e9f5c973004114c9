import { jest } from '@jest/globals';
import fc from 'fast-check';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { listDigitsInOrder, analysePattern } from '../../analysis/index.ts';
import { createPattern, type Pattern } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { createSong, prepareSongExport } from '../../song/index.ts';
import { ticksPerBeat } from '../../time/index.ts';
import { countSplitBars, engravingOptions, maxStrokesPerSystem, exportMusicXml } from '../index.ts';
import { splitLongBars } from './split-long-bars.ts';

const scored = (pattern: Pattern, most?: number): string =>
  exportMusicXml(
    flattenScore(pattern),
    listDigitsInOrder(pattern, analysePattern(pattern)),
    {},
    { showDigits: true, counts: true, maxStrokesPerSystem: most },
  );

/** One bar of so many beats, four strokes to each. */
const long = (beats: number): Pattern =>
  createPattern('Long', {
    metre: { beats, unit: 4 },
    bars: 1,
    subdivision: 4,
    strokes: Array.from({ length: beats * 4 }, (_, index) => ({
      id: `s${index}`,
      at: index * 210,
      string: [5, 3, 2, 1][index % 4] as number,
    })),
  });

const measures = (source: string): readonly string[] => source.split('<measure').slice(1);

describe('bars too long for the paper', () => {
  test('twelve beats with room for twenty strokes: pieces of five, five and two beats, under one number and one metre', () => {
    const source = scored(long(12), 20);
    // By hand: 20 strokes are 5 beats of 4.
    expect(splitLongBars(flattenScore(long(12)), {}, 20).score.bars.map(({ metre }) => metre.beats)).toEqual([5, 5, 2]);
    expect(source.match(/<measure [^>]*>/g)).toEqual([
      '<measure number="1">',
      '<measure number="X1" implicit="yes">',
      '<measure number="X2" implicit="yes">',
    ]);
    expect(source.match(/<beats>\d+/g)).toEqual(['<beats>12']);
    expect(source.match(/<bar-style>dashed/g)).toHaveLength(2);
    expect(countSplitBars(flattenScore(long(12)), 20)).toBe(1);
  });

  test('beats are counted through: the second piece goes on where the first ended', () => {
    const [first = '', second = ''] = measures(scored(long(8), 16));
    const counts = (text: string): readonly string[] =>
      [...text.matchAll(/<text>(\d+)<\/text>/g)].map(([, one]) => one ?? '');
    expect([counts(first), counts(second)]).toEqual([
      ['1', '2', '3', '4'],
      ['5', '6', '7', '8'],
    ]);
  });

  test('short bars stay as they are, to the letter', () => {
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        expect(scored(pattern, 200)).toBe(scored(pattern));
      }),
      { seed: 51, numRuns: 40 },
    );
  });

  test('pieces are whole beats, fill their bar, hold no more than there is room for, unless one beat alone does', () => {
    fc.assert(
      fc.property(patternArbitrary, fc.integer({ min: 1, max: 12 }), (pattern, most) => {
        const score = flattenScore(pattern);
        const { score: broken, pieces } = splitLongBars(score, {}, most);
        score.bars.forEach((bar, index) => {
          const own = broken.bars.filter((_, piece) => pieces[piece]?.whole === index);
          expect(own.reduce((sum, { ticks }) => sum + ticks, 0)).toBe(bar.ticks);
          for (const { at, ticks, metre } of own) {
            expect(ticks).toBe(metre.beats * ticksPerBeat(metre));
            const times = new Set(score.strokes.map((one) => one.at).filter((one) => one >= at && one < at + ticks));
            expect(times.size <= most || metre.beats === 1).toBe(true);
          }
        });
        expect(broken.beats.map(({ number }) => number)).toEqual(score.beats.map(({ number }) => number));
      }),
      { seed: 52, numRuns: 60 },
    );
  });

  test('what a song says over its bars stays over them', () => {
    const { score, annotations } = prepareSongExport(
      createSong('Ash lane', { form: [{ section: 'section-1', times: 2 }] }),
    );
    const { annotations: moved, pieces } = splitLongBars(score, annotations, 4);
    for (const [bar, words] of annotations.sections ?? []) {
      const first = pieces.findIndex(({ whole }) => whole === bar);
      expect(moved.sections?.get(first)).toBe(words);
    }
  });

  test('an independent engraver (verovio) hears the same notes at the same times, and has no line too tight', async () => {
    const told: string[] = [];
    // What it has to say it says from when it is made.
    for (const way of ['error', 'warn', 'log'] as const)
      jest.spyOn(console, way).mockImplementation((words: string) => void told.push(words));
    const toolkit = new VerovioToolkit(await createVerovioModule());
    const room = { width: 695, scale: 58 };
    const heard = (source: string): readonly string[] => {
      toolkit.setOptions(engravingOptions(source, { ...room, height: 100 }));
      expect(toolkit.loadData(source)).toBeTruthy();
      toolkit.renderToSVG(1);
      const map = toolkit.renderToTimemap({ includeMeasures: false, includeRests: false }) as {
        qstamp: number;
        on?: string[];
      }[];
      return map.flatMap(({ qstamp, on = [] }) => {
        const pitches = on.map((id) => (toolkit.getMIDIValuesForElement(id) as { pitch: number }).pitch);
        return pitches.map((pitch) => `${qstamp.toFixed(3)}/${pitch}`);
      });
    };
    for (const beats of [9, 12, 16]) {
      const most = maxStrokesPerSystem(room);
      const whole = heard(scored(long(beats)));
      const broken = heard(scored(long(beats), most));
      // It also names what is tied on, and other ties come with other bars: what is struck has to be there.
      for (const { at, pitch } of flattenScore(long(beats)).strokes)
        for (const one of [whole, broken]) expect(one).toContain(`${(at / 840).toFixed(3)}/${pitch}`);
      expect(countSplitBars(flattenScore(long(beats)), most)).toBe(1);
    }
    const tight = (source: string): boolean => {
      told.length = 0;
      heard(source);
      return told.some((words) => words.includes('highly compressed'));
    };
    expect(tight(scored(long(16)))).toBe(true);
    expect(tight(scored(long(16), maxStrokesPerSystem(room)))).toBe(false);
  }, 60_000);
});
