import { applyEvent, createLadderPosition, type LadderPosition } from './ladder-position.ts';
import { localDay } from '../../time/index.ts';
import type { LadderPlan } from '../ladder/ladder.ts';
import { countSlip, type SlipCount } from './slip-places.ts';
import { applyToPain, extendStretch, type PainReport, type PracticeStretch } from './pain-report.ts';
import { normaliseEvents, type PracticeEvent } from './practice-event.ts';

/** One day of practice on an item. */
export interface PracticeDay {
  /** Days since 1970, by the clocks where it happened. */
  readonly day: number;
  readonly clean: number;
  readonly slipped: number;
  readonly minutes: number;
  /** The quickest tempo a gate was passed at that day; null where none was. */
  readonly best: number | null;
}

/** How attempts at one stage went. */
export interface StageAttempts {
  readonly key: string;
  readonly clean: number;
  readonly slipped: number;
}

/** How attempts at one tempo of a stage went on one day. */
export interface TempoAttempts {
  /** Days since 1970, by the clocks where it happened. */
  readonly day: number;
  readonly stage: string;
  /** Beats per minute. */
  readonly tempo: number;
  readonly clean: number;
  readonly slipped: number;
}

/** One day on which something learnt was reviewed. */
export interface ReviewDay {
  /** Days since 1970, by the clocks where it happened. */
  readonly day: number;
  readonly clean: number;
  readonly slipped: number;
}

/**
 * What going through a log has come to so far: plain data that can be kept, so that a log which only grows at its end
 * is never gone through twice.
 */
export interface PracticeSnapshot {
  readonly stand: LadderPosition;
  readonly days: readonly PracticeDay[];
  /** Attempts by stage, in the order the stages were first tried. */
  readonly attempts: readonly StageAttempts[];
  readonly reviews: readonly ReviewDay[];
  /** Attempts of the latest days by stage and tempo; none where it was kept before they were counted. */
  readonly tempos?: readonly TempoAttempts[];
  /** Where passes slipped, stage by stage. */
  readonly slips?: readonly SlipCount[];
  /** When anything last happened; null where nothing did. */
  readonly last: number | null;
  /** Minutes the clocks were ahead of UTC where that was; none where it is not known. */
  readonly offset?: number;
  readonly discomfort: number | null;
  /** The last report of pain, and what was said to it; none where it was kept before reports were answered. */
  readonly pain?: PainReport | null;
  /** The stretch of practice that is going on or was the last. */
  readonly stretch?: PracticeStretch;
}

/** Milliseconds in a day. */
export const MILLISECONDS_PER_DAY = 24 * 60 * 60 * 1000;

/** The stage of events that tell of a review. */
export const REVIEW_STAGE = 'review';

/** The snapshot of a log in which nothing has happened yet. */
export const EMPTY_PRACTICE_SNAPSHOT: PracticeSnapshot = {
  stand: createLadderPosition(),
  days: [],
  attempts: [],
  reviews: [],
  tempos: [],
  last: null,
  discomfort: null,
};

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** Rows by a key that can still be counted up. */
const counted = <K, T extends object>(rows: readonly T[], keyOf: (row: T) => K, empty: (key: K) => T) => {
  const found = new Map(rows.map((row) => [keyOf(row), { ...row } as Mutable<T>]));
  return {
    at: (key: K): Mutable<T> => {
      const known = found.get(key) ?? (empty(key) as Mutable<T>);
      found.set(key, known);
      return known;
    },
    all: (): readonly T[] => [...found.values()],
  };
};

const byDay = <T extends { readonly day: number }>(rows: readonly T[]): readonly T[] =>
  [...rows].sort((a, b) => a.day - b.day);

/** Days with attempts that are kept tempo by tempo: enough to tell whether somebody gets on. */
const TEMPO_DAYS = 30;

