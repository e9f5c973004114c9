import { strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import {
  eventBefore,
  eventsOf,
  needOther,
  needOwn,
  placedStroke,
  type CostContext,
  type Digits,
  type Event,
  type PlacedStroke,
  type Task,
  type TaskStroke,
} from '../fingering/index.ts';

/** Something that takes time: from one stroke to another, how many seconds are needed and how many there are. */
export interface Need {
  readonly kind: 'own' | 'other' | 'touch';
  /** Indexes of the two strokes in the task. */
  readonly from: number;
  readonly to: number;
  /** The striker that has to get there; of two, the one that comes second. */
  readonly striker: Striker;
  readonly seconds: number;
  readonly has: number;
}

interface Played {
  readonly index: number;
  readonly digit: Digit;
}

/** A fingering event by event: what is played in each is worked out once. */
interface Course {
  readonly task: Task;
  readonly events: readonly Event[];
  readonly played: readonly (readonly Played[])[];
  /** The strokes with their digits, made as they are asked for. */
  readonly placed: (PlacedStroke | undefined)[];
  readonly context: CostContext;
}

const playedIn = (digits: Digits, event: Event): readonly Played[] => {
  const found: Played[] = [];
  for (const index of event.strokes) {
    const digit = digits[index];
    if (digit) found.push({ index, digit });
  }
  return found;
};

/** The stroke of a brush that leads on (side last) or that is reached first. */
const brushEnds = (played: readonly Played[], striker: Striker, side: 'first' | 'last'): Played | undefined => {
  const [only] = played;
  if (played.length === 1 && only) return strikerOf(only.digit) === striker ? only : undefined;
  const own = played.filter(({ digit }) => strikerOf(digit) === striker);
  return (own[0]?.digit === 'up') === (side === 'first') ? own[own.length - 1] : own[0];
};

const strikersIn = (played: readonly Played[]): readonly Striker[] =>
  played.length === 1
    ? [strikerOf((played[0] as Played).digit)]
    : [...new Set(played.map(({ digit }) => strikerOf(digit)))];

/** The last event of each striker; where a task comes round, that of the time before, counted below nought. */
type LastEvents = Map<Striker, number>;

const lastEvents = ({ task, events, played }: Course): LastEvents => {
  const last: LastEvents = new Map();
  if (!task.cyclic) return last;
  played.forEach((those, at) => {
    for (const { digit } of those) last.set(strikerOf(digit), at - events.length);
  });
  return last;
};

/** What each striker of an event needs since it played last. */
const addOwnNeeds = (course: Course, at: number, last: LastEvents, needs: Need[]): void => {
  const { task, events, played } = course;
  const here = played[at] as readonly Played[];
  for (const striker of strikersIn(here)) {
    const was = last.get(striker);
    const before = was === undefined ? undefined : eventBefore(task, events, at, at - was);
    last.set(striker, at);
    const from = before && brushEnds(played[before.index] as readonly Played[], striker, 'last');
    const to = brushEnds(here, striker, 'first');
    if (before && from && to) needs.push(makeNeed(course, 'own', from, to, before.seconds));
  }
};

const strokeOf = ({ task, placed }: Course, { index, digit }: Played): PlacedStroke =>
  (placed[index] ??= placedStroke(task.strokes[index] as TaskStroke, digit));

const makeNeed = (course: Course, kind: 'own' | 'other', from: Played, to: Played, has: number): Need => {
  const [a, b] = [strokeOf(course, from), strokeOf(course, to)];
  const seconds = kind === 'own' ? needOwn(a, b, course.context) : needOther(a, b, course.context);
  return { kind, from: from.index, to: to.index, striker: strikerOf(to.digit), seconds, has };
};

/** What strikers need one after another, from event to event. */
const addOtherNeeds = (course: Course, at: number, needs: Need[]): void => {
  const { task, events, played } = course;
  const before = eventBefore(task, events, at, 1);
  if (!before) return;
  for (const from of played[before.index] as readonly Played[])
    for (const to of played[at] as readonly Played[])
      if (strikerOf(to.digit) !== strikerOf(from.digit))
        needs.push(makeNeed(course, 'other', from, to, before.seconds));
};

/** The index going from touching a harmonic to playing, or from playing to the next touch. */
const touchNeeds = ({ task, events, played }: Course, at: number): readonly Need[] => {
  const before = eventBefore(task, events, at, 1);
  if (!before) return [];
  const seconds = task.hand.times.touch * task.hand.scale.i;
  const harp = ({ index }: Played): boolean => task.strokes[index]?.harp === true;
  return (played[before.index] ?? []).flatMap((from) =>
    (played[at] ?? [])
      .filter((to) => (harp(from) && to.digit === 'i') || (harp(to) && from.digit === 'i'))
      .map((to): Need => ({
        kind: 'touch',
        from: from.index,
        to: to.index,
        striker: 'i',
        seconds,
        has: before.seconds,
      })),
  );
};

/**
 * Everything in a fingering that takes time: each striker from stroke to stroke, and different ones in turn.
 * @example
 * needsOf(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).length > 0 // => true
 */
export const needsOf = (task: Task, digits: Digits): readonly Need[] => {
  const events = eventsOf(task.strokes);
  const { school, hand, strings } = task;
  const played = events.map((event) => playedIn(digits, event));
  const course: Course = { task, events, played, placed: [], context: { school, hand, strings } };
  const harps = task.strokes.some(({ harp }) => harp);
  const last = lastEvents(course);
  const needs: Need[] = [];
  for (let at = 0; at < events.length; at += 1) {
    addOwnNeeds(course, at, last, needs);
    addOtherNeeds(course, at, needs);
    if (harps) needs.push(...touchNeeds(course, at));
  }
  return needs;
};
