import fc from 'fast-check';
import { listDigitsInOrder, analysePattern } from '../../analysis/index.ts';
import { valueOrThrow, type Result } from '../../errors/index.ts';
import { sayProblem, saySentence } from '@fleet-wren/wording';
import { parseStringNotation } from '../../formats/index.ts';
import { message } from '../../message/index.ts';
import { midiToFrequency } from '../../instrument/index.ts';
import { flattenScore } from '../../score/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import { alignPeaks, pickPeaks } from '../onsets/align-peaks.ts';
import { createRealFft } from '../signal/fft.ts';
import { median, quantile, robustStandardDeviation } from '../../statistics/index.ts';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  createTakeReference,
  computeMaxPasses,
  alignToScore,
  assessTake,
  simulatePerformance,
  readWav,
  Resampler,
  renderTake,
  resample,
  renderScoreAtTakeTempo,
  writeWav,
  type TakeReference,
  type SimulatedPerformance,
  type PlayerModel,
  type TakeAssessment,
} from '../index.ts';

const scene = (text: string, options: Parameters<typeof parseStringNotation>[1], cycles: number) => {
  const pattern = { ...valueOrThrow(parseStringNotation(text, options)).pattern, cyclic: true };
  const score = flattenScore(pattern);
  const digits = listDigitsInOrder(pattern, analysePattern(pattern));
  return { score, digits, asked: createTakeReference(score, digits, cycles) };
};

const ROLL = scene('6 3 2 1 2 3', { subdivision: 3, tempo: 90, chord: 'Em' }, 6);
const WALK = scene('5 4+2 4 3', { subdivision: 2, tempo: 92, chord: 'C' }, 8);

const STEADY = PLAYER_MODELS.steady as PlayerModel;
const rate = { sampleRate: TAKE_PARAMETERS.sampleRate };
const played = (asked: TakeReference, being: PlayerModel, seed = 5): SimulatedPerformance =>
  simulatePerformance(asked, being, createSeededRandom(seed));
const sound = (performance: SimulatedPerformance, more = {}, seed = 9): Float32Array =>
  renderTake(performance, { ...rate, random: createSeededRandom(seed), ...more });
const said = (result: Result<unknown>): string =>
  result.ok ? 'judged' : result.problems.map((one) => `${one.code}: ${sayProblem(one)}`).join(' ');
const judged = (now: typeof ROLL, being: PlayerModel, more = {}): TakeAssessment =>
  valueOrThrow(assessTake(sound(played(now.asked, being), more), now.score, now.asked));

describe('the transform', () => {
  test('agrees with the sum it stands for (definition of the discrete Fourier transform), under a Hann window', () => {
    const size = 64;
    const random = createSeededRandom(3);
    const samples = Float32Array.from({ length: size }, () => random() - 0.5);
    const into = new Float32Array(size / 2 + 1);
    createRealFft(size).magnitudes(samples, 0, into);
    into.forEach((magnitude, bin) => {
      let [re, im] = [0, 0];
      samples.forEach((value, index) => {
        const windowed = (value * (1 - Math.cos((2 * Math.PI * index) / size))) / size;
        re += windowed * Math.cos((2 * Math.PI * bin * index) / size);
        im -= windowed * Math.sin((2 * Math.PI * bin * index) / size);
      });
      expect(magnitude).toBeCloseTo(Math.hypot(re, im), 6);
    });
  });

  test('beyond the end is silence', () => {
    const into = new Float32Array(9);
    createRealFft(16).magnitudes(new Float32Array(8).fill(1), 12, into);
    expect(Math.max(...into)).toBe(0);
  });
});

