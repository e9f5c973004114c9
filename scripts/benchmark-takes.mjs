/* How well takes are heard, on a seeded set: npm run bench:takes. The table stands in docs/takes.md. */
import { buildIfStale } from './lib/build.mjs';
import { ensureSynthesisers, renderWithExternalSynth, renderWithPhysicalModel } from './lib/external-synth.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { pulseOf, quantile, median as middle } from './lib/takes/measures.mjs';

ensurePackages();
ensureSynthesisers();
buildIfStale(['wording', 'core']);
const core = await import('@fleet-wren/core');
const {
  LiveListener,
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  createTakeReference,
  applyRecordingConditions,
  assessTake,
  simulatePerformance,
  createPatternReference,
  parseStringNotation,
  renderTake,
  createSeededRandom,
  actuatorOf,
  valueOrThrow,
} = core;

/** Figures estimates were chosen by, and figures that were left out then. */
const FIGURES = {
  seen: [
    ['5 4+2 4 3 5 4 2 3', { subdivision: 2, tempo: 96, chord: 'C' }],
    ['6 3 2 1 2 3', { subdivision: 3, tempo: 100, chord: 'Em' }],
    ['5 3 2 1 3 2 1 2', { subdivision: 4, tempo: 72, chord: 'Am' }],
    ['4 3 2 4 3 2 4 3', { subdivision: 2, tempo: 104, chord: 'D' }],
    ['5 1 1 1', { subdivision: 4, tempo: 100, chord: 'Am' }],
    ['5 3+2+1 4 3+2+1', { subdivision: 1, tempo: 84, chord: 'C' }],
    ['3 2 3 2 1 2 3 2', { subdivision: 2, tempo: 110, chord: 'G' }],
    ['5+1 3 4+2 3', { subdivision: 2, tempo: 90, chord: 'C' }],
  ],
  fresh: [
    ['6 4 3 2 4 1 3 2', { subdivision: 2, tempo: 108, chord: 'G' }],
    ['4+1 3 2 3 1 2', { subdivision: 3, tempo: 76, chord: 'Dm' }],
    ['6 1 4 2 6 3 4 2', { subdivision: 2, tempo: 120, chord: 'E' }],
    ['5 2+1 5 3', { subdivision: 2, tempo: 88, chord: 'A' }],
    ['4 2 1 2 4 2 1 2', { subdivision: 4, tempo: 80, chord: 'F' }],
    ['6+3+2+1 4 3 2', { subdivision: 2, tempo: 70, chord: 'Em' }],
  ],
};

const BEINGS = [
  { ...PLAYER_MODELS.beginner, timingSpread: 0.015, asynchrony: { m: 0.02 }, deletionRate: 0.04, tempoDrift: 0.04 },
  { ...PLAYER_MODELS['late-ring'], timingSpread: 0.008 },
];

const CONDITIONS = {
  clean: () => ({}),
  'noise, room, click': ({ passes, passSeconds, tempo }) => ({
    noise: 19,
    room: true,
    click: {
      below: 20,
      times: Array.from(
        { length: Math.ceil((passes * passSeconds * tempo) / 60) },
        (_, beat) => 0.6 + (beat * 60) / tempo,
      ),
    },
  }),
};

const SOUNDS = {
  own: (performance, recording) => renderTake(performance, recording),
  nylon: (performance, recording) =>
    applyRecordingConditions(renderWithExternalSynth(performance, 'nylon', TAKE_PARAMETERS.sampleRate), recording),
  steel: (performance, recording) =>
    applyRecordingConditions(renderWithExternalSynth(performance, 'steel', TAKE_PARAMETERS.sampleRate), recording),
};

/** @param {any[]} figure its strings, and how they are read */
const askedFor = ([text, options]) => {
  const played = createPatternReference(valueOrThrow(parseStringNotation(text, options)).pattern);
  const { passSeconds } = createTakeReference(played.score, played.digits, 1);
  return { played, asked: createTakeReference(played.score, played.digits, Math.max(2, Math.round(20 / passSeconds))) };
};

/** Right, claimed wrongly, not claimed. */
const tally = () => [0, 0, 0];
const count = (into, is, said) => {
  if (is || said) into[is && said ? 0 : said ? 1 : 2] += 1;
};

