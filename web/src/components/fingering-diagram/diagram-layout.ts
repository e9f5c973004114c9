import { say } from '@fleet-wren/wording';
import {
  beatsPerBar,
  listSubdivisionSlots,
  formatCount,
  patternLength,
  stringCount,
  ticksPerBar,
  ticksPerBeat,
  type SubdivisionSlot,
  type Pattern,
} from '@fleet-wren/core';

/** Space around and between, in pixels. */
export const DIAGRAM_SPACING = {
  left: 66,
  right: 18,
  counts: 30,
  string: 43,
  below: 20,
  between: 14,
  chords: 18,
  endings: 22,
} as const;

/** A column of the grid: one part of a beat. */
interface Slot {
  readonly at: number;
  readonly x: number;
  readonly width: number;
  readonly label: string;
  readonly beat: boolean;
}

/** One row of bars across the page. */
export interface DiagramSystem {
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
export interface DiagramLayout {
  readonly width: number;
  readonly height: number;
  readonly strings: number;
  readonly slotWidth: number;
  readonly pixelsPerTick: number;
  readonly radius: number;
  readonly systems: readonly DiagramSystem[];
  readonly ticksPerSystem: number;
  readonly systemHeight: number;
}

const NARROWEST_SLOT = 23;

const clamp = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

const barsPerSystem = (pattern: Pattern, inner: number): number => {
  const slotsPerBar =
    beatsPerBar(pattern.metre) * Math.max(pattern.subdivision, ...(pattern.divisions ?? []).map(({ parts }) => parts));
  return clamp(Math.floor(inner / (slotsPerBar * NARROWEST_SLOT)), 1, pattern.bars);
};

/** Index of the first of some things, sorted by `at`, that is not before a tick. */
const firstFrom = (sorted: readonly { readonly at: number }[], at: number): number => {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as { readonly at: number }).at < at) low = middle + 1;
    else high = middle;
  }
  return low;
};

const makeSystem = (
  pattern: Pattern,
  parts: readonly SubdivisionSlot[],
  index: number,
  perSystem: number,
  inner: number,
  systemHeight: number,
  half: number,
): DiagramSystem => {
  const bar = ticksPerBar(pattern.metre);
  const fromBar = index * perSystem;
  const bars = Math.min(perSystem, pattern.bars - fromBar);
  const perTick = inner / (perSystem * bar);
  const x = (at: number): number => DIAGRAM_SPACING.left + (at - fromBar * bar) * perTick;
  const beat = ticksPerBeat(pattern.metre);
  const slots = parts
    .slice(firstFrom(parts, fromBar * bar), firstFrom(parts, (fromBar + bars) * bar))
    .map((part): Slot => ({
      at: part.at,
      x: x(part.at + half),
      width: part.ticks * perTick,
      label: formatCount(pattern, part),
      beat: part.part === 0,
    }));
  const beats = Array.from({ length: bars * beatsPerBar(pattern.metre) }, (_, place) => fromBar * bar + place * beat);
  return {
    index,
    fromTick: fromBar * bar,
    toTick: (fromBar + bars) * bar,
    fromBar,
    bars,
    top: index * (systemHeight + DIAGRAM_SPACING.between),
    slots,
    shades: beats.filter((_, place) => place % 2 === 1).map((at) => ({ x: x(at), width: beat * perTick })),
    barLines: Array.from({ length: bars + 1 }, (_, place) => x((fromBar + place) * bar)),
  };
};

/** Ticks of the narrowest part of a beat: tokens stand half of it after their time. */
const narrowest = (parts: readonly SubdivisionSlot[]): number =>
  parts.reduce((least, { ticks }) => Math.min(least, ticks), Infinity);

