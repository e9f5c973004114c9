import {
  createTaskFromPattern,
  fingerPattern,
  solveFingering,
  type Fingering,
  type FingeringOptions,
} from '../../fingering/index.ts';
import type { AnyPatternEdit } from '../../edit/index.ts';
import { TEMPO_RANGE } from '../../time/index.ts';
import { describePosition, isDeepEqual, type Pattern, type Stroke } from '../../pattern/index.ts';
import { computeMaxTempo } from '../tempo/max-tempo.ts';
import { computeTimedTransitions } from '../tempo/timed-transitions.ts';

/** Another fingering that can be played faster, and the edit that pins it. */
export interface FasterFingering {
  readonly maxTempo: number;
  readonly edit: AnyPatternEdit;
}

/** How much faster another fingering has to be to be worth the change. */
const LEAST_GAIN = 1.1;

/** Tempos at which hurry is felt, as shares of the ceiling the fingering at hand has. */
const HURRIED = [1.1, 1.5, 2.2, 3] as const;

const ceilingOf = (pattern: Pattern, digits: Fingering, options: FingeringOptions): number =>
  computeMaxTempo(pattern.tempo, computeTimedTransitions(createTaskFromPattern(pattern, options), digits))?.bpm ??
  Infinity;

/** Pins for the digits that differ; for all where those alone would let others change. */
const pinDigits = (
  pattern: Pattern,
  own: Fingering,
  wished: Fingering,
  options: FingeringOptions,
): readonly Stroke[] => {
  const pinned = (isEvery: boolean): readonly Stroke[] =>
    pattern.strokes.flatMap((stroke, index) => {
      const digit = wished[index];
      return digit && !stroke.slur && (isEvery || digit !== own[index]) ? [{ ...stroke, pin: digit }] : [];
    });
  const few = pinned(false);
  const byId = new Map(few.map((stroke) => [stroke.id, stroke]));
  const strokes = pattern.strokes.map((stroke) => byId.get(stroke.id) ?? stroke);
  return isDeepEqual(fingerPattern({ ...pattern, strokes }, options).digits, wished) ? few : pinned(true);
};

/**
 * Another fingering by the same school that reaches a tempo at least a tenth higher, and the edit that pins it;
 * undefined where none does. Who plays what is decided by comfort: this is what hurry would have instead.
 * @example
 * findFasterFingering(valueOrThrow(parseStringNotation('5 3 2 3')).pattern) // => undefined
 */
export const findFasterFingering = (pattern: Pattern, options: FingeringOptions = {}): FasterFingering | undefined => {
  const own = fingerPattern(pattern, options).digits;
  const ceiling = ceilingOf(pattern, own, options);
  if (ceiling >= TEMPO_RANGE.most) return undefined;
  const found = HURRIED.map((share) => {
    const hurried = { ...pattern, tempo: Math.min(TEMPO_RANGE.most, ceiling * share) };
    const { digits } = solveFingering(createTaskFromPattern(hurried, options), (at) => describePosition(pattern, at));
    return { digits, maxTempo: ceilingOf(pattern, digits, options) };
  });
  const best = found.reduce((a, b) => (b.maxTempo > a.maxTempo ? b : a));
  if (best.maxTempo < LEAST_GAIN * ceiling || best.digits.some((digit, index) => !digit && own[index]))
    return undefined;
  return {
    maxTempo: best.maxTempo,
    edit: { kind: 'put', strokes: pinDigits(pattern, own, best.digits, options) },
  };
};
