import { sayMessage } from '@fleet-wren/wording';
import fc from 'fast-check';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import {
  LiveListener,
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  createTakeReference,
  checkLevel,
  concatenateSamples,
  simulatePerformance,
  createPatternReference,
  renderTake,
  type LiveEvent,
  type SimulatedPerformance,
  type PlayerModel,
} from '../index.ts';
import { StreamingFlux } from './streaming-flux.ts';
import { createHarmonicTemplates, createActivationSolver } from '../signal/pitch-activations.ts';
import { computeSpectralFlux } from '../signal/spectral-flux.ts';

const figure = (text: string, options: Parameters<typeof parseStringNotation>[1], cycles: number) => {
  const { score, digits } = createPatternReference(valueOrThrow(parseStringNotation(text, options)).pattern);
  return { score, digits, asked: createTakeReference(score, digits, cycles) };
};

const ROLL = figure('6 3 2 1 2 3', { subdivision: 3, tempo: 100, chord: 'Em' }, 6);
const STEADY = PLAYER_MODELS.steady as PlayerModel;
const recorded = (performance: SimulatedPerformance, seed = 4): Float32Array =>
  renderTake(performance, { sampleRate: TAKE_PARAMETERS.sampleRate, random: createSeededRandom(seed) });
const played = (now = ROLL, being = STEADY): SimulatedPerformance =>
  simulatePerformance(now.asked, being, createSeededRandom(3));

/** All that is said of a sound that comes in pieces of such lengths, again and again. */
const saidOf = (samples: Float32Array, pieces: readonly number[], now = ROLL): readonly LiveEvent[] => {
  const ear = new LiveListener(now.score, now.digits);
  const said: LiveEvent[] = [];
  for (let at = 0, piece = 0; at < samples.length; piece += 1) {
    const length = pieces[piece % pieces.length] as number;
    said.push(...ear.push(samples.subarray(at, at + length)));
    at += length;
  }
  return said;
};

const silence = (seconds: number): Float32Array => new Float32Array(seconds * TAKE_PARAMETERS.sampleRate);
const cyclesIn = (said: readonly LiveEvent[]) => said.flatMap((one) => (one.kind === 'cycle' ? [one] : []));

