import fc from 'fast-check';
import { patternArbitrary } from '../../test/arbitraries.ts';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem, sayMessage } from '@fleet-wren/wording';
import { parseStringNotation } from '../formats/index.ts';
import { GENERATORS, generatePattern, type Generator } from '../generate/index.ts';
import { validatePattern, createPattern, type Pattern } from '../pattern/index.ts';
import { analysePattern } from '../analysis/index.ts';
import {
  VARIATION_AXES,
  findAxes,
  computeDisplacementSteps,
  createDrillGrid,
  createStrokesDrill,
  createTroubleSpotDrills,
  chooseNextDrill,
  type DrillGrid,
} from './index.ts';

const pulse = (values: Record<string, string | number>): Pattern => {
  const { instrument, voicing, tempo } = createPattern('x');
  const generator = GENERATORS.find(({ key }) => key === 'scale-over-pulse') as Generator;
  return valueOrThrow(generatePattern(generator, values, { instrument, voicing, tempo, say: sayMessage }));
};
const gridOf = (pattern: Pattern, ...axes: string[]): DrillGrid =>
  valueOrThrow(createDrillGrid(pattern, valueOrThrow(findAxes(axes))));

describe('counts follow the formula (2-domain, common practice)', () => {
  test.each([
    ['quarters', 8],
    ['eighths', 4],
  ])('a thumb pulse in %s under sixteenths, any displacement, either lead: %i', (interval, count) => {
    expect(gridOf(pulse({ pulse: interval }), 'displacement', 'lead').cells).toHaveLength(count);
  });

  test('displacements of a plain figure', () => {
    const figure = valueOrThrow(parseStringNotation('6 3 2 1', { wholeBeats: true })).pattern;
    expect(computeDisplacementSteps(figure)).toEqual({ ticks: 210, count: 4 });
  });
});

describe('a grid', () => {
  test('holds every combination once, none forgotten', () => {
    fc.assert(
      fc.property(
        patternArbitrary,
        fc.uniqueArray(fc.constantFrom(...VARIATION_AXES.map(({ key }) => key)), { minLength: 2, maxLength: 3 }),
        (pattern, keys) => {
          fc.pre(pattern.strokes.length > 0);
          const axes = valueOrThrow(findAxes(keys));
          const wanted = axes.map((axis) => axis.values(pattern).length).reduce((product, one) => product * one, 1);
          const made = createDrillGrid(pattern, axes);
          if (!made.ok) return expect(wanted).toBeGreaterThan(200);
          expect(made.value.cells).toHaveLength(wanted);
          expect(new Set(made.value.cells.map(({ coordinates }) => coordinates.join())).size).toBe(wanted);
          for (const cell of made.value.cells) {
            if (cell.pattern) expect(validatePattern(cell.pattern)).toEqual([]);
            else expect(cell.problems?.length).toBeGreaterThan(0);
          }
        },
      ),
      { seed: 31, numRuns: 25 },
    );
  });

  test('orders itself from the easiest to the hardest', () => {
    const grid = gridOf(
      valueOrThrow(parseStringNotation('6 3 2 1', { tempo: 90, wholeBeats: true })).pattern,
      'subdivision',
      'direction',
    );
    const difficulty = grid.keysInOrder
      .map((key) => grid.cells.find((cell) => cell.key === key))
      .map((cell) => (cell?.difficulty ?? 0) + (cell?.severity ?? 0) / 4);
    expect(difficulty).toEqual([...difficulty].sort((a, b) => a - b));
  });

  test('the next drill is the smallest change from what is known', () => {
    const grid = gridOf(pulse({}), 'displacement', 'lead');
    expect(chooseNextDrill(grid, [])?.key).toBe(grid.keysInOrder[0]);
    const first = grid.cells[0];
    const next = chooseNextDrill(grid, [first?.key ?? '']);
    const changed = next?.coordinates.filter((place, axis) => place !== first?.coordinates[axis]).length;
    expect(changed).toBe(1);
    expect(
      chooseNextDrill(
        grid,
        grid.cells.map(({ key }) => key),
      ),
    ).toBeNull();
  });

  test.each([[[]], [['displacement', 'lead', 'pair', 'school']]])(
    'too few or too many axes are refused: %j',
    (keys) => {
      const found = findAxes(keys);
      expect(found.ok ? '' : found.problems.map(sayProblem).join('')).toMatch(/two or three different axes/);
    },
  );
});

describe('isolate', () => {
  const pattern = valueOrThrow(
    parseStringNotation('6 3 2 1 4 1 3 2', { tempo: 110, name: 'Whole', wholeBeats: true }),
  ).pattern;
  const drills = createTroubleSpotDrills(pattern);

  test('gives each hard spot on its two strings, then three, then all, with the digits of the whole', () => {
    const strings = drills.map((drill) => new Set(drill.pattern.strokes.map(({ string }) => string)).size);
    expect(strings.slice(0, 2)).toEqual([2, 3]);
    expect(strings.at(-1)).toBe(5);
    const { digits } = analysePattern(pattern);
    for (const { id, pin } of drills.at(-1)?.pattern.strokes ?? []) expect(pin).toBe(digits[id]);
    for (const drill of drills) {
      expect(validatePattern(drill.pattern)).toEqual([]);
      expect(sayMessage(drill.description)).toMatch(/^[A-Z].*\.$/);
      expect(sayMessage(drill.name)).toMatch(/^Whole: /);
    }
  });

  test('never twice the same string pair, at most three spots', () => {
    const pairs = drills
      .filter(({ description }) => description.code === 'drill.string-change.description')
      .map(({ pattern: { strokes } }) => [...new Set(strokes.map(({ string }) => string))].sort().join());
    expect(new Set(pairs).size).toBe(pairs.length);
    expect(pairs.length).toBeLessThanOrEqual(3);
  });
});

describe('strokes of a pattern as a drill', () => {
  const pattern = valueOrThrow(parseStringNotation('5 3 2 1 2 3', { subdivision: 3, chord: 'Am' })).pattern;
  const idOf = (place: number): string => pattern.strokes[place]?.id ?? '';

  test('two on two strings go in turn, as many as a bar holds, with the digits they have in the whole', () => {
    const drill = createStrokesDrill(pattern, [idOf(2), idOf(3)]);
    const digits = analysePattern(pattern).digits;
    expect(drill?.pattern.strokes.slice(0, 4).map(({ string }) => string)).toEqual([2, 1, 2, 1]);
    expect(drill?.pattern.strokes[1]?.pin).toBe(digits[idOf(3)]);
    expect(drill && sayMessage(drill.description)).toBe('From string 2 to string 1, as at beat 2, alone.');
    expect(drill && sayMessage(drill.name)).toMatch(/: beat 1 let and beat 2 only$/);
  });

  test('those of one digit stay where they are in time; all of them, or none, are no drill', () => {
    const drill = createStrokesDrill(pattern, [idOf(1), idOf(5)]);
    expect(drill?.pattern.strokes.map(({ at }) => at)).toEqual([1, 5].map((place) => pattern.strokes[place]?.at));
    expect(drill?.pattern.strokes.every(({ pin }) => pin !== undefined)).toBe(true);
    expect(
      createStrokesDrill(
        pattern,
        pattern.strokes.map(({ id }) => id),
      ),
    ).toBeNull();
    expect(createStrokesDrill(pattern, ['nobody'])).toBeNull();
  });
});
