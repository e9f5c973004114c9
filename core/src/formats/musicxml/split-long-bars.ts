import type { Score, ScoreBar } from '../../score/index.ts';
import { changeBeats, beatsPerBar, ticksPerBeat } from '../../time/index.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';

/** Which piece of a bar a written bar is. */
export interface SplitBar {
  /** The bar it is of, from 0, and its metre as a whole. */
  readonly whole: number;
  readonly bar: ScoreBar;
  readonly first: boolean;
  readonly last: boolean;
}

/** A score whose long bars are written in pieces, what is said over them, and which piece each is. */
export interface SplitBars {
  readonly score: Score;
  readonly annotations: ScoreAnnotations;
  readonly pieces: readonly SplitBar[];
  /** How many bars were broken. */
  readonly splitCount: number;
}

const timesIn = ({ strokes }: Score, { at, ticks }: ScoreBar): readonly number[] => [
  ...new Set(strokes.filter((stroke) => stroke.at >= at && stroke.at < at + ticks).map((stroke) => stroke.at - at)),
];

/**
 * Beats at which a bar begins anew so that no piece has more strokes one after another than fit; 0 is not among them.
 */
const cutsOf = (score: Score, bar: ScoreBar, most: number): readonly number[] => {
  const times = timesIn(score, bar);
  if (times.length <= most) return [];
  const beat = ticksPerBeat(bar.metre);
  const cuts: number[] = [];
  let from = 0;
  for (let next = 1; next <= beatsPerBar(bar.metre); next += 1) {
    const inside = times.filter((time) => time >= from * beat && time < next * beat).length;
    if (inside <= most || next - 1 <= from) continue;
    from = next - 1;
    cuts.push(from);
  }
  return cuts;
};

const piecesOf = (score: Score, bar: ScoreBar, most: number): readonly ScoreBar[] => {
  const beat = ticksPerBeat(bar.metre);
  const edges = [0, ...cutsOf(score, bar, most), beatsPerBar(bar.metre)];
  return edges.slice(1).map((to, index) => {
    const from = edges[index] as number;
    return {
      at: bar.at + from * beat,
      ticks: (to - from) * beat,
      metre: changeBeats(bar.metre, to - from - beatsPerBar(bar.metre)),
    };
  });
};

const moved = (
  words: ReadonlyMap<number, string> | undefined,
  firsts: readonly number[],
): ReadonlyMap<number, string> | undefined =>
  words && new Map([...words].map(([bar, text]) => [firsts[bar] ?? bar, text]));

/**
 * A score for a page that is too narrow for its longest bars: each that has more than `most` strokes one after another
 * is cut at beats into pieces; beats keep the numbers they are counted by. Shorter bars stay as they are.
 */
export const splitLongBars = (score: Score, said: ScoreAnnotations, most: number): SplitBars => {
  const cut = score.bars.map((bar) => piecesOf(score, bar, most));
  const firsts = cut.map((_, index) => cut.slice(0, index).reduce((sum, pieces) => sum + pieces.length, 0));
  const bars = cut.flat();
  const pieces = cut.flatMap((own, whole) =>
    own.map((_, index) => ({
      whole,
      bar: score.bars[whole] as ScoreBar,
      first: index === 0,
      last: index === own.length - 1,
    })),
  );
  const broken = cut.filter((own) => own.length > 1).length;
  if (broken === 0) return { score, annotations: said, pieces, splitCount: broken };
  const beats = score.beats.map((beat) => ({
    ...beat,
    bar: bars.findIndex(({ at, ticks }) => beat.at >= at && beat.at < at + ticks),
  }));
  return {
    score: { ...score, bars, beats },
    annotations: { ...said, sections: moved(said.sections, firsts), lyrics: moved(said.lyrics, firsts) },
    pieces,
    splitCount: broken,
  };
};
