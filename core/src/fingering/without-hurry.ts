import { getOrCreateWeak } from './memoise.ts';
import type { School } from './school.ts';

const unhurried = new WeakMap<School, School>();

/**
 * A school as it decides who plays what: by comfort alone. A figure has one fingering, whatever the tempo: what hurry
 * asks for is judged afterwards, and offered.
 * @example
 * withoutHurry(resolveSchoolOrThrow({ school: 'rolling' })).weights.rush // => 0
 */
export const withoutHurry = (school: School): School =>
  getOrCreateWeak(unhurried, school, () => ({ ...school, weights: { ...school.weights, rush: 0 } }));
