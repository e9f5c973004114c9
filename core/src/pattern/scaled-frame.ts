import { ticksPerBar } from '../time/index.ts';
import { hasFittingEndings } from './endings.ts';
import { playedSpan, type Endings, type Pattern } from './pattern.ts';

/** The bars of a pattern whose notes are so many times as long, and where each of its ticks comes to lie. */
export interface ScaledFrame {
  readonly bars: number;
  readonly begins?: number;
  readonly ends?: number;
  readonly endings?: Endings;
  readonly place: (at: number) => number;
}

/** Endings so many times as long, where they still are whole bars. */
const scaledEndings = ({ endings }: Pattern, factor: number, bars: number): Pick<ScaledFrame, 'endings'> => {
  const longer = endings && { ...endings, bars: endings.bars * factor };
  return longer && hasFittingEndings({ bars, endings: longer }) ? { endings: longer } : {};
};

/**
 * The frame of a pattern in notes so many times as long; bars that a longer pickup or end leaves empty are left out.
 * @example
 * scaledFrame(createPattern('P'), 2).bars // => 2
 * scaledFrame(createPattern('P', { begins: 2520 }), 2).begins // => 1680
 */
export const scaledFrame = (pattern: Pattern, factor: number): ScaledFrame => {
  const bar = ticksPerBar(pattern.metre);
  const { from, to } = playedSpan(pattern);
  const dropped = Math.floor((from * factor) / bar) * bar;
  const bars = Math.ceil((to * factor - dropped) / bar);
  const place = (at: number): number => Math.floor(at * factor) - dropped;
  const [begins, ends] = [place(from), place(to)];
  return {
    bars,
    place,
    ...(begins > 0 ? { begins } : {}),
    ...(ends < bars * bar ? { ends } : {}),
    ...scaledEndings(pattern, factor, bars),
  };
};
