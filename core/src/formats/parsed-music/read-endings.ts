import { ENDING_TIMES, type Endings } from '../../pattern/index.ts';
import type { ParsedBar } from './parsed-music.ts';
import { plainBar } from './repeats.ts';

/** A figure with endings, its bars in the order they are played. */
export interface WrittenEndings {
  readonly bars: readonly ParsedBar[];
  readonly endings: Endings;
  /** Whether it is repeated as a whole after its last ending. */
  readonly loops: boolean;
}

/** Bars of endings one after another, a new group where the numbers change. */
const groupEndings = (bars: readonly ParsedBar[]): readonly (readonly ParsedBar[])[] => {
  const groups: ParsedBar[][] = [];
  bars.forEach((bar, index) => {
    if (bar.endings?.join() === bars[index - 1]?.endings?.join()) groups.at(-1)?.push(bar);
    else groups.push([bar]);
  });
  return groups;
};

/**
 * The figure that some bars are: all of them one repeat, with endings as long as one another for every time. Undefined
 * where they are anything else.
 */
export const readEndings = (bars: readonly ParsedBar[]): WrittenEndings | undefined => {
  const first = bars.findIndex(({ endings }) => (endings ?? []).length > 0);
  if (first < 1) return undefined;
  const shared = bars.slice(0, first);
  const last = bars.slice(first);
  const inside = [...shared.slice(1), ...last].some(({ repeatBegins }) => repeatBegins);
  const marked = bars.some(({ signs }) => signs) || shared.some(({ repeatEnds }) => repeatEnds);
  if (inside || marked || last.some(({ endings }) => !endings?.length)) return undefined;
  const groups = groupEndings(last);
  const times = Math.max(...last.flatMap(({ endings }) => endings ?? []));
  const played = Array.from({ length: times }, (_, time) => groups.filter(([bar]) => bar?.endings?.includes(time + 1)));
  const [length] = groups.map((group) => group.length);
  const isForm =
    times >= ENDING_TIMES.least &&
    times <= ENDING_TIMES.most &&
    groups.every(
      (group, index) => group.length === length && (index === groups.length - 1 || group.at(-1)?.repeatEnds),
    ) &&
    played.every((of) => of.length === 1);
  if (!isForm) return undefined;
  return {
    bars: played.flatMap(([ending = []]) => [...shared, ...ending]).map(plainBar),
    endings: { times, bars: length ?? 1 },
    loops: groups.at(-1)?.at(-1)?.repeatEnds !== undefined,
  };
};
