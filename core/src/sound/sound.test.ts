import { flattenScore } from '../score/index.ts';
import { PitchDetector } from 'pitchy';
import { midiToFrequency } from '../instrument/index.ts';
import { createPattern, type Pattern } from '../pattern/index.ts';
import { listMetronomeClicks, listPlaybackNotes, synthesisePluckedString, createSeededRandom } from './index.ts';

const SAMPLE_RATE = 44100;
const cents = (heard: number, wanted: number): number => 1200 * Math.log2(heard / wanted);
const sounded = (midi: number): Float32Array =>
  synthesisePluckedString({
    frequency: midiToFrequency(midi),
    duration: 2,
    sampleRate: SAMPLE_RATE,
    random: createSeededRandom(midi),
  });
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
    expect(Math.abs(cents(heard, midiToFrequency(midi)))).toBeLessThan(3);
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
    expect(sounded(52).reduce((most, value) => Math.max(most, Math.abs(value)), 0)).toBeLessThanOrEqual(1.01);
  });
});

describe('what is played', () => {
  const pattern: Pattern = createPattern('Two voices', {
    strokes: [
      { id: 'a', at: 0, string: 5 },
      { id: 'b', at: 0, string: 2, accent: true },
      { id: 'c', at: 840, string: 5 },
      { id: 'd', at: 1680, string: 6 },
    ],
  });

  /** Pitches and seconds they ring, at 80 a minute: a quarter lasts 0.75 s. */
  const ringing = (one: Pattern): [number, number][] =>
    listPlaybackNotes(flattenScore(one)).map(({ pitch, duration }) => [pitch, Number(duration.toFixed(6))]);

  test('strings sound at the pitch of voicing and tuning until they are struck again; muted ones do not', () => {
    expect(ringing(pattern)).toEqual([
      [48, 0.75],
      [60, 3],
      [48, 1.5 + 0.75],
    ]);
  });

  test('where it does not come round, a last note rings to the end only', () => {
    expect(ringing({ ...pattern, cyclic: false }).map(([, seconds]) => seconds)).toEqual([0.75, 3, 2.25]);
    const later = { ...pattern, strokes: pattern.strokes.map((stroke) => ({ ...stroke, at: stroke.at + 840 })) };
    expect(ringing(later).map(([, seconds]) => seconds)).toEqual([0.75, 3, 2.25]);
    expect(ringing({ ...later, cyclic: false }).map(([, seconds]) => seconds)).toEqual([0.75, 2.25, 1.5]);
  });

  test('thumb alone and fingers alone part the notes between them', () => {
    const digits = ['p', 'm', 'p', 'p'] as const;
    const thumb = listPlaybackNotes(flattenScore(pattern), digits, 'thumb alone');
    const fingers = listPlaybackNotes(flattenScore(pattern), digits, 'fingers alone');
    expect(thumb.map(({ string }) => string)).toEqual([5, 5]);
    expect(fingers.map(({ string, loudness }) => [string, loudness])).toEqual([[2, 1]]);
  });

  test('a click on every beat, the first of a bar accented', () => {
    const clicks = listMetronomeClicks(flattenScore({ ...pattern, metre: { beats: 3, unit: 4 }, bars: 2 }));
    expect(clicks.map(({ isAccented }) => isAccented)).toEqual([true, false, false, true, false, false]);
  });
});
