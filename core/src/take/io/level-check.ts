import { quantile, rootMeanSquare } from '../../statistics/index.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';

/** Level of a sound, as a share of the loudest there is, from which on somebody plays (est.). */
export const MIN_SIGNAL_LEVEL = 0.002;

/** What a check of the sound comes to, in decibels below the loudest there is. */
export interface LevelCheck {
  /** The quiet moments, and the loud ones. */
  readonly noiseLevel: number;
  readonly signalLevel: number;
  readonly code: 'good' | 'silent' | 'too-quiet' | 'too-loud' | 'noisy';
}

/** From what on a sound is no good for listening to (est.): decibels, share of samples at the limit. */
const LEVEL_LIMITS = { silent: -66, quiet: -46, above: 14, limit: 0.985, clipped: 0.001, seconds: 0.05 } as const;

const toDecibels = (value: number): number => 20 * Math.log10(Math.max(1e-6, value));

/**
 * Whether a few seconds of somebody playing can be listened to: loud enough, not cut off, and well above the noise of
 * the room. Samples come at `TAKE.sampleRate` a second, −1 to 1.
 * @example
 * checkLevel(new Float32Array(22050)).code // => 'silent'
 */
export const checkLevel = (samples: Float32Array): LevelCheck => {
  const size = Math.round(LEVEL_LIMITS.seconds * TAKE_PARAMETERS.sampleRate);
  const levels = Array.from({ length: Math.floor(samples.length / size) }, (_, part) =>
    toDecibels(rootMeanSquare(samples.subarray(part * size, (part + 1) * size))),
  );
  const [noise, played] = [quantile(levels, 0.1), quantile(levels, 0.9)];
  const clipped = samples.reduce((sum, value) => sum + (Math.abs(value) >= LEVEL_LIMITS.limit ? 1 : 0), 0);
  const says = (): LevelCheck['code'] => {
    if (played < LEVEL_LIMITS.silent) return 'silent';
    if (clipped > LEVEL_LIMITS.clipped * samples.length) return 'too-loud';
    if (played - noise < LEVEL_LIMITS.above) return 'noisy';
    return played < LEVEL_LIMITS.quiet ? 'too-quiet' : 'good';
  };
  return { noiseLevel: noise, signalLevel: played, code: says() };
};
