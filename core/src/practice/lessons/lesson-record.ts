/** What became of a lesson: the student came, stayed away, called it off in time, or the teacher called it off. */
export type LessonOutcome = 'held' | 'missed' | 'excused' | 'cancelled';

/** All outcomes. */
export const LESSON_OUTCOMES: readonly LessonOutcome[] = ['held', 'missed', 'excused', 'cancelled'];

/** A lesson that was to be. */
export interface LessonRecord {
  /** The day, as `2026-11-25`. */
  readonly day: string;
  readonly outcome: LessonOutcome;
  /** The day of the lesson that makes up for it. */
  readonly madeUpOn?: string;
}

/** Lessons that are kept of a student: four years of them, one a week. */
export const MAX_LESSON_RECORDS = 210;

/** A lesson that was called off is given another day; who stays away without a word has none (common practice). */
const OWED: ReadonlySet<LessonOutcome> = new Set(['excused', 'cancelled']);

/**
 * The records with one for its day, in the place of what the day had: by day, the latest where there are too many.
 * @example
 * recordLesson([], { day: '2026-11-25', outcome: 'held' }) // => [{ day: '2026-11-25', outcome: 'held' }]
 */
export const recordLesson = (records: readonly LessonRecord[], record: LessonRecord): readonly LessonRecord[] =>
  [...records.filter(({ day }) => day !== record.day), record]
    .sort((a, b) => a.day.localeCompare(b.day))
    .slice(-MAX_LESSON_RECORDS);

/**
 * The records without that of a day.
 * @example
 * forgetLesson([{ day: '2026-11-25', outcome: 'held' }], '2026-11-25') // => []
 */
export const forgetLesson = (records: readonly LessonRecord[], day: string): readonly LessonRecord[] =>
  records.filter((record) => record.day !== day);

/**
 * Lessons that were called off and that nothing makes up for yet, the oldest first.
 * @example
 * listOwedLessons([{ day: '2026-11-25', outcome: 'cancelled' }]).length // => 1
 * listOwedLessons([{ day: '2026-11-25', outcome: 'missed' }]).length // => 0
 */
export const listOwedLessons = (records: readonly LessonRecord[]): readonly LessonRecord[] =>
  records.filter(({ outcome, madeUpOn }) => OWED.has(outcome) && madeUpOn === undefined);

/** How many lessons there were of each kind. */
export interface LessonCounts extends Readonly<Record<LessonOutcome, number>> {
  readonly owed: number;
}

/**
 * The lessons of some days, counted; both days belong to them.
 * @example
 * countLessons([{ day: '2026-11-25', outcome: 'held' }], '2026-11-01', '2026-11-30').held // => 1
 */
export const countLessons = (records: readonly LessonRecord[], from: string, to: string): LessonCounts => {
  const inside = records.filter(({ day }) => day >= from && day <= to);
  const count = (outcome: LessonOutcome): number => inside.filter((record) => record.outcome === outcome).length;
  return {
    held: count('held'),
    missed: count('missed'),
    excused: count('excused'),
    cancelled: count('cancelled'),
    owed: listOwedLessons(inside).length,
  };
};
