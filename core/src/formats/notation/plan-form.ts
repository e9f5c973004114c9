import { listIndexes } from '../list-indexes.ts';
import type { Score, ScoreBar } from '../../score/index.ts';
import { findLastAtOrBefore } from '../../score/index.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';
import { signFirst, signLast, writeBars, writeRepeat, type WrittenBar, type WrittenEnding } from './repeat-signs.ts';

/** Bars that are saved from which on a D.C. or D.S. is worth its reading, and parts a repeat may hold (est.). */
const READING = { leastReturn: 4, mostParts: 8 } as const;

/** A part as it is played once: its bars, from one to before another. */
interface PlayedPart {
  readonly from: number;
  readonly to: number;
}

/** Parts that are written once: the bars as written, those of the last time through, and how often it is played. */
interface WrittenUnit {
  readonly written: readonly WrittenBar[];
  readonly lastTime: readonly number[];
  readonly times: number;
}

const within = ({ at, ticks }: ScoreBar, tick: number): boolean => tick >= at && tick < at + ticks;

/** All that is written in a bar, as one text: bars with the same text are written once. */
const describeBar = (score: Score, words: ScoreAnnotations, index: number, part: string): string => {
  const bar = score.bars[index] as ScoreBar;
  const voicing = (chord: number) => score.chords[chord]?.voicing;
  const strokes = score.strokes
    .filter(({ at }) => within(bar, at))
    .map(({ sourceStrokeId: _source, chord, at, durationTicks, ...stroke }) => ({
      ...stroke,
      at: at - bar.at,
      durationTicks: Math.min(durationTicks, bar.at + bar.ticks - at),
      voicing: voicing(chord),
    }));
  const held = findLastAtOrBefore(score.chords, bar.at)?.voicing;
  const chords = score.chords.filter(({ at }) => within(bar, at)).map((span) => ({ ...span, at: span.at - bar.at }));
  const tempo = findLastAtOrBefore(score.tempos, bar.at)?.bpm;
  const { at: _at, ...shape } = bar;
  return JSON.stringify([part, shape, strokes, held, chords, tempo, words.lyrics?.get(index)]);
};

/** Numbers of bars, the same for bars that are written alike. */
const numberBars = (score: Score, words: ScoreAnnotations, parts: ReadonlyMap<number, string>): readonly number[] => {
  const known = new Map<string, number>();
  let part = '';
  return score.bars.map((_, index) => {
    part = parts.get(index) ?? part;
    const text = describeBar(score, words, index, part);
    if (!known.has(text)) known.set(text, known.size);
    return known.get(text) as number;
  });
};

/** Parts that come several times in a row, alike up to how the last of them ends. */
interface FoundRepeat {
  readonly first: number;
  readonly count: number;
  readonly times: number;
  readonly shared: number;
  readonly saved: number;
}

/** What a song is played as: its parts in order, and bars by numbers. */
interface Playing {
  readonly parts: readonly PlayedPart[];
  readonly kinds: readonly number[];
  readonly mostTimes: number;
}

const spanOf = ({ parts }: Playing, first: number, count: number): PlayedPart => ({
  from: parts[first]?.from ?? 0,
  to: parts[first + count - 1]?.to ?? 0,
});

const lengthOf = ({ from, to }: PlayedPart): number => to - from;

/** How many bars all of some passes have in common, from the first on. */
const countShared = (kinds: readonly number[], passes: readonly PlayedPart[]): number => {
  const [first] = passes;
  const shortest = Math.min(...passes.map(lengthOf));
  const isSame = (offset: number): boolean =>
    passes.every(({ from }) => kinds[from + offset] === kinds[(first?.from ?? 0) + offset]);
  let shared = 0;
  while (shared < shortest && isSame(shared)) shared += 1;
  return passes.every((pass) => lengthOf(pass) === shared) ? shared : Math.min(shared, shortest - 1);
};

const passesOf = (playing: Playing, { first, count, times }: Pick<FoundRepeat, 'first' | 'count' | 'times'>) =>
  listIndexes(0, times).map((time) => spanOf(playing, first + time * count, count));

/** So many parts so many times: a repeat where only the last part ends in ways of its own. */
const tryRepeat = (playing: Playing, first: number, count: number, times: number): FoundRepeat | null => {
  const passes = passesOf(playing, { first, count, times });
  const shared = countShared(playing.kinds, passes);
  const last = passes.map((_, time) => spanOf(playing, first + (time + 1) * count - 1, 1).from);
  const isInLast = passes.every(({ from }, time) => shared > (last[time] as number) - from);
  const isMostlyShared = passes.every((pass) => lengthOf(pass) - shared <= shared);
  return isInLast && isMostlyShared ? { first, count, times, shared, saved: shared * (times - 1) } : null;
};

/** The repeat that saves most bars among some parts; the shorter and earlier one of two alike. */
const findBestRepeat = (playing: Playing, [first, end]: readonly [number, number]): FoundRepeat | null => {
  let best: FoundRepeat | null = null;
  for (let count = 1; count <= Math.min(READING.mostParts, (end - first) / 2); count += 1)
    for (let at = first; at + 2 * count <= end; at += 1)
      for (let times = 2; times <= playing.mostTimes && at + times * count <= end; times += 1) {
        const found = tryRepeat(playing, at, count, times);
        if (!found) break;
        if (found.saved > (best?.saved ?? 0)) best = found;
      }
  return best;
};

