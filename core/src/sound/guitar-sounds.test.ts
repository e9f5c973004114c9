import FFT from 'fft.js';
import { PitchDetector } from 'pitchy';
import { TUNINGS, createInstrument, midiToFrequency } from '../instrument/index.ts';
import {
  GUITAR_SOUNDS,
  PLUCK_PLACES,
  TOUCHES,
  synthesiseGuitarNote,
  touchOf,
  usualSound,
  type GuitarNote,
  type GuitarSound,
} from './index.ts';

const SAMPLE_RATE = 44_100;

const noteOf = (change: Partial<Omit<GuitarNote, 'tone'>> & Partial<GuitarNote['tone']>): Float32Array => {
  const { sound = 'nylon', place = 'middle', fingers = 'nail', ...note } = change;
  return synthesiseGuitarNote({
    pitch: 52,
    touch: 'nail',
    duration: 3,
    sampleRate: SAMPLE_RATE,
    ...note,
    tone: { sound, place, fingers },
  });
};

const rms = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);

/** Share of the first half second that is left after two. */
const remains = (samples: Float32Array): number =>
  rms(samples.slice(2 * SAMPLE_RATE, 2.5 * SAMPLE_RATE)) / rms(samples.slice(0, SAMPLE_RATE / 2));

/** The middle of the spectrum right after the pluck, hertz, by energy. */
const brightnessOf = (samples: Float32Array): number => {
  const size = 8192;
  const fft = new FFT(size);
  const spectrum = fft.createComplexArray() as number[];
  const windowed = Array.from(
    samples.slice(0, size),
    (value, index) => value * Math.sin((Math.PI * index) / size) ** 2,
  );
  fft.realTransform(spectrum, windowed);
  let [weighted, sum] = [0, 0];
  for (let bin = 1; bin < size / 2; bin += 1) {
    const energy = (spectrum[2 * bin] as number) ** 2 + (spectrum[2 * bin + 1] as number) ** 2;
    weighted += (energy * bin * SAMPLE_RATE) / size;
    sum += energy;
  }
  return weighted / sum;
};

describe('the sound of instruments, measured', () => {
  test.each(GUITAR_SOUNDS)('%s is within 2 cents of its pitch, by the pitch detector pitchy', (sound) => {
    for (const pitch of [40, 52, 64, 76]) {
      const samples = noteOf({ sound, pitch });
      const [heard] = PitchDetector.forFloat32Array(8192).findPitch(samples.slice(8820, 8820 + 8192), SAMPLE_RATE);
      expect(Math.abs(1200 * Math.log2(heard / midiToFrequency(pitch)))).toBeLessThan(2);
    }
  });

  test('a banjo fades first, then nylon, then steel, an electric guitar last (common practice, no source)', () => {
    const order: readonly GuitarSound[] = ['banjo', 'nylon', 'steel', 'electric'];
    const left = order.map((sound) => remains(noteOf({ sound })));
    expect([...left].sort((a, b) => a - b)).toEqual(left);
  });

  test('steel is brighter than nylon, a banjo brighter than both, a bass duller (common practice, no source)', () => {
    const order: readonly GuitarSound[] = ['bass', 'nylon', 'steel', 'banjo'];
    const bright = order.map((sound) => brightnessOf(noteOf({ sound })));
    expect([...bright].sort((a, b) => a - b)).toEqual(bright);
  });

  test('nearer the bridge and with harder things the sound grows brighter (common practice, no source)', () => {
    const places = PLUCK_PLACES.map((place) => brightnessOf(noteOf({ place })));
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    const touches = TOUCHES.map((touch) => brightnessOf(noteOf({ touch })));
    expect([...touches].sort((a, b) => a - b)).toEqual(touches);
  });

  test('all begin about as loud, and none is cut', () => {
    const begins = GUITAR_SOUNDS.flatMap((sound) =>
      [40, 64].map((pitch) => rms(noteOf({ sound, pitch }).slice(0, SAMPLE_RATE / 10))),
    );
    expect(Math.max(...begins) / Math.min(...begins)).toBeLessThan(1.4);
    const peaks = GUITAR_SOUNDS.map((sound) => noteOf({ sound }).reduce((most, value) => Math.max(most, value), 0));
    expect(Math.max(...peaks)).toBeLessThan(1);
  });

  test('the same note sounds the same', () => expect(noteOf({ duration: 0.2 })).toEqual(noteOf({ duration: 0.2 })));
});

test.each([
  [[40, 45, 50, 55, 59, 64], 'steel'],
  [[67, 60, 64, 69], 'nylon'],
  [[67, 50, 55, 59, 62], 'banjo'],
  [[28, 33, 38, 43], 'bass'],
  [[23, 28, 33, 38, 43], 'bass'],
] as const)('strings %p suggest %s', (pitches, sound) => expect(usualSound({ pitches })).toBe(sound));

test('every tuning of a guitar suggests steel', () => {
  const guitars = TUNINGS.filter(({ pitches }) => pitches.length === 6 && (pitches[0] ?? 0) > 33);
  expect(guitars.length).toBeGreaterThan(4);
  for (const tuning of guitars) expect(usualSound(createInstrument(tuning))).toBe('steel');
});

test('the pick is a pick, the thumb is flesh, fingers are as they were set', () => {
  const tone = { sound: 'steel', place: 'middle', fingers: 'flesh' } as const;
  expect((['down', 'up', 'p', 'i'] as const).map((digit) => touchOf(digit, tone))).toEqual([
    'pick',
    'pick',
    'flesh',
    'flesh',
  ]);
});
