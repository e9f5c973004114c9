import { sayMessage } from '@fleet-wren/wording';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  applyRecordingConditions,
  assessNotes,
  assessTake,
  computeMaxPasses,
  createPatternReference,
  createTakeReference,
  renderTake,
  simulatePerformance,
  type PlayerModel,
  type ReferenceStroke,
  type SimulatedPerformance,
  type TakeAssessment,
} from '../index.ts';

const STEADY = PLAYER_MODELS.steady as PlayerModel;
const { sampleRate } = TAKE_PARAMETERS;

const FIGURES = [
  ['5 3 2 1 3 2 1 2', { subdivision: 4, tempo: 72, chord: 'Am' }],
  ['6 3 2 1 2 3', { subdivision: 3, tempo: 100, chord: 'Em' }],
  ['4 3 2 4 3 2 4 3', { subdivision: 2, tempo: 104, chord: 'D' }],
] as const;

type Figure = ReturnType<typeof createPatternReference>;

const figureOf = (text: string, options: Parameters<typeof parseStringNotation>[1]): Figure =>
  createPatternReference(valueOrThrow(parseStringNotation(text, options)).pattern);

interface Playing {
  readonly passes: number;
  readonly slower?: number;
  /** The last pass is broken off at this share. */
  readonly lastPart?: number;
  readonly detuned?: (stroke: ReferenceStroke) => number;
  readonly seed?: number;
}

const perform = ({ score, digits }: Figure, { passes, slower = 1, lastPart = 1, detuned, seed = 3 }: Playing) => {
  const asked = createTakeReference(score, digits, passes);
  const end = (passes - 1 + lastPart) * asked.passSeconds - 1e-6;
  const strokes = asked.strokes
    .filter(({ onset }) => onset < end)
    .map((stroke) => ({ ...stroke, onset: stroke.onset * slower, pitch: stroke.pitch + (detuned?.(stroke) ?? 0) }));
  const played = { ...asked, strokes, passSeconds: asked.passSeconds * slower };
  return simulatePerformance(played, STEADY, createSeededRandom(seed));
};

/** One performance after another, with seconds of rest between, on one instrument. */
const inTurn = (parts: readonly SimulatedPerformance[], rest: number): SimulatedPerformance => {
  let begins = 0;
  const strokes = parts.flatMap((part) => {
    const own = part.strokes.map((stroke) => ({ ...stroke, at: stroke.at + begins }));
    begins += part.seconds + rest;
    return own;
  });
  return { strokes, deletions: [], seconds: begins };
};

const record = (figure: Figure, playings: readonly Playing[], rest = 0): Float32Array => {
  const performance = inTurn(
    playings.map((playing) => perform(figure, playing)),
    rest,
  );
  return renderTake(performance, { sampleRate, random: createSeededRandom(4) });
};

/** As a telephone hears it across a room. */
const inRoom = (samples: Float32Array): Float32Array =>
  applyRecordingConditions(samples, { sampleRate, random: createSeededRandom(7), noise: 19, room: true });

const judge = ({ score, digits }: Figure, samples: Float32Array): TakeAssessment => {
  const { passSeconds } = createTakeReference(score, digits, 1);
  const passes = computeMaxPasses(samples.length / sampleRate, passSeconds);
  return valueOrThrow(assessTake(samples, score, createTakeReference(score, digits, passes)));
};

/** The verdicts of the passes in order: c clean, S slipped, u not counted. */
const verdicts = ({ cycles }: TakeAssessment): string =>
  cycles.map(({ verdict }) => ({ clean: 'c', slipped: 'S', unclear: 'u' })[verdict]).join('');

const findings = (judged: TakeAssessment): readonly string[] => judged.findings.map(({ message }) => message.code);

describe.each(FIGURES.slice(0, 2))('%s', (text, options) => {
  const figure = figureOf(text, options);

  test.each([
    ['half the tempo', 2, 4],
    ['three fifths more slowly', 1.6, 5],
    ['seven tenths of the time', 0.7, 8],
  ])('%s is heard as such, every pass clean', (_how, slower, passes) => {
    const judged = judge(figure, record(figure, [{ passes, slower }]));
    expect(verdicts(judged)).toBe('c'.repeat(passes));
    for (const tempo of judged.tempo) expect(Math.abs(tempo / (options.tempo / slower) - 1)).toBeLessThan(0.02);
    expect(findings(judged)).toEqual(['take.other-tempo']);
  });

  test('who breaks off in the third pass and begins again has one pass missed, and is accused of nothing', () => {
    const parts = [
      { passes: 3, lastPart: 0.5 },
      { passes: 5, seed: 8 },
    ];
    const judged = judge(figure, record(figure, parts, 1));
    expect(verdicts(judged)).toBe('ccSccccc');
    expect(judged.cycles[2]?.why?.code).toBe('pass.broken-off');
    expect(judged.cycles[2]?.slip?.reason).toBe('interrupted');
    expect(findings(judged)).toEqual([]);
  });

  test('a rest between passes is no fault', () => {
    const judged = judge(figure, record(figure, [{ passes: 4 }, { passes: 4, seed: 8 }], 3));
    expect(verdicts(judged)).toBe('cccccccc');
  });
});

