/*
 * How often what is said of a take is so, on invented takes whose strokes are known, and the weights its confidence is
 * reckoned with: npm run calibrate:takes [-- TAKES]. Prints the weights and the tables of docs/takes.md.
 */
import { assessTake } from '../core/dist/index.js';
import {
  UNKNOWN_FINDING,
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

/** The left-out takes have sources and a room no weight is fitted to. The second model is out of tune by itself: that is rightly said. */
const SETS = {
  fitted: {
    from: 0,
    sources: ['own', 'nylon', 'steel', 'other steel', 'hollow body'],
    recordings: ['clean', 'near', 'bedroom', 'kitchen', 'telephone'],
  },
  'left out': {
    from: 100_000,
    sources: ['other nylon', 'second model', 'nylon'],
    recordings: ['clean', 'near', 'hall'],
  },
};
const TRUE_OF_SOUND = { 'second model': ['take.string-out-of-tune', 'take.guitar-off-pitch'] };

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

const collect = ({ from, sources, recordings }, takes) => {
  const found = { candidates: [], refused: 0, steady: [], passes: [] };
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
  weighFeatures(listConfidenceFeatures(evidence), weights[code] ?? UNKNOWN_FINDING);

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
    isAccused: said.some((one) => chanceOf(weights, one) >= 0.9),
  }));
  for (const recording of [...new Set(steady.map((one) => one.recording))]) {
    const [takes, here] = [steady, passes].map((all) => all.filter((one) => one.recording === recording));
    const accused = (all) => all.filter(({ isAccused }) => isAccused).length;
    console.log(
      `| ${name}, ${recording} | ${accused(takes)} of ${takes.length} | ${accused(here)} of ${here.length} |`,
    );
  }
};

const takes = Number(process.argv[2] ?? 600);
const all = Object.entries(SETS).map(([name, set], index) => ({
  name,
  found: collect(set, index === 0 ? takes : takes / 2),
}));
const candidates = all.flatMap(({ name, found }) => (name === 'fitted' ? found.candidates : []));
const weights = {};
for (const code of [...new Set(candidates.map((one) => one.code))].sort()) {
  const own = candidates.filter((one) => one.code === code);
  const so = own.filter(({ isSo }) => isSo).length;
  if (own.length >= FEWEST) weights[code] = fitWeights(own);
  console.log(`'${code}': [${(weights[code] ?? UNKNOWN_FINDING).join(', ')}], // ${so} of ${own.length} so`);
}
console.log('\n| takes | confidence | findings | on average | so |\n|---|---|---|---|---|');
for (const { name, found } of all) printReliability(name, found.candidates, weights);
console.log(
  '\n| steady players: takes, recording | takes with a finding | clean passes called slipped |\n|---|---|---|',
);
for (const { name, found } of all) printAccused(name, found, weights);
console.log(`\nrefused: ${all.map(({ name, found: { refused } }) => `${name} ${refused}`).join(', ')}`);
