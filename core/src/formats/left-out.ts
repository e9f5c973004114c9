import { problem, type Problem } from '../errors/index.ts';
import { mutedIn, placeIn, type Score } from '../score/index.ts';

/** Formats that a score can be written in, as far as they leave things out. */
export type WrittenFormat = 'tab' | 'midi' | 'musicxml' | 'json';

/** Strokes named by their place before the rest is only counted. */
const NAMED = 3;

const places = (score: Score, all: readonly { readonly at: number; readonly string: number }[]): string => {
  const named = all.slice(0, NAMED).map(({ at, string }) => `${placeIn(score, at)} on string ${string}`);
  return all.length > NAMED ? `${named.join('; ')} and ${all.length - NAMED} more` : named.join('; ');
};

/**
 * What a format cannot hold of a score, each with a count: strokes on strings that the chord mutes are heard nowhere.
 * Empty where everything is written.
 * @example
 * leftOut(realise(newPattern('Roll')), 'midi').length // => 0
 */
export const leftOut = (score: Score, format: WrittenFormat): readonly Problem[] => {
  const muted = format === 'midi' || format === 'musicxml' ? mutedIn(score) : [];
  return muted.length === 0 ? [] : [problem('muted-left-out', { value: muted.length, where: places(score, muted) })];
};
