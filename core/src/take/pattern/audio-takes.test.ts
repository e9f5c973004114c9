import fc from 'fast-check';
import { listDigitsInOrder, analysePattern } from '../../analysis/index.ts';
import { valueOrThrow, type Result } from '../../errors/index.ts';
import { sayProblem, saySentence } from '@fleet-wren/wording';
import { parseStringNotation } from '../../formats/index.ts';
import { message } from '../../message/index.ts';
import { midiToFrequency } from '../../instrument/index.ts';
import { flattenScore } from '../../score/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import { quantile } from '../../statistics/index.ts';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  createTakeReference,
  computeMaxPasses,
  alignToScore,
  assessTake,
  simulatePerformance,
  renderTake,
  renderScoreAtTakeTempo,
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

const TREMOLO = scene('5 1 1 1', { subdivision: 4, tempo: 80, chord: 'Am' }, 8);

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

describe('an invented player', () => {
  test('the same seed plays the same, another another', () => {
    expect(played(ROLL.asked, STEADY, 4)).toEqual(played(ROLL.asked, STEADY, 4));
    expect(played(ROLL.asked, STEADY, 4)).not.toEqual(played(ROLL.asked, STEADY, 5));
  });

  test('every stroke asked for came, came on another string, or is named as missed', () => {
    fc.assert(
      fc.property(fc.nat(), (seed) => {
        const { strokes, deletions } = played(ROLL.asked, PLAYER_MODELS.beginner as PlayerModel, seed);
        const came = strokes.flatMap(({ referenceIndex }) => referenceIndex ?? []);
        expect([...came, ...deletions].sort((a, b) => a - b)).toEqual(ROLL.asked.strokes.map((_, index) => index));
        expect(
          strokes.every(({ referenceIndex, label: what }) => (referenceIndex === null) === (what === 'extra')),
        ).toBe(true);
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
    const { score, asked } = scene('6 3 2 1 2 3', { subdivision: 3, tempo: 90, chord: 'Em' }, 12);
    // Chance makes this player 22 ms late to within 3 ms; another seed gives one who is 14 ms late.
    const performance = played(asked, PLAYER_MODELS['late-ring'] as PlayerModel, 3);
    const { digits, findings, cycles } = valueOrThrow(assessTake(sound(performance), score, asked));
    const lateness = Object.fromEntries(digits.map((digit) => [digit.striker, digit.lateness]));
    expect(Math.abs((lateness.a ?? 0) - (lateness.i ?? 0) - 0.022)).toBeLessThan(0.008);
    expect(findings[0]).toMatchObject({ message: { code: 'take.finger-off-time' } });
    expect(findings[0]?.advice.code).toBe('take.finger-late.advice');
    expect(cycles.every(({ verdict }) => verdict === 'clean')).toBe(true);
  });

  test('a weak ring finger is heard as softer on a string that others play too', () => {
    const { findings } = judged(TREMOLO, { ...STEADY, levelOffset: { a: -10 } });
    expect(findings.map(({ message: { code, params } }) => [code, params?.how])).toContainEqual([
      'take.finger-loudness',
      'softer',
    ]);
  });

  test('where nobody else plays its string, nothing is said of how loud a finger is: the string may be so', () => {
    const { digits, findings } = judged(ROLL, { ...STEADY, levelOffset: { a: -10 } });
    expect(digits.find(({ striker }) => striker === 'a')?.decibels).toBeLessThan(-5);
    expect(findings).toEqual([]);
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
    const gone = WALK.asked.strokes.findIndex(({ pass }) => pass === 3);
    const strokes = performance.strokes.filter(({ referenceIndex }) => referenceIndex !== gone);
    const { cycles } = valueOrThrow(assessTake(sound({ ...performance, strokes }), WALK.score, WALK.asked));
    const why = message('pass.note-missed', { place: message('place.beat', { beat: 1 }) });
    const slip = { reason: 'missing', tick: 0, digit: 'p' };
    expect(cycles.filter(({ verdict }) => verdict === 'slipped')).toEqual([
      { cycle: 3, verdict: 'slipped', why, slip },
    ]);
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

test('pitches asked for are those of the strings', () => {
  // E minor, strings 6 to 1: E2 82.41 Hz to E4 329.63 Hz (ISO 16, equal temperament).
  const pitches = ROLL.asked.strokes.slice(0, 4).map(({ pitch }) => midiToFrequency(pitch).toFixed(2));
  expect(pitches).toEqual(['82.41', '196.00', '246.94', '329.63']);
  expect(computeMaxPasses(60, ROLL.asked.passSeconds)).toBeGreaterThanOrEqual(60 / ROLL.asked.passSeconds);
});
