import { failure, valueOrThrow } from '../errors/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import { createDrillGrid, findAxes, measureDrill, orderDrills } from './index.ts';

const figure = valueOrThrow(parseStringNotation('5 3 2 3', { subdivision: 2 })).pattern;

test('strings crossed, digits repeated and strokes off the beat, counted by hand', () => {
  const digits = Object.fromEntries(
    figure.strokes.map(({ id }, index) => [id, (['p', 'i', 'i', 'i'] as const)[index] ?? null]),
  );
  // 5→3→2→3 and back to 5: 2 + 1 + 1 + 2. i–i twice. The second and the fourth of four eighths.
  expect(measureDrill(figure, digits)).toEqual({ crossings: 6, repeats: 2, offBeats: 2 });
});

test('of a pinch the nearest string counts, and what is slurred not at all', () => {
  const pinched = valueOrThrow(parseStringNotation('5+2 1', { subdivision: 2 })).pattern;
  expect(measureDrill({ ...pinched, cyclic: false }, {}).crossings).toBe(1);
  const slurred = {
    ...figure,
    strokes: figure.strokes.map((stroke, index) => (index === 1 ? { ...stroke, slur: 'hammer-on' as const } : stroke)),
  };
  expect(measureDrill(slurred, {}).offBeats).toBe(1);
});

test('a grid is ordered by what is asked for; nothing is lost', () => {
  const grid = valueOrThrow(createDrillGrid(figure, valueOrThrow(findAxes(['displacement', 'strings']))));
  const amounts = (order: 'crossings' | 'offBeats'): readonly number[] =>
    orderDrills(grid, order).keysInOrder.map(
      (key) => grid.cells.find((cell) => cell.key === key)?.contents[order] ?? -1,
    );
  for (const order of ['crossings', 'offBeats'] as const)
    expect([...amounts(order)].sort((a, b) => a - b)).toEqual(amounts(order));
  expect(new Set(orderDrills(grid, 'crossings').keysInOrder)).toEqual(new Set(grid.keysInOrder));
});

test('the thumb is shifted against the fingers, or they against it, by who plays', () => {
  const pattern = { ...figure, school: 'one-per-string' };
  const placesOf = (axis: string, key: string) => {
    const value = valueOrThrow(findAxes([axis, 'lead']))[0]
      ?.values(pattern)
      .find((one) => one.key === key);
    const made = valueOrThrow(value?.apply(pattern) ?? failure());
    return made.strokes.map(({ at, string }) => `${at / 420}/${string}`).join(' ');
  };
  // 5 3 2 3 in eighths: the thumb has 5.
  expect(placesOf('displacement', '1')).toBe('0/5 0/3 2/3 3/2');
  expect(placesOf('thumb-displacement', '1')).toBe('1/5 1/3 2/2 3/3');
});