/** The endings of a repeat: times that end alike one after another have one. */
const endingsOf = ({ kinds }: Playing, passes: readonly PlayedPart[], shared: number): readonly WrittenEnding[] => {
  const textOf = (bars: readonly number[]): string => bars.map((bar) => kinds[bar]).join(' ');
  const endings: { times: number[]; bars: readonly number[] }[] = [];
  passes.forEach(({ from, to }, time) => {
    const bars = listIndexes(from + shared, to);
    const before = endings.at(-1);
    if (before && textOf(before.bars) === textOf(bars)) before.times.push(time + 1);
    else endings.push({ times: [time + 1], bars });
  });
  return endings.filter(({ bars }) => bars.length > 0);
};

const writeUnit = (playing: Playing, found: FoundRepeat): WrittenUnit => {
  const passes = passesOf(playing, found);
  const from = passes[0]?.from ?? 0;
  const shared = listIndexes(from, from + found.shared);
  const endings = endingsOf(playing, passes, found.shared);
  return {
    written: writeRepeat(shared, endings, { times: found.times }),
    lastTime: [...shared, ...(endings.at(-1)?.bars ?? [])],
    times: found.times,
  };
};

const writeOnce = ({ from, to }: PlayedPart): WrittenUnit => ({
  written: writeBars(listIndexes(from, to)),
  lastTime: listIndexes(from, to),
  times: 1,
});

/** Parts as they are written: what saves most is repeated, then what stands before and after it. */
const foldRepeats = (playing: Playing, [first, end]: readonly [number, number]): readonly WrittenUnit[] => {
  const best = findBestRepeat(playing, [first, end]);
  if (!best) return playing.parts.slice(first, end).map(writeOnce);
  return [
    ...foldRepeats(playing, [first, best.first]),
    writeUnit(playing, best),
    ...foldRepeats(playing, [best.first + best.count * best.times, end]),
  ];
};

/** A way back: after which unit, to which, up to which; the units in its place, and the bars they save. */
interface WayBack {
  readonly after: number;
  readonly to: number;
  readonly until: number;
  readonly replaced: number;
  readonly saved: number;
}

/** How many units from one on are some bars, each played once; 0 where they are not. */
const countUnitsOf = (
  units: readonly WrittenUnit[],
  from: number,
  bars: readonly number[],
  kinds: readonly number[],
) => {
  let [place, unit] = [0, from];
  while (place < bars.length) {
    const next = units[unit];
    if (next?.times !== 1) return 0;
    const isSame = next.lastTime.every((bar, index) => kinds[bar] === kinds[bars[place + index] ?? -1]);
    if (!isSame) return 0;
    place += next.lastTime.length;
    unit += 1;
  }
  return place === bars.length ? unit - from : 0;
};

/** One goes back after the last unit of what is played again, or leaves it for what comes after. */
const isReadable = (units: readonly WrittenUnit[], { after, until, replaced }: WayBack): boolean =>
  until < after || after + replaced + 1 === units.length;

const beginsAlike = (units: readonly WrittenUnit[], a: number, b: number, kinds: readonly number[]): boolean =>
  kinds[units[a]?.lastTime[0] ?? -1] === kinds[units[b]?.lastTime[0] ?? -1];

const findWayBack = (units: readonly WrittenUnit[], kinds: readonly number[]): WayBack | null => {
  let best: WayBack | null = null;
  for (let after = 0; after < units.length - 1; after += 1)
    for (const to of listIndexes(0, after + 1).filter((unit) => beginsAlike(units, unit, after + 1, kinds)))
      for (let until = to; until <= after; until += 1) {
        const again = units.slice(to, until + 1).flatMap(({ lastTime }) => lastTime);
        const replaced = countUnitsOf(units, after + 1, again, kinds);
        const way = { after, to, until, replaced, saved: again.length };
        if (replaced > 0 && isReadable(units, way) && way.saved > (best?.saved ?? READING.leastReturn - 1)) best = way;
      }
  return best;
};

/** Units with the signs of a way back: segno, Fine or coda. */
const writeWayBack = (units: readonly WrittenUnit[], way: WayBack): readonly WrittenBar[] => {
  const rest = units.slice(way.after + way.replaced + 1).flatMap(({ written }) => written);
  const [leaves, goal] = rest.length > 0 ? [{ toCoda: true }, 'Coda' as const] : [{ fine: true }, 'Fine' as const];
  const back = { back: way.to === 0 ? ('start' as const) : ('segno' as const) };
  const kept = units.slice(0, way.after + 1).flatMap(({ written }, unit) => {
    const begun = unit === way.to && way.to > 0 ? signFirst(written, { segno: true }) : written;
    const left = unit === way.until && way.until < way.after ? signLast(begun, leaves) : begun;
    if (unit !== way.after) return left;
    return signLast(left, way.until < way.after ? { ...back, until: goal } : back);
  });
  return [...kept, ...signFirst(rest, { coda: true })];
};

const listParts = (score: Score, parts: ReadonlyMap<number, string>): readonly PlayedPart[] => {
  const starts = [...new Set([0, ...parts.keys()])].sort((a, b) => a - b);
  return starts.map((from, index) => ({ from, to: starts[index + 1] ?? score.bars.length }));
};

/**
 * How the bars of a song are written so that what comes again is written once: repeats with endings, one D.C. or D.S.
 * with Fine or coda. What is played again after it is played without its repeats, as is the custom. `mostTimes` is how
 * often a repeat may be played.
 */
export const planForm = (score: Score, words: ScoreAnnotations, mostTimes: number): readonly WrittenBar[] => {
  const { parts: names = new Map<number, string>() } = words;
  const parts = listParts(score, names);
  const kinds = numberBars(score, words, names);
  const units = foldRepeats({ parts, kinds, mostTimes }, [0, parts.length]);
  const way = findWayBack(units, kinds);
  return way ? writeWayBack(units, way) : units.flatMap(({ written }) => written);
};
