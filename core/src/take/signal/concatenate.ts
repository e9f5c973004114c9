/**
 * Pieces of sound as one.
 * @example
 * concatenateSamples([new Float32Array(2), new Float32Array(3)]).length // => 5
 */
export const concatenateSamples = (parts: readonly Float32Array[]): Float32Array<ArrayBuffer> => {
  const all = new Float32Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
};
