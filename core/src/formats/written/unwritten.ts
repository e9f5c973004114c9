import { message, type Message } from '../../message/index.ts';
import { problem, type Problem } from '../../errors/index.ts';
import type { Digit } from '../../pattern/index.ts';
import { placeIn, type Score, type ScoreBar } from '../../score/index.ts';
import { segmentsOf, writtenRhythm } from './rhythm.ts';
import { voicesOf } from './voices.ts';

/** Places named before the rest is only counted. */
const NAMED = 3;

/**
 * Beats that no note value and no tuplet holds: they are written as long as they are, without a value. Empty where all can
 * be written.
 * @example
 * unwritten(realise(newPattern('Roll')), []).length // => 0
 */
export const unwritten = (score: Score, digits: readonly (Digit | null)[]): readonly Problem[] => {
  const places = new Map<string, Message>();
  voicesOf(score, digits).forEach((voices, index) => {
    const { at, metre } = score.bars[index] as ScoreBar;
    for (const voice of voices)
      for (const piece of writtenRhythm(segmentsOf(voice, metre), metre))
        if (!piece.value) places.set(String(at + piece.at), placeIn(score, at + piece.at));
  });
  if (places.size === 0) return [];
  const more = places.size - NAMED;
  const where = [
    ...[...places.values()].slice(0, NAMED),
    ...(more > 0 ? [message('place.more', { count: more })] : []),
  ];
  return [problem('beats-unwritten', { where })];
};
