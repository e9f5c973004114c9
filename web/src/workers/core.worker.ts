import { digitsInOrder, explain, frequencyOf, judge, pluckedString, seededRandom, taskOf } from '@fleet-wren/core';
import { expose, transfer } from 'comlink';
import type { CoreWork } from './protocol.ts';

/** Seconds a rendered string rings at most. */
const RING = 4;

const work: CoreWork = {
  judge: (pattern) => judge(pattern),
  explain: (pattern, judgement, index) => explain(pattern, taskOf(pattern), digitsInOrder(pattern, judgement), index),
  pluck: (midi, sampleRate) => {
    // Seeded by its pitch: a note sounds the same each time it is rendered.
    const samples = pluckedString({ frequency: frequencyOf(midi), seconds: RING, sampleRate, random: seededRandom(midi) });
    return transfer(samples, [samples.buffer]);
  },
};

expose(work);
