/** The first place of an ordered list that is not before a value. */
export const lowerBound = (sorted: readonly number[], value: number): number => {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] as number) < value) low = middle + 1;
    else high = middle;
  }
  return low;
};

/** Whether something of an ordered list lies within a reach of a value. */
export const hasValueNear = (sorted: readonly number[], value: number, reach: number): boolean =>
  (sorted[lowerBound(sorted, value - reach)] ?? Infinity) <= value + reach;

/** How far a value is from the nearest of an ordered list; without one infinitely far. */
export const distanceToNearest = (sorted: readonly number[], value: number): number => {
  const next = lowerBound(sorted, value);
  return Math.min((sorted[next] ?? Infinity) - value, value - (sorted[next - 1] ?? -Infinity));
};

/** Whether a member of an ordered list has another one within a reach. */
export const hasOtherNear = (sorted: readonly number[], member: number, reach: number): boolean =>
  (sorted[lowerBound(sorted, member - reach) + 1] ?? Infinity) <= member + reach;
