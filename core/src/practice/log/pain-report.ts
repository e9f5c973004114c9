import type { PainAnswer, PainPlace, PracticeEvent } from './practice-event.ts';

/** Pain that was reported, in what, after how much practice, and what the teacher said. Times are milliseconds. */
export interface PainReport {
  readonly at: number;
  readonly stage?: string;
  /** Beats per minute. */
  readonly tempo?: number;
  /** Minutes of practice before it, without a break. */
  readonly minutes: number;
  readonly where?: PainPlace;
  /** Null until the teacher has answered. */
  readonly answer: {
    readonly at: number;
    readonly choice: PainAnswer;
    /** When a rest ends. */
    readonly until?: number;
    readonly text?: string;
  } | null;
}

/** A stretch of practice without a break. Times are milliseconds. */
export interface PracticeStretch {
  readonly from: number;
  readonly to: number;
}

const MINUTE = 60_000;

/** A break that ends a stretch of practice, and the time in which a second report adds to the first (est.). */
const PAUSES = { stretch: 30 * MINUTE, sameReport: 30 * MINUTE } as const;

/**
 * Days after which practice that went on without an answer closes a report: as it was before reports were answered
 * (est.).
 */
const CLOSED_AFTER = 14 * 24 * 60 * MINUTE;

/** The stretch of practice something belongs to, by its time in milliseconds. */
export const extendStretch = (stretch: PracticeStretch | undefined, at: number): PracticeStretch =>
  stretch && at - stretch.to <= PAUSES.stretch ? { from: stretch.from, to: at } : { from: at, to: at };

const report = (pain: PainReport | null, event: PracticeEvent, from: number): PainReport => {
  const { at, stage, tempo, where } = event;
  if (pain && pain.answer === null && at - pain.at <= PAUSES.sameReport)
    return where === undefined ? pain : { ...pain, where };
  return {
    at,
    ...(stage === undefined ? {} : { stage }),
    ...(tempo === undefined ? {} : { tempo }),
    minutes: Math.round((at - from) / MINUTE),
    ...(where === undefined ? {} : { where }),
    answer: null,
  };
};

const answer = (pain: PainReport, { at, answer: choice = 'resume', until, text }: PracticeEvent): PainReport => ({
  ...pain,
  answer: { at, choice, ...(until === undefined ? {} : { until }), ...(text === undefined ? {} : { text }) },
});

/**
 * The report of pain after an event; null where there is none, or it was long ago and practice went on. `from` is when
 * the stretch of practice began, in milliseconds since 1970.
 */
export const applyToPain = (pain: PainReport | null, event: PracticeEvent, from: number): PainReport | null => {
  if (event.kind === 'discomfort') return report(pain, event, from);
  if (!pain) return null;
  if (event.kind === 'answered') return answer(pain, event);
  const isOver = event.at - pain.at > CLOSED_AFTER && (event.kind === 'clean' || event.kind === 'slipped');
  return isOver ? null : pain;
};

/**
 * Whether practice has to wait: pain was reported and not answered yet, or the answer was to rest until later than now.
 * @example
 * isPausedByPain({ at: 0, minutes: 14, answer: null }, 5) // => true
 */
export const isPausedByPain = (pain: PainReport | null | undefined, now: number): boolean =>
  pain?.answer === null || (pain?.answer?.choice === 'rest' && (pain.answer.until ?? 0) > now);
