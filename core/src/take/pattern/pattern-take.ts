import { listDigitsInOrder, analysePattern } from '../../analysis/index.ts';
import { failure, createProblem, type Result } from '../../errors/index.ts';
import type { PlayedNote } from '../../formats/index.ts';
import type { HandProfile } from '../../fingering/index.ts';
import type { Digit, Pattern } from '../../pattern/index.ts';
import { flattenScore, type Score } from '../../score/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import { createTakeReference } from '../model/reference.ts';
import { trimNotes } from '../io/trim-notes.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import {
  PLAYER_MODELS,
  simulatePerformance,
  type SimulatedStroke,
  type PlayerModel,
} from '../simulation/player-model.ts';
import { renderTake } from '../simulation/render.ts';
import { computeMaxPasses, assessNotes, assessTake, type TakeAssessment } from '../assessment/assess-take.ts';

/** A pattern as a take of it goes: round and round, with the digits it is given. */
export interface PatternReference {
  readonly score: Score;
  readonly digits: readonly (Digit | null)[];
}

/**
 * A pattern as a take of it goes.
 * @example
 * createPatternReference(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).score.loop // => true
 */
export const createPatternReference = (pattern: Pattern, hand?: HandProfile): PatternReference => {
  const cyclic = { ...pattern, cyclic: true };
  return { score: flattenScore(cyclic), digits: listDigitsInOrder(cyclic, analysePattern(cyclic, { hand })) };
};

/**
 * A take of a pattern judged, as many times through as there are in it. Samples come at `TAKE.sampleRate` a second.
 * Errors:
 * `pattern-empty` and those of `assessTake`.
 * @example
 * assessPatternTake(new Float32Array(99000), valueOrThrow(parseStringNotation('5 3 2 3')).pattern).ok // => false
 */
export const assessPatternTake = (
  samples: Float32Array,
  pattern: Pattern,
  hand?: HandProfile,
): Result<TakeAssessment> => {
  const { score, digits } = createPatternReference(pattern, hand);
  const once = createTakeReference(score, digits, 1);
  if (once.strokes.length === 0) return failure(createProblem('pattern-empty'));
  const cycles = computeMaxPasses(samples.length / TAKE_PARAMETERS.sampleRate, once.passSeconds);
  return assessTake(samples, score, createTakeReference(score, digits, cycles));
};

/**
 * A take of a pattern that came as notes, judged: as many times through as there are in its first ten minutes. Errors:
 * `pattern-empty` and those of
 * `assessNotes`.
 * @example
 * assessPatternNotes([], valueOrThrow(parseStringNotation('5 3 2 3')).pattern).ok // => false
 */
export const assessPatternNotes = (
  notes: readonly PlayedNote[],
  pattern: Pattern,
  hand?: HandProfile,
): Result<TakeAssessment> => {
  const { score, digits } = createPatternReference(pattern, hand);
  const once = createTakeReference(score, digits, 1);
  if (once.strokes.length === 0) return failure(createProblem('pattern-empty'));
  const taken = trimNotes(notes);
  return assessNotes(
    taken,
    score,
    createTakeReference(score, digits, computeMaxPasses(taken.at(-1)?.at ?? 0, once.passSeconds)),
  );
};

/**
 * What an invented player plays of a pattern, note by note.
 * @example
 * simulateNotes(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, PLAYER_MODELS.steady, { cycles: 2, seed: 1 })
 *   .length // => 8
 */
export const simulateNotes = (
  pattern: Pattern,
  being: PlayerModel = PLAYER_MODELS.steady as PlayerModel,
  { cycles, seed }: { readonly cycles: number; readonly seed: number },
): readonly SimulatedStroke[] => {
  const { score, digits } = createPatternReference(pattern);
  return simulatePerformance(createTakeReference(score, digits, cycles), being, createSeededRandom(seed)).strokes;
};

/**
 * The sound of a pattern by an invented player.
 * @example
 * simulateAudio(valueOrThrow(parseStringNotation('5 3 2 3', { tempo: 200 })).pattern, PLAYER_MODELS.steady, {
 *   cycles: 1,
 *   seed: 1,
 *   sampleRate: 8000,
 * }).length > 8000 // => true
 */
export const simulateAudio = (
  pattern: Pattern,
  being: PlayerModel = PLAYER_MODELS.steady as PlayerModel,
  { cycles, seed, sampleRate }: { readonly cycles: number; readonly seed: number; readonly sampleRate: number },
): Float32Array => {
  const { score, digits } = createPatternReference(pattern);
  const random = createSeededRandom(seed);
  return renderTake(simulatePerformance(createTakeReference(score, digits, cycles), being, random), {
    sampleRate,
    random,
  });
};
