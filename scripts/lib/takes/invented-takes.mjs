import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  actuatorOf,
  applyRecordingConditions,
  createPatternReference,
  createSeededRandom,
  createTakeReference,
  parseStringNotation,
  renderTake,
  simulatePerformance,
  valueOrThrow,
} from '../../../core/dist/index.js';
import { renderWithExternalSynth, renderWithPatches, renderWithPhysicalModel } from '../external-synth.mjs';
import { playInRoom } from '../rooms.mjs';

const { sampleRate } = TAKE_PARAMETERS;

const external = (sound) => (performance) => renderWithExternalSynth(performance, sound, sampleRate);

/** What a take sounds like: our string, three sound fonts, two other physical models, and patches. */
const SOURCES = {
  own: (performance, random) => renderTake(performance, { sampleRate, random, brightness: 0.4 + 0.4 * random() }),
  nylon: external('nylon'),
  steel: external('steel'),
  'hollow body': external('hollow body'),
  'other steel': external('other steel'),
  'other nylon': external('other nylon'),
  'second model': (performance) => renderWithPhysicalModel(performance, sampleRate),
  'third nylon': external('third nylon'),
  'third model': (performance) => renderWithPhysicalModel(performance, sampleRate, 'toolkit'),
  'patch nylon': (performance) => renderWithPatches(performance, 'patch nylon', sampleRate),
  'patch steel': (performance) => renderWithPatches(performance, 'patch steel', sampleRate),
};

const recorded = (samples, random, recording) =>
  applyRecordingConditions(samples, { sampleRate, random, ...recording });

/** How a take is recorded; noise in decibels below it. */
const RECORDINGS = {
  clean: (samples) => samples,
  near: (samples, random) => recorded(playInRoom(samples, 'near', sampleRate), random, { noise: 32 }),
  bedroom: (samples, random) => recorded(playInRoom(samples, 'bedroom', sampleRate), random, { noise: 24 }),
  kitchen: (samples, random) => recorded(playInRoom(samples, 'kitchen', sampleRate), random, { noise: 26 }),
  telephone: (samples, random) =>
    recorded(playInRoom(samples, 'near', sampleRate), random, { noise: 24, highPass: 180 }),
  study: (samples, random) => recorded(playInRoom(samples, 'study', sampleRate), random, { noise: 27 }),
  hall: (samples, random) => recorded(playInRoom(samples, 'hall', sampleRate), random, { noise: 22 }),
};

const SHAPES = [
  ...['6 4 3 2 1 2 3 4', '5 3 2 3 1 3 2 3', '6 3 2 1 2 3', '5 2+1 3 2+1', '4 1 2 3 2 1 2 3', '6 1 4 2 5 1 4 2'],
  ...['5 3+2 4 3+2', '6 3 4 2 1 2 4 2', '5 2 3 1', '4 3 2 1 2 3', '6+1 4 3 4 2 4 3 4', '5 1 2 3 1 2 3 2'],
  ...['6 2 2 1 2 2', '5 4 3 2 1 2 3 4', '6 3 2 3 1 3 2 3', '5+2 3 4+1 3', '4 2 3 1 2 3', '6 4 3+1 4 2 4', '5 3 2 1'],
];
const CHORDS = ['C', 'Am', 'G', 'Em', 'D', 'Dm', 'E', 'A', 'F'];

const pickOne = (all, random) => all[Math.floor(random() * all.length)];

const inventFigure = (random) => {
  const options = {
    subdivision: pickOne([2, 2, 3, 4], random),
    tempo: Math.round(64 + 50 * random()),
    chord: pickOne(CHORDS, random),
  };
  return createPatternReference(valueOrThrow(parseStringNotation(pickOne(SHAPES, random), options)).pattern);
};

const either = (random) => (random() < 0.5 ? -1 : 1);

