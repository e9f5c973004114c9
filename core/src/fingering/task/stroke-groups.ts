import { highestThumbString } from '../../instrument/index.ts';
import type { Score, ScoreStroke } from '../../score/index.ts';
import type { GroupEdge } from './fingered-stroke.ts';

/** Strokes of one time, by their indexes. */
const groupByTime = (strokes: readonly ScoreStroke[]): readonly (readonly number[])[] => {
  const groups: number[][] = [];
  strokes.forEach(({ at, slur }, index) => {
    if (slur) return;
    const last = groups.at(-1);
    if (last && strokes[last[0] as number]?.at === at) last.push(index);
    else groups.push([index]);
  });
  return groups;
};

/** Neighbouring strings that index, middle and ring have one each of. */
const isForThreeFingers = (strings: readonly number[]): boolean =>
  strings.length === 3 && Math.max(...strings) - Math.min(...strings) === 2;

/**
 * Which strokes belong to a chord of three that reaches down to the thumb's highest string right after a bass, or after
 * another such chord: the thumb has played already, and the fingers take the chord (common practice, no source).
 */
export const findChordsOverBass = ({ strokes, instrument, loop }: Score): readonly boolean[] => {
  const found = strokes.map(() => false);
  const groups = groupByTime(strokes);
  const stringsOf = (group: readonly number[] | undefined): readonly number[] =>
    (group ?? []).map((index) => strokes[index]?.string ?? 0);
  const mark = (group: readonly number[], before: readonly number[] | undefined): void => {
    const strings = stringsOf(group);
    const lowest = Math.max(...strings);
    if (!isForThreeFingers(strings) || lowest !== highestThumbString(instrument)) return;
    const [bass, more] = stringsOf(before);
    const afterChord = before?.every((index) => found[index]) === true;
    if (afterChord || (more === undefined && bass !== undefined && bass > lowest))
      for (const index of group) found[index] = true;
  };
  groups.forEach((group, place) => mark(group, place > 0 || loop ? groups.at(place - 1) : undefined));
  return found;
};

/**
 * The lowest and the highest strokes of groups: of what is struck together the outer strings, where what comes before
 * and after lies to one side of them. One neighbour is enough where the other is missing.
 */
export const findGroupEdges = ({ strokes, loop }: Score): readonly (GroupEdge | undefined)[] => {
  const found = strokes.map((): GroupEdge | undefined => undefined);
  const groups = groupByTime(strokes);
  if (groups.length < 2) return found;
  const stringsAt = (place: number): readonly number[] => {
    const group = loop ? groups.at(place % groups.length) : groups[place];
    return (group ?? []).map((index) => strokes[index]?.string ?? 0);
  };
  groups.forEach((group, place) => {
    const around = [...stringsAt(place - 1), ...stringsAt(place + 1)];
    const ofGroup = stringsAt(place);
    const [lowest, highest] = [Math.max(...ofGroup), Math.min(...ofGroup)];
    const mark = (string: number, edge: GroupEdge): void => {
      const index = group.find((one) => strokes[one]?.string === string);
      if (index !== undefined) found[index] = edge;
    };
    if (around.every((string) => string < lowest)) mark(lowest, 'low');
    else if (around.every((string) => string > highest)) mark(highest, 'high');
  });
  return found;
};

/** Which plain notes stand right before or after a harmonic that the index touches: it is not free for them. */
export const findNotesBesideHarp = ({ strokes, loop }: Score): readonly boolean[] => {
  const found = strokes.map(() => false);
  const isHarp = (index: number): boolean => strokes[index]?.harmonic?.kind === 'harp';
  if (!strokes.some((_, index) => isHarp(index))) return found;
  const groups = groupByTime(strokes);
  groups.forEach((group, place) => {
    const next = loop ? groups[(place + 1) % groups.length] : groups[place + 1];
    const before = place > 0 || loop ? groups.at(place - 1) : undefined;
    const isBeside = [...(before ?? []), ...(next ?? [])].some(isHarp);
    for (const index of group) found[index] = isBeside && !isHarp(index);
  });
  return found;
};
