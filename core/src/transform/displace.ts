import { patternLength } from '../pattern/index.ts';
import { strokewise, wrapped, type Transform } from './transform.ts';

/**
 * Shifts strokes in time by some ticks; what leaves the end comes in at the beginning, as the wheel turns. By the
 * pattern's length nothing changes.
 */
export const displace = (ticks: number): Transform =>
  strokewise((stroke, pattern) => ({ ...stroke, at: wrapped(stroke.at + ticks, patternLength(pattern)) }));