describe('another rate', () => {
  test.each([
    [44_100, 22_050],
    [48_000, 22_050],
    [16_000, 22_050],
  ])('a tone keeps its pitch and its height from %d to %d', (from, to) => {
    const tone = (hertz: number, sampleRate: number, length: number): Float32Array =>
      Float32Array.from({ length }, (_, index) => Math.sin((2 * Math.PI * hertz * index) / sampleRate));
    const made = resample(tone(440, from, from), from, to);
    const wanted = tone(440, to, made.length);
    const middle = made.slice(200, -200).map((value, index) => Math.abs(value - (wanted[index + 200] as number)));
    expect(Math.max(...middle)).toBeLessThan(0.02);
  });

  test('samples that come in pieces are the same at the other rate as all of them at once', () => {
    const random = createSeededRandom(4);
    const samples = Float32Array.from({ length: 5000 }, () => random() - 0.5);
    const pieces = fc.array(fc.integer({ min: 0, max: 900 }), { maxLength: 12 });
    fc.assert(
      fc.property(pieces, fc.constantFrom(8000, 44_100, 48_000, 96_000), (lengths, from) => {
        const resampler = new Resampler(from, 22_050);
        const made: number[] = [];
        let at = 0;
        for (const length of [...lengths, samples.length]) {
          made.push(...resampler.push(samples.subarray(at, at + length)));
          at += length;
        }
        made.push(...resampler.flush());
        expect(made).toEqual([...resample(samples, from, 22_050)]);
      }),
      { numRuns: 12 },
    );
  });

  test('what is above half the slower rate is gone', () => {
    const high = Float32Array.from({ length: 44_100 }, (_, index) => Math.sin((2 * Math.PI * 15_000 * index) / 44_100));
    expect(Math.max(...resample(high, 44_100, 22_050).slice(200, -200).map(Math.abs))).toBeLessThan(0.03);
  });
});

test('middle, quantile and spread of handbook samples', () => {
  // By hand: deviations from 3 are 2 1 0 1 2, their middle 1.
  expect([median([5, 1, 3, 2, 4]), quantile([1, 2, 3, 4], 0.5), robustStandardDeviation([1, 2, 3, 4, 5])]).toEqual([
    3, 2.5, 1.4826,
  ]);
  expect([median([]), robustStandardDeviation([])]).toEqual([0, 0]);
});

describe('pairing strokes with peaks', () => {
  const wanted = (time: number) => ({ time, tolerance: 0.1 });
  const fit = { threshold: 1, scale: 0.035 };

  test('in order, each once, the nearer and the stronger first; what is too far stays alone', () => {
    const peaks = [0.01, 0.5, 0.52, 1.4].map((time, index) => ({ time, strength: index === 1 ? 1.1 : 3 }));
    expect(alignPeaks([0, 0.51, 1].map(wanted), peaks, fit)).toEqual([0, 2, null]);
  });

  test('never crosses, never uses one twice', () => {
    const times = fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { maxLength: 12 });
    fc.assert(
      fc.property(times, times, (asked, heard) => {
        const peaks = [...heard].sort((a, b) => a - b).map((time) => ({ time, strength: 2 }));
        const found = alignPeaks([...asked].sort((a, b) => a - b).map(wanted), peaks, fit).flatMap((one) => one ?? []);
        expect(found).toEqual([...new Set(found)].sort((a, b) => a - b));
      }),
    );
  });

  test('comes to the most gain there is: as trying every pairing in order does', () => {
    const times = fc.array(fc.double({ min: 0, max: 0.8, noNaN: true }), { maxLength: 5 });
    const gain = (from: { readonly time: number; readonly tolerance: number }, at: number): number => {
      const past = Math.abs(at - from.time);
      return past > from.tolerance ? -1 : 0.7 + 0.5 * Math.log(2) - 0.8 * Math.log(1 + (past / fit.scale) ** 2);
    };
    fc.assert(
      fc.property(
        times,
        times,
        fc.array(fc.double({ min: 0.02, max: 0.3, noNaN: true }), { minLength: 5, maxLength: 5 }),
        (asked, heard, reaches) => {
          const all = [...asked]
            .sort((a, b) => a - b)
            .map((time, index) => ({ time, tolerance: reaches[index] ?? 0.1 }));
          const peaks = [...heard].sort((a, b) => a - b).map((time) => ({ time, strength: 2 }));
          const most = (row: number, column: number): number => {
            const [one, peak] = [all[row], peaks[column]];
            if (!one || !peak) return 0;
            const both = gain(one, peak.time);
            return Math.max(
              most(row + 1, column),
              most(row, column + 1),
              both > 0 ? both + most(row + 1, column + 1) : 0,
            );
          };
          const found = alignPeaks(all, peaks, fit);
          const comes = found.reduce<number>(
            (sum, peak, row) =>
              sum + (peak === null ? 0 : gain(all[row] as (typeof all)[number], peaks[peak]?.time ?? 9)),
            0,
          );
          expect(comes).toBeCloseTo(most(0, 0), 9);
        },
      ),
    );
  });

  test('twenty thousand strokes on one pitch take no table of all by all', () => {
    const all = Array.from({ length: 20_000 }, (_, index) => wanted(index * 0.03));
    const peaks = all.map(({ time: at }) => ({ time: at + 0.002, strength: 2 }));
    expect(alignPeaks(all, peaks, fit)).toEqual(all.map((_, index) => index));
  });

  test('peaks are where it is highest, above the threshold', () => {
    const strengths = Float32Array.from([0, 1, 5, 1, 0, 0, 0, 0, 0, 0, 2, 3, 2, 0.5, 0]);
    expect(pickPeaks(strengths, 2).map(({ strength }) => strength)).toEqual([5, 3]);
  });
});

