import { measureEndings, ticksPerBar, type Pattern } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';

/** What is said under some bars of a figure with endings. */
export interface EndingMark {
  readonly kind: 'ending' | 'again';
  readonly fromTick: number;
  readonly toTick: number;
  readonly label: string;
}

/** The endings of a pattern, and the bars that are those of the first time again. */
export const listEndingMarks = ({ endings, bars, metre }: Pattern): readonly EndingMark[] => {
  if (!endings) return [];
  const { pass, shared } = measureEndings(bars, endings);
  const bar = ticksPerBar(metre);
  const again = say('parts.as-bars', { same: shared === 1 ? 'one' : 'more', from: 1, to: shared });
  return Array.from({ length: endings.times }, (_, time) => {
    const [from, ending, to] = [time * pass, time * pass + shared, (time + 1) * pass].map((index) => index * bar) as [
      number,
      number,
      number,
    ];
    const label = say('parts.ending', { number: time + 1 });
    const last: EndingMark = { kind: 'ending', fromTick: ending, toTick: to, label };
    return time === 0 ? [last] : [{ kind: 'again', fromTick: from, toTick: ending, label: again } as const, last];
  }).flat();
};