const newTotal = () => ({
  close: 0,
  near: 0,
  heard: 0,
  played: 0,
  errors: [],
  missed: tally(),
  wrong: tally(),
  extra: tally(),
  late: [],
  told: [0, 0],
  cycles: [0, 0],
  live: [0, 0],
  after: [],
  liveMs: 0,
  ms: 0,
  seconds: 0,
});

const truthOf = (asked, { strokes }) => {
  const truth = asked.strokes.map(() => ({ what: 'missed', at: null }));
  for (const { referenceIndex, label, at } of strokes)
    if (referenceIndex !== null) truth[referenceIndex] = { what: label, at };
  return truth;
};

const countExtras = (total, heard, played, offset) => {
  const left = played.filter(({ referenceIndex }) => referenceIndex === null);
  for (const { at } of heard.extras) {
    const found = left.findIndex((one) => Math.abs(one.at - at + offset) < 0.05);
    total.extra[found < 0 ? 1 : 0] += 1;
    if (found >= 0) left.splice(found, 1);
  }
  total.extra[2] += left.length;
};

/**
 * Lateness as it is said, of digits it is said of, against that of the same strokes as they were played; milliseconds.
 */
const countLateness = (total, digits, own, pulse) => {
  const late = ({ at, asked }) => at - pulse(asked);
  const placed = Object.values(own)
    .flat()
    .filter(({ sure }) => sure);
  const common = middle(placed.map(late));
  for (const { striker, timed, lateness } of digits) {
    const strokes = own[striker] ?? [];
    if (strokes.length < 8) continue;
    total.told[1] += 1;
    if (!timed) continue;
    total.told[0] += 1;
    const truth = middle(strokes.filter(({ sure }) => sure).map(late)) - common;
    total.late.push(1000 * Math.abs(lateness - truth));
  }
};

const measure = (total, asked, performance, drift, { heard, digits, cycles }) => {
  const truth = truthOf(asked, performance);
  const both = heard.strokes.flatMap(({ at, asked: index }) =>
    at !== null && truth[index].at !== null ? [at - truth[index].at] : [],
  );
  // When a take begins on the clock is of no interest.
  const offset = middle(both) || 0;
  const own = {};
  const said = new Map(heard.strokes.map((stroke) => [stroke.asked, stroke]));
  asked.strokes.forEach((stroke, index) => {
    const one = said.get(index) ?? { what: 'missed', at: null };
    const is = truth[index];
    if (is.what === 'matched') total.played += 1;
    if (one.what === 'matched') {
      total.heard += 1;
      if (is.what === 'matched') {
        const error = Math.abs(one.at - offset - is.at);
        total.errors.push(error * 1000);
        if (error <= 0.025) total.close += 1;
        if (error <= 0.05) total.near += 1;
        (own[actuatorOf(stroke.digit)] ??= []).push({ sure: one.sure, at: is.at, asked: stroke.onset });
      }
    }
    count(total.missed, is.what === 'missed', one.what === 'missed');
    count(total.wrong, is.what === 'wrong-string', one.what === 'wrong-string');
  });
  countExtras(total, heard, performance.strokes, offset);
  countLateness(total, digits, own, pulseOf(asked, drift));
  const ends = Array.from({ length: asked.passes }, (_, cycle) => (cycle + 1) * asked.passSeconds);
  const pulse = pulseOf(asked, drift);
  for (let cycle = 0; cycle < asked.passes; cycle += 1) {
    const hasExtra = performance.strokes.some(
      ({ referenceIndex, at }) =>
        referenceIndex === null && at >= pulse(ends[cycle] - asked.passSeconds) && at < pulse(ends[cycle]),
    );
    const slipped =
      hasExtra || truth.some(({ what }, index) => asked.strokes[index].pass === cycle && what !== 'matched');
    // What the page says: late, early and extra notes count too, and what cannot be told is not right.
    const verdict = cycles.find((one) => one.cycle === cycle)?.verdict;
    total.cycles[1] += 1;
    if (verdict === (slipped ? 'slipped' : 'clean')) total.cycles[0] += 1;
  }
};

