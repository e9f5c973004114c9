import {
  STRIKERS, countsOfBar, patternLength, slotTicks, strikerOf, stringCount, ticksPerBar, ticksPerBeat,
  type Digit, type Pattern, type Striker, type Stroke,
} from '@fleet-wren/core';
import { line, curveBumpX } from 'd3-shape';

/** Space around and between, in pixels. */
export const SPACE = { left: 66, right: 18, counts: 30, string: 43, below: 20, between: 14 } as const;

/** A column of the grid: one part of a beat. */
export interface Slot {
  readonly at: number;
  readonly x: number;
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
  const slotsPerBar = pattern.metre.beats * pattern.subdivision;
  return clamp(Math.floor(inner / (slotsPerBar * NARROWEST_SLOT)), 1, pattern.bars);
};

const makeSystem = (pattern: Pattern, index: number, perSystem: number, inner: number, systemHeight: number): System => {
  const bar = ticksPerBar(pattern.metre);
  const fromBar = index * perSystem;
  const bars = Math.min(perSystem, pattern.bars - fromBar);
  const perTick = inner / (perSystem * bar);
  const slot = slotTicks(pattern);
  const counts = countsOfBar(pattern.metre, pattern.subdivision);
  const x = (at: number): number => SPACE.left + (at - fromBar * bar) * perTick;
  const beat = ticksPerBeat(pattern.metre);
  const slots = Array.from({ length: bars * counts.length }, (_, place): Slot => {
    const at = fromBar * bar + place * slot;
    return { at, x: x(at + slot / 2), label: counts[place % counts.length] ?? '', beat: at % beat === 0 };
  });
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

/** Lays a pattern out in systems across a width in pixels. */
export const layoutOf = (pattern: Pattern, width: number): Layout => {
  const inner = Math.max(120, width - SPACE.left - SPACE.right);
  const perSystem = barsPerSystem(pattern, inner);
  const strings = stringCount(pattern.instrument);
  const systemHeight = SPACE.counts + strings * SPACE.string;
  const pixelsPerTick = inner / (perSystem * ticksPerBar(pattern.metre));
  const slotWidth = slotTicks(pattern) * pixelsPerTick;
  const count = Math.ceil(pattern.bars / perSystem);
  return {
    width,
    height: count * (systemHeight + SPACE.between) - SPACE.between + SPACE.below,
    strings,
    slotWidth,
    pixelsPerTick,
    radius: clamp(slotWidth * 0.44, 7, 13),
    systems: Array.from({ length: count }, (_, index) => makeSystem(pattern, index, perSystem, inner, systemHeight)),
    systemHeight,
  };
};

/** Height of a string's line above the system's top. */
export const stringY = (string: number): number => SPACE.counts + (string - 0.5) * SPACE.string;

/** The system a tick falls in. */
export const systemAt = (layout: Layout, at: number): System =>
  layout.systems.find(({ toTick }) => at < toTick) ?? (layout.systems[layout.systems.length - 1] as System);

/** Where a tick lies: the beginning of a stroke is drawn in the middle of its slot. */
export const pointAt = (layout: Layout, at: number, string: number): { readonly x: number; readonly y: number } => {
  const system = systemAt(layout, at);
  return {
    x: SPACE.left + (at - system.fromTick) * layout.pixelsPerTick + layout.slotWidth / 2,
    y: system.top + stringY(string),
  };
};

/** What lies under a point: the nearest slot and string; undefined outside the strings. */
export const cellAt = (pattern: Pattern, layout: Layout, x: number, y: number): { readonly at: number; readonly string: number } | undefined => {
  const system = layout.systems.find(({ top }) => y >= top && y < top + layout.systemHeight + SPACE.between);
  if (!system || x < SPACE.left - 4) return undefined;
  const string = Math.ceil((y - system.top - SPACE.counts) / SPACE.string);
  const slot = Math.floor((x - SPACE.left) / layout.slotWidth);
  const at = system.fromTick + clamp(slot, 0, system.slots.length - 1) * slotTicks(pattern);
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
const strokesOf = (pattern: Pattern, digits: Readonly<Record<string, Digit | null>>, striker: Striker): readonly Placed[] =>
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
export const threadsOf = (pattern: Pattern, digits: Readonly<Record<string, Digit | null>>, layout: Layout): readonly Thread[] =>
  STRIKERS.map((striker) => ({ striker, strokes: strokesOf(pattern, digits, striker) }))
    .filter(({ strokes }) => strokes.length > 0)
    .map(({ striker, strokes }) => ({
      striker,
      paths: layout.systems.map((system) => pathIn(layout, system, strokes)).filter((path) => path !== ''),
    }));

/** Where the play cursor stands at a tick: its x and its system. */
export const cursorAt = (pattern: Pattern, layout: Layout, tick: number): { readonly x: number; readonly top: number } => {
  const at = Math.max(0, Math.min(tick, patternLength(pattern) - 1e-6));
  const system = systemAt(layout, at);
  return { x: SPACE.left + (at - system.fromTick) * layout.pixelsPerTick + layout.slotWidth / 2, top: system.top };
};