describe('an invented player', () => {
  test('the same seed plays the same, another another', () => {
    expect(played(ROLL.asked, STEADY, 4)).toEqual(played(ROLL.asked, STEADY, 4));
    expect(played(ROLL.asked, STEADY, 4)).not.toEqual(played(ROLL.asked, STEADY, 5));
  });

  test('every stroke asked for came, came on another string, or is named as missed', () => {
    fc.assert(
      fc.property(fc.nat(), (seed) => {
        const { strokes, deletions: missed } = played(ROLL.asked, PLAYER_MODELS.beginner as PlayerModel, seed);
        const came = strokes.flatMap(({ referenceIndex: asked }) => asked ?? []);
        expect([...came, ...missed].sort((a, b) => a - b)).toEqual(ROLL.asked.strokes.map((_, index) => index));
        expect(strokes.every(({ referenceIndex: asked, label: what }) => (asked === null) === (what === 'extra'))).toBe(
          true,
        );
      }),
      { numRuns: 30 },
    );
  });

  test('a drift of 10 % ends a tenth quicker', () => {
    const { strokes } = played(WALK.asked, { ...STEADY, timingSpread: 0, tempoDrift: 0.1 });
    const gap = (from: number): number => (strokes[from + 5]?.at ?? 0) - (strokes[from]?.at ?? 0);
    expect(gap(0) / gap(strokes.length - 6)).toBeGreaterThan(1.07);
    expect(gap(0) / gap(strokes.length - 6)).toBeLessThan(1.12);
  });
});

describe('hearing', () => {
  test('every stroke of a steady take is heard within 10 ms of where it was struck', () => {
    for (const now of [ROLL, WALK]) {
      const performance = played(now.asked, STEADY);
      const { strokes, extras, cycles } = alignToScore(sound(performance), now.asked);
      expect(cycles).toBe(now.asked.passes);
      expect(extras).toEqual([]);
      expect(strokes.filter(({ what }) => what !== 'matched')).toEqual([]);
      const off = strokes.map(({ at, asked }) =>
        Math.abs((at ?? 9) - (performance.strokes.find((one) => one.referenceIndex === asked)?.at ?? 0)),
      );
      expect(quantile(off, 0.95)).toBeLessThan(0.01);
    }
  });

  test('strokes that did not come and strokes on another string are told apart, with the pitch that sounded', () => {
    const performance = played(ROLL.asked, STEADY);
    const strokes = performance.strokes.flatMap((stroke) =>
      stroke.referenceIndex === 8
        ? []
        : stroke.referenceIndex === 21
          ? [{ ...stroke, pitch: 59, string: 2 }]
          : [stroke],
    );
    const { strokes: heard } = alignToScore(sound({ ...performance, strokes }), ROLL.asked);
    expect(
      heard.filter(({ what }) => what !== 'matched').map(({ asked, what, instead }) => [asked, what, instead]),
    ).toEqual([
      [8, 'missed', null],
      [21, 'wrong-string', 59],
    ]);
  });

  test('in a room, with noise at 19 dB and the click bleeding in, hardly anything is lost', () => {
    const performance = played(WALK.asked, { ...STEADY, timingSpread: 0.012 });
    const times = Array.from({ length: 40 }, (_, index) => 0.6 + (index * 60) / 92);
    const { strokes } = alignToScore(
      sound(performance, { room: true, noise: 19, click: { times, below: 20 } }),
      WALK.asked,
    );
    expect(strokes.filter(({ what }) => what === 'matched').length).toBeGreaterThan(0.95 * strokes.length);
  });
});

