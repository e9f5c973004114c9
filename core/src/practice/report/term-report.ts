import { localDay } from '../../time/index.ts';
import { weekOfDay, type PracticeWeek } from '../log/practice-weeks.ts';
import type { ProgressSummary } from '../log/progress.ts';

/** Something a student practises, as a list shows it. */
export interface ReportedItem {
  readonly id: string;
  readonly name: string;
  /** Beats per minute that are aimed at. */
  readonly target: number;
  readonly standing: Pick<ProgressSummary, 'stage' | 'weeks' | 'through' | 'passed' | 'of'>;
}

/** What became of an item in some weeks. */
export interface ReportedProgress {
  readonly id: string;
  readonly name: string;
  readonly target: number;
  /** The best tempo passed before these weeks or in the first of them with one, and at their end; null for none. */
  readonly before: number | null;
  readonly best: number | null;
  /** When it was learned, in milliseconds since 1970, if in these weeks. */
  readonly learned: number | null;
  /** Stages passed so far, of how many. */
  readonly passed: number;
  readonly of: number;
}

/** The practice of some weeks: by week, and by item. */
export interface TermReport {
  /** Minutes of practice a week, the last one last. */
  readonly minutes: readonly number[];
  readonly passes: number;
  readonly items: readonly ReportedProgress[];
}

/** Weeks since 29 December 1969, the first and the last of them. */
export interface ReportedWeeks {
  readonly first: number;
  readonly last: number;
  /** Minutes the clocks are ahead of UTC where the report is read: a week ends at midnight there. */
  readonly offset?: number;
}

/** Minutes a pass takes where no minutes were counted (est.). */
const MINUTES_PER_PASS = 1 / 3;

const minutesOf = ({ minutes, passes }: PracticeWeek): number => Math.max(minutes, passes * MINUTES_PER_PASS);

const quickest = (weeks: readonly PracticeWeek[]): number | null =>
  weeks.reduce<number | null>((best, { best: own }) => (own === null ? best : Math.max(best ?? 0, own)), null);

const learnedIn = (through: number | null, { first, last, offset }: ReportedWeeks): number | null => {
  if (through === null) return null;
  const week = weekOfDay(localDay(through, offset));
  return week >= first && week <= last ? through : null;
};

const reportItem = ({ id, name, target, standing }: ReportedItem, span: ReportedWeeks): ReportedProgress => {
  const known = (standing.weeks ?? []).filter(({ week }) => week <= span.last);
  const firstBest = known.find(({ week, best }) => week >= span.first && best !== null)?.best ?? null;
  return {
    id,
    name,
    target,
    before: quickest(known.filter(({ week }) => week < span.first)) ?? firstBest,
    best: quickest(known),
    learned: learnedIn(standing.through, span),
    passed: standing.passed,
    of: standing.of,
  };
};

/**
 * What a student practised in some weeks, and how far each thing got: those learned first, then by practice.
 * @example
 * summariseTerm([], { first: 2900, last: 2901 }) // => { minutes: [0, 0], passes: 0, items: [] }
 */
export const summariseTerm = (items: readonly ReportedItem[], span: ReportedWeeks): TermReport => {
  const inside = ({ standing }: ReportedItem): readonly PracticeWeek[] =>
    (standing.weeks ?? []).filter(({ week }) => week >= span.first && week <= span.last);
  const all = items.flatMap(inside);
  const minutes = Array.from({ length: span.last - span.first + 1 }, (_, index) =>
    all.filter(({ week }) => week === span.first + index).reduce((sum, week) => sum + minutesOf(week), 0),
  );
  const practised = items
    .map((item) => ({
      progress: reportItem(item, span),
      time: inside(item).reduce((sum, week) => sum + minutesOf(week), 0),
    }))
    .filter(({ progress, time }) => time > 0 || progress.learned !== null)
    .sort((a, b) => Number(b.progress.learned !== null) - Number(a.progress.learned !== null) || b.time - a.time);
  return {
    minutes,
    passes: all.reduce((sum, { passes }) => sum + passes, 0),
    items: practised.map(({ progress }) => progress),
  };
};
