/** A frequency at which the body of an instrument sounds along. */
export interface BodyMode {
  /** Hertz. */
  readonly frequency: number;
  /** How narrow it is: its frequency over its width. */
  readonly quality: number;
  readonly gain: number;
}

/** Adds one resonance: the band-pass filter of constant peak gain (Bristow-Johnson, Audio EQ Cookbook). */
const addMode = (dry: Float32Array, into: Float32Array, mode: BodyMode, sampleRate: number): void => {
  const radians = (2 * Math.PI * mode.frequency) / sampleRate;
  const alpha = Math.sin(radians) / (2 * mode.quality);
  const scale = 1 / (1 + alpha);
  const [forward, back1, back2] = [alpha * scale, -2 * Math.cos(radians) * scale, (1 - alpha) * scale];
  let [in1, in2, out1, out2] = [0, 0, 0, 0];
  for (let index = 0; index < dry.length; index += 1) {
    const value = dry[index] as number;
    const out = forward * (value - in2) - back1 * out1 - back2 * out2;
    [in2, in1, out2, out1] = [in1, value, out1, out];
    into[index] = (into[index] as number) + mode.gain * out;
  }
};

/**
 * A sound with the resonances of a body added to it.
 * @example
 * addBodyResonance(new Float32Array(8), [{ frequency: 100, quality: 20, gain: 1 }], 8000).length // => 8
 */
export const addBodyResonance = (dry: Float32Array, modes: readonly BodyMode[], sampleRate: number): Float32Array => {
  const wet = dry.slice();
  for (const mode of modes) if (mode.frequency < sampleRate / 2) addMode(dry, wet, mode, sampleRate);
  return wet;
};