describe('a take judged', () => {
  test('a ring finger 22 ms late is named, with what to do; the others are not', () => {
    const { digits, findings, cycles } = judged(ROLL, PLAYER_MODELS['late-ring'] as PlayerModel);
    const lateness = Object.fromEntries(digits.map((digit) => [digit.striker, digit.lateness]));
    expect(Math.abs((lateness.a ?? 0) - (lateness.i ?? 0) - 0.022)).toBeLessThan(0.008);
    expect(findings[0]).toMatchObject({ message: { code: 'take.finger-off-time' } });
    expect(findings[0]?.advice.code).toBe('take.finger-late.advice');
    expect(cycles.every(({ verdict }) => verdict === 'clean')).toBe(true);
  });

  test('a weak ring finger is heard as softer', () => {
    const { digits, findings } = judged(ROLL, { ...STEADY, levelOffset: { a: -10 } });
    expect(digits.find(({ striker }) => striker === 'a')?.decibels).toBeLessThan(-5);
    expect(findings.map(({ message: said }) => said.code)).toContain('take.finger-loudness');
  });

  test('a take that rushes says by how much, and its tempo at both ends', () => {
    const { tempo, findings } = judged(WALK, { ...STEADY, tempoDrift: 0.1 });
    expect(tempo[1] / tempo[0]).toBeGreaterThan(1.04);
    expect(findings.map((one) => saySentence(one.message)).join(' ')).toMatch(/You speed up by \d+%/);
  });

  test('it may begin late and be played at another tempo than asked', () => {
    const slower = scene('6 3 2 1 2 3', { subdivision: 3, tempo: 76, chord: 'Em' }, 6);
    const late = new Float32Array(3 * TAKE_PARAMETERS.sampleRate);
    const take = sound(played(slower.asked, STEADY));
    const whole = new Float32Array(late.length + take.length);
    whole.set(take, late.length);
    const { cycles, tempo } = valueOrThrow(assessTake(whole, ROLL.score, ROLL.asked));
    expect(cycles.map(({ verdict }) => verdict)).toEqual(Array(6).fill('clean'));
    expect(tempo[0]).toBeGreaterThan(73);
    expect(tempo[0]).toBeLessThan(79);
  });

  test('a cycle that slipped says where and why', () => {
    const performance = played(WALK.asked, STEADY);
    const gone = WALK.asked.strokes.findIndex(({ pass: cycle }) => cycle === 3);
    const strokes = performance.strokes.filter(({ referenceIndex: asked }) => asked !== gone);
    const { cycles } = valueOrThrow(assessTake(sound({ ...performance, strokes }), WALK.score, WALK.asked));
    const why = message('pass.note-missed', { place: message('place.beat', { beat: 1 }) });
    expect(cycles.filter(({ verdict }) => verdict === 'slipped')).toEqual([{ cycle: 3, verdict: 'slipped', why }]);
  });

  test('the same take is judged the same', () => {
    expect(judged(ROLL, STEADY)).toEqual(judged(ROLL, STEADY));
  });
});

test('the score beside a take stands at its pulse: heard as a take of its own it is even, at the same times', () => {
  const { pattern } = valueOrThrow(parseStringNotation('6 3 2 1 2 3', { subdivision: 3, tempo: 90, chord: 'Em' }));
  const take = sound(played(ROLL.asked, { ...(PLAYER_MODELS['late-ring'] as PlayerModel), tempoDrift: 0.05 }));
  const heard = alignToScore(take, ROLL.asked);
  const beside = renderScoreAtTakeTempo(pattern, undefined, heard, take.length);
  expect(beside).toHaveLength(take.length);
  const again = alignToScore(beside, ROLL.asked);
  const off = again.strokes.map(({ asked, at }) => Math.abs((at ?? 9) - (heard.strokes[asked]?.pulse ?? 0)));
  expect(quantile(off, 0.9)).toBeLessThan(0.008);
});

