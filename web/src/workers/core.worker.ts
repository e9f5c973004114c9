import { digitsInOrder, explain, frequencyOf, judge, pluckedString, seededRandom, taskOf, type Pattern } from '@fleet-wren/core';
import { expose, transfer } from 'comlink';
import type { CoreWork } from './protocol.ts';

/** Seconds a rendered string rings at most. */
const RING = 4;

/** Rounds of the same work until the browser has compiled it to run at full speed. */
const WARM_UP = 25;

/** After the first judgement goes over it again in small steps, so that the edits to come are judged within a frame. */
const warmUp = (pattern: Pattern, left: number): void => {
  if (left === 0) return;
  judge(pattern);
  setTimeout(() => warmUp(pattern, left - 1), 15);
};

let cold = true;

const judgeAndWarm: CoreWork['judge'] = (pattern) => {
  if (cold && pattern.strokes.length > 0) {
    cold = false;
    const shown = { ...pattern, strokes: pattern.strokes.slice(0, 64) };
    setTimeout(() => warmUp(shown, WARM_UP), 200);
  }
  return judge(pattern);
};

const work: CoreWork = {
  judge: judgeAndWarm,
  explain: (pattern, judgement, index) => explain(pattern, taskOf(pattern), digitsInOrder(pattern, judgement), index),
  pluck: (midi, sampleRate) => {
    // Seeded by its pitch: a note sounds the same each time it is rendered.
    const samples = pluckedString({ frequency: frequencyOf(midi), seconds: RING, sampleRate, random: seededRandom(midi) });
    return transfer(samples, [samples.buffer]);
  },
};

expose(work);
