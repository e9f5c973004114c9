/** A whole number with its sign: +3, 0, -3. */
export const formatSigned = (value: number): string => {
  const whole = Math.round(value);
  return `${whole > 0 ? '+' : ''}${whole}`;
};
