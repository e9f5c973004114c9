import {
  PLAYERS,
  TAKE,
  judgePatternNotes,
  judgePatternTake,
  playPattern,
  parsePerformance,
  scoreBeside,
  soundOfNotes,
  success,
  writeWav,
  type PlayedNote,
  type Result,
} from '@fleet-wren/core';
import type { TakeWork } from './protocol.ts';
import { serve, type Scope } from './serve.ts';

/** Times through that an invented player plays. */
const CYCLES = 8;

const notesOf = (given: Uint8Array | readonly PlayedNote[]): Result<readonly PlayedNote[]> =>
  given instanceof Uint8Array ? parsePerformance(given) : success(given);

const work: TakeWork = {
  judgeTake: (samples, pattern, hand) => judgePatternTake(samples, pattern, hand),
  judgeNotes: (given, pattern, hand) => {
    const notes = notesOf(given);
    return notes.ok ? judgePatternNotes(notes.value, pattern, hand) : notes;
  },
  notesSound: (given) => {
    const notes = notesOf(given);
    const sound = soundOfNotes(notes.ok ? notes.value : [], TAKE.sampleRate);
    return writeWav({ samples: sound, sampleRate: TAKE.sampleRate });
  },
  beside: (samples, pattern, hand, heard) =>
    writeWav({ samples: scoreBeside(pattern, hand, heard, samples.length), sampleRate: TAKE.sampleRate }, samples),
  play: (pattern, player, seed) =>
    playPattern(pattern, PLAYERS[player], { cycles: CYCLES, seed, sampleRate: TAKE.sampleRate }),
};

serve(self as unknown as Scope, { ...work });
