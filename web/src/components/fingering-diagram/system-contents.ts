import { ACTUATORS, actuatorOf, type Digit, type Pattern, type Actuator, type Stroke } from '@fleet-wren/core';
import { curveBumpX, line } from 'd3-shape';
import { DIAGRAM_SPACING, getStringY, tickToX, type DiagramLayout, type DiagramSystem } from './diagram-layout.ts';

/** Where a striker's thread comes from at the left edge of a system, and goes to at the right: strings. */
interface Edge {
  readonly from: number | null;
  readonly to: number | null;
}

/** What lies in one system: its strokes, who plays them, and what leads in and out of it. */
export interface SystemContents {
  readonly strokes: readonly Stroke[];
  readonly digits: readonly (Digit | null)[];
  readonly edges: readonly Edge[];
}

const strikerIndex = (digit: Digit | null): number => (digit ? ACTUATORS.indexOf(actuatorOf(digit)) : -1);

interface Bucket {
  strokes: Stroke[];
  digits: (Digit | null)[];
  edges: { from: number | null; to: number | null }[];
}

const emptyBucket = (): Bucket => ({ strokes: [], digits: [], edges: ACTUATORS.map(() => ({ from: null, to: null })) });

/** Fills in where each thread comes from and goes to, walking over the systems once in a direction. */
const joinEdges = (buckets: readonly Bucket[], end: 'from' | 'to'): void => {
  const last: (number | null)[] = ACTUATORS.map(() => null);
  const order = end === 'from' ? buckets : [...buckets].reverse();
  for (const { strokes, digits, edges } of order) {
    edges.forEach((edge, striker) => (edge[end] = last[striker] ?? null));
    for (let step = 0; step < strokes.length; step += 1) {
      const index = end === 'from' ? step : strokes.length - 1 - step;
      const striker = strikerIndex(digits[index] ?? null);
      if (striker >= 0) last[striker] = (strokes[index] as Stroke).string;
    }
  }
};

const sameList = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((one, index) => one === b[index]);

const sameEdge = (a: Edge, b: Edge | undefined): boolean => a.from === b?.from && a.to === b.to;

const sameContents = (a: SystemContents, b: SystemContents): boolean =>
  sameList(a.strokes, b.strokes) &&
  sameList(a.digits, b.digits) &&
  a.edges.every((edge, index) => sameEdge(edge, b.edges[index]));

/**
 * The strokes of a pattern by system. A system in which nothing changed is the same value as before, so that it is not
 * drawn anew.
 */
export const splitIntoSystems = (
  pattern: Pattern,
  digits: Readonly<Record<string, Digit | null>>,
  layout: DiagramLayout,
  before: readonly SystemContents[] = [],
): readonly SystemContents[] => {
  const buckets = layout.systems.map(emptyBucket);
  for (const stroke of pattern.strokes) {
    const bucket = buckets[Math.min(buckets.length - 1, Math.floor(stroke.at / layout.ticksPerSystem))];
    bucket?.strokes.push(stroke);
    bucket?.digits.push(digits[stroke.id] ?? null);
  }
  joinEdges(buckets, 'from');
  joinEdges(buckets, 'to');
  return buckets.map((bucket, index) => {
    const old = before[index];
    return old && sameContents(old, bucket) ? old : bucket;
  });
};

/** Where the middle of a stroke's token lies in a system's own drawing. */
export const positionInSystem = (
  layout: DiagramLayout,
  system: DiagramSystem,
  { at, string }: Pick<Stroke, 'at' | 'string'>,
) => ({
  x: tickToX(layout, system, at) + layout.slotWidth / 2,
  y: getStringY(string),
});

const bump = line<readonly [number, number]>()
  .curve(curveBumpX)
  .x(([x]) => Number(x.toFixed(1)))
  .y(([, y]) => Number(y.toFixed(1)));

/** One digit's line through its strokes of a system. */
interface Thread {
  readonly striker: Actuator;
  readonly path: string;
}

/** The threads of a system: one for each striker that plays in it; of several strings at once only one, the first. */
export const layOutFingerPaths = (
  { strokes, digits, edges }: SystemContents,
  layout: DiagramLayout,
  system: DiagramSystem,
): readonly Thread[] =>
  ACTUATORS.flatMap((striker, index) => {
    const own = strokes.filter((_, place) => strikerIndex(digits[place] ?? null) === index);
    const line = own.filter(({ at }, place) => own[place - 1]?.at !== at);
    const [first, last] = [line[0], line[line.length - 1]];
    if (!first || !last) return [];
    const points = line.map((stroke): [number, number] => {
      const { x, y } = positionInSystem(layout, system, stroke);
      return [x, y];
    });
    const { from, to } = edges[index] as Edge;
    if (from !== null) points.unshift([DIAGRAM_SPACING.left, (getStringY(from) + getStringY(first.string)) / 2]);
    if (to !== null)
      points.push([layout.width - DIAGRAM_SPACING.right, (getStringY(last.string) + getStringY(to)) / 2]);
    return [{ striker, path: bump(points) ?? '' }];
  });

/** The arc of a slur from the note before on its string; none where that lies in the system before. */
interface SlurArc {
  readonly id: string;
  readonly path: string;
  readonly letter: string;
}

const arcPath = (from: { readonly x: number; readonly y: number }, toX: number, radius: number): string => {
  const y = from.y - radius - 2;
  const lift = Math.min(16, 6 + (toX - from.x) / 10);
  return `M${from.x.toFixed(1)} ${y}Q${((from.x + toX) / 2).toFixed(1)} ${(y - lift).toFixed(1)} ${toX.toFixed(1)} ${y}`;
};

/** The arcs of the slurs of a system. */
export const layOutSlurs = (
  { strokes }: SystemContents,
  layout: DiagramLayout,
  system: DiagramSystem,
): readonly SlurArc[] => {
  const before = new Map<number, Stroke>();
  return strokes.flatMap((stroke) => {
    const last = before.get(stroke.string);
    before.set(stroke.string, stroke);
    const kind = stroke.slur ?? (stroke.glide ? 'slide' : undefined);
    if (!kind || kind === 'tap' || !last || last.at === stroke.at) return [];
    const path = arcPath(
      positionInSystem(layout, system, last),
      positionInSystem(layout, system, stroke).x,
      layout.radius,
    );
    return [{ id: stroke.id, letter: kind.charAt(0), path }];
  });
};

/** Works out contents again and again; what did not change since the last time stays the same value. */
export const createMemoisedSplit = (): typeof splitIntoSystems => {
  let last: { readonly layout: DiagramLayout; readonly contents: readonly SystemContents[] } | undefined;
  return (pattern, digits, layout) => {
    const contents = splitIntoSystems(pattern, digits, layout, last?.layout === layout ? last.contents : []);
    last = { layout, contents };
    return contents;
  };
};
