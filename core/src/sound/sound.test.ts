import { PitchDetector } from 'pitchy';
import { frequencyOf } from '../instrument/index.ts';
import { newPattern, type Pattern } from '../pattern/index.ts';
import { clicksOf, notesOf, pluckedString, seededRandom } from './index.ts';

const SAMPLE_RATE = 44100;
const cents = (heard: number, wanted: number): number => 1200 * Math.log2(heard / wanted);
const sounded = (midi: number): Float32Array =>
  pluckedString({ frequency: frequencyOf(midi), seconds: 2, sampleRate: SAMPLE_RATE, random: seededRandom(midi) });
const rms = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);

describe('the plucked string (Karplus & Strong 1983; Jaffe & Smith 1983), heard by the pitch detector pitchy', () => {
  test.each([38, 40, 45, 50, 55, 59, 64, 69, 76])('MIDI note %i is within 3 cents of its pitch', (midi) => {
    const length = 8192;
    const [heard, clarity] = PitchDetector.forFloat32Array(length).findPitch(
      sounded(midi).slice(11025, 11025 + length),
      SAMPLE_RATE,
    );
    expect(clarity).toBeGreaterThan(0.9);
    expect(Math.abs(cents(heard, frequencyOf(midi)))).toBeLessThan(3);
  });

  test('dies away, higher notes sooner', () => {
    const left = (midi: number): number => {
      const samples = sounded(midi);
      return rms(samples.slice(66150, 88200)) / rms(samples.slice(0, 22050));
    };
    expect(left(40)).toBeLessThan(0.9);
    expect(left(76)).toBeLessThan(left(40));
  });

  test('the same seed gives the same sound, and nothing clips', () => {
    expect(sounded(52)).toEqual(sounded(52));
    for (const value of sounded(52)) expect(Math.abs(value)).toBeLessThanOrEqual(1.01);
  });
});

describe('what is played', () => {
  const pattern: Pattern = newPattern('Two voices', {
    strokes: [
      { id: 'a', at: 0, string: 5 },
      { id: 'b', at: 0, string: 2, accent: true },
      { id: 'c', at: 840, string: 5 },
      { id: 'd', at: 1680, string: 6 },
    ],
  });

  test('strings sound at the pitch of voicing and tuning until they are struck again; muted ones do not', () => {
    expect(notesOf(pattern).map(({ midi, ticks }) => [midi, ticks])).toEqual([
      [48, 840],
      [60, 3360],
      [48, 2520],
    ]);
  });

  test('where the pattern comes round, a last note rings on into the next time', () => {
    expect(notesOf(pattern, [], { around: true }).map(({ ticks }) => ticks)).toEqual([840, 3360, 2520]);
  });

  test('thumb alone and fingers alone part the notes between them', () => {
    const digits = ['p', 'm', 'p', 'p'] as const;
    const thumb = notesOf(pattern, digits, { voices: 'thumb alone' });
    const fingers = notesOf(pattern, digits, { voices: 'fingers alone' });
    expect(thumb.map(({ string }) => string)).toEqual([5, 5]);
    expect(fingers.map(({ string, loudness }) => [string, loudness])).toEqual([[2, 1]]);
  });

  test('a click on every beat, the first of a bar accented', () => {
    const clicks = clicksOf({ ...pattern, metre: { beats: 3, unit: 4 }, bars: 2 });
    expect(clicks.map(({ accent }) => accent)).toEqual([true, false, false, true, false, false]);
  });
});
