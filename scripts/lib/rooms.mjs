import FFT from 'fft.js';

/** Seconds of a room's response that are reckoned with, and the loudest sample of a recording. */
const [RESPONSE_SECONDS, LOUDEST] = [0.45, 0.7];

/** Seconds sound travels a metre. */
const SECONDS_PER_METRE = 1 / 343;

/** Rooms a take may be recorded in: metres, share of sound each wall gives back, and where player and telephone are. */
const ROOMS = {
  near: { size: [4, 3.2, 2.5], reflection: 0.8, player: [1.6, 1.4, 0.9], microphone: [2.1, 1.7, 0.8] },
  bedroom: { size: [4.2, 3.4, 2.5], reflection: 0.87, player: [1.2, 1.1, 0.9], microphone: [3, 2.2, 0.8] },
  kitchen: { size: [5.1, 3.9, 2.6], reflection: 0.9, player: [1.4, 1.3, 0.9], microphone: [3.9, 2.9, 1] },
  study: { size: [3.6, 2.9, 2.6], reflection: 0.88, player: [1.3, 1.2, 0.9], microphone: [2.6, 1.9, 0.7] },
  hall: { size: [7.5, 5.6, 3.2], reflection: 0.9, player: [2.2, 1.9, 1], microphone: [5.4, 3.9, 0.8] },
};

/** Where one coordinate is mirrored to, and how many walls it met: twice for each order. */
const mirrorImages = (at, length, order) =>
  Array.from({ length: 2 * order + 1 }, (_, index) => index - order).flatMap((turn) => [
    { at: at + 2 * turn * length, walls: 2 * Math.abs(turn) },
    { at: -at + 2 * turn * length, walls: Math.abs(turn - 1) + Math.abs(turn) },
  ]);

/** The reflections of a room: samples later, and how strong (image sources, Allen & Berkley 1979). */
const listReflections = ({ size, reflection, player, microphone }, sampleRate, seconds) => {
  const [xs, ys, zs] = size.map((length, axis) => mirrorImages(player[axis], length, 7));
  const taps = new Map();
  for (const x of xs)
    for (const y of ys)
      for (const z of zs) {
        const metres = Math.hypot(x.at - microphone[0], y.at - microphone[1], z.at - microphone[2]);
        const later = metres * SECONDS_PER_METRE;
        const gain = reflection ** (x.walls + y.walls + z.walls) / metres;
        if (later > seconds || gain < 1e-3) continue;
        const lag = Math.round(later * sampleRate);
        taps.set(lag, (taps.get(lag) ?? 0) + gain);
      }
  return [...taps];
};

/** Two sounds folded into each other, as long as the first. */
const convolve = (samples, response) => {
  let size = 1;
  while (size < samples.length + response.length) size *= 2;
  const transform = new FFT(size);
  const spectrumOf = (values) => {
    const padded = new Float64Array(size);
    padded.set(values);
    const spectrum = transform.createComplexArray();
    transform.realTransform(spectrum, padded);
    transform.completeSpectrum(spectrum);
    return spectrum;
  };
  const [a, b] = [spectrumOf(samples), spectrumOf(response)];
  for (let at = 0; at < a.length; at += 2)
    [a[at], a[at + 1]] = [a[at] * b[at] - a[at + 1] * b[at + 1], a[at] * b[at + 1] + a[at + 1] * b[at]];
  const folded = transform.createComplexArray();
  transform.inverseTransform(folded, a);
  return Float32Array.from(samples, (_, at) => folded[2 * at]);
};

/** A sound as it arrives across a room; the first sound comes when it came. */
export const playInRoom = (samples, name, sampleRate) => {
  const taps = listReflections(ROOMS[name], sampleRate, RESPONSE_SECONDS);
  const first = Math.min(...taps.map(([lag]) => lag));
  const loudest = Math.max(...taps.map(([, gain]) => gain));
  const response = new Float32Array(Math.ceil(RESPONSE_SECONDS * sampleRate) + 1);
  for (const [lag, gain] of taps) response[lag - first] += gain / loudest;
  const heard = convolve(samples, response);
  const peak = heard.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  return peak > LOUDEST ? heard.map((value) => (LOUDEST * value) / peak) : heard;
};
