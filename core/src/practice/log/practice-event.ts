import { message, type Message } from '../../message/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import {
  TEXT_LIMITS,
  arraySchema,
  messageSchema,
  validateBySchema,
  numberSchema,
  objectSchema,
  enumSchema,
  stringSchema,
  integerSchema,
  type Schema,
} from '../../schema/index.ts';
import { ACTUATORS } from '../../pattern/index.ts';
import { SLIP_REASONS, type PassSlip } from '../../take/index.ts';
import { OFFSET_RANGE, TEMPO_RANGE } from '../../time/index.ts';

/** What can happen in practice. */
export const PRACTICE_EVENT_KINDS = [
  'started',
  'clean',
  'slipped',
  'undone',
  'done',
  'passed',
  'minutes',
  'rest',
  'discomfort',
  'answered',
  'note',
  'take',
] as const;

/** Where it can hurt: a digit, or further up. */
export const PAIN_PLACES = ['p', 'i', 'm', 'a', 'c', 'wrist', 'forearm', 'elsewhere'] as const;

/** Where it hurts. */
export type PainPlace = (typeof PAIN_PLACES)[number];

/** What a teacher can say to a report: rest until a day, a lower tempo, something else instead, or go on as before. */
export const PAIN_ANSWERS = ['rest', 'lower', 'stop', 'resume'] as const;

/** What a teacher said to a report. */
export type PainAnswer = (typeof PAIN_ANSWERS)[number];

/**
 * Something that happened, with a name made where it happened, so that telling it twice changes nothing. `at` is
 * milliseconds since 1970. `undone` takes back the attempt it names; `done` is a stage without attempts; `passed` is a
 * stage the teacher takes as learnt; `take` is what was heard of a recording; `discomfort` reports pain, and `answered`
 * is what the teacher says to it.
 */
export interface PracticeEvent {
  readonly id: string;
  readonly at: number;
  readonly kind: (typeof PRACTICE_EVENT_KINDS)[number];
  readonly stage?: string;
  /** Beats per minute. */
  readonly tempo?: number;
  readonly minutes?: number;
  /** The teacher's or student's own words. */
  readonly text?: string;
  /** What the program says of it: of a take, what it came to and what there is to work on. */
  readonly said?: readonly Message[];
  /** The event that is taken back. */
  readonly of?: string;
  /** Minutes the clocks were ahead of UTC where it happened: by it, it has its day. */
  readonly offset?: number;
  /** Why a pass slipped, and where. */
  readonly slip?: PassSlip;
  /** Where it hurts. */
  readonly where?: PainPlace;
  /** What the teacher says to a report of pain, and until when a rest lasts, in milliseconds since 1970. */
  readonly answer?: PainAnswer;
  readonly until?: number;
  /** Who counted: by key, pedal, touch or listening. */
  readonly by?: 'key' | 'touch' | 'pedal' | 'listening' | 'teacher';
}

/** The latest place a slip can be at: the longest pattern there is ends before. */
const LATEST_TICK = 10_000_000;

/** The longest text an event holds, the most it says by itself, and the most minutes it can tell of. */
export const PRACTICE_EVENT_LIMITS = { text: 500, said: 8, minutes: 600 } as const;

const practiceEventField: Schema<PracticeEvent> = objectSchema(
  { id: stringSchema(TEXT_LIMITS.id), at: integerSchema(), kind: enumSchema(PRACTICE_EVENT_KINDS) },
  {
    stage: stringSchema(40),
    tempo: numberSchema(),
    minutes: numberSchema(),
    text: stringSchema(PRACTICE_EVENT_LIMITS.text),
    said: arraySchema(messageSchema, PRACTICE_EVENT_LIMITS.said),
    of: stringSchema(TEXT_LIMITS.id),
    offset: integerSchema(),
    slip: objectSchema({ reason: enumSchema(SLIP_REASONS) }, { tick: integerSchema(), digit: enumSchema(ACTUATORS) }),
    where: enumSchema(PAIN_PLACES),
    answer: enumSchema(PAIN_ANSWERS),
    until: integerSchema(),
    by: enumSchema(['key', 'touch', 'pedal', 'listening', 'teacher'] as const),
  },
) as Schema<PracticeEvent>;

/** The last millisecond of the year 9999: no clock shows a later one. */
const END_OF_TIME = 253_402_300_799_999;

