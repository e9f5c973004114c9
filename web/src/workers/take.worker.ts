import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  assessPatternNotes,
  assessPatternTake,
  simulateAudio,
  parsePerformance,
  renderScoreAtTakeTempo,
  renderNotes,
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
  judgeTake: (samples, pattern, hand) => assessPatternTake(samples, pattern, hand),
  judgeNotes: (given, pattern, hand) => {
    const notes = notesOf(given);
    return notes.ok ? assessPatternNotes(notes.value, pattern, hand) : notes;
  },
  notesSound: (given) => {
    const notes = notesOf(given);
    const sound = renderNotes(notes.ok ? notes.value : [], TAKE_PARAMETERS.sampleRate);
    return writeWav({ samples: sound, sampleRate: TAKE_PARAMETERS.sampleRate });
  },
  beside: (samples, pattern, hand, heard) =>
    writeWav(
      { samples: renderScoreAtTakeTempo(pattern, hand, heard, samples.length), sampleRate: TAKE_PARAMETERS.sampleRate },
      samples,
    ),
  play: (pattern, player, seed) =>
    simulateAudio(pattern, PLAYER_MODELS[player], { cycles: CYCLES, seed, sampleRate: TAKE_PARAMETERS.sampleRate }),
};

serve(self as unknown as Scope, { ...work });
