import { handPosition, patternLength, subdivisionTicks, type Digit, type Pattern } from '../../pattern/index.ts';

/** A group of a figure: from one stroke of thumb or pick to the next. Ticks, and its length in slots. */
export interface StrokeGroup {
  readonly startTick: number;
  readonly ticks: number;
  readonly slotCount: number;
}

/**
 * The groups a figure falls into, each opened by the thumb or the pick: 3+3+2 and the like. What comes before the first
 * belongs to the last. Empty where neither plays.
 * @example
 * computeStrokeGroups(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   analysePattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).digits,
 * ).length > 0 // => true
 */
export const computeStrokeGroups = (
  pattern: Pattern,
  digits: Readonly<Record<string, Digit | null>>,
): readonly StrokeGroup[] => {
  const openings = pattern.strokes.filter(({ id }) => digits[id] && handPosition(digits[id]) === 0).map(({ at }) => at);
  const starts = [...new Set(openings)];
  return starts.map((startTick, index) => {
    const next = starts[index + 1] ?? (starts[0] as number) + patternLength(pattern);
    return { startTick, ticks: next - startTick, slotCount: (next - startTick) / subdivisionTicks(pattern) };
  });
};
