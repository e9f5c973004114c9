import type { Digit } from '../../pattern/index.ts';
import type { Score } from '../../score/index.ts';
import { keyOfSignature, keySignature, type Key } from '../../theory/index.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';
import { foldScore, type FoldedScore } from './fold-score.ts';
import { inferKeySignature } from './pitch-spelling.ts';
import { splitIntoVoices, type BarVoices } from './split-voices.ts';

/** A score ready to be written: in voices, bar by bar, and in a key. */
export interface PreparedScore {
  readonly score: Score;
  readonly bars: readonly BarVoices[];
  readonly key: Key;
  /** Sharps of the key signature; flats are negative. */
  readonly fifths: number;
  readonly words: ScoreAnnotations;
  /** What stands at the bar lines: repeats, endings and where one goes on. */
  readonly signs: FoldedScore['signs'];
}

/**
 * Puts a score into voices, what comes again written once (`mostTimes` times at most), and into the key that is said,
 * or that its notes fit best.
 */
export const prepareScore = (
  given: Score,
  digits: readonly (Digit | null)[],
  said: ScoreAnnotations,
  mostTimes?: number,
): PreparedScore => {
  const { score, digits: order, words, signs } = foldScore(given, digits, said, mostTimes);
  const pitches = score.strokes.flatMap(({ pitch }) => pitch ?? []);
  const fifths = words.key ? keySignature(words.key) : inferKeySignature(pitches);
  const key = words.key ?? keyOfSignature(fifths, 'major');
  return { score, bars: splitIntoVoices(score, order), key, fifths, words, signs };
};
