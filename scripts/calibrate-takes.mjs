/*
 * How often what is said of a take is so, on invented takes whose strokes are known, and the weights its confidence is
 * reckoned with: npm run calibrate:takes [-- TAKES [--shipped]]. Prints the weights and the tables of docs/takes.md;
 * with --shipped the tables of the weights that are in use, as users get them.
 */
import { assessTake } from '../core/dist/index.js';
import { TAKE_DIAGNOSTIC_THRESHOLDS } from '../core/dist/take/assessment/assessment-context.js';
import {
  getConfidenceWeights,
  listConfidenceFeatures,
  weighFeatures,
} from '../core/dist/take/assessment/finding-confidence.js';
import { findTuningDiagnostics, measureStringTuning } from '../core/dist/take/assessment/string-tuning.js';
import { listDiagnosticCandidates } from '../core/dist/take/assessment/take-diagnostics.js';
import { repeatReference } from '../core/dist/take/model/reference.js';
import { isTrue } from './lib/takes/finding-truth.mjs';
import { inventTake } from './lib/takes/invented-takes.mjs';
import { ensureSynthesisers } from './lib/external-synth.mjs';

ensureSynthesisers();

const { minFindingConfidence } = TAKE_DIAGNOSTIC_THRESHOLDS;

/**
 * The left-out takes have sources and a room no weight is fitted to. The physical models that are not ours are out of
 * tune by themselves: that is rightly said.
 */
const SETS = {
  fitted: {
    from: 0,
    sources: ['own', 'nylon', 'steel', 'other steel', 'hollow body', 'other nylon', 'second model'],
    recordings: ['clean', 'near', 'bedroom', 'kitchen', 'telephone', 'hall'],
  },
  'left out': {
    from: 700_000,
    sources: ['third nylon', 'third model', 'patch nylon', 'patch steel'],
    recordings: ['clean', 'study'],
  },
};
const OUT_OF_TUNE = ['take.string-out-of-tune', 'take.guitar-off-pitch'];
const TRUE_OF_SOUND = { 'second model': OUT_OF_TUNE, 'third model': OUT_OF_TUNE };

const candidatesOf = (take, { heard, digits }) => {
  const { reference, score, samples, source } = take;
  const asked = heard.cycles > reference.passes ? repeatReference(reference, heard.cycles) : reference;
  const tuning = findTuningDiagnostics(measureStringTuning(samples, score, asked, heard));
  const now = { reference: asked, score, alignment: heard, isSound: true };
  return listDiagnosticCandidates(now, digits, tuning)
    .filter(({ message }) => !TRUE_OF_SOUND[source]?.includes(message.code))
    .map((candidate) => ({ ...candidate, code: candidate.message.code, isSo: isTrue(take, candidate) }))
    .filter(({ isSo }) => isSo !== null);
};

const slippedIn = ({ reference, performance }, pass) => {
  const isHere = (index) => reference.strokes[index]?.pass === pass;
  const isExtra = ({ referenceIndex, at }) =>
    referenceIndex === null && Math.floor((at - 0.6) / reference.passSeconds) === pass;
  return (
    performance.deletions.some(isHere) ||
    performance.strokes.some((one) => (one.label === 'wrong-string' && isHere(one.referenceIndex)) || isExtra(one))
  );
};

/** From what on a finger is surely late or early, in seconds. */
const SURELY_LATE = 0.02;

/** The finger of a take that is late or early by 20 ms and more, and nothing else about it; null where there is none. */
const lateFingerOf = ({ kind, player: { asynchrony = {} } }) => {
  const [finger, seconds] = Object.entries(asynchrony)[0] ?? [];
  const isOnly = kind === 'late' || kind === 'early';
  return isOnly && Math.abs(seconds) >= SURELY_LATE ? { finger, when: seconds > 0 ? 'late' : 'early' } : null;
};

const collect = ({ from, sources, recordings }, takes) => {
  const found = { candidates: [], refused: 0, steady: [], passes: [], late: [], digits: [] };
  for (let number = from; number < from + takes; number += 1) {
    const take = inventTake(number, sources, recordings);
    const judged = assessTake(take.samples, take.score, take.reference);
    if (!judged.ok) {
      found.refused += 1;
      continue;
    }
    const candidates = candidatesOf(take, judged.value);
    found.candidates.push(...candidates);
    const { recording } = take;
    found.digits.push(...judged.value.digits.map(({ timed }) => ({ recording, timed })));
    const late = lateFingerOf(take);
    if (late) found.late.push({ recording, late, candidates });
    if (take.kind === 'steady') {
      found.steady.push({ recording, candidates });
      for (const { cycle, verdict } of judged.value.cycles)
        if (!slippedIn(take, cycle)) found.passes.push({ recording, isAccused: verdict === 'slipped' });
    }
  }
  return found;
};

const PRIOR = [0, 1, 0.5, 0.5];

