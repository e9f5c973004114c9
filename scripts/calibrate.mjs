/*
 * Agreement of the solver with the calibration table, and a fit of the weights by a method, reproducible bit for bit
 * from its seed: npm run calibrate. Writes docs/calibration.md.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  ABLE_ADULT_HAND,
  DEFAULT_ESTIMATES,
  ESTIMATE_KEYS,
  HAND_PRESETS,
  LEARNABLE_WEIGHT_KEYS,
  DEFAULT_PENALTY_WEIGHTS,
  SCHOOLS,
  computeMaxTempo,
  findSchool,
  fingerPattern,
  findEstimateRange,
  fitWeights,
  computeTimedTransitions,
  parseStringNotation,
  createSeededRandom,
  solveKBest,
  createTaskFromPattern,
  valueOrThrow,
} from '../core/dist/index.js';
import { sayLabel } from '../wording/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

const SEED = 1;
const figures = JSON.parse(readFileSync(join(PROJECT_ROOT, 'core/test/calibration/figures.json'), 'utf8'));

const figure = ({ figure: text, subdivision, tempo, cyclic }, share = 1) => {
  const read = valueOrThrow(parseStringNotation(text, { subdivision, tempo: Math.round(tempo * share) }));
  return { pattern: { ...read.pattern, cyclic }, loopTicks: read.loopTicks };
};

const answer = (row, school, share = 1) => {
  const { pattern, loopTicks } = figure(row, share);
  return fingerPattern(pattern, { school, loopTicks: loopTicks }).digits.join(' ');
};

const exampleOf = (row, school) => {
  const { pattern, loopTicks } = figure(row);
  return { task: createTaskFromPattern(pattern, { school, loopTicks: loopTicks }), target: row.digits.split(' ') };
};

/** The school with the common weights of comfort: digits, homes, rules and what it does not know stay its own. */
const uncalibrated = (school) => ({
  ...school,
  weights: {
    ...school.weights,
    ...Object.fromEntries(
      LEARNABLE_WEIGHT_KEYS.map((key) => [key, school.weights[key] === 0 ? 0 : DEFAULT_PENALTY_WEIGHTS[key]]),
    ),
  },
});

/** Fits a school on the half that is for choosing, from the common weights. */
const fitted = (key) => {
  const begun = uncalibrated(valueOrThrow(findSchool(key)));
  const examples = figures
    .filter(({ school, half }) => school === key && half === 'choose')
    .map((row) => exampleOf(row, begun));
  const weights = fitWeights(begun, examples, {
    random: createSeededRandom(SEED),
    epochs: 20,
    maxWeightFactor: 4,
    margin: 0.1,
  });
  return { begun, school: { ...begun, weights: { ...begun.weights, ...weights } } };
};

const fits = new Map([...new Set(figures.map(({ school }) => school))].map((key) => [key, fitted(key)]));

/** How much dearer the best fingering that is another is. */
const margin = (row, school) => {
  const { task } = exampleOf(row, school);
  const [first, second] = solveKBest(task, (at) => ({ code: String(at) }), 2);
  return second ? second.cost - first.cost : Infinity;
};

/** Whether it is fingered otherwise at another tempo although the slow fingering could be played there. */
const changesNeedlessly = (row, school) => {
  const shares = [0.5, 1, 1.4];
  const [slow, ...others] = shares.map((share) => answer(row, school, share));
  const { pattern, loopTicks } = figure(row);
  const ceiling = computeMaxTempo(
    row.tempo,
    computeTimedTransitions(
      createTaskFromPattern(pattern, { school, loopTicks: loopTicks }),
      /** @type {import('../core/dist/index.js').Fingering} */ (slow.split(' ')),
    ),
  )?.bpm;
  return others.some((one, index) => one !== slow && row.tempo * shares[index + 1] < (ceiling ?? Infinity));
};

const hands = { able: ABLE_ADULT_HAND, advanced: HAND_PRESETS.find(({ key }) => key === 'advanced') };

/** Figures with the tempos players reach, for each hand these are known of. */
const knownTempos = JSON.parse(readFileSync(join(PROJECT_ROOT, 'core/test/calibration/tempos.json'), 'utf8')).flatMap(
  (row) => {
    const options = { school: row.school, subdivision: row.subdivision, tempo: 80 };
    const { pattern, loopTicks } = valueOrThrow(parseStringNotation(row.figure, options));
    return Object.entries(hands).map(([key, hand]) => {
      const [least, most] = row[key];
      return { pattern: { ...pattern, cyclic: row.cyclic }, loopTicks, hand, least, most };
    });
  },
);

const rangeRows = () =>
  ESTIMATE_KEYS.map((key) => {
    const { least, most } = findEstimateRange(key, knownTempos);
    return [key, DEFAULT_ESTIMATES[key], ...[least, most].map((one) => (one === null ? '' : Number(one.toFixed(4))))];
  });

const rows = figures.map((row) => {
  const school = valueOrThrow(findSchool(row.school));
  const fit = fits.get(row.school);
  return {
    ...row,
    begun: answer(row, fit.begun),
    fitted: answer(row, fit.school),
    used: answer(row, school),
    margin: margin(row, school),
    changes: new Set([0.5, 1, 1.4].map((share) => answer(row, school, share))).size > 1,
    needless: changesNeedlessly(row, school),
  };
});

