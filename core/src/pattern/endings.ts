import { beatsPerBar, ticksPerBar } from '../time/index.ts';
import { listChordSpans, toChordCourse } from './chord-changes.ts';
import { extractPatternBars } from './extract-pattern-bars.ts';
import { isDeepEqual, type Endings, type Pattern, type Stroke } from './pattern.ts';

/** How often a figure with endings may come round in all. */
export const ENDING_TIMES = { least: 2, most: 4 } as const;

/** Whether bars can be played so often, each time with an ending of so many bars after those of all times. */
const fitsBars = (bars: number, { times, bars: ending }: Endings): boolean =>
  Number.isInteger(bars / times) && ending >= 1 && bars / times > ending;

/**
 * Whether a pattern can have the endings it says: its bars are those of as many times through, and it has no pickup.
 * @example
 * hasFittingEndings({ ...createPattern('P', { bars: 8 }), endings: { times: 2, bars: 1 } }) // => true
 */
export const hasFittingEndings = ({ endings, bars, begins }: Pick<Pattern, 'endings' | 'bars' | 'begins'>): boolean =>
  endings === undefined ||
  (begins === undefined &&
    Number.isInteger(endings.times) &&
    Number.isInteger(endings.bars) &&
    endings.times >= ENDING_TIMES.least &&
    endings.times <= ENDING_TIMES.most &&
    fitsBars(bars, endings));

/**
 * Bars of one time through, and those of them that all times share.
 * @example
 * measureEndings(8, { times: 2, bars: 1 }) // => { pass: 4, shared: 3 }
 */
export const measureEndings = (
  bars: number,
  { times, bars: ending }: Endings,
): { readonly pass: number; readonly shared: number } => ({ pass: bars / times, shared: bars / times - ending });

/** What is played in some bars, whatever its strokes are called. */
const contentOf = (pattern: Pattern, from: number, count: number) => {
  const { voicing, chordChanges, divisions, strokes } = extractPatternBars(pattern, from, count);
  return { voicing, chordChanges, divisions, strokes: strokes.map(({ id: _id, ...stroke }) => stroke) };
};

/**
 * Whether two stretches of bars are played alike.
 * @example
 * areBarsAlike(createPattern('P', { bars: 2 }), 0, createPattern('P', { bars: 2 }), 1, 1) // => true
 */
export const areBarsAlike = (a: Pattern, fromA: number, b: Pattern, fromB: number, count: number): boolean =>
  isDeepEqual(contentOf(a, fromA, count), contentOf(b, fromB, count));

/**
 * The endings of a pattern, if all its times through are alike up to them; undefined where it has none.
 * @example
 * soundEndings({ ...createPattern('P', { bars: 4 }), endings: { times: 2, bars: 1 } }) // => { times: 2, bars: 1 }
 */
export const soundEndings = (pattern: Pattern): Endings | undefined => {
  const { endings, bars } = pattern;
  if (!endings || !hasFittingEndings(pattern)) return undefined;
  const { pass, shared } = measureEndings(bars, endings);
  const later = Array.from({ length: endings.times - 1 }, (_, index) => (index + 1) * pass);
  return later.every((from) => areBarsAlike(pattern, 0, pattern, from, shared)) ? endings : undefined;
};

/**
 * A pattern that says no endings which it has not: where its times through are not alike up to them, it is bars like
 * any others.
 * @example
 * withSoundEndings({ ...createPattern('P', { bars: 3 }), endings: { times: 2, bars: 1 } }).endings // => undefined
 */
export const withSoundEndings = (pattern: Pattern): Pattern => {
  if (!pattern.endings || soundEndings(pattern)) return pattern;
  const { endings: _endings, ...rest } = pattern;
  return rest;
};

/**
 * The shortest endings with which the bars of a pattern are a figure that comes so often; undefined where none are.
 * @example
 * findEndings(createPattern('P', { bars: 4 }), 2) // => { times: 2, bars: 1 }
 */
export const findEndings = (pattern: Pattern, times: number): Endings | undefined =>
  Array.from({ length: pattern.bars }, (_, index) => ({ times, bars: index + 1 })).find(
    (endings) => soundEndings({ ...pattern, endings }) !== undefined,
  );

/** Some bars of a pattern that are to stand at another place. */
export interface PlacedBars {
  readonly from: number;
  readonly count: number;
  /** Bars of the same chords without a stroke. */
  readonly isBlank?: boolean;
}

/** A stretch with the bar it begins at in its new place. */
interface Placement {
  readonly from: number;
  readonly start: number;
  readonly part: Pattern;
}

const placeStretches = (pattern: Pattern, stretches: readonly PlacedBars[]): readonly Placement[] => {
  let start = 0;
  return stretches.map(({ from, count, isBlank }) => {
    const part = extractPatternBars(pattern, from, count);
    const placed = { from, start, part: isBlank ? { ...part, strokes: [] } : part };
    start += part.bars;
    return placed;
  });
};

/** Names for strokes in a new place: their own where they are free, else that of the stroke which was there before. */
const createNaming = (pattern: Pattern, placements: readonly Placement[], newId: () => string) => {
  const there = new Map(pattern.strokes.map(({ id, at, string }) => [`${at}/${string}`, id]));
  const staying = placements.filter(({ from, start }) => from === start);
  const taken = new Set(staying.flatMap(({ part }) => part.strokes.map(({ id }) => id)));
  return (placement: Placement, { id, string }: Stroke, at: number): string => {
    if (placement.from === placement.start) return id;
    const name = [id, there.get(`${at}/${string}`)].find((one) => one !== undefined && !taken.has(one)) ?? newId();
    taken.add(name);
    return name;
  };
};

/**
 * A pattern made of stretches of its bars, one after another; `newId` names what comes more than once.
 * @example
 * arrangeBars(createPattern('P', { bars: 2 }), [{ from: 0, count: 2 }, { from: 0, count: 1 }], () => 'x').bars // => 3
 */
export const arrangeBars = (pattern: Pattern, stretches: readonly PlacedBars[], newId: () => string): Pattern => {
  const [barTicks, barBeats] = [ticksPerBar(pattern.metre), beatsPerBar(pattern.metre)];
  const placements = placeStretches(pattern, stretches);
  const last = placements.at(-1) as Placement;
  const name = createNaming(pattern, placements, newId);
  const spans = placements.flatMap(({ start, part }) =>
    listChordSpans(part).map(({ at, voicing }) => ({ at: at + start * barTicks, voicing })),
  );
  const divisions = placements.flatMap(({ start, part }) =>
    (part.divisions ?? []).map(({ beat, parts }) => ({ beat: beat + start * barBeats, parts })),
  );
  const strokes = placements.flatMap((placement) =>
    placement.part.strokes.map((stroke) => {
      const at = stroke.at + placement.start * barTicks;
      return { ...stroke, at, id: name(placement, stroke, at) };
    }),
  );
  const { divisions: _divisions, chordChanges: _changes, ends: _ends, ...rest } = pattern;
  return {
    ...rest,
    bars: last.start + last.part.bars,
    ...toChordCourse(spans),
    ...(divisions.length > 0 ? { divisions } : {}),
    ...(last.part.ends === undefined ? {} : { ends: last.part.ends + last.start * barTicks }),
    strokes,
  };
};