describe('listening while somebody plays', () => {
  test('a steady player is found without a click, and every time through is clean, as soon as it is over', () => {
    const samples = recorded(played());
    const ear = new LiveListener(ROLL.score, ROLL.digits);
    const late: number[] = [];
    let verdicts = 0;
    for (let at = 0; at < samples.length; at += 256)
      for (const event of ear.push(samples.subarray(at, at + 256)))
        if (event.kind === 'cycle') {
          verdicts += 1;
          expect(event.verdict).toBe('clean');
          expect(event.tempo).toBeGreaterThan(97);
          expect(event.tempo).toBeLessThan(103);
          late.push((at + 256) / TAKE_PARAMETERS.sampleRate - event.at);
        }
    expect(verdicts).toBe(6);
    // The first times through are told once the figure is found; from then on within a fifth of a second of sound.
    expect(Math.max(...late.slice(2))).toBeLessThan(0.2);
  });

  test('what is said does not depend on the pieces the sound comes in', () => {
    const short = figure('6 3 2 1 2 3', { subdivision: 3, tempo: 100, chord: 'Em' }, 4);
    const samples = recorded(played(short, { ...STEADY, deletionRate: 0.06 }));
    const whole = saidOf(samples, [samples.length]);
    expect(cyclesIn(whole).length).toBeGreaterThan(2);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 40_000 }), { minLength: 1, maxLength: 5 }), (pieces) => {
        expect(saidOf(samples, [...pieces, 700])).toEqual(whole);
      }),
      { numRuns: 2 },
    );
  });

  test('a time through with a stroke left out slipped, and says where; the others are clean', () => {
    const performance = played();
    const gone = ROLL.asked.strokes.findIndex(({ pass, scoreIndex }) => pass === 3 && scoreIndex === 3);
    const strokes = performance.strokes.filter(({ referenceIndex }) => referenceIndex !== gone);
    const cycles = cyclesIn(saidOf(recorded({ ...performance, strokes }), [500]));
    expect(cycles.map(({ verdict, why }) => (why ? sayMessage(why) : verdict))).toEqual([
      'clean',
      'clean',
      'clean',
      'no note at beat 2',
      'clean',
      'clean',
    ]);
  });

  test('who stops and begins again is lost and found; nothing that was not played is counted', () => {
    const once = recorded(played(figure('6 3 2 1 2 3', { subdivision: 3, tempo: 100, chord: 'Em' }, 2)));
    const said = saidOf(concatenateSamples([once, silence(2), once]), [500]);
    expect(said.map(({ kind }) => kind)).toEqual(
      ['found', 'cycle', 'cycle', 'lost', 'found', 'cycle', 'cycle'].concat(
        said.at(-1)?.kind === 'lost' ? ['lost'] : [],
      ),
    );
  });

  test('another tempo than asked is found', () => {
    const slower = figure('6 3 2 1 2 3', { subdivision: 3, tempo: 84, chord: 'Em' }, 5);
    const cycles = cyclesIn(saidOf(recorded(played(slower)), [500]));
    expect(cycles.map(({ verdict }) => verdict)).toEqual(Array(5).fill('clean'));
    expect(Math.abs((cycles.at(-1)?.tempo ?? 0) - 84)).toBeLessThan(2);
  });

  test('another figure is not counted, and is said to be strange; a guitar tuned lower by how much', () => {
    const other = figure('5 1 4 1 5 2 4 2', { subdivision: 2, tempo: 150, chord: 'F' }, 6);
    const said = saidOf(recorded(played(other)), [500]);
    expect(cyclesIn(said).filter(({ verdict }) => verdict === 'clean')).toEqual([]);
    const strokes = ROLL.asked.strokes.map((stroke) => ({ ...stroke, pitch: stroke.pitch - 2 }));
    const lower = played({ ...ROLL, asked: { ...ROLL.asked, strokes } });
    expect(saidOf(recorded(lower), [500]).filter(({ kind }) => kind === 'strange')).toEqual([
      expect.objectContaining({ by: -2 }),
    ]);
  });

  test('silence, noise and a figure without strokes say nothing', () => {
    const random = createSeededRandom(6);
    const noise = Float32Array.from({ length: 10 * TAKE_PARAMETERS.sampleRate }, () => 0.1 * (random() - 0.5));
    expect(saidOf(silence(10), [500])).toEqual([]);
    expect(cyclesIn(saidOf(noise, [500]))).toEqual([]);
    expect(saidOf(noise, [500], figure('-', { subdivision: 2, tempo: 90 }, 1))).toEqual([]);
  });
});

test('looks at a sound that goes on are those at the whole of it, once the noise is known', () => {
  const samples = recorded(played());
  const templates = createHarmonicTemplates([52, 64]);
  const live = new StreamingFlux(60, createActivationSolver(templates), [52, 64]);
  for (let at = 0; at < samples.length; at += 333) live.push(samples.subarray(at, at + 333), () => undefined);
  const [whole, going] = [computeSpectralFlux(samples), live.getFlux(0)];
  expect(going.frameCount).toBeLessThan(whole.frameCount);
  expect(going.frameCount).toBeGreaterThan(whole.frameCount - 25);
  const sum = (values: Float32Array): number => values.reduce((all, value) => all + value, 0);
  const [a, b] = [sum(going.flux), sum(whole.flux.subarray(0, going.flux.length))];
  expect(a / b).toBeGreaterThan(0.9);
  expect(a / b).toBeLessThan(1.1);
});

describe('a check of the sound', () => {
  const tone = (height: number, noise: number): Float32Array => {
    const random = createSeededRandom(2);
    return Float32Array.from({ length: 4 * TAKE_PARAMETERS.sampleRate }, (_, index) => {
      const played =
        index % TAKE_PARAMETERS.sampleRate > 0.5 * TAKE_PARAMETERS.sampleRate ? height * Math.sin(index / 9) : 0;
      return Math.max(-1, Math.min(1, played + noise * (random() - 0.5)));
    });
  };

  test.each([
    ['good', 0.3, 0.002],
    ['too-quiet', 0.004, 0.0001],
    ['too-loud', 4, 0.001],
    ['noisy', 0.05, 0.2],
    ['silent', 0, 0.0001],
  ])('%s', (words, height, noise) => {
    expect(checkLevel(tone(height, noise)).code).toBe(words);
  });

  test('levels are those of a sine (its root mean square is its height less 3 dB)', () => {
    expect(Math.abs(checkLevel(tone(0.5, 0.0001)).signalLevel - 20 * Math.log10(0.5 / Math.SQRT2))).toBeLessThan(0.2);
  });
});
