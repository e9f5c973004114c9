import fc from 'fast-check';
import { createPattern, type Digit, type Pattern } from '../pattern/index.ts';
import { flattenScore } from '../score/index.ts';
import {
  DEFAULT_PLAYBACK_OPTIONS,
  createPlaybackSchedule,
  listBackingNotes,
  listCountWords,
  listEventsBetween,
  listMetronomeClicks,
  listShakerHits,
  locateSecond,
  renderAudio,
  secondOfPlace,
  startOfRound,
  type PlaybackOptions,
} from './index.ts';

const roll = (change: Partial<Pattern> = {}): Pattern =>
  createPattern('Roll', {
    tempo: 60,
    subdivision: 2,
    strokes: [5, 3, 2, 3, 4, 3, 1, 3].map((string, index) => ({ id: `s${index}`, at: index * 420, string })),
    ...change,
  });
const toMicrosecond = (seconds: number): number => Math.round(seconds * 1e6) / 1e6;

const DIGITS: readonly Digit[] = ['p', 'i', 'm', 'i', 'p', 'i', 'a', 'i'];

const wordsOf = (pattern: Pattern, mode: 'numbers' | 'fingers', digits = DIGITS): string =>
  listCountWords(flattenScore(pattern), digits, mode)
    .map(({ word }) => word)
    .join(' ');

describe('a voice that counts (common practice, no source)', () => {
  test('counts eighths with “and”, sixteenths with “e and a” where there is time, triplets “trip let”', () => {
    expect(wordsOf(roll(), 'numbers')).toBe('1 & 2 & 3 & 4 &');
    expect(wordsOf(roll({ subdivision: 4, bars: 1 }), 'numbers')).toMatch(/^1 e & a 2 e & a/);
    expect(wordsOf(roll({ subdivision: 3, strokes: [] }), 'numbers')).toMatch(/^1 trip let 2/);
  });

  test('leaves syllables out where they would fall over each other', () => {
    expect(wordsOf(roll({ subdivision: 4, tempo: 120 }), 'numbers')).toBe('1 & 2 & 3 & 4 &');
    expect(wordsOf(roll({ tempo: 200 }), 'numbers')).toBe('1 2 3 4');
  });

  test('names the fingers, a pinch as one, and not what the other hand sounds', () => {
    expect(wordsOf(roll(), 'fingers')).toBe('finger p finger i finger m finger i finger p finger i finger a finger i');
    const pinched = roll({
      strokes: [
        { id: 'a', at: 0, string: 5 },
        { id: 'b', at: 0, string: 1 },
        { id: 'c', at: 840, string: 1, slur: 'hammer-on' },
        { id: 'd', at: 1680, string: 3 },
      ],
    });
    expect(wordsOf(pinched, 'fingers', ['p', 'm', 'm', 'down'])).toBe('pinch down');
  });

  test('names only the fingers of the beats when the rest is too quick', () => {
    expect(wordsOf(roll({ tempo: 200 }), 'fingers')).toBe('finger p finger m finger p finger a');
  });
});

describe('the metronome', () => {
  test('clicks two and four only, or the first beat', () => {
    const score = flattenScore(roll({ bars: 2 }));
    expect(listMetronomeClicks(score, false, 'backbeat').map(({ time }) => toMicrosecond(time))).toEqual([1, 3, 5, 7]);
    expect(listMetronomeClicks(score, false, 'first').map(({ time }) => time)).toEqual([0, 4]);
  });
});

describe('backing', () => {
  const c = flattenScore(roll());

  test('a bass plays root and fifth of C, each half a bar: C2 and G1', () => {
    expect(listBackingNotes(c, 'rhythm').map(({ pitch, onset }) => [pitch, onset])).toEqual([
      [36, 0],
      [31, 2],
    ]);
    expect(listShakerHits(c, 'rhythm')).toHaveLength(8);
  });

  test('a slash chord gives the bass its own note', () => {
    const slash = roll({ voicing: { chord: 'G/B', frets: [null, 2, 0, 0, 3, 3] } });
    expect(listBackingNotes(flattenScore(slash), 'rhythm')[0]?.pitch).toBe(35);
  });

  test('behind a capo the backing sounds where the guitar does', () => {
    const { instrument } = roll();
    const capo = flattenScore(roll({ instrument: { ...instrument, capo: 2 } }));
    expect(listBackingNotes(capo, 'rhythm').map(({ pitch }) => pitch)).toEqual([38, 33]);
  });

  test('a drone is the root with its fifth, whatever comes; chords are those of the shape', () => {
    expect(listBackingNotes(c, 'drone').map(({ pitch }) => pitch)).toEqual([48, 55, 60]);
    expect(listBackingNotes(c, 'chords').map(({ pitch }) => pitch)).toEqual([48, 52, 55, 60, 64]);
  });
});

