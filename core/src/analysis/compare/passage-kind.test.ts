import { readFileSync } from 'node:fs';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { applySchoolSlurs, resolveSchoolOrThrow } from '../../fingering/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { compareSchools, classifyPassage, findSchoolsToCompare } from './index.ts';

interface Line {
  readonly line: string;
  readonly tempo: number;
  readonly subdivision: number;
  readonly schools: readonly string[];
  readonly accepted: readonly string[];
  readonly why: string;
  readonly half: 'choose' | 'test';
}

/**
 * Lines with the schools common practice plays them in (common practice, no source; written down before they were
 * asked).
 */
const lines = JSON.parse(
  readFileSync(new URL('../../../test/comparison/lines.json', import.meta.url), 'utf8'),
) as Line[];

const figure = (line: string, tempo = 100, subdivision = 4): Pattern =>
  valueOrThrow(parseStringNotation(line, { tempo, subdivision, wholeBeats: true })).pattern;

const agrees = ({ line, tempo, subdivision, schools, accepted }: Line): boolean => {
  const pattern = figure(line, tempo, subdivision);
  const { recommendation } = compareSchools(pattern, valueOrThrow(findSchoolsToCompare(pattern, schools)));
  return recommendation.best.every((school) => accepted.includes(school));
};

test.each(['choose', 'test'] as const)('the school is the one common practice has: half “%s”', (half) => {
  const own = lines.filter((line) => line.half === half);
  expect(own.length).toBeGreaterThanOrEqual(15);
  expect(own.filter(agrees).length / own.length).toBeGreaterThanOrEqual(0.85);
});

test.each([
  ['1 1 1 1', 'repeated-notes'],
  ['5 1 1 1', 'tremolo'],
  ['3:0 3:2 3:4 2:0 2:1 2:3 1:0 1:1', 'scale-line'],
  ['6+3+2+1 - 6+3+2+1 -', 'block-chords'],
  ['4 1 4 2 4 1 4 2', 'string-skips'],
  ['5 2 4 1 5 2 4 1', 'alternating-thumb'],
  ['3 2 1 3 2 1 3 1', 'rolls'],
  ['5 3 2 1', 'arpeggio'],
  ['5 3+2 5 3+2', 'bass-and-chords'],
  ['4 3 2 1 4 3 2 1', 'sweep'],
  ['5 3 5 3', undefined],
])('%s is %s', (line, kind) => {
  expect(classifyPassage(figure(line))).toBe(kind);
});

test('what decided among level schools is said', () => {
  const pattern = figure('5 1 1 1', 100);
  const { recommendation } = compareSchools(
    pattern,
    valueOrThrow(findSchoolsToCompare(pattern, ['one-per-string', 'rolling'])),
  );
  expect(recommendation.best).toEqual(['one-per-string']);
});

describe('schools that slur prepare the notes: what follows the first of a run on a string is not struck', () => {
  const slurs = (line: string, school: string): string =>
    applySchoolSlurs(figure(line), resolveSchoolOrThrow({ school }))
      .map(({ slur }) => (slur === 'hammer-on' ? 'h' : slur === 'pull-off' ? 'p' : '.'))
      .join('');

  test.each([
    ['6:3 6:5 6:7 5:3', 'pick-legato', '.hh.'],
    ['1:7 1:5 1:3 2:7', 'hybrid-legato', '.pp.'],
    ['1:3 1:5 1:3 1:3', 'pick-legato', '.hp.'],
    ['6:3 6:5 6:7 5:3', 'alternate', '....'],
    ['2 2 2 2', 'pick-legato', '....'],
    ['6:3 - - - - 6:5 - -', 'pick-legato', '..'],
    ['6:3 6:5+1 6:7 5:3', 'pick-legato', '.....'],
  ])('%s in %s: %s', (line, school, expected) => {
    expect(slurs(line, school)).toBe(expected);
  });

  test('ceiling and attacks follow from the strokes that are left, and the pattern is told which they are', () => {
    const pattern = figure('6:3 6:5 6:7 5:3 5:5 5:7', 120, 3);
    const { results } = compareSchools(
      pattern,
      valueOrThrow(findSchoolsToCompare(pattern, ['alternate', 'pick-legato'])),
    );
    const [struck, slurred] = results;
    expect([struck?.slurs, slurred?.slurs, slurred?.attacks]).toEqual([0, 4, { pick: 2 }]);
    expect(slurred?.slurredNotes.map(({ slur }) => slur)).toEqual(Array(4).fill('hammer-on'));
    // Three notes a beat, each 0.11 s after the one before: 60 ÷ 0.33; the fretting hand sets it.
    expect(slurred?.analysis.limit?.maxTempo).toBeCloseTo(60 / 0.33, 6);
  });
});

test('the strain of the fingering in use grows with the tempo, and the best at a tempo is never worse', () => {
  for (const { line, tempo, subdivision } of lines.slice(0, 12)) {
    const pattern = figure(line, tempo, subdivision);
    const { results } = compareSchools(
      pattern,
      valueOrThrow(findSchoolsToCompare(pattern, ['one-per-string', 'rolling'])),
    );
    for (const { strain } of results)
      strain
        .slice(1)
        .forEach((point, index) => expect(point.strain).toBeGreaterThanOrEqual(strain[index]?.strain ?? 0));
  }
});

test.each([
  ['6:', 'colon without a fret'],
  ['6:5:7', 'two frets'],
  ['6:x', 'no number'],
])('a figure with %s (%s) is refused at its place', (cell) => {
  const read = parseStringNotation(`5 ${cell} 3`);
  expect(read.ok ? '' : read.problems[0]?.details).toMatchObject({ position: 2 });
});
