import { failure, problem, success, type Result } from '../errors/index.ts';
import { TEXT_LIMITS, problemsBy, number, object, oneOf, text, whole, type Field } from '../fields/index.ts';
import { TEMPO_RANGE } from '../time/index.ts';

/** What can happen in practice. */
export const EVENT_KINDS = [
  'started',
  'clean',
  'slipped',
  'undone',
  'done',
  'passed',
  'minutes',
  'rest',
  'discomfort',
  'note',
  'take',
] as const;

/**
 * Something that happened, with a name made where it happened, so that telling it twice changes nothing. `at` is
 * milliseconds since 1970. `undone` takes back the attempt it names; `done` is a stage without attempts; `passed` is a
 * stage the teacher takes as learnt; `take` is what was heard of a recording, in words.
 */
export interface PracticeEvent {
  readonly id: string;
  readonly at: number;
  readonly kind: (typeof EVENT_KINDS)[number];
  readonly stage?: string;
  /** Beats a minute. */
  readonly tempo?: number;
  readonly minutes?: number;
  readonly text?: string;
  /** The event that is taken back. */
  readonly of?: string;
  /** Who counted: by key, pedal, touch or listening. */
  readonly by?: 'key' | 'touch' | 'pedal' | 'listening' | 'teacher';
}

/** The longest text an event holds, and the most minutes it can tell of. */
export const EVENT_LIMITS = { text: 500, minutes: 600 } as const;

const eventField: Field<PracticeEvent> = object(
  { id: text(TEXT_LIMITS.id), at: whole(), kind: oneOf(EVENT_KINDS) },
  {
    stage: text(40),
    tempo: number(),
    minutes: number(),
    text: text(EVENT_LIMITS.text),
    of: text(TEXT_LIMITS.id),
    by: oneOf(['key', 'touch', 'pedal', 'listening', 'teacher'] as const),
  },
) as Field<PracticeEvent>;

/** How far ahead of this clock another may be before its events are from the future: a day, in milliseconds. */
const AHEAD = 24 * 60 * 60 * 1000;

const oddIn = ({ at, tempo, minutes, kind, stage }: PracticeEvent, now: number): string | undefined => {
  if (at > now + AHEAD) return 'it is from the future; set the clock of the device that sent it';
  if (at < 0) return 'it is from before there were clocks';
  if (tempo !== undefined && !(tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most))
    return `a tempo of ${tempo} cannot be practised at`;
  if (minutes !== undefined && !(minutes >= 0 && minutes <= EVENT_LIMITS.minutes))
    return `${minutes} minutes are no sitting`;
  if ((kind === 'clean' || kind === 'slipped') && (stage === undefined || tempo === undefined))
    return 'an attempt needs its stage and its tempo';
  return undefined;
};

/**
 * Checks an event from outside. Errors: `field-wrong`, `event-wrong`.
 * @example
 * readEvent({ id: 'a', at: 5, kind: 'rest' }, 10).ok // => true
 */
export const readEvent = (value: unknown, now: number): Result<PracticeEvent> => {
  const shape = problemsBy(eventField, value, 'event');
  if (shape.length > 0) return failure(...shape);
  const event = value as PracticeEvent;
  const odd = oddIn(event, now);
  return odd === undefined ? success(event) : failure(problem('event-wrong', { problem: odd }));
};

/**
 * Events in the order they happened, each once, without attempts that were taken back. Whatever order they arrive in, and
 * however often, the outcome is the same.
 * @example
 * inOrder([{ id: 'b', at: 2, kind: 'rest' }, { id: 'a', at: 1, kind: 'rest' }, { id: 'b', at: 2, kind: 'rest' }]).map(({ id }) => id).join('') // => 'ab'
 */
export const inOrder = (events: readonly PracticeEvent[]): readonly PracticeEvent[] => {
  const byId = new Map<string, PracticeEvent>();
  for (const event of events) if (!byId.has(event.id)) byId.set(event.id, event);
  const undone = new Set([...byId.values()].flatMap(({ kind, of }) => (kind === 'undone' && of ? [of] : [])));
  return [...byId.values()]
    .filter(({ id, kind }) => kind !== 'undone' && !undone.has(id))
    .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
};
