import { message } from '../message/index.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { isDigit, type Digit } from '../pattern/index.ts';
import {
  SUBDIVISION_FIELD,
  getNumber,
  parseStringNumbers,
  getText,
  layOutPattern,
  type Generator,
} from './generator.ts';

/** A step of a drill: a digit on a string. */
export interface CoverageStep {
  readonly string: number;
  readonly digit: Digit;
}

/** A cyclic drill that covers every wanted change, and how many changes it had to add to stay in one piece. */
export interface CoverageDrill {
  readonly steps: readonly CoverageStep[];
  /** Changes that were wanted; each occurs once. */
  readonly wanted: number;
  readonly added: number;
}

type Edge = readonly [from: number, to: number];

/**
 * An Eulerian circuit of a part of a directed graph in which every node has as many edges in as out (Hierholzer 1873):
 * the nodes in the order they are passed, the first not repeated. Edges are taken away from `left` as they are used.
 */
const circuitFrom = (start: number, left: Map<number, number[]>): readonly number[] => {
  const [stack, circuit] = [[start], [] as number[]];
  while (stack.length > 0) {
    const next = left.get(stack[stack.length - 1] as number)?.pop();
    if (next === undefined) circuit.push(stack.pop() as number);
    else stack.push(next);
  }
  return circuit.reverse().slice(0, -1);
};

/** Circuits that use every edge once, one for each connected part. */
const circuits = (edges: readonly Edge[]): readonly (readonly number[])[] => {
  const left = new Map<number, number[]>();
  for (const [from, to] of edges) left.set(from, [to, ...(left.get(from) ?? [])]);
  return [...left.keys()].flatMap((node) => ((left.get(node)?.length ?? 0) > 0 ? [circuitFrom(node, left)] : []));
};

/** A change between nodes is wanted when the string changes and the digits follow one another in a wanted order. */
const wantedEdges = (steps: readonly CoverageStep[], orders: readonly string[]): readonly Edge[] =>
  steps.flatMap((from, a) =>
    steps.flatMap((to, b): Edge[] =>
      from.string !== to.string && orders.includes(`${from.digit}${to.digit}`) ? [[a, b]] : [],
    ),
  );

/**
 * The shortest cyclic drill in which every ordered change between some strings occurs with every order of two of some
 * digits, each exactly once. Where the wanted changes fall into parts that do not meet, one change is added to go from
 * each part to the next; `added` says how many.
 * @example
 * createCoverageDrill([3, 2, 1], ['i', 'm']).steps.length // => 12
 */
export const createCoverageDrill = (strings: readonly number[], digits: readonly Digit[]): CoverageDrill => {
  const orders = digits.flatMap((a) => digits.filter((b) => a !== b).map((b) => `${a}${b}`));
  const steps = strings.flatMap((string) => digits.map((digit): CoverageStep => ({ string, digit })));
  const edges = wantedEdges(steps, orders);
  const parts = circuits(edges);
  // Going from part to part closes each circuit first: its first node comes again before the next part begins.
  const order = parts.length === 1 ? (parts[0] ?? []) : parts.flatMap((part) => [...part, part[0] as number]);
  return {
    steps: order.map((node) => steps[node] as CoverageStep),
    wanted: edges.length,
    added: parts.length > 1 ? parts.length : 0,
  };
};

const readDigits = (text: string): Result<readonly Digit[]> => {
  const words = [...new Set(text.trim().split(/[\s,]+/))];
  const wrong = words.find((word) => !isDigit(word) || word === 'p' || word === 'down' || word === 'up');
  if (wrong === undefined && words.length >= 2) return success(words as readonly Digit[]);
  return failure(
    createProblem('generator-value', {
      label: message('generator.fingers.label'),
      problem: message('reason.write-two-fingers'),
    }),
  );
};

/** Crossing coverage: every change between some strings with every order of two fingers, in the shortest cycle. */
export const crossingCoverageGenerator: Generator = {
  key: 'coverage',
  name: message('generator.coverage.name'),
  use: message('generator.coverage.description'),
  listenFor: message('generator.coverage.listen'),
  fields: [
    {
      kind: 'text',
      key: 'strings',
      label: message('generator.strings.label'),
      initial: '3 2 1',
      hint: message('generator.coverage.strings.hint'),
    },
    {
      kind: 'text',
      key: 'fingers',
      label: message('generator.fingers.label'),
      initial: 'i m',
      hint: message('generator.coverage.fingers.hint'),
    },
    SUBDIVISION_FIELD,
  ],
  createPattern: (values, frame) => {
    const strings = parseStringNumbers(getText(values, 'strings'), frame.instrument);
    if (!strings.ok) return strings;
    const digits = readDigits(getText(values, 'fingers'));
    if (!digits.ok) return digits;
    const distinct = [...new Set(strings.value)];
    if (distinct.length < 2) return failure(createProblem('no-string-left', { who: 'crossing' }));
    const { steps, wanted, added } = createCoverageDrill(distinct, digits.value);
    const name = message('generator.coverage.pattern-name', { added, wanted });
    const cells = steps.map(({ string, digit }) => [{ string, pin: digit }]);
    return success(
      layOutPattern(cells, { name, subdivision: getNumber(values, 'subdivision'), school: 'one-per-string' }, frame),
    );
  },
};