/** Players by what they do; each gets how much, a finger and a source of chance. */
const PLAYERS = {
  steady: () => ({}),
  late: (amount, finger) => ({ asynchrony: { [finger]: 0.006 + 0.03 * amount } }),
  early: (amount, finger) => ({ asynchrony: { [finger]: -0.006 - 0.03 * amount } }),
  uneven: (amount) => ({ timingSpread: 0.018 + 0.03 * amount }),
  loud: (amount, finger) => ({ levelOffset: { [finger]: 2 + 6 * amount } }),
  soft: (amount, finger) => ({ levelOffset: { [finger]: -2 - 6 * amount } }),
  misses: (amount) => ({ deletionRate: 0.03 + 0.12 * amount }),
  strays: (amount) => ({ substitutionRate: 0.03 + 0.12 * amount }),
  tires: (amount, finger) => ({ fatigue: { [finger]: 0.4 + 0.6 * amount } }),
  drifts: (amount, _finger, random) => ({ tempoDrift: either(random) * (0.01 + 0.08 * amount) }),
  beginner: (amount) => ({ ...PLAYER_MODELS.beginner, timingSpread: 0.012 + 0.012 * amount }),
  mixed: (amount, finger, random) => ({
    asynchrony: { [finger]: either(random) * (0.006 + 0.03 * amount) },
    deletionRate: 0.04 * random(),
    substitutionRate: 0.03 * random(),
    insertionRate: 0.03 * random(),
    tempoDrift: 0.06 * (random() - 0.5),
  }),
  'late at a place': () => ({}),
  'loud at a place': () => ({}),
};
/** Every third one is steady: what is said of those is accusation. */
const KINDS = Object.keys(PLAYERS).flatMap((kind, index) => (index % 2 === 0 ? ['steady', kind] : [kind]));

/** What a player does at one place only: later or earlier, or louder. */
const changeAtPlace = (kind, amount, random) => {
  if (kind === 'late at a place') {
    const by = either(random) * (0.01 + 0.03 * amount);
    return (stroke) => ({ ...stroke, at: stroke.at + by });
  }
  const gain = 10 ** ((3 + 9 * amount) / 20);
  return kind === 'loud at a place'
    ? (stroke) => ({ ...stroke, loudness: stroke.loudness * gain })
    : (stroke) => stroke;
};

/** A take by its number: the same number gives the same one. What was played is known stroke by stroke. */
export const inventTake = (number, sources, recordings) => {
  const random = createSeededRandom(90_000 + 7 * number);
  const source = sources[number % sources.length];
  const recording = recordings[Math.floor(number / sources.length) % recordings.length];
  const { score, digits } = inventFigure(random);
  const { passSeconds } = createTakeReference(score, digits, 1);
  const reference = createTakeReference(score, digits, Math.max(2, Math.round((16 + 14 * random()) / passSeconds)));
  const fingers = [...new Set(reference.strokes.flatMap(({ digit }) => (digit ? [actuatorOf(digit)] : [])))];
  const kind = pickOne(KINDS, random);
  const amount = random();
  const steady = { ...PLAYER_MODELS.steady, timingSpread: 0.005 + 0.012 * random(), levelSpread: 0.8 + 1.5 * random() };
  const player = { ...steady, ...PLAYERS[kind](amount, pickOne(fingers, random), random) };
  const place = pickOne(
    reference.strokes.filter(({ pass }) => pass === 0),
    random,
  ).scoreIndex;
  const change = changeAtPlace(kind, amount, random);
  const simulated = simulatePerformance(reference, player, random);
  const strokes = simulated.strokes
    .map((stroke) => (reference.strokes[stroke.referenceIndex ?? -1]?.scoreIndex === place ? change(stroke) : stroke))
    .sort((a, b) => a.at - b.at);
  const performance = { ...simulated, strokes };
  const samples = RECORDINGS[recording](SOURCES[source](performance, random), random);
  return { number, source, recording, kind, score, reference, player, performance, samples };
};
