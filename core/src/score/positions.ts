import type { Message } from '../message/message.ts';
import { placeInBarOf, formatBarPosition } from '../time/index.ts';
import { findLastIndexAtOrBefore } from './tempo-map.ts';
import type { Score, ScoreBar, ScoreStroke } from './score.ts';

/**
 * The bar a tick falls in, and its number from 1.
 * @example
 * findBarAt(flattenScore(createPattern('P', { bars: 2 })), 3360).number // => 2
 */
export const findBarAt = (
  { bars }: Pick<Score, 'bars'>,
  at: number,
): { readonly bar: ScoreBar; readonly number: number } => {
  const index = findLastIndexAtOrBefore(bars, at);
  return { bar: bars[index] as ScoreBar, number: index + 1 };
};

/**
 * A tick of a score as a teacher says it: “beat 2 &”, with the bar in front where there is more than one.
 * @example
 * describeScorePosition(flattenScore(createPattern('Roll', { bars: 2 })), 3360 + 420).code // => 'place.in-bar'
 */
export const describeScorePosition = (score: Pick<Score, 'bars'>, at: number): Message => {
  const { bar, number } = findBarAt(score, at);
  const place = formatBarPosition(bar.metre, at - bar.at + (bar.skippedTicks ?? 0), 1);
  return score.bars.length > 1 ? placeInBarOf(number, place) : place;
};

/**
 * The chord a stroke is played on.
 * @example
 * chordOfStroke(flattenScore(createPattern('P')), { chord: 0 }) // => 'C'
 */
export const chordOfStroke = ({ chords }: Pick<Score, 'chords'>, { chord }: Pick<ScoreStroke, 'chord'>): string =>
  chords[chord]?.voicing.chord ?? '';

/**
 * The strokes whose string the chord mutes: nothing of them is heard, and no file can hold them.
 * @example
 * listMutedStrokes(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern)).length // => 0
 */
export const listMutedStrokes = ({ strokes }: Pick<Score, 'strokes'>): readonly ScoreStroke[] =>
  strokes.filter(({ pitch }) => pitch === null);

/**
 * The strokes that are heard.
 * @example
 * listSoundingStrokes(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern)).length // => 4
 */
export const listSoundingStrokes = ({ strokes }: Pick<Score, 'strokes'>): readonly ScoreStroke[] =>
  strokes.filter(({ pitch, silent }) => pitch !== null && !silent);