const findInconsistency = (event: PracticeEvent): Message | undefined => {
  const { at, tempo, minutes, kind, stage, offset = 0, answer, until = 0 } = event;
  if (at < 0 || at > END_OF_TIME || until < 0 || until > END_OF_TIME) return message('reason.event-date');
  if (offset < OFFSET_RANGE.least || offset > OFFSET_RANGE.most) return message('reason.event-offset', { offset });
  if (tempo !== undefined && !(tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most))
    return message('reason.event-tempo', { tempo, ...TEMPO_RANGE });
  if (minutes !== undefined && !(minutes >= 0 && minutes <= PRACTICE_EVENT_LIMITS.minutes))
    return message('reason.event-minutes', { minutes });
  if ((kind === 'clean' || kind === 'slipped') && (stage === undefined || tempo === undefined))
    return message('reason.attempt-incomplete');
  const { tick = 0 } = event.slip ?? {};
  if (tick < 0 || tick > LATEST_TICK) return message('reason.slip-place', { tick });
  if (event.slip && kind !== 'slipped') return message('reason.slip-without-miss');
  if ((kind === 'answered') !== (answer !== undefined)) return message('reason.pain-answer');
  return undefined;
};

/**
 * Checks an event from outside; whether its time can be is `correctClock`'s to say. Errors: `field-wrong`,
 * `event-wrong`.
 * @example
 * parsePracticeEvent({ id: 'a', at: 5, kind: 'flown' }).ok // => false
 */
export const parsePracticeEvent = (value: unknown): Result<PracticeEvent> => {
  const shape = validateBySchema(practiceEventField, value, 'event');
  if (shape.length > 0) return failure(...shape);
  const event = value as PracticeEvent;
  const odd = findInconsistency(event);
  return odd === undefined ? success(event) : failure(createProblem('event-wrong', { problem: odd }));
};

/** Milliseconds by which the clock of a device may differ from the server's before its times are corrected. */
export const CLOCK = { near: 5 * 60_000 } as const;

/**
 * An event of another device by this clock, in milliseconds since 1970: a device whose clock is fast or slow says what
 * it shows as it sends (`sentAt`), and its times are moved by the difference; nothing has happened later than now.
 * `told` is the time as the device had it where that is another one, or null.
 * @example
 * correctClock({ id: 'a', at: 1_000_000, kind: 'rest' }, { sentAt: 2_000_000, now: 9_000_000 }).event.at // => 8000000
 */
export const correctClock = (
  event: PracticeEvent,
  { sentAt, now }: { readonly sentAt?: number; readonly now: number },
): { readonly event: PracticeEvent; readonly told: number | null } => {
  const off = sentAt === undefined ? 0 : now - sentAt;
  const moved = event.at + (Math.abs(off) > CLOCK.near ? off : 0);
  const at = moved > now + CLOCK.near ? now : Math.max(0, moved);
  return at === event.at ? { event, told: null } : { event: { ...event, at }, told: event.at };
};

/**
 * Whether an event is an attempt at a stage, which can be taken back.
 * @example
 * isAttempt({ id: 'a', at: 5, kind: 'rest' }) // => false
 */
export const isAttempt = ({ kind }: PracticeEvent): boolean => kind === 'clean' || kind === 'slipped';

/**
 * Events in the order they happened, each once, without attempts that were taken back (only attempts can be). Whatever
 * order they arrive in, and however often, the outcome is the same.
 * @example
 * normaliseEvents([
 *   { id: 'b', at: 2, kind: 'rest' },
 *   { id: 'a', at: 1, kind: 'rest' },
 *   { id: 'b', at: 2, kind: 'rest' },
 * ])
 *   .map(({ id }) => id)
 *   .join('') // => 'ab'
 */
export const normaliseEvents = (events: readonly PracticeEvent[]): readonly PracticeEvent[] => {
  const byId = new Map<string, PracticeEvent>();
  for (const event of events) if (!byId.has(event.id)) byId.set(event.id, event);
  const undone = new Set([...byId.values()].flatMap(({ kind, of }) => (kind === 'undone' && of ? [of] : [])));
  return [...byId.values()]
    .filter((event) => event.kind !== 'undone' && !(undone.has(event.id) && isAttempt(event)))
    .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
};
