import {
  STRIKERS,
  beatPartsOf,
  countOf,
  patternLength,
  strikerOf,
  stringCount,
  ticksPerBar,
  ticksPerBeat,
  type BeatPart,
  type Digit,
  type Pattern,
  type Striker,
  type Stroke,
} from '@fleet-wren/core';
import { line, curveBumpX } from 'd3-shape';

/** Space around and between, in pixels. */
export const SPACE = { left: 66, right: 18, counts: 30, string: 43, below: 20, between: 14 } as const;

/** A column of the grid: one part of a beat. */
interface Slot {
  readonly at: number;
  readonly x: number;
  readonly width: number;
  readonly label: string;
  readonly beat: boolean;
}

/** One row of bars across the page. */
export interface System {
  readonly index: number;
  readonly fromTick: number;
  readonly toTick: number;
  readonly fromBar: number;
  readonly bars: number;
  readonly top: number;
  readonly slots: readonly Slot[];
  /** Shaded beats and bar lines. */
  readonly shades: readonly { readonly x: number; readonly width: number }[];
  readonly barLines: readonly number[];
}

/** Where everything on the threads view lies. */
export interface Layout {
  readonly width: number;
  readonly height: number;
  readonly strings: number;
  readonly slotWidth: number;
  readonly pixelsPerTick: number;
  readonly radius: number;
  readonly systems: readonly System[];
  readonly systemHeight: number;
}

const NARROWEST_SLOT = 23;

const clamp = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

const barsPerSystem = (pattern: Pattern, inner: number): number => {
  const slotsPerBar =
    pattern.metre.beats * Math.max(pattern.subdivision, ...(pattern.divisions ?? []).map(({ parts }) => parts));
  return clamp(Math.floor(inner / (slotsPerBar * NARROWEST_SLOT)), 1, pattern.bars);
};

const makeSystem = (
  pattern: Pattern,
  parts: readonly BeatPart[],
  index: number,
  perSystem: number,
  inner: number,
  systemHeight: number,
): System => {
  const bar = ticksPerBar(pattern.metre);
  const fromBar = index * perSystem;
  const bars = Math.min(perSystem, pattern.bars - fromBar);
  const perTick = inner / (perSystem * bar);
  const x = (at: number): number => SPACE.left + (at - fromBar * bar) * perTick;
  const beat = ticksPerBeat(pattern.metre);
  const half = narrowest(parts) / 2;
  const slots = parts
    .filter(({ at }) => at >= fromBar * bar && at < (fromBar + bars) * bar)
    .map((part): Slot => ({
      at: part.at,
      x: x(part.at + half),
      width: part.ticks * perTick,
      label: countOf(pattern, part),
      beat: part.part === 0,
    }));
  const beats = Array.from({ length: bars * pattern.metre.beats }, (_, place) => fromBar * bar + place * beat);
  return {
    index,
    fromTick: fromBar * bar,
    toTick: (fromBar + bars) * bar,
    fromBar,
    bars,
    top: index * (systemHeight + SPACE.between),
    slots,
    shades: beats.filter((_, place) => place % 2 === 1).map((at) => ({ x: x(at), width: beat * perTick })),
    barLines: Array.from({ length: bars + 1 }, (_, place) => x((fromBar + place) * bar)),
  };
};

/** Ticks of the narrowest part of a beat: tokens stand half of it after their time. */
const narrowest = (parts: readonly BeatPart[]): number =>
  parts.reduce((least, { ticks }) => Math.min(least, ticks), Infinity);

/** Lays a pattern out in systems across a width in pixels. */
export const layoutOf = (pattern: Pattern, width: number): Layout => {
  const inner = Math.max(120, width - SPACE.left - SPACE.right);
  const perSystem = barsPerSystem(pattern, inner);
  const strings = stringCount(pattern.instrument);
  const systemHeight = SPACE.counts + strings * SPACE.string;
  const pixelsPerTick = inner / (perSystem * ticksPerBar(pattern.metre));
  const parts = beatPartsOf(pattern);
  const slotWidth = narrowest(parts) * pixelsPerTick;
  const count = Math.ceil(pattern.bars / perSystem);
  return {
    width,
    height: count * (systemHeight + SPACE.between) - SPACE.between + SPACE.below,
    strings,
    slotWidth,
    pixelsPerTick,
    radius: clamp(slotWidth * 0.44, 7, 13),
    systems: Array.from({ length: count }, (_, index) =>
      makeSystem(pattern, parts, index, perSystem, inner, systemHeight),
    ),
    systemHeight,
  };
};

/** Height of a string's line above the system's top. */
export const stringY = (string: number): number => SPACE.counts + (string - 0.5) * SPACE.string;

/** The system a tick falls in. */
export const systemAt = (layout: Layout, at: number): System =>
  layout.systems.find(({ toTick }) => at < toTick) ?? (layout.systems[layout.systems.length - 1] as System);

/** Which bars of all a row shows, to be said after something else; nothing where it shows them all. */
export const barsText = ({ fromBar, bars }: System, all: number): string => {
  if (bars === all) return '';
  return bars === 1 ? `, bar ${fromBar + 1}` : `, bars ${fromBar + 1} to ${fromBar + bars}`;
};

