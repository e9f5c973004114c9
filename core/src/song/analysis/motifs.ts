import { message, type Label } from '../../message/index.ts';
import { isBassString, type Instrument } from '../../instrument/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import type { ExpandedSong } from '../expansion/expand-song.ts';
import { parseBarIndex } from '../../pattern/index.ts';
import type { Song } from '../model/song.ts';
import type { PlayedBar } from '../model/unfold-form.ts';

/** A figure to be learnt: the same strokes, equal up to the chord, wherever they come. */
export interface Motif {
  /** 1, 2, 3 … in the order they come. */
  readonly number: number;
  readonly name: Label;
  /** Bars it comes in, counted from 0 as played. */
  readonly bars: readonly number[];
  readonly strokes: number;
  /** The most strain it has in any of its bars. */
  readonly strain: number;
  /** The motif it is nearest to and the strokes by which they differ; null where it is alone. */
  readonly nearest: { readonly motif: number; readonly differs: number } | null;
}

/** A step of learning: which motif comes next, and how many bars can be played then. */
export interface LearningStep {
  readonly motif: number;
  /** Bars that can be played once it is learnt, of all that have strokes. */
  readonly playableBars: number;
  readonly totalBars: number;
}

/** Where a stroke is for the hand: its time, and what of the chord it carries or which string it is on. */
const createFingerprint = (instrument: Instrument, strokes: readonly Stroke[], from: number): ReadonlySet<string> =>
  new Set(strokes.map(({ at, string }) => `${at - from}:${isBassString(instrument, string) ? 'bass' : string}`));

const computeDistance = (a: ReadonlySet<string>, b: ReadonlySet<string>): number =>
  [...a].filter((one) => !b.has(one)).length + [...b].filter((one) => !a.has(one)).length;

const formatMotifName = (song: Song, { bars }: ExpandedSong, bar: number, number: number): Label => {
  const { texture } = bars[bar]?.bar ?? {};
  const figure = typeof texture === 'object' && 'figure' in texture ? texture.figure : undefined;
  return song.figures.find(({ id }) => id === figure)?.name ?? message('figure.default-name', { number });
};

interface BarGroup {
  readonly look: ReadonlySet<string>;
  readonly bars: number[];
}

const groupBars = ({ pattern, bars }: ExpandedSong): readonly BarGroup[] => {
  const inBars = bars.map((): Stroke[] => []);
  for (const stroke of pattern.strokes) inBars[parseBarIndex(stroke.id)]?.push(stroke);
  const groups = new Map<string, BarGroup>();
  inBars.forEach((strokes, bar) => {
    if (strokes.length === 0) return;
    const look = createFingerprint(pattern.instrument, strokes, (bars[bar] as PlayedBar).startTick);
    const key = [...look].sort().join(' ');
    const known = groups.get(key);
    if (known) known.bars.push(bar);
    else groups.set(key, { look, bars: [bar] });
  });
  return [...groups.values()];
};

const findNearestMotif = (groups: readonly BarGroup[], index: number): Motif['nearest'] => {
  const own = (groups[index] as BarGroup).look;
  const others = groups
    .map(({ look }, motif) => ({ motif, differs: computeDistance(own, look) }))
    .filter(({ motif }) => motif !== index);
  return [...others].sort((a, b) => a.differs - b.differs || a.motif - b.motif)[0] ?? null;
};

/** The motifs of a song: what is there to learn. */
export const findMotifs = (song: Song, written: ExpandedSong, strain: Float64Array): readonly Motif[] => {
  const groups = groupBars(written);
  return groups.map(({ look, bars }, index): Motif => {
    const number = index + 1;
    return {
      number,
      name: formatMotifName(song, written, bars[0] as number, number),
      bars,
      strokes: look.size,
      strain: Math.max(0, ...bars.map((bar) => strain[bar] as number)),
      nearest: findNearestMotif(groups, index),
    };
  });
};

/** Strain that every motif is taken to have at least: what is easy still has to be learnt (est.). */
const MIN_STRAIN = 0.25;

/** What a motif asks once others are known: less, the nearer it is to one of them. */
const computeLearningCost = (motifs: readonly Motif[], index: number, known: ReadonlySet<number>): number => {
  const { strain, strokes, nearest } = motifs[index] as Motif;
  const kin = nearest && known.has(nearest.motif) ? Math.min(1, nearest.differs / Math.max(1, strokes)) : 1;
  return Math.max(MIN_STRAIN, strain) * Math.max(0.2, kin);
};

/**
 * The order in which to learn a song's motifs: each time the one that brings the most bars for the least strain, a
 * likeness to one that is known counting in its favour.
 * @example
 * computeLearningOrder(analyseSong(createSong('Song')).motifs)[0].playableBars // => 4
 */
export const computeLearningOrder = (motifs: readonly Motif[]): readonly LearningStep[] => {
  const totalBars = motifs.reduce((sum, { bars }) => sum + bars.length, 0);
  const known = new Set<number>();
  let playableBars = 0;
  return motifs.map(() => {
    const left = motifs.map((_, index) => index).filter((index) => !known.has(index));
    const worth = (index: number): number =>
      (motifs[index] as Motif).bars.length / computeLearningCost(motifs, index, known);
    const next = [...left].sort((a, b) => worth(b) - worth(a) || a - b)[0] as number;
    known.add(next);
    playableBars += (motifs[next] as Motif).bars.length;
    return { motif: next, playableBars, totalBars };
  });
};
