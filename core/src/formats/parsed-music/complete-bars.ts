import { createProblem, type Problem } from '../../errors/index.ts';
import { isSameMetre, ticksPerBar } from '../../time/index.ts';
import type { ParsedBar } from './parsed-music.ts';

/** Bars that fill their metres, and what was done to make them so. */
export interface CompletedBars {
  readonly bars: readonly ParsedBar[];
  /** Ticks of rest that were put before a pickup; 0 where there is none. */
  readonly pickup: number;
  /** Ticks of rest that were put behind a short last bar. */
  readonly missing: number;
  readonly warnings: readonly Problem[];
}

const moved = (bar: ParsedBar, by: number): ParsedBar => ({
  ...bar,
  notes: bar.notes.map((note) => ({ ...note, at: note.at + by })),
  chords: bar.chords.map((chord) => ({ ...chord, at: chord.at + by })),
});

const joined = (first: ParsedBar, second: ParsedBar): ParsedBar => {
  const rest = moved(second, first.ticks);
  return {
    ...rest,
    ...first,
    ticks: first.ticks + second.ticks,
    notes: [...first.notes, ...rest.notes],
    chords: [...first.chords, ...rest.chords],
    repeatEnds: first.repeatEnds ?? second.repeatEnds,
    repeatBegins: first.repeatBegins ?? second.repeatBegins,
    endsSection: second.endsSection,
    parts: first.parts && second.parts ? [...first.parts, ...second.parts] : undefined,
  };
};

/** Whether two bars are one that was split: by a repeat sign, or by the end of a line. */
const areOne = (first: ParsedBar, second: ParsedBar): boolean =>
  first.ticks < ticksPerBar(first.metre) &&
  first.ticks + second.ticks === ticksPerBar(first.metre) &&
  isSameMetre(first.metre, second.metre);

/**
 * Bars that all fill their metres: a short first bar is a pickup and comes at the end of a whole one, bars that were
 * split are joined, others that are short end with a rest, but for the last, which ends the piece.
 */
export const completeBars = (bars: readonly ParsedBar[]): CompletedBars => {
  const made: ParsedBar[] = [];
  const short: number[] = [];
  let pickup = 0;
  bars.forEach((bar, index) => {
    const whole = ticksPerBar(bar.metre);
    const last = made.at(-1);
    if (index === 0 && bar.ticks < whole && bars.length > 1) {
      pickup = whole - bar.ticks;
      made.push({ ...moved(bar, pickup), ticks: whole });
    } else if (last && made.length > (pickup > 0 ? 1 : 0) && areOne(last, bar)) {
      made[made.length - 1] = joined(last, bar);
      short.pop();
    } else {
      if (bar.ticks < whole) short.push(made.length + 1);
      made.push(bar);
    }
  });
  const padded = made.map((bar) =>
    bar.ticks < ticksPerBar(bar.metre) ? { ...bar, ticks: ticksPerBar(bar.metre) } : bar,
  );
  // A last bar that is short ends the piece there, as one does that begins with a pickup.
  const last = made.at(-1);
  const missing = last && made.length > 1 ? Math.max(0, ticksPerBar(last.metre) - last.ticks) : 0;
  const inside = missing > 0 ? short.slice(0, -1) : short;
  const warnings =
    inside.length > 0
      ? [createProblem('bars-short', { value: inside.length, where: inside.slice(0, 5).join(', ') })]
      : [];
  return { bars: padded, pickup, missing, warnings };
};
