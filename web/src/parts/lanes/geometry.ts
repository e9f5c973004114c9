import { actuatorOf, type Digit, type ActuatorTransition, type Pattern, type Actuator } from '@fleet-wren/core';
import { SPACE, pointAt, type Layout, type System } from '../threads/geometry.ts';

/** Height of one lane in pixels. */
export const LANE = 38;

/** A striker's stroke on its lane, labelled with the string. */
export interface LaneMark {
  readonly id: string;
  readonly x: number;
  readonly string: number;
}

/** The way to the next stroke: thicker and warmer the more of the time it needs. */
export interface LaneWay {
  readonly key: string;
  readonly from: number;
  readonly to: number;
  /** Share of the time there is that is needed; 1 and more is too much. */
  readonly strain: number;
  /** Where the digit is free again and can plant on its next string. */
  readonly plant?: { readonly from: number; readonly to: number };
}

/** One row of the lanes. */
export interface Lane {
  readonly striker: Actuator;
  readonly marks: readonly LaneMark[];
  readonly ways: readonly LaneWay[];
}

/** The longest plant window that is drawn, in seconds: beyond it the finger simply rests. */
const PLANT_SHOWN = 0.35;

const widthOf = (layout: Layout, seconds: number, secondsPerTick: number): number =>
  (seconds / secondsPerTick) * layout.pixelsPerTick;

const plantOf = (
  from: number,
  to: number,
  need: number,
  has: number,
  pixels: (seconds: number) => number,
): LaneWay['plant'] => {
  const free = has - need;
  if (free <= 0.02) return undefined;
  return { from: Math.max(from + pixels(need), to - pixels(Math.min(free, PLANT_SHOWN))), to };
};

interface LaneInput {
  readonly pattern: Pattern;
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly motions: readonly ActuatorTransition[];
  readonly layout: Layout;
  readonly system: System;
  readonly secondsPerTick: number;
}

const waysOf = (
  { pattern, motions, layout, system, secondsPerTick }: LaneInput,
  striker: Actuator,
): readonly LaneWay[] => {
  const at = new Map(pattern.strokes.map((stroke) => [stroke.id, stroke]));
  const right = layout.width - SPACE.right;
  const pixels = (seconds: number): number => widthOf(layout, seconds, secondsPerTick);
  return motions
    .filter((motion) => motion.actuator === striker)
    .flatMap((motion): LaneWay[] => {
      const from = at.get(motion.from);
      if (!from || from.at < system.fromTick || from.at >= system.toTick) return [];
      const x = pointAt(layout, from.at, from.string).x;
      const to = x + pixels(motion.availableSeconds);
      const plant = to <= right ? plantOf(x, to, motion.neededSeconds, motion.availableSeconds, pixels) : undefined;
      return [
        {
          key: `${motion.from}-${motion.to}`,
          from: x,
          to: Math.min(to, right),
          strain: motion.neededSeconds / motion.availableSeconds,
          plant,
        },
      ];
    });
};

const marksOf = ({ pattern, digits, layout, system }: LaneInput, striker: Actuator): readonly LaneMark[] =>
  pattern.strokes
    .filter(
      ({ id, at }) => at >= system.fromTick && at < system.toTick && digits[id] && actuatorOf(digits[id]) === striker,
    )
    .map(({ id, at, string }) => ({ id, x: pointAt(layout, at, string).x, string }));

/** The lanes of one system, one a striker, little-finger side on top as on the threads. */
export const lanesOf = (input: LaneInput, strikers: readonly Actuator[]): readonly Lane[] =>
  [...strikers].reverse().map((striker) => ({ striker, marks: marksOf(input, striker), ways: waysOf(input, striker) }));
