import {
  alternatives,
  axesByKey,
  compareSchools,
  cureFor,
  digitsInOrder,
  drillGrid,
  explain,
  frequencyOf,
  judge,
  pluckedString,
  schoolsToCompare,
  seededRandom,
  taskOf,
  valueOrThrow,
  type Hand,
  type Pattern,
} from '@fleet-wren/core';
import { expose, transfer } from 'comlink';
import type { CoreWork } from './protocol.ts';

/** Seconds a rendered string rings at most. */
const RING = 4;

/** Rounds of the same work until the browser has compiled it to run at full speed. */
const WARM_UP = 25;

const hands = new Map<string, Hand>();

/** The same value for a hand that says the same: core keeps its tables by hand. */
const sameHand = (hand: Hand): Hand => {
  const words = JSON.stringify(hand);
  const known = hands.get(words) ?? hand;
  hands.set(words, known);
  return known;
};

/** After the first judgement goes over it again in small steps, so that the edits to come are judged within a frame. */
const warmUp = (pattern: Pattern, hand: Hand, left: number): void => {
  if (left === 0) return;
  judge(pattern, { hand });
  setTimeout(() => warmUp(pattern, hand, left - 1), 15);
};

let cold = true;

const judgeAndWarm: CoreWork['judge'] = (pattern, given) => {
  const hand = sameHand(given);
  if (cold && pattern.strokes.length > 0) {
    cold = false;
    const shown = { ...pattern, strokes: pattern.strokes.slice(0, 64) };
    setTimeout(() => warmUp(shown, hand, WARM_UP), 200);
  }
  return judge(pattern, { hand });
};

const work: CoreWork = {
  judge: judgeAndWarm,
  explain: (pattern, judgement, index, hand) =>
    explain(pattern, taskOf(pattern, { hand: sameHand(hand) }), digitsInOrder(pattern, judgement), index),
  cures: (pattern, judgement, hand, count) =>
    judgement.findings
      .slice(0, count)
      .map((finding) => cureFor(pattern, judgement, finding, { hand: sameHand(hand) }) ?? null),
  alternatives: (pattern, count, hand) => alternatives(pattern, count, { hand: sameHand(hand) }),
  compare: (pattern, schools, hand) =>
    compareSchools(pattern, valueOrThrow(schoolsToCompare(pattern, schools)), { hand: sameHand(hand) }),
  drills: (pattern, axes, hand) =>
    valueOrThrow(drillGrid(pattern, valueOrThrow(axesByKey(axes)), { hand: sameHand(hand) })),
  pluck: (midi, sampleRate) => {
    // Seeded by its pitch: a note sounds the same each time it is rendered.
    const samples = pluckedString({
      frequency: frequencyOf(midi),
      seconds: RING,
      sampleRate,
      random: seededRandom(midi),
    });
    return transfer(samples, [samples.buffer]);
  },
};

expose(work);
