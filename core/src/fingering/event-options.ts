import { STRIKERS, strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import { OWN_COSTS, PAIR_COSTS, UNPLAYED_COST, NO_GAP, type CostContext } from './costs/index.ts';
import { optionsOf, type Option, type Options, type Unplaced } from './options.ts';
import type { PlacedStroke } from './placed-stroke.ts';
import { carriesPick } from './school.ts';
import { placedStroke, type Task, type TaskStroke } from './task.ts';

const bitOf = (digit: Digit): number => 1 << STRIKERS.indexOf(strikerOf(digit));

/** The ways to play one event, with what each costs by itself. */
export interface EventOptions {
  readonly options: readonly Option[];
  readonly conflicts: readonly Unplaced[];
  readonly bounded: boolean;
  /** Each option as placed strokes, and those of each striker. */
  readonly placed: readonly (readonly PlacedStroke[])[];
  readonly byStriker: readonly (readonly (readonly PlacedStroke[])[] | null)[];
  readonly own: Float64Array;
  readonly strikers: Uint8Array;
  /** The way the pick went last once each option is played, where the school counts it through any rest. */
  readonly pickWent: readonly (Digit | null)[] | null;
  /** The costs with those of leaving a habit, by the habits. */
  readonly habits: Map<string, Float64Array>;
  /** A number of its own for each look: same strings, same choices. */
  readonly id: number;
}

const place = (option: Option, strokes: readonly TaskStroke[]): readonly PlacedStroke[] =>
  option.flatMap((digit, index) => (digit ? [placedStroke(strokes[index] as TaskStroke, digit)] : []));

/** The strokes of one striker. */
export const single = (strokes: readonly PlacedStroke[], striker: Striker): readonly PlacedStroke[] =>
  strokes.filter(({ digit }) => strikerOf(digit) === striker);

const TOGETHER = PAIR_COSTS.filter(({ scopes }) => scopes.includes('together'));

/** What an option costs by itself, whatever the strokes around it. */
const ownCost = (context: CostContext, strokes: readonly TaskStroke[], option: Option): number => {
  let sum = 0;
  option.forEach((digit, index) => {
    if (digit === null) sum += UNPLAYED_COST;
    else for (const cost of OWN_COSTS) sum += cost.of(placedStroke(strokes[index] as TaskStroke, digit), context);
  });
  const all = place(option, strokes);
  all.forEach((to, index) => {
    for (const from of all.slice(0, index)) for (const cost of TOGETHER) sum += cost.of(from, to, NO_GAP, context);
  });
  return sum;
};

/** Ways to play one event that are looked at: so many that no shipped school has more for a chord of four. */
const MOST_OPTIONS = 24;

/** Comparisons a pass through all events may take: with more events there, fewer ways are looked at for each. */
const MOST_WORK = 400_000_000;

export const mostOptions = (events: number): number =>
  Math.min(MOST_OPTIONS, Math.floor((MOST_WORK / Math.max(1, events)) ** 0.25));

/** The ways that cost least by themselves, at most so many. */
const boundedTo = (
  most: number,
  { options, ...rest }: Options,
  cost: (option: Option) => number,
): Options & { readonly bounded: boolean } => {
  if (options.length <= most) return { ...rest, options, bounded: false };
  const costs = new Map(options.map((option) => [option, cost(option)]));
  const ranked = [...options].sort((a, b) => (costs.get(a) as number) - (costs.get(b) as number));
  return { ...rest, options: ranked.slice(0, most), bounded: true };
};

interface Carried {
  readonly option: Option;
  readonly went: Digit;
}

/** An option without the pick stands twice: after the pick went down, and after it went up. */
const withPickWent = (option: Option): readonly Carried[] => {
  const own = option.filter((digit) => digit && strikerOf(digit) === 'pick');
  const last = own.at(-1);
  return last
    ? [{ option, went: last }]
    : [
        { option, went: 'down' },
        { option, went: 'up' },
      ];
};

/** The ways to play the strokes of one time. */
export const eventOptions = (
  task: Task,
  context: CostContext,
  strokes: readonly TaskStroke[],
  { id, most }: { readonly id: number; readonly most: number },
): EventOptions => {
  const found = boundedTo(most, optionsOf(task, strokes), (option) => ownCost(context, strokes, option));
  const { conflicts, bounded } = found;
  const carried = carriesPick(task.school) ? found.options.flatMap(withPickWent) : null;
  const options = carried ? carried.map(({ option }) => option) : found.options;
  const all = options.map((option) => place(option, strokes));
  const byStriker = STRIKERS.map((striker) => {
    const own = all.map((those) => single(those, striker));
    return own.some((those) => those.length > 0) ? own : null;
  });
  return {
    id,
    options,
    conflicts,
    bounded,
    placed: all,
    pickWent: carried ? carried.map(({ went }) => went) : null,
    habits: new Map(),
    byStriker,
    own: Float64Array.from(options, (option) => ownCost(context, strokes, option)),
    strikers: Uint8Array.from(options, (option) =>
      option.reduce((bits, digit) => bits | (digit ? bitOf(digit) : 0), 0),
    ),
  };
};
