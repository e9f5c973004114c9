import type { TakeAssessment } from '@fleet-wren/core';

/** Seconds at which each time through begins by the player's own pulse, and at which the last one ends. */
export const computePassStarts = ({ heard: { strokes, cycles } }: TakeAssessment, each: number): readonly number[] => {
  const begins = Array.from({ length: cycles }, (_, cycle) => strokes[cycle * each]?.pulse ?? 0);
  const last = begins.at(-1) ?? 0;
  const before = begins.at(-2);
  const length =
    before === undefined ? ((strokes.at(-1)?.pulse ?? last) - last) * (each / Math.max(1, each - 1)) : last - before;
  return [...begins, last + length];
};

/** How far through the figure a second of the take is, 0 to 1; null before and after it is played. */
export const positionInPass = (begins: readonly number[], seconds: number): number | null => {
  const cycle = begins.findLastIndex((begin) => begin <= seconds);
  const [from, to] = [begins[cycle], begins[cycle + 1]];
  return from === undefined || to === undefined || to <= from ? null : (seconds - from) / (to - from);
};
