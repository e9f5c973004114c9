/** The value below which a share of some values lies. */
export const quantile = (values, share) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? NaN;

export const median = (values) => quantile(values, 0.5);

/** The spread of some values as a standard deviation would be for normal errors. */
export const spreadOf = (values) => {
  const middle = median(values);
  return 1.4826 * median(values.map((value) => Math.abs(value - middle)));
};

/** Where a drifting pulse has what is asked: as the invented player has it. */
export const pulseOf = ({ passes, passSeconds }, drift) => {
  const whole = passes * passSeconds;
  return (at) => 0.6 + (drift === 0 ? at : (whole / drift) * Math.log(1 + (drift * at) / whole));
};
