import { measureDrill, type DrillContents } from './drill-contents.ts';
import { message, type Label, type Message } from '../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../errors/index.ts';
import type { FingeringOptions } from '../fingering/index.ts';
import { validatePattern, withSoundEndings, type Digit, type Pattern } from '../pattern/index.ts';
import { analysePattern } from '../analysis/index.ts';
import { VARIATION_AXES, type VariationAxis, type VariationValue } from './variation-axes.ts';

/** One drill of a grid: a variant of the pattern, and how hard it is. */
export interface DrillCell {
  readonly key: string;
  /** Its values, in the order of the axes. */
  readonly values: readonly Label[];
  /** What to call its pattern: it says the axes too, so that drills of different grids never have the same name. */
  readonly name: Message;
  /** Place of its value on each axis. */
  readonly coordinates: readonly number[];
  /** The variant, still under the name of its pattern, or why there is none. */
  readonly pattern: Pattern | null;
  readonly problems?: readonly Problem[];
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly maxTempo: number | null;
  readonly difficulty: number | null;
  /** Sum of the severities of what there is to mend. */
  readonly severity: number;
  readonly contents: DrillContents;
}

/** A family of variants of a pattern: every combination of the values of its axes. */
export interface DrillGrid {
  readonly axes: readonly { readonly key: string; readonly name: Message; readonly values: readonly Label[] }[];
  readonly cells: readonly DrillCell[];
  /** Keys of the cells that can be played, in the order in which they are learnt. */
  readonly keysInOrder: readonly string[];
}

/** The most drills a grid may hold. */
export const MAX_DRILLS = 200;

/**
 * The axes behind keys: two or three different ones. Error: `cannot-transform`.
 * @example
 * valueOrThrow(findAxes(['displacement'])).map(({ key }) => key).join() // => 'displacement'
 */
export const findAxes = (keys: readonly string[]): Result<readonly VariationAxis[]> => {
  const found = [...new Set(keys)].flatMap((key) => VARIATION_AXES.find((axis) => axis.key === key) ?? []);
  return found.length >= 1 && found.length <= 3
    ? success(found)
    : failure(createProblem('cannot-transform', { problem: message('reason.drill-axes') }));
};

const cartesianProduct = (values: readonly (readonly VariationValue[])[]): readonly (readonly number[])[] =>
  values.reduce<readonly (readonly number[])[]>(
    (done, axis) => done.flatMap((head) => axis.map((_, index) => [...head, index])),
    [[]],
  );

/** The variant at some values: what each of them makes of what the one before made. */
const createVariant = (pattern: Pattern, values: readonly VariationValue[]): Result<Pattern> => {
  const made = values.reduce<Result<Pattern>>(
    (sofar, value) => (sofar.ok ? value.apply(sofar.value) : sofar),
    success(pattern),
  );
  if (!made.ok) return made;
  const problems = validatePattern(made.value);
  return problems.length > 0 ? failure(...problems) : made;
};

const EMPTY_RESULT = {
  digits: {},
  maxTempo: null,
  difficulty: null,
  severity: 0,
  contents: { crossings: 0, repeats: 0, offBeats: 0 },
} as const;

/** A value of an axis, and the axis it is on. */
interface GridCoordinate {
  readonly axis: VariationAxis;
  readonly value: VariationValue;
}

const UNCHANGED = message('drill-axis.unchanged');

const isUnchanged = (label: Label): boolean => typeof label !== 'string' && label.code === UNCHANGED.code;

/** The pattern's name with what was changed about it. */
const formatDrillName = ({ name }: Pattern, place: readonly GridCoordinate[]): Message => {
  const changed = place.map(({ value }) => value.name).filter((value) => !isUnchanged(value));
  return message('drill.pattern-name', { name, values: changed.length > 0 ? changed : [UNCHANGED] });
};

const createCell = (
  pattern: Pattern,
  place: readonly GridCoordinate[],
  at: readonly number[],
  options: FingeringOptions,
): DrillCell => {
  const key = place.map(({ axis, value }) => `${axis.key}=${value.key}`).join(' · ');
  const values = place.map(({ value }) => value.name);
  const name = formatDrillName(pattern, place);
  const made = createVariant(
    pattern,
    place.map(({ value }) => value),
  );
  if (!made.ok) return { key, values, name, coordinates: at, pattern: null, problems: made.problems, ...EMPTY_RESULT };
  const { digits, limit, difficulty, diagnostics } = analysePattern(made.value, options);
  return {
    key,
    values,
    name,
    coordinates: at,
    pattern: withSoundEndings(made.value),
    digits,
    maxTempo: limit?.maxTempo ?? null,
    difficulty,
    severity: diagnostics.reduce((sum, { severity }) => sum + severity, 0),
    contents: measureDrill(made.value, digits),
  };
};

