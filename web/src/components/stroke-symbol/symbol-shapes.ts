import type { Digit } from '@fleet-wren/core';

/** The CSS variable that holds a digit's colour. */
export const getDigitColour = (digit: Digit | null | undefined): string => {
  if (!digit) return 'var(--soft)';
  return digit === 'down' || digit === 'up' ? 'var(--digit-pick)' : `var(--digit-${digit})`;
};