/** Lays a pattern out in systems across a width in pixels. */
export const layOutDiagram = (pattern: Pattern, width: number): DiagramLayout => {
  const inner = Math.max(120, width - DIAGRAM_SPACING.left - DIAGRAM_SPACING.right);
  const perSystem = barsPerSystem(pattern, inner);
  const strings = stringCount(pattern.instrument);
  const chords = pattern.chordChanges ? DIAGRAM_SPACING.chords : 0;
  const endings = pattern.endings ? DIAGRAM_SPACING.endings : 0;
  const systemHeight = DIAGRAM_SPACING.counts + strings * DIAGRAM_SPACING.string + chords + endings;
  const pixelsPerTick = inner / (perSystem * ticksPerBar(pattern.metre));
  const parts = listSubdivisionSlots(pattern);
  const half = narrowest(parts) / 2;
  const slotWidth = 2 * half * pixelsPerTick;
  const count = Math.ceil(pattern.bars / perSystem);
  return {
    width,
    height: count * (systemHeight + DIAGRAM_SPACING.between) - DIAGRAM_SPACING.between + DIAGRAM_SPACING.below,
    strings,
    slotWidth,
    pixelsPerTick,
    ticksPerSystem: perSystem * ticksPerBar(pattern.metre),
    radius: clamp(slotWidth * 0.44, 7, 13),
    systems: Array.from({ length: count }, (_, index) =>
      makeSystem(pattern, parts, index, perSystem, inner, systemHeight, half),
    ),
    systemHeight,
  };
};

/** Height of a string's line above the system's top. */
export const getStringY = (string: number): number => DIAGRAM_SPACING.counts + (string - 0.5) * DIAGRAM_SPACING.string;

/** The system a tick falls in. */
export const findSystemAt = (layout: DiagramLayout, at: number): DiagramSystem =>
  layout.systems[clamp(Math.floor(at / layout.ticksPerSystem), 0, layout.systems.length - 1)] as DiagramSystem;

/** Which bars of all a row shows, to be said after something else; nothing where it shows them all. */
export const formatBarRange = ({ fromBar, bars }: DiagramSystem, all: number): string => {
  if (bars === all) return '';
  return bars === 1
    ? say('parts.bar-2', { fromBar: fromBar + 1 })
    : say('parts.bars-shown', { from: fromBar + 1, to: fromBar + bars });
};

/** How far to the right of a system's left edge a tick begins, in pixels. */
export const tickToX = (
  { pixelsPerTick }: Pick<DiagramLayout, 'pixelsPerTick'>,
  { fromTick }: Pick<DiagramSystem, 'fromTick'>,
  at: number,
): number => DIAGRAM_SPACING.left + (at - fromTick) * pixelsPerTick;

/** Where a tick lies: the beginning of a stroke is drawn in the middle of its slot. */
export const tickToPoint = (
  layout: DiagramLayout,
  at: number,
  string: number,
): { readonly x: number; readonly y: number } => {
  const system = findSystemAt(layout, at);
  return {
    x: tickToX(layout, system, at) + layout.slotWidth / 2,
    y: system.top + getStringY(string),
  };
};

/** What lies under a point: the nearest slot and string; undefined outside the strings. */
export const pointToCell = (
  layout: DiagramLayout,
  x: number,
  y: number,
): { readonly at: number; readonly string: number } | undefined => {
  const system = layout.systems[Math.floor(y / (layout.systemHeight + DIAGRAM_SPACING.between))];
  if (!system || x < DIAGRAM_SPACING.left - 4) return undefined;
  const string = Math.ceil((y - system.top - DIAGRAM_SPACING.counts) / DIAGRAM_SPACING.string);
  const nearest = system.slots.reduce<Slot | undefined>(
    (best, slot) => (!best || Math.abs(slot.x - x) < Math.abs(best.x - x) ? slot : best),
    undefined,
  );
  const at = nearest?.at ?? system.fromTick;
  return string >= 1 && string <= layout.strings ? { at, string } : undefined;
};

/** Where the play cursor stands at a tick: its x and its system. */
export const tickToCursor = (
  pattern: Pattern,
  layout: DiagramLayout,
  tick: number,
): { readonly x: number; readonly top: number } => {
  const at = Math.max(0, Math.min(tick, patternLength(pattern) - 1e-6));
  const system = findSystemAt(layout, at);
  return {
    x: tickToX(layout, system, at) + layout.slotWidth / 2,
    top: system.top,
  };
};

/** Strokes inside a rectangle drawn over the threads. */
export const findStrokesInBox = (
  pattern: Pattern,
  layout: DiagramLayout,
  box: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number },
): readonly string[] =>
  pattern.strokes
    .filter(({ at, string }) => {
      const { x, y } = tickToPoint(layout, at, string);
      return x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
    })
    .map(({ id }) => id);