test('who breaks off again and again at one place is told the place and what follows it', () => {
  const figure = figureOf(...FIGURES[2]);
  const parts = [1, 2, 3, 4].map((seed) => ({ passes: 2, lastPart: 0.7, seed }));
  const judged = judge(figure, record(figure, parts));
  // Six of eight eighths of the second pass: the last that is played is on 3 &.
  expect(verdicts(judged)).toBe('cScScScu');
  const [stops] = judged.findings;
  expect(stops && sayMessage(stops.message)).toBe('You stopped 3 times after beat 3 &.');
  expect(stops?.strokes).toHaveLength(2);
});

describe('across a room, with noise', () => {
  test.each([
    ['5 3 2 1 3 2 1 2', { subdivision: 4, tempo: 72, chord: 'Am' }],
    ['6 4 3 2 4 1 3 2', { subdivision: 2, tempo: 108, chord: 'G' }],
  ] as const)('%s, broken off four times at one place, is followed through the rests', (text, options) => {
    const figure = figureOf(text, options);
    const parts = [1, 2, 3, 4].map((seed) => ({ passes: 2, lastPart: 0.75, seed }));
    const judged = judge(figure, inRoom(record(figure, parts)));
    expect(verdicts(judged)).toBe('cScScScu');
    for (const { slip, cycle } of judged.cycles)
      expect(slip?.reason).toBe(cycle % 2 === 1 && cycle < 7 ? 'interrupted' : undefined);
    expect(findings(judged)).toEqual(['take.stops']);
  });

  test('what stands still for some seconds between passes is a rest, and nothing of it is missed', () => {
    const figure = figureOf(...FIGURES[1]);
    const judged = judge(figure, inRoom(record(figure, [{ passes: 4 }, { passes: 4, seed: 8 }], 3)));
    expect(verdicts(judged)).toBe('cccccccc');
    expect(findings(judged)).toEqual([]);
  });

  test('a denser figure over the same chord is another figure, not this one played badly', () => {
    const asked = figureOf('5 3+2+1 4 3+2+1', { subdivision: 1, tempo: 42, chord: 'C' });
    const { score, digits } = figureOf('5 3 2 1 4 3 2 1', { subdivision: 4, tempo: 84, chord: 'C' });
    const samples = inRoom(record({ score, digits }, [{ passes: 12 }]));
    const { passSeconds } = createTakeReference(asked.score, asked.digits, 1);
    const passes = computeMaxPasses(samples.length / sampleRate, passSeconds);
    const judged = assessTake(samples, asked.score, createTakeReference(asked.score, asked.digits, passes));
    expect(judged.ok ? verdicts(judged.value) : judged.problems[0]?.code).toBe('take-does-not-fit');
  });
});

test('the same of notes: a pass that is broken off is one, at half the tempo', () => {
  const figure = figureOf(...FIGURES[0]);
  const parts = [perform(figure, { passes: 3, lastPart: 0.5, slower: 2 }), perform(figure, { passes: 3, slower: 2 })];
  const notes = inTurn(parts, 1).strokes.map(({ at, pitch, loudness }) => ({ at, pitch, loudness, duration: 0.3 }));
  const asked = createTakeReference(figure.score, figure.digits, 12);
  expect(verdicts(valueOrThrow(assessNotes(notes, figure.score, asked)))).toBe('ccSccc');
});

describe('tuning, in cents', () => {
  const figure = figureOf(...FIGURES[0]);
  const tuned = (detuned: NonNullable<Playing['detuned']>) => judge(figure, record(figure, [{ passes: 6, detuned }]));

  test.each([
    [3, -0.3],
    [1, 0.2],
    [2, -0.25],
  ])('string %i by %f semitones is named, within four cents', (string, by) => {
    const judged = tuned((stroke) => (stroke.string === string ? by : 0));
    expect(findings(judged)).toEqual(['take.string-out-of-tune']);
    const params = judged.findings[0]?.message.params as { readonly cents: number };
    expect(judged.findings[0]?.message.params).toMatchObject({ string, way: by < 0 ? 'flat' : 'sharp' });
    expect(Math.abs(params.cents - Math.abs(by) * 100)).toBeLessThanOrEqual(4);
    expect(verdicts(judged)).toBe('cccccc');
  });

  test('a guitar at 432 Hz is said to be, and no string of it', () => {
    // 1200 log2(432/440) = −31.8 cents.
    const judged = tuned(() => -0.318);
    expect(findings(judged)).toEqual(['take.guitar-off-pitch']);
    const details = judged.findings[0]?.details;
    expect(details && sayMessage(details)).toMatch(/43[12] Hz/);
  });

  test('eight cents are nobody’s business', () => {
    expect(findings(tuned((stroke) => (stroke.string === 2 ? 0.08 : 0)))).toEqual([]);
  });
});
