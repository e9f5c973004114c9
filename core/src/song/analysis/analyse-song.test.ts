import { analysePattern } from '../../analysis/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import {
  computeLearningOrder,
  parseChart,
  createSongFromChart,
  analyseSong,
  createSongSummary,
  type Song,
} from '../index.ts';

const fromChart = (chart: string, changes: Partial<Song> = {}): Song =>
  valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Song', changes));

describe('what is said of a song', () => {
  const song = fromChart('Verse:\n| C | G | Am | F |\nChorus:\n| F | G | C | C |', { tempo: 100 });
  const study = analyseSong(song);

  test('it is fingered as one, as the written-out pattern is', () => {
    expect(study.analysis).toEqual(analysePattern(study.expanded.pattern));
    expect(study.barAnalyses).toHaveLength(8);
  });

  test('the bar that sets the ceiling has the most strain', () => {
    const strains = study.barAnalyses.map(({ strain }) => strain);
    expect(study.limitingBar).not.toBeNull();
    expect(strains[study.limitingBar ?? 0]).toBeCloseTo(Math.max(...strains), 9);
    expect(100 / Math.max(...strains)).toBeCloseTo(study.analysis.limit?.maxTempo ?? 0, 6);
  });

  test('motifs are equal up to the chord, and every bar with strokes has one', () => {
    expect(study.motifs.reduce((sum, { bars }) => sum + bars.length, 0)).toBe(8);
    expect(study.barAnalyses.every(({ motif }) => motif !== null)).toBe(true);
    expect(study.motifs.map(({ number }) => number)).toEqual([1, 2, 3, 4].slice(0, study.motifs.length));
  });

  test('the order of learning reaches every bar, the most bars for the least strain first', () => {
    const order = computeLearningOrder(study.motifs);
    expect(order.at(-1)).toMatchObject({ playableBars: 8, totalBars: 8 });
    const [first] = order;
    expect(study.motifs[first?.motif ?? 0]?.bars.length).toBe(Math.max(...study.motifs.map(({ bars }) => bars.length)));
  });

  test('the thumb’s line over the progression', () => {
    expect(study.thumbLine.map(({ strings }) => strings[0])).toEqual([5, 6, 5, 6, 6, 6, 5, 5]);
    expect(study.thumbLine[1]?.largestSkip).toBeGreaterThan(0);
  });

  test('in a list', () => {
    expect(createSongSummary(song)).toMatchObject({
      bars: 8,
      tempo: 100,
      metre: '4/4',
      form: 'Verse · Chorus',
      chords: ['C', 'G', 'Am', 'F'],
    });
  });
});
