import { quantile, rootMeanSquare } from '../statistics/index.ts';
import { TAKE } from './estimates.ts';

/** Level of a sound, as a share of the loudest there is, from which on somebody plays (est.). */
export const LOUD_ENOUGH = 0.002;

/** What a check of the sound comes to, in decibels below the loudest there is. */
export interface SoundCheck {
  /** The quiet moments, and the loud ones. */
  readonly noise: number;
  readonly played: number;
  readonly says: 'good' | 'silent' | 'too-quiet' | 'too-loud' | 'noisy';
}

/** From what on a sound is no good for listening to (est.): decibels, share of samples at the limit. */
const CHECK = { silent: -66, quiet: -46, above: 14, limit: 0.985, clipped: 0.001, seconds: 0.05 } as const;

const decibels = (value: number): number => 20 * Math.log10(Math.max(1e-6, value));

/**
 * Whether a few seconds of somebody playing can be listened to: loud enough, not cut off, and well above the noise of the room.
 * Samples come at `TAKE.sampleRate` a second, −1 to 1.
 * @example
 * checkSound(new Float32Array(22050)).says // => 'silent'
 */
export const checkSound = (samples: Float32Array): SoundCheck => {
  const size = Math.round(CHECK.seconds * TAKE.sampleRate);
  const levels = Array.from({ length: Math.floor(samples.length / size) }, (_, part) =>
    decibels(rootMeanSquare(samples.subarray(part * size, (part + 1) * size))),
  );
  const [noise, played] = [quantile(levels, 0.1), quantile(levels, 0.9)];
  const clipped = samples.reduce((sum, value) => sum + (Math.abs(value) >= CHECK.limit ? 1 : 0), 0);
  const says = (): SoundCheck['says'] => {
    if (played < CHECK.silent) return 'silent';
    if (clipped > CHECK.clipped * samples.length) return 'too-loud';
    if (played - noise < CHECK.above) return 'noisy';
    return played < CHECK.quiet ? 'too-quiet' : 'good';
  };
  return { noise, played, says: says() };
};
