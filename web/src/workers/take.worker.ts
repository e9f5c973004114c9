import { PLAYERS, TAKE, judgePatternTake, playPattern, scoreBeside, writeWav } from '@fleet-wren/core';
import type { TakeWork } from './protocol.ts';
import { serve, type Scope } from './serve.ts';

/** Times through that an invented player plays. */
const CYCLES = 8;

const work: TakeWork = {
  judgeTake: (samples, pattern, hand) => judgePatternTake(samples, pattern, hand),
  beside: (samples, pattern, hand, heard) =>
    writeWav({ samples: scoreBeside(pattern, hand, heard, samples.length), sampleRate: TAKE.sampleRate }, samples),
  play: (pattern, player, seed) =>
    playPattern(pattern, PLAYERS[player], { cycles: CYCLES, seed, sampleRate: TAKE.sampleRate }),
};

serve(self as unknown as Scope, { ...work });
