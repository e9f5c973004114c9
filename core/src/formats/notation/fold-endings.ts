import { isDeepEqual, measureEndings, type Digit, type Endings } from '../../pattern/index.ts';
import type { ChordSpan, Score, ScoreBar, ScoreStroke } from '../../score/index.ts';

/** What stands at the bar lines of a bar: repeats, and the brackets of endings. */
export interface RepeatSigns {
  /** Times through for which the ending is that begins here, or that ends here. */
  readonly beginsEnding?: number;
  readonly endsEnding?: number;
  readonly repeatBegins?: boolean;
  readonly repeatEnds?: boolean;
}

/** A score with what comes again written once. */
export interface FoldedScore {
  readonly score: Score;
  readonly digits: readonly (Digit | null)[];
  /** By the index of a written bar. */
  readonly signs: ReadonlyMap<number, RepeatSigns>;
}

/** Bars that are written one after another: from which bar, how many, and ticks they move back by. */
interface Region {
  readonly from: number;
  readonly count: number;
  readonly start: number;
  readonly end: number;
  readonly moved: number;
  readonly written: number;
  readonly isLast: boolean;
}

/** The first time through, then of each further time its ending. */
const regionsOf = ({ bars, length }: Score, { times, bars: ending }: Endings): readonly Region[] => {
  const { pass, shared } = measureEndings(bars.length, { times, bars: ending });
  const startOf = (bar: number): number => bars[bar]?.at ?? length;
  let [ticks, written] = [0, 0];
  return Array.from({ length: times }, (_, time) => {
    const from = time * pass + (time === 0 ? 0 : shared);
    const to = (time + 1) * pass;
    const [start, end] = [startOf(from), startOf(to)];
    const region = { from, count: to - from, start, end, moved: start - ticks, written, isLast: time === times - 1 };
    ticks += end - start;
    written += to - from;
    return region;
  });
};

/** The chords of some regions, and for each region which of them an old one has become. */
const foldChords = ({ chords }: Score, regions: readonly Region[]) => {
  const folded: ChordSpan[] = [];
  const places = regions.map(({ start, end, moved }) => {
    const held = chords.findLastIndex(({ at }) => at <= start);
    const place = new Map<number, number>();
    chords.forEach(({ at, voicing }, index) => {
      if (index < held || at >= end) return;
      if (!isDeepEqual(folded.at(-1)?.voicing, voicing)) folded.push({ at: Math.max(at, start) - moved, voicing });
      place.set(index, folded.length - 1);
    });
    return place;
  });
  return { folded, places };
};

const within = ({ start, end }: Region, at: number): boolean => at >= start && at < end;

/** A stroke in its new place; before a repeat it sounds to the bar line, as another bar follows each time. */
const foldStroke = (stroke: ScoreStroke, region: Region, chord: number): ScoreStroke => ({
  ...stroke,
  at: stroke.at - region.moved,
  durationTicks: region.isLast ? stroke.durationTicks : Math.min(stroke.durationTicks, region.end - stroke.at),
  chord,
});

const signsOf = (score: Score, { bars: ending }: Endings, regions: readonly Region[]) => {
  const signs = new Map<number, RepeatSigns>([[0, { repeatBegins: true }]]);
  regions.forEach(({ written, count, isLast }, time) => {
    const [first, last] = [written + count - ending, written + count - 1];
    signs.set(first, { ...signs.get(first), beginsEnding: time + 1 });
    signs.set(last, { ...signs.get(last), endsEnding: time + 1, repeatEnds: !isLast || score.loop });
  });
  return signs;
};

/** The signs of a score that is written as it is played: those of a loop. */
const loopSigns = ({ loop, bars }: Score): ReadonlyMap<number, RepeatSigns> => {
  const last = bars.length - 1;
  if (!loop) return new Map();
  return new Map([
    [0, { repeatBegins: true, repeatEnds: last === 0 }],
    [last, { repeatBegins: last === 0, repeatEnds: true }],
  ]);
};

/**
 * A score of a figure with endings as it is written: the first time through whole, of the others their endings. Digits
 * come in the order of the strokes; those of what comes again are taken from the first time.
 */
export const foldEndings = (score: Score, digits: readonly (Digit | null)[]): FoldedScore => {
  const { endings } = score;
  if (!endings) return { score, digits, signs: loopSigns(score) };
  const regions = regionsOf(score, endings);
  const { folded, places } = foldChords(score, regions);
  const regionAt = (at: number): number => regions.findIndex((region) => within(region, at));
  const kept = score.strokes.flatMap((stroke, index) => {
    const region = regionAt(stroke.at);
    const chord = places[region]?.get(stroke.chord);
    return chord === undefined ? [] : [{ stroke: foldStroke(stroke, regions[region] as Region, chord), index }];
  });
  const bars = regions.flatMap(({ from, count, moved }) =>
    score.bars.slice(from, from + count).map((bar): ScoreBar => ({ ...bar, at: bar.at - moved })),
  );
  const beats = regions.flatMap(({ from, count, moved, written }) =>
    score.beats
      .filter(({ bar }) => bar >= from && bar < from + count)
      .map((beat) => ({ ...beat, at: beat.at - moved, bar: beat.bar - from + written })),
  );
  const last = regions.at(-1) as Region;
  return {
    score: {
      ...score,
      length: last.end - last.moved,
      bars,
      beats,
      chords: folded,
      strokes: kept.map(({ stroke }) => stroke),
    },
    digits: kept.map(({ index }) => digits[index] ?? null),
    signs: signsOf(score, endings, regions),
  };
};