const agreement = (some, when) => {
  const right = some.filter((row) => row[when] === row.digits).length;
  return some.length === 0 ? '–' : `${right} of ${some.length} (${Math.round((100 * right) / some.length)} %)`;
};

const half = (name) => rows.filter((row) => row.half === name);
const table = (head, lines) =>
  [
    `| ${head.join(' | ')} |`,
    `|${head.map(() => '---').join('|')}|`,
    ...lines.map((cells) => `| ${cells.join(' | ')} |`),
  ].join('\n');

const misses = rows.filter((row) => row.used !== row.digits);
const margins = rows.map((row) => row.margin).sort((a, b) => a - b);
const changing = rows.filter(({ changes }) => changes);
const needless = rows.filter((row) => row.needless);
const bySchool = SCHOOLS.map(({ key, name }) => {
  const own = (name_) => half(name_).filter(({ school }) => school.split(':')[0] === key);
  return [sayLabel(name), agreement(own('choose'), 'used'), agreement(own('test'), 'used')];
});
const weightLines = [...fits].flatMap(([key, { begun, school }]) =>
  LEARNABLE_WEIGHT_KEYS.filter((name) => school.weights[name] !== begun.weights[name]).map((name) => [
    key,
    name,
    begun.weights[name],
    school.weights[name],
    valueOrThrow(findSchool(key)).weights[name],
  ]),
);

const page = `# Calibration of the schools' weights

The weights in \`core/src/fingering/school.ts\` and in each school's file are estimates. A table of ${rows.length} figures holds the
fingering that common practice gives each school and variant (common practice, no source; written down from memory before
the solver was asked): \`core/test/calibration/figures.json\`, cycles and lines. One half was used to choose weights, the other
had no say in them. \`npm run calibrate\` writes this page; a test holds the agreement.

${table(
  ['half', 'common weights', 'fitted by the method', 'in use'],
  ['choose', 'test'].map((name) => [
    name === 'choose' ? 'used to choose the weights' : 'only tested',
    ...['begun', 'fitted', 'used'].map((when) => agreement(half(name), when)),
  ]),
)}

“Common weights” gives every school the same weights of comfort, so that only its digits, homes and rules tell it apart.
“Fitted” starts from those and takes the method of \`core/src/learning/fit-weights.ts\` (the structured perceptron of Collins, EMNLP
2002, with a margin; signs fixed; each weight within four times its beginning; seed ${SEED}) over the half for choosing: the
same seed gives the same weights bit for bit. The weights in use were set by hand before the method was there; it comes to
the same agreement, so they stay, with its weights beside them below.

${table(['school', 'used to choose', 'only tested'], bySchool)}

## Tempo

A figure has one fingering, whatever the tempo: who plays what is decided by comfort alone, and what hurry asks for is
judged afterwards. At half, the whole and 1.4 times their tempo ${changing.length} of ${rows.length} figures are fingered in more than one way.

## Margins

How much dearer the next best fingering is, in the costs of the school: median ${margins[Math.floor(margins.length / 2)].toFixed(2)}; ${margins.filter((one) => one < 0.1).length} of ${rows.length} are decided by less than 0.1.

## Misses

${
  misses.length === 0
    ? 'None at present.'
    : table(
        ['half', 'school', 'figure', 'common practice', 'the solver'],
        misses.map((row) => [
          row.half,
          row.school,
          row.cyclic ? row.figure : `${row.figure} (ends)`,
          row.digits,
          row.used,
        ]),
      )
}

## Weights the method found

${weightLines.length === 0 ? 'None: the common weights do.' : table(['school', 'weight', 'begun', 'fitted', 'in use'], weightLines)}

## The estimates of the hand

The least times of the hand (\`core/src/fingering/hand-estimates.ts\`) are not calibrated by this table: they are set so that the
ranges of docs/judgement.md are reached, and are marked “est.”. A tapping test scales them for a person, and a studio can
change each of them. How well those tempos pin each down, with all others as they are (95 %, profile likelihood; a range of
tempos read as what 95 of 100 players reach; Settings, Estimates shows it beside the value):

${table(['estimate', 'value', 'least', 'most'], rangeRows())}

## The table

${table(
  ['half', 'school', 'figure', 'in', 'at', 'common practice'],
  rows.map((row) => [
    row.half,
    row.school,
    row.cyclic ? row.figure : `${row.figure} (ends)`,
    row.subdivision,
    row.tempo,
    row.digits,
  ]),
)}
`;
writeFileSync(join(PROJECT_ROOT, 'docs', 'calibration.md'), page);
console.log(
  `choose ${agreement(half('choose'), 'begun')} → fitted ${agreement(half('choose'), 'fitted')}, in use ${agreement(half('choose'), 'used')}`,
);
console.log(
  `test ${agreement(half('test'), 'begun')} → fitted ${agreement(half('test'), 'fitted')}, in use ${agreement(half('test'), 'used')}`,
);
console.log(`change with the tempo ${changing.length}, needlessly ${needless.length}`);
for (const row of misses) console.log(`${row.half} ${row.school}: ${row.figure} → ${row.digits}, got ${row.used}`);