const latestDays = (rows: readonly TempoAttempts[]): readonly TempoAttempts[] => {
  const days = [...new Set(rows.map(({ day }) => day))].sort((a, b) => a - b);
  const first = days.at(-TEMPO_DAYS) ?? -Infinity;
  return byDay(rows.filter(({ day }) => day >= first));
};

const tempoKey = ({ day, stage, tempo }: Pick<TempoAttempts, 'day' | 'stage' | 'tempo'>): string =>
  `${day} ${tempo} ${stage}`;

const emptyTempo = (key: string): TempoAttempts => {
  const [day = '', tempo = '', ...stage] = key.split(' ');
  return { day: Number(day), stage: stage.join(' '), tempo: Number(tempo), clean: 0, slipped: 0 };
};

const countersOf = ({ days, attempts, reviews, tempos = [] }: PracticeSnapshot) => ({
  tempos: counted(tempos, tempoKey, emptyTempo),
  days: counted(
    days,
    ({ day }) => day,
    (day): PracticeDay => ({ day, clean: 0, slipped: 0, minutes: 0, best: null }),
  ),
  attempts: counted(
    attempts,
    ({ key }) => key,
    (key): StageAttempts => ({ key, clean: 0, slipped: 0 }),
  ),
  reviews: counted(
    reviews,
    ({ day }) => day,
    (day): ReviewDay => ({ day, clean: 0, slipped: 0 }),
  ),
});

const count = (counters: ReturnType<typeof countersOf>, event: PracticeEvent, best: number | null): void => {
  const { kind, stage, tempo, minutes = 0, at, offset } = event;
  const number = localDay(at, offset);
  const day = counters.days.at(number);
  day.minutes += minutes;
  if (best !== null) day.best = Math.max(day.best ?? 0, best);
  if (kind !== 'clean' && kind !== 'slipped') return;
  day[kind] += 1;
  if (stage !== undefined) counters.attempts.at(stage)[kind] += 1;
  if (stage !== undefined && tempo !== undefined)
    counters.tempos.at(tempoKey({ day: number, stage, tempo }))[kind] += 1;
  if (stage === REVIEW_STAGE) counters.reviews.at(number)[kind] += 1;
};

/**
 * Goes on from a snapshot through events that happened after everything in it, in any order and more than once. Going
 * through a log in one go or from snapshot to snapshot comes to the same.
 * @example
 * foldPractice({ target: 60, stages: [] }, EMPTY_PRACTICE_SNAPSHOT, [{ id: 'a', at: 5, kind: 'minutes', minutes: 3 }])
 *   .days.map(({ minutes }) => minutes)
 *   .join() // => '3'
 */
export const foldPractice = (
  plan: LadderPlan,
  from: PracticeSnapshot,
  events: readonly PracticeEvent[],
): PracticeSnapshot => {
  const stand: LadderPosition = { ...from.stand, passed: [...from.stand.passed], fallbacks: [...from.stand.fallbacks] };
  const counters = countersOf(from);
  let { last, discomfort, offset, pain = null, stretch, slips = [] } = from;
  for (const event of normaliseEvents(events)) {
    count(counters, event, applyEvent(plan, stand, event));
    slips = countSlip(slips, event);
    last = event.at;
    offset = event.offset ?? offset;
    if (event.kind === 'discomfort') discomfort = event.at;
    // What a teacher says is not practice.
    if (event.kind !== 'answered' && event.kind !== 'note') stretch = extendStretch(stretch, event.at);
    pain = applyToPain(pain, event, stretch?.from ?? event.at);
  }
  // Whoever travels west has a day before the one they come from.
  const [days, reviews] = [byDay(counters.days.all()), byDay(counters.reviews.all())];
  const [attempts, tempos] = [counters.attempts.all(), latestDays(counters.tempos.all())];
  return {
    ...{ stand, days, attempts, reviews, tempos, slips, last, discomfort, pain },
    ...(stretch === undefined ? {} : { stretch }),
    ...(offset === undefined ? {} : { offset }),
  };
};
