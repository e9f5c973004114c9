import type { TabSystem } from './find-systems.ts';

/** One bar of a system: its columns from `from` up to `to`, and the repeat signs at its ends. */
export interface TabBar {
  readonly from: number;
  readonly to: number;
  readonly repeatBegins: boolean;
  readonly repeatEnds: boolean;
  readonly closes: boolean;
}

/** The bars of a system, and the words behind it. */
export interface SystemBars {
  readonly bars: readonly TabBar[];
  /** Columns that belong to bar lines and repeat signs. */
  readonly edges: ReadonlySet<number>;
  /** Column from which on there are words only. */
  readonly end: number;
  readonly behind: readonly string[];
}

const lengthOf = ({ lines }: TabSystem): number => Math.max(...lines.map(({ body }) => body.length));

const signsAt = ({ lines }: TabSystem, column: number): readonly string[] =>
  lines.map(({ body }) => body[column] ?? ' ');

/** A column where every line that goes so far has a bar line. */
const isBarLine = (signs: readonly string[]): boolean =>
  signs.includes('|') && signs.every((sign) => sign === '|' || sign === ' ');

/** A column of the dots of a repeat sign: on some lines, or on all. */
const isDots = (signs: readonly string[]): boolean =>
  signs.some((sign) => /[:*o.]/.test(sign)) && signs.every((sign) => /[:*o.\-| ]/.test(sign));

interface Edge {
  readonly from: number;
  readonly to: number;
  readonly lines: number;
  readonly dotsBefore: boolean;
  readonly dotsAfter: boolean;
}

/** Runs of columns that are bar lines, with the dots beside them. */
const edgesOf = (system: TabSystem): readonly Edge[] => {
  const length = lengthOf(system);
  const edges: Edge[] = [];
  for (let column = 0; column < length; column += 1) {
    if (!isBarLine(signsAt(system, column))) continue;
    let end = column;
    while (end + 1 < length && isBarLine(signsAt(system, end + 1))) end += 1;
    const dotsBefore = column > 0 && isDots(signsAt(system, column - 1));
    const dotsAfter = end + 1 < length && isDots(signsAt(system, end + 1));
    // Dots between two bars are of the bar line they touch first.
    const before = dotsBefore && edges.at(-1)?.to !== column - 1;
    edges.push({
      from: before ? column - 1 : column,
      to: dotsAfter ? end + 1 : end,
      lines: end - column + 1,
      dotsBefore: before,
      dotsAfter,
    });
    column = dotsAfter ? end + 1 : end;
  }
  return edges;
};

const hasDashes = (system: TabSystem, from: number): boolean =>
  system.lines.some(({ body }) => body.slice(from).includes('-'));

/** Finds the bars of a system between the columns where every line has a bar line. */
export const findBars = (system: TabSystem): SystemBars => {
  const length = lengthOf(system);
  const edges = edgesOf(system);
  const last = edges.at(-1);
  const open = last === undefined || hasDashes(system, last.to + 1);
  const end = open ? length : last.to + 1;
  const bars: TabBar[] = [];
  let before: Edge | undefined;
  let from = 0;
  for (const edge of [...edges, undefined]) {
    const to = edge?.from ?? (open ? length : from);
    if (to > from)
      bars.push({
        from,
        to,
        repeatBegins: before?.dotsAfter ?? false,
        repeatEnds: edge?.dotsBefore ?? false,
        closes: (edge?.lines ?? 0) > 1,
      });
    before = edge;
    from = (edge?.to ?? to) + 1;
  }
  return {
    bars,
    edges: new Set(edges.flatMap((edge) => Array.from({ length: edge.to - edge.from + 1 }, (_, at) => edge.from + at))),
    end,
    behind: system.lines.map(({ body }) => body.slice(end).trim()).filter((words) => words !== ''),
  };
};
