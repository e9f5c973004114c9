/**
 * Outlines of badges on a field of 20 × 20. No finger's token has one of them: figures are told apart without colour
 * too.
 */
const OUTLINES: readonly string[] = [
  // An arch.
  'M2 19V9A8 8 0 0 1 18 9V19Z',
  // A shield.
  'M2 1.5H18V10C18 15 14.5 17.5 10 19.5C5.5 17.5 2 15 2 10Z',
  // An octagon.
  'M6.2 1H13.8L19 6.2V13.8L13.8 19H6.2L1 13.8V6.2Z',
  // A parallelogram.
  'M5 2H19.5L15 18H0.5Z',
  // A flag with a notch.
  'M1 2H15.5L19.5 10L15.5 18H1Z',
  // A barrel.
  'M4 1.5H16C20 7 20 13 16 18.5H4C0 13 0 7 4 1.5Z',
];

/** Colours there are: those of the series of a chart. */
const COLOURS = 6;

/**
 * The outline of a figure's badge on a field of 20 × 20, by the figure's number from 1.
 * @example
 * figureOutline(1) === figureOutline(7) // => true
 */
export const figureOutline = (number: number): string => OUTLINES[(number - 1) % OUTLINES.length] as string;

/** The series whose colour a figure has, 1 to 6, by its number from 1: figures of one shape differ in colour. */
export const figureSeries = (number: number): number =>
  ((number - 1 + Math.floor((number - 1) / OUTLINES.length)) % COLOURS) + 1;