const computeDifficulty = ({ difficulty, severity }: DrillCell): number => (difficulty ?? 0) + severity / 4;

/** Orders of work: what comes first is what has least of it. */
export const DRILL_ORDERS = ['difficulty', 'crossings', 'repeats', 'offBeats'] as const;

/** One of them. */
export type DrillOrder = (typeof DRILL_ORDERS)[number];

const amountOf = (cell: DrillCell, order: DrillOrder): number =>
  order === 'difficulty' ? computeDifficulty(cell) : cell.contents[order];

/** The order asked for first, then the others: drills with the same ceiling still differ in what they ask. */
const compareCells = (a: DrillCell, b: DrillCell, order: DrillOrder): number => {
  const orders = [order, ...DRILL_ORDERS.filter((other) => other !== order)];
  return orders.map((one) => amountOf(a, one) - amountOf(b, one)).find((difference) => difference !== 0) ?? 0;
};

const sortCells = (cells: readonly DrillCell[], order: DrillOrder): readonly string[] =>
  cells
    .filter(({ pattern }) => pattern)
    .sort((a, b) => compareCells(a, b, order))
    .map(({ key }) => key);

/**
 * A grid in another order of work; where drills are level in it, by what else they ask, then in the order of the axes.
 * @example
 * orderDrills({ axes: [], cells: [], keysInOrder: [] }, 'crossings').keysInOrder // => []
 */
export const orderDrills = (grid: DrillGrid, order: DrillOrder): DrillGrid => ({
  ...grid,
  keysInOrder: sortCells(grid.cells, order),
});

/**
 * The whole family of variants of a pattern on some axes: every combination, none forgotten. Error: `cannot-transform`
 * where it would be more than can be looked at.
 * @example
 * valueOrThrow(
 *   createDrillGrid(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, valueOrThrow(findAxes(['displacement']))),
 * ).cells.length > 1 // => true
 */
export const createDrillGrid = (
  pattern: Pattern,
  axes: readonly VariationAxis[],
  options: FingeringOptions = {},
): Result<DrillGrid> => {
  const values = axes.map((axis) => axis.values(pattern));
  const count = values.reduce((product, axis) => product * axis.length, 1);
  if (count > MAX_DRILLS)
    return failure(
      createProblem('cannot-transform', {
        problem: message('reason.drill-grid-too-large', { count, most: MAX_DRILLS }),
      }),
    );
  const cells = cartesianProduct(values).map((at) =>
    createCell(
      pattern,
      at.map((place, axis) => ({ axis: axes[axis] as VariationAxis, value: values[axis]?.[place] as VariationValue })),
      at,
      options,
    ),
  );
  return success({
    axes: axes.map(({ key, name }, index) => ({ key, name, values: (values[index] ?? []).map((value) => value.name) })),
    cells,
    keysInOrder: sortCells(cells, 'difficulty'),
  });
};

/**
 * How many steps apart two drills are: along an ordered axis the places between, and one more for each axis that
 * differs.
 */
const computeGridDistance = (a: DrillCell, b: DrillCell): number =>
  a.coordinates.reduce(
    (sum, place, axis) =>
      sum + (place === b.coordinates[axis] ? 0 : 1 + Math.abs(place - (b.coordinates[axis] ?? 0)) / 100),
    0,
  );

/**
 * Which drill to learn next: the one that changes least from what is known, the easiest of those. Null when all are
 * known; with nothing known the easiest of all.
 * @example
 * chooseNextDrill(
 *   valueOrThrow(
 *     createDrillGrid(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, valueOrThrow(findAxes(['displacement']))),
 *   ),
 *   [],
 * ) !== null // => true
 */
export const chooseNextDrill = (grid: DrillGrid, known: readonly string[]): DrillCell | null => {
  const open = grid.keysInOrder
    .filter((key) => !known.includes(key))
    .map((key) => grid.cells.find((cell) => cell.key === key) as DrillCell);
  const learned = grid.cells.filter(({ key }) => known.includes(key));
  if (learned.length === 0) return open[0] ?? null;
  const distance = (cell: DrillCell): number => Math.min(...learned.map((one) => computeGridDistance(one, cell)));
  const near = Math.min(...open.map(distance));
  return open.find((cell) => distance(cell) === near) ?? null;
};
