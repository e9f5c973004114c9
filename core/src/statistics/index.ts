/** The middle of some values; 0 of none. */
export const median = (values: readonly number[]): number => quantile(values, 0.5);

/** The value below which a share of some values lies; 0 of none. */
export const quantile = (values: readonly number[], share: number): number => {
  if (values.length === 0) return 0;
  const sorted = [...values].sort((a, b) => a - b);
  const place = share * (sorted.length - 1);
  const low = Math.floor(place);
  const [a, b] = [sorted[low] as number, sorted[Math.min(sorted.length - 1, low + 1)] as number];
  return a + (place - low) * (b - a);
};

/** The spread of some values, as a standard deviation would be for normal errors: 1.4826 median deviations. */
export const robustStandardDeviation = (values: readonly number[]): number => {
  const middle = median(values);
  return 1.4826 * median(values.map((value) => Math.abs(value - middle)));
};

/** The root of the mean square of some samples; 0 of none. */
export const rootMeanSquare = (samples: Float32Array): number => {
  let sum = 0;
  for (const value of samples) sum += value * value;
  return Math.sqrt(sum / Math.max(1, samples.length));
};

/** A value brought within a range. */
export const clamp = (value: number, { least, most }: { readonly least: number; readonly most: number }): number =>
  Math.min(most, Math.max(least, value));

/** The normal distribution function, to 1e-7 (Abramowitz & Stegun, Handbook of Mathematical Functions, 26.2.17). */
export const normalShare = (value: number): number => {
  const t = 1 / (1 + 0.2316419 * Math.abs(value));
  const series = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = (Math.exp((-value * value) / 2) / Math.sqrt(2 * Math.PI)) * series;
  return value >= 0 ? 1 - tail : tail;
};
