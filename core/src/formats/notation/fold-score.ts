import { listIndexes } from '../list-indexes.ts';
import { isDeepEqual, measureEndings, type Digit } from '../../pattern/index.ts';
import {
  findLastAtOrBefore,
  findLastIndexAtOrBefore,
  type ChordSpan,
  type Score,
  type ScoreBar,
  type ScoreStroke,
} from '../../score/index.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';
import { planForm } from './plan-form.ts';
import { writeRepeat, type RepeatSigns, type WrittenBar, type WrittenEnding } from './repeat-signs.ts';

/** A score with what comes again written once. */
export interface FoldedScore {
  readonly score: Score;
  readonly digits: readonly (Digit | null)[];
  /** What is said over its bars, as they are written. */
  readonly words: ScoreAnnotations;
  /** By the index of a written bar. */
  readonly signs: ReadonlyMap<number, RepeatSigns>;
}

/** How often a repeat may be played where a format does not say. */
const MOST_TIMES = 16;

/** Bars that are written one after another: from which bar, how many, and ticks they move back by. */
interface Region {
  readonly from: number;
  readonly count: number;
  readonly start: number;
  readonly end: number;
  readonly moved: number;
  readonly written: number;
}

/** The first time through, then of each further time its ending. */
const planEndings = ({ bars, endings, loop }: Score): readonly WrittenBar[] | null => {
  if (!endings) return null;
  const { pass, shared } = measureEndings(bars.length, endings);
  const tails = listIndexes(0, endings.times).map((time): WrittenEnding => ({
    times: [time + 1],
    bars: listIndexes(time * pass + shared, (time + 1) * pass),
  }));
  return writeRepeat(listIndexes(0, shared), tails, { times: 2, isEndless: loop });
};

/** Runs of written bars that follow each other as they are played. */
const regionsOf = ({ bars, length }: Score, plan: readonly WrittenBar[]): readonly Region[] => {
  const regions: Region[] = [];
  let ticks = 0;
  plan.forEach(({ played }, written) => {
    const last = regions.at(-1);
    const end = bars[played + 1]?.at ?? length;
    const start = bars[played]?.at ?? length;
    if (last && last.from + last.count === played)
      regions[regions.length - 1] = { ...last, count: last.count + 1, end };
    else regions.push({ from: played, count: 1, start, end, moved: start - ticks, written });
    ticks += end - start;
  });
  return regions;
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

/** A stroke in its new place; where its region ends it sounds to the bar line, as other bars may follow. */
const foldStroke = (stroke: ScoreStroke, { end, moved }: Region, isLast: boolean, chord: number): ScoreStroke => ({
  ...stroke,
  at: stroke.at - moved,
  durationTicks: isLast ? stroke.durationTicks : Math.min(stroke.durationTicks, end - stroke.at),
  chord,
});

/** Strokes in their new places with where they stood; one whose chord is not of its region takes the one held there. */
const foldStrokes = (score: Score, regions: readonly Region[], places: readonly ReadonlyMap<number, number>[]) =>
  score.strokes.flatMap((stroke, index) => {
    const place = regions.findIndex((region) => within(region, stroke.at));
    const region = regions[place];
    if (!region) return [];
    const held = findLastIndexAtOrBefore(score.chords, stroke.at);
    const chord = places[place]?.get(stroke.chord) ?? places[place]?.get(held) ?? 0;
    return [{ stroke: foldStroke(stroke, region, place === regions.length - 1, chord), index }];
  });

/** Tempos as they are written: where one comes to another, and wherever one may come from elsewhere. */
const foldTempos = ({ tempos, bars }: Score, plan: readonly WrittenBar[], written: readonly ScoreBar[]) => {
  const tempoOf = ({ played }: WrittenBar) => findLastAtOrBefore(tempos, bars[played]?.at ?? 0);
  return plan.flatMap((bar, index) => {
    const [now, before] = [tempoOf(bar), plan[index - 1]];
    const isReached = tempos.length > 1 && (bar.signs.repeatBegins || bar.signs.segno || bar.signs.coda);
    const isSaid = !before || isReached || tempoOf(before).bpm !== now.bpm;
    return isSaid ? [{ ...now, at: written[index]?.at ?? 0 }] : [];
  });
};

const foldMap = (map: ReadonlyMap<number, string> | undefined, plan: readonly WrittenBar[]) =>
  map &&
  new Map(
    plan.flatMap(({ played }, index) => {
      const text = map.get(played);
      return text === undefined ? [] : [[index, text] as const];
    }),
  );

const foldWords = (words: ScoreAnnotations, plan: readonly WrittenBar[]): ScoreAnnotations => {
  const [sections, lyrics] = [foldMap(words.sections, plan), foldMap(words.lyrics, plan)];
  return { ...words, ...(sections && { sections }), ...(lyrics && { lyrics }) };
};

const mapSigns = (plan: readonly WrittenBar[]): ReadonlyMap<number, RepeatSigns> =>
  new Map(plan.flatMap(({ signs }, index) => (Object.keys(signs).length > 0 ? [[index, signs] as const] : [])));

/** The signs of a score that is written as it is played: those of a loop. */
const loopSigns = ({ loop, bars }: Score): ReadonlyMap<number, RepeatSigns> => {
  const written = loop ? writeRepeat(listIndexes(0, bars.length), [], { times: 2 }) : [];
  return mapSigns(written);
};

const foldBars = ({ bars, beats }: Score, regions: readonly Region[]): Pick<Score, 'bars' | 'beats'> => ({
  bars: regions.flatMap(({ from, count, moved }) =>
    bars.slice(from, from + count).map((bar): ScoreBar => ({ ...bar, at: bar.at - moved })),
  ),
  beats: regions.flatMap(({ from, count, moved, written }) =>
    beats
      .filter(({ bar }) => bar >= from && bar < from + count)
      .map((beat) => ({ ...beat, at: beat.at - moved, bar: beat.bar - from + written })),
  ),
});

/**
 * A score as it is written: of a figure with endings the first time through whole, of the others their endings; of a
 * song whose parts are given, repeats and a way back. Digits come in the order of the strokes; those of what comes
 * again are taken from the first time. A repeat is played `mostTimes` times at most.
 */
export const foldScore = (
  score: Score,
  digits: readonly (Digit | null)[],
  words: ScoreAnnotations,
  mostTimes: number = MOST_TIMES,
): FoldedScore => {
  const plan = planEndings(score) ?? (words.parts ? planForm(score, words, mostTimes) : null);
  if (!plan) return { score, digits, words, signs: loopSigns(score) };
  const regions = regionsOf(score, plan);
  const { folded, places } = foldChords(score, regions);
  const kept = foldStrokes(score, regions, places);
  const written = foldBars(score, regions);
  const last = regions.at(-1) as Region;
  return {
    score: {
      ...score,
      ...written,
      length: last.end - last.moved,
      tempos: foldTempos(score, plan, written.bars),
      chords: folded,
      strokes: kept.map(({ stroke }) => stroke),
    },
    digits: kept.map(({ index }) => digits[index] ?? null),
    words: foldWords(words, plan),
    signs: mapSigns(plan),
  };
};
