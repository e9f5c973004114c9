import { BEND_STEPS } from '../../pattern/index.ts';

/** The step that is written and lies nearest to a bend of so many semitones. */
export const nearestBend = (semitones: number): number =>
  BEND_STEPS.reduce((best, step) => (Math.abs(step - semitones) < Math.abs(best - semitones) ? step : best));