/** Samples that reach a listener at a time. */
const PIECE = 512;

/** The times through as they are told while the take goes on, against what was played. */
const measureLive = (total, { score, digits }, asked, performance, drift, samples) => {
  const pulse = pulseOf(asked, drift);
  const ends = Array.from({ length: asked.passes }, (_, cycle) => pulse((cycle + 1) * asked.passSeconds));
  const truth = truthOf(asked, performance);
  const slipped = ends.map((end, cycle) =>
    truth.some(({ what }, index) => asked.strokes[index].pass === cycle && what !== 'matched'),
  );
  for (const { referenceIndex: index, at } of performance.strokes) {
    const cycle = ends.findIndex((end) => at < end - 0.03);
    if (index === null && cycle >= 0) slipped[cycle] = true;
  }
  const told = new Map();
  const ear = new LiveListener(score, digits);
  for (let at = 0; at < samples.length; at += PIECE) {
    const began = globalThis.performance.now();
    const events = ear.push(samples.subarray(at, at + PIECE));
    const took = globalThis.performance.now() - began;
    total.liveMs += took;
    for (const event of events) {
      if (event.kind !== 'cycle') continue;
      const cycle = ends.reduce(
        (best, end, one) => (Math.abs(end - event.at) < Math.abs(ends[best] - event.at) ? one : best),
        0,
      );
      told.set(cycle, event.verdict);
      total.after.push(1000 * ((at + PIECE) / TAKE_PARAMETERS.sampleRate - ends[cycle]) + took);
    }
  }
  slipped.forEach((is, cycle) => {
    total.live[1] += 1;
    if (told.has(cycle) && (told.get(cycle) === 'slipped') === is) total.live[0] += 1;
  });
};

const pair = ([right, wrongly, not]) =>
  `${(right / (right + wrongly)).toFixed(2)} / ${(right / (right + not)).toFixed(2)}`;

const row = (
  name,
  { close, near, heard, played, errors, missed, wrong, extra, late, told, cycles, live, after, liveMs, ms, seconds },
) =>
  `| ${[
    name,
    ((2 * close) / (heard + played)).toFixed(3),
    ((2 * near) / (heard + played)).toFixed(3),
    `${middle(errors).toFixed(1)} / ${quantile(errors, 0.95).toFixed(0)}`,
    pair(missed),
    pair(wrong),
    pair(extra),
    `${middle(late).toFixed(1)} / ${quantile(late, 0.95).toFixed(0)}, told of ${Math.round((100 * told[0]) / told[1])} %`,
    (cycles[0] / cycles[1]).toFixed(2),
    ((60 * ms) / seconds / 1000).toFixed(1),
    (live[0] / live[1]).toFixed(2),
    middle(after).toFixed(0),
    `${(liveMs / seconds / 10).toFixed(0)} %`,
  ].join(' | ')} |`;

/** Players without a fault: whatever is said of them is an accusation. */
const STEADY = [
  { ...PLAYER_MODELS.steady, timingSpread: 0.008, levelSpread: 1.5 },
  { ...PLAYER_MODELS.steady, timingSpread: 0.012, levelSpread: 2, tempoDrift: 0.015 },
];

/** The second model's strings have whole numbers of samples to a period: up to 17 cents off, and rightly said to be. */
const TRUE_OF_SOUND = { 'second model': new Set(['take.string-out-of-tune', 'take.guitar-off-pitch']) };

/** What is said of steady players that is no truth: takes with a finding, passes that are called missed. */
const accuse = (figures, make, recordingFor, isTrue = new Set()) => {
  const total = { takes: 0, accused: 0, passes: 0, missed: 0, said: new Map() };
  figures.forEach((figure, place) =>
    STEADY.forEach((being, which) => {
      const { played, asked } = askedFor(figure);
      const random = createSeededRandom(7000 * which + 53 * place + 5);
      const performance = simulatePerformance(asked, being, random);
      const samples = make(performance, { sampleRate: TAKE_PARAMETERS.sampleRate, random, ...recordingFor(asked) });
      const judged = assessTake(samples, played.score, asked);
      if (!judged.ok) return;
      const { cycles } = judged.value;
      const findings = judged.value.findings.filter(({ message }) => !isTrue.has(message.code));
      total.takes += 1;
      if (findings.length > 0) total.accused += 1;
      for (const { message } of findings) total.said.set(message.code, (total.said.get(message.code) ?? 0) + 1);
      total.passes += cycles.length;
      total.missed += cycles.filter(({ verdict }) => verdict === 'slipped').length;
    }),
  );
  return total;
};

