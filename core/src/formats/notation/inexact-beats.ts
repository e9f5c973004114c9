import { message, type Message } from '../../message/index.ts';
import { createProblem, type Problem } from '../../errors/index.ts';
import type { Digit } from '../../pattern/index.ts';
import { describeScorePosition, type Score, type ScoreBar } from '../../score/index.ts';
import { createSegments, notateRhythm } from './notate-rhythm.ts';
import { splitIntoVoices } from './split-voices.ts';

/** Places named before the rest is only counted. */
const NAMED = 3;

/**
 * Beats that no note value and no tuplet holds: they are written as long as they are, without a value. Empty where all
 * can be written.
 * @example
 * findInexactBeats(flattenScore(createPattern('Roll')), []).length // => 0
 */
export const findInexactBeats = (score: Score, digits: readonly (Digit | null)[]): readonly Problem[] => {
  const places = new Map<string, Message>();
  splitIntoVoices(score, digits).forEach((voices, index) => {
    const { at, metre } = score.bars[index] as ScoreBar;
    for (const voice of voices)
      for (const piece of notateRhythm(createSegments(voice, metre), metre))
        if (!piece.value) places.set(String(at + piece.at), describeScorePosition(score, at + piece.at));
  });
  if (places.size === 0) return [];
  const more = places.size - NAMED;
  const where = [
    ...[...places.values()].slice(0, NAMED),
    ...(more > 0 ? [message('place.more', { count: more })] : []),
  ];
  return [createProblem('beats-unwritten', { where })];
};
