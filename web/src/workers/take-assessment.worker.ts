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
import type { TakeWorkerApi } from './worker-protocol.ts';
import { serveRequests, type WorkerScope } from './serve-requests.ts';

/** Times through that an invented player plays. */
const SIMULATED_PASSES = 8;

const toPlayedNotes = (given: Uint8Array | readonly PlayedNote[]): Result<readonly PlayedNote[]> =>
  given instanceof Uint8Array ? parsePerformance(given) : success(given);

const handlers: TakeWorkerApi = {
  judgeTake: (samples, pattern, hand) => assessPatternTake(samples, pattern, hand),
  judgeNotes: (given, pattern, hand) => {
    const notes = toPlayedNotes(given);
    return notes.ok ? assessPatternNotes(notes.value, pattern, hand) : notes;
  },
  notesSound: (given) => {
    const notes = toPlayedNotes(given);
    const sound = renderNotes(notes.ok ? notes.value : [], TAKE_PARAMETERS.sampleRate);
    return writeWav({ samples: sound, sampleRate: TAKE_PARAMETERS.sampleRate });
  },
  mixWithReference: (samples, pattern, hand, heard) =>
    writeWav(
      { samples: renderScoreAtTakeTempo(pattern, hand, heard, samples.length), sampleRate: TAKE_PARAMETERS.sampleRate },
      samples,
    ),
  simulateTake: (pattern, player, seed) =>
    simulateAudio(pattern, PLAYER_MODELS[player], {
      cycles: SIMULATED_PASSES,
      seed,
      sampleRate: TAKE_PARAMETERS.sampleRate,
    }),
};

serveRequests(self as unknown as WorkerScope, { ...handlers });
