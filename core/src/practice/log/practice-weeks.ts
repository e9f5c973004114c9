import type { PracticeDay } from './practice-snapshot.ts';

/** One week of practice on an item. */
export interface PracticeWeek {
  /** Weeks since 29 December 1969; they begin on Mondays. */
  readonly week: number;
  readonly minutes: number;
  readonly passes: number;
  /** The quickest tempo a gate was passed at; null where none was. */
  readonly best: number | null;
}

/** Weeks that are kept. */
export const PRACTICE_WEEKS = 12;

/**
 * The week a day is in, both counted from 1970; weeks begin on Mondays.
 * @example
 * weekOfDay(3) // => 0
 * weekOfDay(4) // => 1
 */
export const weekOfDay = (day: number): number => Math.floor((day + 3) / 7);

/**
 * The Monday of a week, both counted from 1970.
 * @example
 * firstDayOfWeek(1) // => 4
 */
export const firstDayOfWeek = (week: number): number => 7 * week - 3;

/**
 * The last twelve weeks up to the latest one with practice, without those in which nothing happened.
 * @example
 * summariseWeeks([{ day: 4, clean: 5, slipped: 1, minutes: 20, best: 60 }])
 * // => [{ week: 1, minutes: 20, passes: 6, best: 60 }]
 */
export const summariseWeeks = (days: readonly PracticeDay[]): readonly PracticeWeek[] => {
  const weeks = new Map<number, PracticeWeek>();
  for (const { day, clean, slipped, minutes, best } of days) {
    const week = weekOfDay(day);
    const known = weeks.get(week) ?? { week, minutes: 0, passes: 0, best: null };
    weeks.set(week, {
      week,
      minutes: known.minutes + minutes,
      passes: known.passes + clean + slipped,
      best: best === null ? known.best : Math.max(known.best ?? 0, best),
    });
  }
  const last = Math.max(-Infinity, ...weeks.keys());
  return [...weeks.values()]
    .filter(({ week, minutes, passes }) => week > last - PRACTICE_WEEKS && minutes + passes > 0)
    .sort((a, b) => a.week - b.week);
};
