import { BEND_STEPS } from '../../pattern/index.ts';

/** The step that is written and lies nearest to a bend of so many semitones. */
export const nearestBend = (semitones: number): number =>
  BEND_STEPS.reduce((best, step) => (Math.abs(step - semitones) < Math.abs(best - semitones) ? step : best));

/** Semitones of a bend, and frets of a trill, that do not say how far (common practice, no source). */
export const USUAL_BEND = 2;
export const USUAL_TRILL = 2;