describe('a tempo that rises', () => {
  const schedule = createPlaybackSchedule(roll(), DIGITS, {
    ...DEFAULT_PLAYBACK_OPTIONS,
    countIn: false,
    click: false,
    ramp: { from: 0.5, rounds: 2 },
  });

  test('plays 50, 75 and then 100 per cent: 4 seconds take 8, 5⅓ and 4', () => {
    expect([0, 1, 2, 3].map((round) => startOfRound(schedule, round))).toEqual([0, 8, 8 + 16 / 3, 12 + 16 / 3]);
    const first = listEventsBetween(schedule, 0, 7.5).map(({ at }) => toMicrosecond(at));
    expect(first).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });

  test('a place found is found again (seeded law)', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), (second) => {
        const place = locateSecond(schedule, second);
        expect(place.second).toBeGreaterThanOrEqual(0);
        expect(place.second).toBeLessThanOrEqual(schedule.seconds + 1e-9);
        expect(secondOfPlace(schedule, place)).toBeCloseTo(second, 6);
      }),
      { seed: 71 },
    );
  });
});

describe('a track', () => {
  const rate = 8000;
  const trackOf = (change: Partial<PlaybackOptions>) =>
    renderAudio(
      createPlaybackSchedule(roll(), DIGITS, { ...DEFAULT_PLAYBACK_OPTIONS, click: false, countIn: false, ...change }),
      { sampleRate: rate, rounds: 2 },
    );
  const energy = (samples: Float32Array, from: number, to: number): number =>
    samples.slice(from * rate, to * rate).reduce((sum, value) => sum + value * value, 0);

  test('lasts its rounds and the last note, and is never louder than a file can hold', () => {
    const track = trackOf({});
    expect(track.left).toHaveLength(9.5 * rate);
    expect(track.left.reduce((most, value) => Math.max(most, Math.abs(value)), 0)).toBeLessThanOrEqual(0.9001);
  });

  test('thumb left, fingers right: the thumb alone leaves the right silent', () => {
    const thumb = trackOf({ apart: true, voices: 'thumb alone' });
    expect(energy(thumb.right, 0, 8)).toBe(0);
    expect(energy(thumb.left, 0, 1)).toBeGreaterThan(1);
    const fingers = trackOf({ apart: true, voices: 'fingers alone' });
    expect(energy(fingers.left, 0, 8)).toBe(0);
    expect(energy(fingers.right, 0, 8)).toBeGreaterThan(1);
  });

  test('every note of the track begins where the schedule says', () => {
    const click = trackOf({ figure: false, click: true });
    for (const beat of [0, 1, 2, 3, 4, 5, 6, 7]) {
      expect(energy(click.left, beat, beat + 0.06)).toBeGreaterThan(0.01);
      expect(energy(click.left, beat + 0.1, beat + 0.9)).toBe(0);
    }
  });

  test('a word falls so that its beat is on the beat', () => {
    const samples = Float32Array.from({ length: 800 }, () => 0.5);
    const words = new Map(['1', '2', '3', '4', '&'].map((word) => [word, { samples, lead: 0.05 }]));
    const schedule = createPlaybackSchedule(roll(), DIGITS, {
      ...DEFAULT_PLAYBACK_OPTIONS,
      figure: false,
      click: false,
      counting: 'numbers',
    });
    const { left } = renderAudio(schedule, { sampleRate: rate, rounds: 1, words });
    // Four beats of count-in, then the first beat at 4 s: the word begins 0.05 s before.
    expect(energy(left, 3.9, 3.94)).toBe(0);
    expect(energy(left, 3.96, 4.04)).toBeGreaterThan(0);
  });

  test('a bent note ends two semitones up', () => {
    const bent = createPattern('Bend', {
      tempo: 60,
      cyclic: false,
      strokes: [{ id: 'a', at: 0, string: 2, fret: 5, bend: { semitones: 2 } }],
    });
    const { left } = renderAudio(
      createPlaybackSchedule(bent, ['i'], { ...DEFAULT_PLAYBACK_OPTIONS, click: false, countIn: false, loop: false }),
      { sampleRate: 22_050, rounds: 1 },
    );
    const crossings = (from: number): number => {
      const part = left.slice(from * 22_050, (from + 0.5) * 22_050);
      return part.filter((value, index) => index > 0 && value >= 0 && (part[index - 1] as number) < 0).length * 2;
    };
    // E4 is 329.6 Hz, F♯4 370 Hz.
    expect(crossings(1)).toBeGreaterThan(360);
    expect(crossings(1)).toBeLessThan(380);
  });
});
