import type { LadderPlan } from './ladder.ts';
import type { Progress } from './progress.ts';
import { DAY } from './snapshot.ts';

/** Why somebody does not get on with an item, and one thing to do. */
export interface Stuck {
  readonly why: 'no quicker' | 'led back';
  /** As a teacher says it. */
  readonly sentence: string;
  readonly advice: string;
}

/** Sittings looked at, days they lie apart at the least, and the rise that is none (est.). */
const RULES = { sittings: 3, days: 7, rise: 1.03, fallbacks: 2 } as const;

const practised = ({ days }: Progress): Progress['days'] => days.filter(({ clean, slipped }) => clean + slipped > 0);

/** Whether the best clean tempo rose by less than 3 % over the last sittings, where they span a week. */
const noQuicker = (progress: Progress): boolean => {
  const all = practised(progress);
  const recent = all.slice(-RULES.sittings);
  const [first, last] = [recent[0], recent.at(-1)];
  if (recent.length < RULES.sittings || !first || !last || last.day - first.day < RULES.days) return false;
  const best = (those: Progress['days']): number => Math.max(0, ...those.map((one) => one.best ?? 0));
  return best(recent) < RULES.rise * best(all.slice(0, -RULES.sittings)) || recent.every((one) => one.best === null);
};

/** Whether slips led back twice in the last sittings. */
const ledBack = (progress: Progress, now: number): boolean => {
  const from = (practised(progress).slice(-RULES.sittings)[0]?.day ?? Infinity) * DAY;
  return progress.fallbacks.filter((at) => at >= from && at <= now).length >= RULES.fallbacks;
};

/**
 * Whether somebody is stuck with an item, and why: no quicker over three sittings and a week, or led back twice in them;
 * null where they get on, or are through. `cause` is what limits the stage at hand, in a teacher's words.
 * @example
 * stuckAt({ target: 60, stages: [] }, progressOf({ target: 60, stages: [] }, []), { now: 0 }) // => null
 */
export const stuckAt = (
  plan: LadderPlan,
  progress: Progress,
  { now, cause }: { readonly now: number; readonly cause?: string },
): Stuck | null => {
  const stage = plan.stages[progress.stage];
  if (!stage) return null;
  const at = progress.tempo === null ? '' : ` at ${progress.tempo}`;
  const limit = cause ? ` Tightest there: ${cause}.` : '';
  if (ledBack(progress, now))
    return {
      why: 'led back',
      sentence: `Slips led back from “${stage.name}”${at} again and again.${limit}`,
      advice: 'Take the hardest change alone, slower than seems needed, and come back after two days.',
    };
  if (noQuicker(progress))
    return {
      why: 'no quicker',
      sentence: `“${stage.name}” has been no quicker${at} for three sittings and a week.${limit}`,
      advice: 'Change one thing: another grouping, the figure one part of the beat later, or short bursts.',
    };
  return null;
};
