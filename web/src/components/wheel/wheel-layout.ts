import {
  listSubdivisionSlots,
  formatCount,
  computeStrokeGroups,
  patternLength,
  ticksPerBeat,
  type Digit,
  type Pattern,
} from '@fleet-wren/core';
import { arc } from 'd3-shape';

/** Radii of the wheel in pixels around 0 0, from the outside in. */
export const WHEEL_SIZE = { size: 300, arcs: [140, 134], counts: 122, outer: 104, inner: 46 } as const;

/** A bead: one stroke on the wheel. */
export interface WheelStroke {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly digit: Digit | null;
}

/** One part of a beat on the rim. */
export interface WheelSlot {
  readonly at: number;
  readonly x: number;
  readonly y: number;
  readonly label: string;
  readonly beat: boolean;
}

/** A group as an arc on the rim with its length in slots. */
export interface GroupArc {
  readonly key: number;
  readonly path: string;
  readonly x: number;
  readonly y: number;
  readonly label: string;
}

const angleOf = (pattern: Pattern, at: number): number => (2 * Math.PI * at) / patternLength(pattern);

const point = (angle: number, radius: number): { readonly x: number; readonly y: number } => ({
  x: Number((radius * Math.sin(angle)).toFixed(2)),
  y: Number((-radius * Math.cos(angle)).toFixed(2)),
});

/** Radius of a string's ring: string 1 outermost. */
export const getStringRadius = (string: number, strings: number): number =>
  WHEEL_SIZE.outer - ((string - 1) * (WHEEL_SIZE.outer - WHEEL_SIZE.inner)) / Math.max(1, strings - 1);

/** The beads of a fingering. */
export const layOutStrokes = (
  pattern: Pattern,
  digits: Readonly<Record<string, Digit | null>>,
): readonly WheelStroke[] =>
  pattern.strokes.map(({ id, at, string }) => ({
    id,
    digit: digits[id] ?? null,
    ...point(angleOf(pattern, at), getStringRadius(string, pattern.instrument.pitches.length)),
  }));

/** The parts of the beats around the rim. */
export const layOutSlots = (pattern: Pattern): readonly WheelSlot[] =>
  listSubdivisionSlots(pattern).map((part) => ({
    at: part.at,
    label: formatCount(pattern, part),
    beat: part.at % ticksPerBeat(pattern.metre) === 0,
    ...point(angleOf(pattern, part.at), WHEEL_SIZE.counts),
  }));

const drawArc = arc();

/** Gap between arcs, in radians. */
const GAP = 0.035;

/** The groups around the rim, none where the thumb only marks one. */
export const layOutGroupArcs = (
  pattern: Pattern,
  digits: Readonly<Record<string, Digit | null>>,
): readonly GroupArc[] => {
  const groups = computeStrokeGroups(pattern, digits);
  if (groups.length < 2) return [];
  return groups.map(({ startTick, ticks, slotCount }) => {
    const [startAngle, endAngle] = [angleOf(pattern, startTick) - GAP, angleOf(pattern, startTick + ticks) - 3 * GAP];
    const path =
      drawArc({ startAngle, endAngle, innerRadius: WHEEL_SIZE.arcs[1], outerRadius: WHEEL_SIZE.arcs[0] }) ?? '';
    return {
      key: startTick,
      path,
      label: String(Number(slotCount.toFixed(2))),
      ...point((startAngle + endAngle) / 2, WHEEL_SIZE.arcs[0] + 14),
    };
  });
};
