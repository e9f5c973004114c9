import { digitsInOrder, judge } from '../analysis/index.ts';
import { failure, problem, type Result } from '../errors/index.ts';
import type { NotePlayed } from '../formats/index.ts';
import type { Hand } from '../fingering/index.ts';
import type { Digit, Pattern } from '../pattern/index.ts';
import { realise, type Score } from '../score/index.ts';
import { seededRandom } from '../sound/index.ts';
import { askedOf } from './asked.ts';
import { notesTaken } from './notes-taken.ts';
import { TAKE } from './estimates.ts';
import { PLAYERS, playAs, type PlayedStroke, type PlayerBeing } from './player.ts';
import { renderTake } from './render.ts';
import { cyclesFor, judgeNotes, judgeTake, type TakeJudgement } from './verdict.ts';

/** A pattern as a take of it goes: round and round, with the digits it is given. */
export interface PlayedPattern {
  readonly score: Score;
  readonly digits: readonly (Digit | null)[];
}

/**
 * A pattern as a take of it goes.
 * @example
 * playedPattern(valueOrThrow(readFigure('5 3 2 3')).pattern).score.cyclic // => true
 */
export const playedPattern = (pattern: Pattern, hand?: Hand): PlayedPattern => {
  const cyclic = { ...pattern, cyclic: true };
  return { score: realise(cyclic), digits: digitsInOrder(cyclic, judge(cyclic, { hand })) };
};

/**
 * A take of a pattern judged, as many times through as there are in it. Samples come at `TAKE.sampleRate` a second. Errors:
 * `pattern-empty` and those of `judgeTake`.
 * @example
 * judgePatternTake(new Float32Array(99000), valueOrThrow(readFigure('5 3 2 3')).pattern).ok // => false
 */
export const judgePatternTake = (samples: Float32Array, pattern: Pattern, hand?: Hand): Result<TakeJudgement> => {
  const { score, digits } = playedPattern(pattern, hand);
  const once = askedOf(score, digits, 1);
  if (once.strokes.length === 0) return failure(problem('pattern-empty'));
  const cycles = cyclesFor(samples.length / TAKE.sampleRate, once.cycleSeconds);
  return judgeTake(samples, score, askedOf(score, digits, cycles));
};

/**
 * A take of a pattern that came as notes, judged: as many times through as there are in its first ten minutes. Errors: `pattern-empty` and those of
 * `judgeNotes`.
 * @example
 * judgePatternNotes([], valueOrThrow(readFigure('5 3 2 3')).pattern).ok // => false
 */
export const judgePatternNotes = (
  notes: readonly NotePlayed[],
  pattern: Pattern,
  hand?: Hand,
): Result<TakeJudgement> => {
  const { score, digits } = playedPattern(pattern, hand);
  const once = askedOf(score, digits, 1);
  if (once.strokes.length === 0) return failure(problem('pattern-empty'));
  const taken = notesTaken(notes);
  return judgeNotes(taken, score, askedOf(score, digits, cyclesFor(taken.at(-1)?.at ?? 0, once.cycleSeconds)));
};

/**
 * What an invented player plays of a pattern, note by note.
 * @example
 * notesOfPlayer(valueOrThrow(readFigure('5 3 2 3')).pattern, PLAYERS.steady, { cycles: 2, seed: 1 }).length // => 8
 */
export const notesOfPlayer = (
  pattern: Pattern,
  being: PlayerBeing = PLAYERS.steady as PlayerBeing,
  { cycles, seed }: { readonly cycles: number; readonly seed: number },
): readonly PlayedStroke[] => {
  const { score, digits } = playedPattern(pattern);
  return playAs(askedOf(score, digits, cycles), being, seededRandom(seed)).strokes;
};

/**
 * The sound of a pattern by an invented player.
 * @example
 * playPattern(valueOrThrow(readFigure('5 3 2 3', { tempo: 200 })).pattern, PLAYERS.steady, { cycles: 1, seed: 1, sampleRate: 8000 }).length > 8000 // => true
 */
export const playPattern = (
  pattern: Pattern,
  being: PlayerBeing = PLAYERS.steady as PlayerBeing,
  { cycles, seed, sampleRate }: { readonly cycles: number; readonly seed: number; readonly sampleRate: number },
): Float32Array => {
  const { score, digits } = playedPattern(pattern);
  const random = seededRandom(seed);
  return renderTake(playAs(askedOf(score, digits, cycles), being, random), { sampleRate, random });
};