describe('what cannot be judged says why', () => {
  const take = (): Float32Array => sound(played(ROLL.asked, STEADY));
  const refusal = (samples: Float32Array, now = ROLL): string => said(assessTake(samples, now.score, now.asked));

  test('silence, too short, cut off', () => {
    expect(refusal(new Float32Array(5 * TAKE_PARAMETERS.sampleRate))).toMatch(/^take-silent/);
    expect(refusal(take().slice(16_000, 26_000))).toMatch(/^take-too-short/);
    expect(refusal(take().map((value) => Math.max(-0.95, Math.min(0.95, 30 * value))))).toMatch(/^take-clipped/);
  });

  test.each([
    [2, /a whole tone lower/],
    [3, /a minor third lower/],
  ])('a guitar tuned otherwise is named: asked %d semitones higher', (by, words) => {
    const strokes = WALK.asked.strokes.map((stroke) => ({ ...stroke, pitch: stroke.pitch + by }));
    const neighbours = WALK.asked.chordPitches.map((pitch) => pitch + by);
    const result = assessTake(sound(played(WALK.asked, STEADY)), WALK.score, {
      ...WALK.asked,
      strokes,
      chordPitches: neighbours,
    });
    expect(said(result)).toMatch(words);
  });

  test('another piece', () => {
    expect(
      refusal(sound(played(scene('5 3 2 1', { subdivision: 2, tempo: 150, chord: 'C' }, 12).asked, STEADY))),
    ).toMatch(/^take-(does-not-fit|tuned)/);
  });

  test('noise alone', () => {
    const random = createSeededRandom(8);
    expect(
      refusal(Float32Array.from({ length: 8 * TAKE_PARAMETERS.sampleRate }, () => 0.2 * (random() - 0.5))),
    ).toMatch(/^take-/);
  });
});

describe('sound files', () => {
  const samples = Float32Array.from({ length: 500 }, (_, index) => Math.sin(index / 9));

  test('what is written is read again, to a step of 16 bits', () => {
    const read = valueOrThrow(readWav(writeWav({ samples, sampleRate: 44_100 })));
    expect(read.sampleRate).toBe(44_100);
    samples.forEach((value, index) => expect(Math.abs((read.samples[index] ?? 9) - value)).toBeLessThan(1 / 20_000));
  });

  test('two sides are written beside each other, and read as their middle', () => {
    const right = samples.map((value) => -value / 2);
    const bytes = writeWav({ samples, sampleRate: 22_050 }, right);
    expect(new DataView(bytes.buffer).getUint16(22, true)).toBe(2);
    const read = valueOrThrow(readWav(bytes)).samples;
    expect(read).toHaveLength(500);
    read.forEach((value, index) => expect(value).toBeCloseTo((samples[index] ?? 9) / 4, 3));
  });

  test.each([
    ['nothing', new Uint8Array(0), /not a WAV file/],
    ['a head alone', writeWav({ samples, sampleRate: 22_050 }).slice(0, 40), /not a WAV file|no sound/],
    ['a packing of its own', writeWav({ samples, sampleRate: 22_050 }).with(20, 85), /encoding is not supported/],
    ['no channels', writeWav({ samples, sampleRate: 22_050 }).with(22, 0), /channels/],
    ['a rate nobody has', writeWav({ samples, sampleRate: 22_050 }).with(27, 9), /sample rate of \d+ Hz/],
  ])('%s is refused', (_what, bytes, words) => {
    expect(said(readWav(bytes))).toMatch(words);
  });

  test('whatever bytes there are, they are read or refused', () => {
    const good = writeWav({ samples, sampleRate: 22_050 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(good.length - 1), fc.nat(255)), { maxLength: 6 }),
        fc.nat(good.length),
        (changes, cut) => {
          const bytes = good.slice(0, cut === 0 ? good.length : cut);
          for (const [at, value] of changes) if (at < bytes.length) bytes[at] = value;
          const read = readWav(bytes);
          if (read.ok) expect(read.value.samples.every(Number.isFinite)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
});

test('pitches asked for are those of the strings', () => {
  // E minor, strings 6 to 1: E2 82.41 Hz to E4 329.63 Hz (ISO 16, equal temperament).
  const pitches = ROLL.asked.strokes.slice(0, 4).map(({ pitch }) => midiToFrequency(pitch).toFixed(2));
  expect(pitches).toEqual(['82.41', '196.00', '246.94', '329.63']);
  expect(computeMaxPasses(60, ROLL.asked.passSeconds)).toBeGreaterThanOrEqual(60 / ROLL.asked.passSeconds);
});