/** Where a tick lies: the beginning of a stroke is drawn in the middle of its slot. */
export const pointAt = (layout: Layout, at: number, string: number): { readonly x: number; readonly y: number } => {
  const system = systemAt(layout, at);
  return {
    x: SPACE.left + (at - system.fromTick) * layout.pixelsPerTick + layout.slotWidth / 2,
    y: system.top + stringY(string),
  };
};

/** What lies under a point: the nearest slot and string; undefined outside the strings. */
export const cellAt = (
  layout: Layout,
  x: number,
  y: number,
): { readonly at: number; readonly string: number } | undefined => {
  const system = layout.systems.find(({ top }) => y >= top && y < top + layout.systemHeight + SPACE.between);
  if (!system || x < SPACE.left - 4) return undefined;
  const string = Math.ceil((y - system.top - SPACE.counts) / SPACE.string);
  const nearest = system.slots.reduce<Slot | undefined>(
    (best, slot) => (!best || Math.abs(slot.x - x) < Math.abs(best.x - x) ? slot : best),
    undefined,
  );
  const at = nearest?.at ?? system.fromTick;
  return string >= 1 && string <= layout.strings ? { at, string } : undefined;
};

/** One digit's line through its strokes, a path for each system. */
export interface Thread {
  readonly striker: Striker;
  readonly paths: readonly string[];
}

const bump = line<readonly [number, number]>()
  .curve(curveBumpX)
  .x(([x]) => Number(x.toFixed(1)))
  .y(([, y]) => Number(y.toFixed(1)));

type Placed = Pick<Stroke, 'at' | 'string'>;

/** The strokes of one striker: of a brush or double stop only its lowest-pitched string, so that the line stays one. */
const strokesOf = (
  pattern: Pattern,
  digits: Readonly<Record<string, Digit | null>>,
  striker: Striker,
): readonly Placed[] =>
  pattern.strokes
    .filter(({ id }) => digits[id] && strikerOf(digits[id]) === striker)
    .filter(({ at }, index, own) => own[index - 1]?.at !== at);

const pathIn = (layout: Layout, system: System, strokes: readonly Placed[]): string => {
  const inside = strokes.filter(({ at }) => at >= system.fromTick && at < system.toTick);
  const before = strokes.filter(({ at }) => at < system.fromTick).pop();
  const after = strokes.find(({ at }) => at >= system.toTick);
  if (inside.length === 0) return '';
  const y = (string: number): number => system.top + stringY(string);
  const points = inside.map(({ at, string }): [number, number] => [pointAt(layout, at, string).x, y(string)]);
  const half = (a: Placed, b: Placed): number => (y(a.string) + y(b.string)) / 2;
  const first = inside[0] as Placed;
  const last = inside[inside.length - 1] as Placed;
  if (before) points.unshift([SPACE.left, half(before, first)]);
  if (after) points.push([layout.width - SPACE.right, half(last, after)]);
  return bump(points) ?? '';
};

/** The threads of a fingering: one for each striker that plays. */
export const threadsOf = (
  pattern: Pattern,
  digits: Readonly<Record<string, Digit | null>>,
  layout: Layout,
): readonly Thread[] =>
  STRIKERS.map((striker) => ({ striker, strokes: strokesOf(pattern, digits, striker) }))
    .filter(({ strokes }) => strokes.length > 0)
    .map(({ striker, strokes }) => ({
      striker,
      paths: layout.systems.map((system) => pathIn(layout, system, strokes)).filter((path) => path !== ''),
    }));

/** Where the play cursor stands at a tick: its x and its system. */
export const cursorAt = (
  pattern: Pattern,
  layout: Layout,
  tick: number,
): { readonly x: number; readonly top: number } => {
  const at = Math.max(0, Math.min(tick, patternLength(pattern) - 1e-6));
  const system = systemAt(layout, at);
  return { x: SPACE.left + (at - system.fromTick) * layout.pixelsPerTick + layout.slotWidth / 2, top: system.top };
};

/** The arc of a slur from the note before on its string, as a path; none where the note before is in another system. */
export const slurArcs = (
  pattern: Pattern,
  layout: Layout,
): readonly { readonly id: string; readonly path: string; readonly letter: string }[] =>
  pattern.strokes.flatMap((stroke) => {
    if (!stroke.slur) return [];
    const before = pattern.strokes.filter(({ string, at }) => string === stroke.string && at < stroke.at).pop();
    if (!before || systemAt(layout, before.at) !== systemAt(layout, stroke.at)) return [];
    const [from, to] = [pointAt(layout, before.at, before.string), pointAt(layout, stroke.at, stroke.string)];
    const y = from.y - layout.radius - 2;
    const lift = Math.min(16, 6 + (to.x - from.x) / 10);
    return [
      {
        id: stroke.id,
        letter: stroke.slur.charAt(0),
        path: `M${from.x.toFixed(1)} ${y}Q${((from.x + to.x) / 2).toFixed(1)} ${(y - lift).toFixed(1)} ${to.x.toFixed(1)} ${y}`,
      },
    ];
  });

/** Strokes inside a rectangle drawn over the threads. */
export const strokesWithin = (
  pattern: Pattern,
  layout: Layout,
  box: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number },
): readonly string[] =>
  pattern.strokes
    .filter(({ at, string }) => {
      const { x, y } = pointAt(layout, at, string);
      return x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
    })
    .map(({ id }) => id);
