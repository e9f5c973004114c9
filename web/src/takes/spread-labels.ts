/**
 * Heights of names beside what they name, pushed apart until none covers another; all between two bounds where they
 * fit.
 */
export const spreadLabels = (
  wanted: readonly number[],
  apart: number,
  [top, bottom]: readonly [number, number],
): readonly number[] => {
  const order = wanted.map((at, index) => ({ at, index })).sort((a, b) => a.at - b.at);
  const placed: number[] = [];
  let lowest = top;
  for (const { at, index } of order) {
    lowest = Math.max(at, lowest);
    placed[index] = lowest;
    lowest += apart;
  }
  // What went over the bottom comes back up, and pushes what is above it.
  let highest = bottom;
  for (const { index } of [...order].reverse()) {
    placed[index] = Math.min(placed[index] as number, highest);
    highest = (placed[index] as number) - apart;
  }
  return placed;
};
