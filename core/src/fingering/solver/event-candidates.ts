import { ACTUATORS, actuatorOf, type Digit, type Actuator } from '../../pattern/index.ts';
import { STROKE_COSTS, STROKE_PAIR_COSTS, UNPLAYED_COST, ZERO_GAP, type CostContext } from '../costs/index.ts';
import {
  enumerateCandidates,
  type CandidateFingering,
  type CandidateSet,
  type UnlocatedConflict,
} from './candidates.ts';
import type { FingeredStroke } from '../task/fingered-stroke.ts';
import { hasContinuousPickDirection } from '../school.ts';
import { createFingeredStroke, type FingeringTask, type TaskStroke } from '../task/fingering-task.ts';

const actuatorBit = (digit: Digit): number => 1 << ACTUATORS.indexOf(actuatorOf(digit));

/** The ways to play one event, with what each costs by itself. */
export interface EventCandidates {
  readonly options: readonly CandidateFingering[];
  readonly conflicts: readonly UnlocatedConflict[];
  readonly isBounded: boolean;
  /** Each option as placed strokes, and those of each striker. */
  readonly fingeredStrokes: readonly (readonly FingeredStroke[])[];
  readonly byActuator: readonly (readonly (readonly FingeredStroke[])[] | null)[];
  readonly stateCost: Float64Array;
  readonly actuators: Uint8Array;
  /** The way the pick went last once each option is played, where the school counts it through any rest. */
  readonly lastPickDirections: readonly (Digit | null)[] | null;
  /** The costs with those of leaving a habit, by the habits. */
  readonly costsByRecurrence: Map<string, Float64Array>;
  /** A number of its own for each look: same strings, same choices. */
  readonly id: number;
}

const toFingeredStrokes = (option: CandidateFingering, strokes: readonly TaskStroke[]): readonly FingeredStroke[] =>
  option.flatMap((digit, index) => (digit ? [createFingeredStroke(strokes[index] as TaskStroke, digit)] : []));

/** The strokes of one striker. */
export const strokesOfActuator = (strokes: readonly FingeredStroke[], striker: Actuator): readonly FingeredStroke[] =>
  strokes.filter(({ digit }) => actuatorOf(digit) === striker);

const SIMULTANEOUS_COSTS = STROKE_PAIR_COSTS.filter(({ scopes }) => scopes.includes('together'));

/** What an option costs by itself, whatever the strokes around it. */
const candidateCost = (context: CostContext, strokes: readonly TaskStroke[], option: CandidateFingering): number => {
  let sum = 0;
  option.forEach((digit, index) => {
    if (digit === null) sum += UNPLAYED_COST;
    else
      for (const cost of STROKE_COSTS)
        sum += cost.cost(createFingeredStroke(strokes[index] as TaskStroke, digit), context);
  });
  const all = toFingeredStrokes(option, strokes);
  all.forEach((to, index) => {
    for (const from of all.slice(0, index))
      for (const cost of SIMULTANEOUS_COSTS) sum += cost.cost(from, to, ZERO_GAP, context);
  });
  return sum;
};

/** Ways to play one event that are looked at: so many that no shipped school has more for a chord of four. */
const MAX_CANDIDATES = 24;

/** Comparisons a pass through all events may take: with more events there, fewer ways are looked at for each. */
const MAX_COMPARISONS = 400_000_000;

export const maxCandidatesPerEvent = (events: number): number =>
  Math.min(MAX_CANDIDATES, Math.floor((MAX_COMPARISONS / Math.max(1, events)) ** 0.25));

/** The ways that cost least by themselves, at most so many. */
const keepCheapest = (
  most: number,
  { options, ...rest }: CandidateSet,
  cost: (option: CandidateFingering) => number,
): CandidateSet & { readonly bounded: boolean } => {
  if (options.length <= most) return { ...rest, options, bounded: false };
  const costs = new Map(options.map((option) => [option, cost(option)]));
  const ranked = [...options].sort((a, b) => (costs.get(a) as number) - (costs.get(b) as number));
  return { ...rest, options: ranked.slice(0, most), bounded: true };
};

interface CandidateWithPickState {
  readonly option: CandidateFingering;
  readonly went: Digit;
}

/** An option without the pick stands twice: after the pick went down, and after it went up. */
const expandPickState = (option: CandidateFingering): readonly CandidateWithPickState[] => {
  const own = option.filter((digit) => digit && actuatorOf(digit) === 'pick');
  const last = own.at(-1);
  return last
    ? [{ option, went: last }]
    : [
        { option, went: 'down' },
        { option, went: 'up' },
      ];
};

/** The ways to play the strokes of one time. */
export const buildEventCandidates = (
  task: FingeringTask,
  context: CostContext,
  strokes: readonly TaskStroke[],
  { id, most }: { readonly id: number; readonly most: number },
): EventCandidates => {
  const found = keepCheapest(most, enumerateCandidates(task, strokes), (option) =>
    candidateCost(context, strokes, option),
  );
  const { conflicts, bounded } = found;
  const carried = hasContinuousPickDirection(task.school) ? found.options.flatMap(expandPickState) : null;
  const options = carried ? carried.map(({ option }) => option) : found.options;
  const all = options.map((option) => toFingeredStrokes(option, strokes));
  const byStriker = ACTUATORS.map((striker) => {
    const own = all.map((those) => strokesOfActuator(those, striker));
    return own.some((those) => those.length > 0) ? own : null;
  });
  return {
    id,
    options,
    conflicts,
    isBounded: bounded,
    fingeredStrokes: all,
    lastPickDirections: carried ? carried.map(({ went }) => went) : null,
    costsByRecurrence: new Map(),
    byActuator: byStriker,
    stateCost: Float64Array.from(options, (option) => candidateCost(context, strokes, option)),
    actuators: Uint8Array.from(options, (option) =>
      option.reduce((bits, digit) => bits | (digit ? actuatorBit(digit) : 0), 0),
    ),
  };
};