const accusedRow = (name, { takes, accused, passes, missed, said }) =>
  `| ${name} | ${accused} of ${takes} | ${missed} of ${passes} | ${[...said].map(([code, times]) => `${code} ${times}`).join(', ')} |`;

console.log(
  '| figures, sound, recording | F ±25 ms | F ±50 ms | error, ms | missed P / R | wrong string P / R | extra P / R | a digit’s lateness, ms | cycle | s a minute | live | ms after | load |',
);
console.log('|---|---|---|---|---|---|---|---|---|---|---|---|---|');
// A word on the command line keeps to the rows that hold it: “nylon”, “fresh, own”.
const [only = ''] = process.argv.slice(2);
for (const [group, figures] of Object.entries(FIGURES))
  for (const [sound, make] of Object.entries(SOUNDS))
    for (const [condition, recordingFor] of Object.entries(CONDITIONS)) {
      if (!`${group}, ${sound}, ${condition}`.includes(only)) continue;
      const total = newTotal();
      figures.forEach((figure, place) =>
        BEINGS.forEach((being, which) => {
          const { played, asked } = askedFor(figure);
          const random = createSeededRandom(1000 * which + 37 * place + 11);
          const performance = simulatePerformance(asked, being, random);
          const samples = make(performance, { sampleRate: TAKE_PARAMETERS.sampleRate, random, ...recordingFor(asked) });
          const began = globalThis.performance.now();
          const judged = valueOrThrow(assessTake(samples, played.score, asked));
          total.ms += globalThis.performance.now() - began;
          total.seconds += samples.length / TAKE_PARAMETERS.sampleRate;
          measure(total, asked, performance, being.tempoDrift, judged);
          measureLive(total, played, asked, performance, being.tempoDrift, samples);
        }),
      );
      console.log(row(`${group}, ${sound}, ${condition}`, total));
    }

/** Figures and sounds nothing was chosen by; they are only listened to for accusations. */
FIGURES.other = [
  ['6 4 3 2 1 2 3 4', { subdivision: 2, tempo: 92, chord: 'G' }],
  ['5 3 2 3 1 3 2 3', { subdivision: 2, tempo: 100, chord: 'C' }],
  ['5 2 3 1', { subdivision: 2, tempo: 80, chord: 'Am' }],
  ['4 1+2 3 1+2', { subdivision: 2, tempo: 84, chord: 'D' }],
  ['6 1 1 1', { subdivision: 4, tempo: 90, chord: 'Em' }],
  ['5+1 2 3 2', { subdivision: 3, tempo: 76, chord: 'C' }],
  ['6 3 4 2 6 1 4 2', { subdivision: 2, tempo: 116, chord: 'G' }],
];
const foreign = (sound) => (performance, recording) =>
  applyRecordingConditions(renderWithExternalSynth(performance, sound, TAKE_PARAMETERS.sampleRate), recording);
const OTHER_SOUNDS = {
  'other nylon': foreign('other nylon'),
  'other steel': foreign('other steel'),
  'hollow body': foreign('hollow body'),
  'second model': (performance, recording) =>
    applyRecordingConditions(renderWithPhysicalModel(performance, TAKE_PARAMETERS.sampleRate), recording),
};

console.log('\n| steady players: figures, sound, recording | takes with a finding | passes called missed | said |');
console.log('|---|---|---|---|');
for (const [group, figures] of Object.entries(FIGURES))
  for (const [sound, make] of Object.entries(group === 'other' ? OTHER_SOUNDS : SOUNDS))
    for (const [condition, recordingFor] of Object.entries(CONDITIONS)) {
      const name = `${group}, ${sound}, ${condition}`;
      if (name.includes(only)) console.log(accusedRow(name, accuse(figures, make, recordingFor, TRUE_OF_SOUND[sound])));
    }