/** Logistic regression by gradient descent, held to a prior; what speaks for a finding never speaks against it. */
const fitWeights = (rows) => {
  let weights = [...PRIOR];
  for (let round = 0; round < 4000; round += 1) {
    const slope = weights.map((weight, index) => (index === 0 ? 0.05 : 1) * (weight - PRIOR[index]));
    for (const row of rows) {
      const features = listConfidenceFeatures(row.evidence);
      const chance = weighFeatures(features, weights);
      features.forEach((value, index) => (slope[index] += (chance - (row.isSo ? 1 : 0)) * value));
    }
    weights = weights.map((weight, index) => {
      const next = weight - (0.6 * slope[index]) / (rows.length + 5);
      return index === 0 ? next : Math.max(0, next);
    });
  }
  return weights.map((weight) => Number(weight.toFixed(2)));
};

const mean = (values) => values.reduce((sum, value) => sum + value, 0) / values.length;
const BANDS = [0, 0.5, 0.7, 0.9, 0.95, 1.001];

/** Findings of a kind that are needed to fit it. */
const FEWEST = 10;

const chanceOf = (weights, { code, evidence }) =>
  weighFeatures(listConfidenceFeatures(evidence), weights[code] ?? getConfidenceWeights(code));

const printReliability = (name, candidates, weights) => {
  const rows = candidates.map((one) => ({ ...one, chance: chanceOf(weights, one) }));
  BANDS.slice(0, -1).forEach((least, index) => {
    const here = rows.filter(({ chance }) => chance >= least && chance < BANDS[index + 1]);
    if (here.length === 0) return;
    const [supposed, so] = [mean(here.map(({ chance }) => chance)), mean(here.map(({ isSo }) => (isSo ? 1 : 0)))];
    console.log(
      `| ${name} | ${least} to ${Math.min(1, BANDS[index + 1])} | ${here.length} | ${supposed.toFixed(2)} | ${so.toFixed(2)} |`,
    );
  });
};

const printAccused = (name, { steady: players, passes }, weights) => {
  const steady = players.map(({ recording, candidates: said }) => ({
    recording,
    isAccused: said.some((one) => chanceOf(weights, one) >= minFindingConfidence),
  }));
  for (const recording of [...new Set(steady.map((one) => one.recording))]) {
    const [takes, here] = [steady, passes].map((all) => all.filter((one) => one.recording === recording));
    const accused = (all) => all.filter(({ isAccused }) => isAccused).length;
    console.log(
      `| ${name}, ${recording} | ${accused(takes)} of ${takes.length} | ${accused(here)} of ${here.length} |`,
    );
  }
};

/** Whether a finding is about a finger that is late, or about another one. */
const saysLate = ({ finger, when }, { code, message: { params } }) => {
  if (code === 'take.fingers-apart') return (when === 'late' ? params.other : params.finger).params.finger === finger;
  return params.finger.params.finger === finger && params.when === when;
};

const OF_TIME = new Set(['take.finger-off-time', 'take.fingers-apart']);

const printLate = (name, { late: players, digits }, weights) => {
  for (const recording of [...new Set(digits.map((one) => one.recording))]) {
    const here = players.filter((one) => one.recording === recording);
    const said = here.map(({ late, candidates: all }) =>
      all
        .filter((one) => OF_TIME.has(one.code) && chanceOf(weights, one) >= minFindingConfidence)
        .map((one) => saysLate(late, one)),
    );
    const [told, wrong] = [true, false].map((is) => said.filter((one) => one.includes(is)).length);
    const own = digits.filter((one) => one.recording === recording);
    const timed = own.filter((one) => one.timed).length / own.length;
    console.log(`| ${name}, ${recording} | ${told} of ${here.length} | ${wrong} | ${timed.toFixed(2)} |`);
  }
};

const takes = Number(process.argv[2] ?? 600);
const isShipped = process.argv.includes('--shipped');
const all = Object.entries(SETS).map(([name, set], index) => ({
  name,
  found: collect(set, index === 0 ? takes : takes / 2),
}));
const candidates = all.flatMap(({ name, found }) => (name === 'fitted' ? found.candidates : []));
const weights = {};
for (const code of [...new Set(candidates.map((one) => one.code))].sort()) {
  const own = candidates.filter((one) => one.code === code);
  const so = own.filter(({ isSo }) => isSo).length;
  if (!isShipped && own.length >= FEWEST) weights[code] = fitWeights(own);
  console.log(`'${code}': [${(weights[code] ?? getConfidenceWeights(code)).join(', ')}], // ${so} of ${own.length} so`);
}
console.log('\n| takes | confidence | findings | on average | so |\n|---|---|---|---|---|');
for (const { name, found } of all) printReliability(name, found.candidates, weights);
console.log(
  '\n| steady players: takes, recording | takes with a finding | clean passes called slipped |\n|---|---|---|',
);
for (const { name, found } of all) printAccused(name, found, weights);
console.log('\n| takes, recording | late fingers told | another one accused | fingers timed |\n|---|---|---|---|');
for (const { name, found } of all) printLate(name, found, weights);
console.log(`\nrefused: ${all.map(({ name, found: { refused } }) => `${name} ${refused}`).join(', ')}`);
