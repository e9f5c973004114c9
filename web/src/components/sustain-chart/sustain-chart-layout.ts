import type { Digit, SustainSpan, StringChange } from '@fleet-wren/core';
import {
  DIAGRAM_SPACING,
  tickToPoint,
  type DiagramLayout,
  type DiagramSystem,
} from '../fingering-diagram/diagram-layout.ts';

/** Height of one string's row in pixels. */
export const STRING_ROW_HEIGHT = 26;

/** A note as a bar from its stroke to where it stops ringing. */
export interface SustainBar {
  readonly stroke: string;
  readonly digit: Digit | null;
  readonly x: number;
  readonly to: number;
  readonly how: SustainSpan['endReason'];
  /** Whether it rings on beyond what is shown. */
  readonly on: boolean;
}

/** The bars of one string in one row of bars; a note that rings over from the row before is drawn where it began. */
export const layOutSustainBars = (
  rings: readonly SustainSpan[],
  string: number,
  layout: DiagramLayout,
  system: DiagramSystem,
): readonly SustainBar[] =>
  rings
    .filter((ring) => ring.string === string && ring.from >= system.fromTick && ring.from < system.toTick)
    .map(({ stroke, digit, from, to, endReason }) => {
      const { x } = tickToPoint(layout, from, string);
      const end = x + (to - from) * layout.pixelsPerTick;
      const right = layout.width - DIAGRAM_SPACING.right;
      return { stroke, digit, x, to: Math.min(end, right), how: endReason, on: end > right };
    });

/** Strings that are played at all, the highest first. */
export const listPlayedStrings = (rings: readonly SustainSpan[], changes: readonly StringChange[]): readonly number[] =>
  [...new Set([...rings.map(({ string }) => string), ...changes.flatMap(({ from, to }) => [from, to])])].sort(
    (a, b) => a - b,
  );
