import { actuatorOf, type Digit, type ActuatorTransition, type Pattern, type Actuator } from '@fleet-wren/core';
import {
  DIAGRAM_SPACING,
  tickToPoint,
  type DiagramLayout,
  type DiagramSystem,
} from '../fingering-diagram/diagram-layout.ts';

/** Height of one lane in pixels. */
export const LANE_HEIGHT = 38;

/** A striker's stroke on its lane, labelled with the string. */
export interface LaneMark {
  readonly id: string;
  readonly x: number;
  readonly string: number;
}

/** The way to the next stroke: thicker and warmer the more of the time it needs. */
export interface LaneTransition {
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
  readonly ways: readonly LaneTransition[];
}

/** The longest plant window that is drawn, in seconds: beyond it the finger simply rests. */
const PLANT_SHOWN = 0.35;

const widthOf = (layout: DiagramLayout, seconds: number, secondsPerTick: number): number =>
  (seconds / secondsPerTick) * layout.pixelsPerTick;

const plantOf = (
  from: number,
  to: number,
  need: number,
  has: number,
  pixels: (seconds: number) => number,
): LaneTransition['plant'] => {
  const free = has - need;
  if (free <= 0.02) return undefined;
  return { from: Math.max(from + pixels(need), to - pixels(Math.min(free, PLANT_SHOWN))), to };
};

interface LaneInput {
  readonly pattern: Pattern;
  readonly digits: Readonly<Record<string, Digit | null>>;
  readonly motions: readonly ActuatorTransition[];
  readonly layout: DiagramLayout;
  readonly system: DiagramSystem;
  readonly secondsPerTick: number;
}

const waysOf = (
  { pattern, motions, layout, system, secondsPerTick }: LaneInput,
  striker: Actuator,
): readonly LaneTransition[] => {
  const at = new Map(pattern.strokes.map((stroke) => [stroke.id, stroke]));
  const right = layout.width - DIAGRAM_SPACING.right;
  const pixels = (seconds: number): number => widthOf(layout, seconds, secondsPerTick);
  return motions
    .filter((motion) => motion.actuator === striker)
    .flatMap((motion): LaneTransition[] => {
      const from = at.get(motion.from);
      if (!from || from.at < system.fromTick || from.at >= system.toTick) return [];
      const x = tickToPoint(layout, from.at, from.string).x;
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
    .map(({ id, at, string }) => ({ id, x: tickToPoint(layout, at, string).x, string }));

/** The lanes of one system, one a striker, little-finger side on top as on the threads. */
export const layOutLanes = (input: LaneInput, strikers: readonly Actuator[]): readonly Lane[] =>
  [...strikers].reverse().map((striker) => ({ striker, marks: marksOf(input, striker), ways: waysOf(input, striker) }));
