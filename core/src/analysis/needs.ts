import { strikerOf, type Digit, type Striker } from '../pattern/index.ts';
import {
  eventBefore,
  eventsOf,
  needOther,
  needOwn,
  placedStroke,
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

const playedIn = (digits: Digits, event: Event): readonly Played[] =>
  event.strokes.flatMap((index) => {
    const digit = digits[index];
    return digit ? [{ index, digit }] : [];
  });

/** The stroke of a brush that leads on (side last) or that is reached first. */
const brushEnds = (played: readonly Played[], striker: Striker, side: 'first' | 'last'): Played | undefined => {
  const [only] = played;
  if (played.length === 1 && only) return strikerOf(only.digit) === striker ? only : undefined;
  const own = played.filter(({ digit }) => strikerOf(digit) === striker);
  return (own[0]?.digit === 'up') === (side === 'first') ? own[own.length - 1] : own[0];
};

/** A fingering event by event: what is played in each is worked out once. */
interface Course {
  readonly task: Task;
  readonly events: readonly Event[];
  readonly played: readonly (readonly Played[])[];
}

const strikersIn = (played: readonly Played[]): readonly Striker[] =>
  played.length === 1
    ? [strikerOf((played[0] as Played).digit)]
    : [...new Set(played.map(({ digit }) => strikerOf(digit)))];

const ownNeeds = ({ task, events, played }: Course, at: number): readonly Need[] => {
  const here = played[at] ?? [];
  const found: Need[] = [];
  for (const striker of strikersIn(here)) {
    for (let distance = 1; distance <= events.length; distance += 1) {
      const before = eventBefore(task, events, at, distance);
      if (!before) break;
      const from = brushEnds(played[before.index] ?? [], striker, 'last');
      const to = brushEnds(here, striker, 'first');
      if (!from || !to) continue;
      found.push(makeNeed(task, 'own', from, to, before.seconds));
      break;
    }
  }
  return found;
};

const strokeOf = (task: Task, { index, digit }: Played): PlacedStroke =>
  placedStroke(task.strokes[index] as TaskStroke, digit);

const makeNeed = (task: Task, kind: 'own' | 'other', from: Played, to: Played, has: number): Need => {
  const context = { school: task.school, hand: task.hand, strings: task.strings };
  const [a, b] = [strokeOf(task, from), strokeOf(task, to)];
  const seconds = kind === 'own' ? needOwn(a, b, context) : needOther(a, b, context);
  return { kind, from: from.index, to: to.index, striker: strikerOf(to.digit), seconds, has };
};

const otherNeeds = ({ task, events, played }: Course, at: number): readonly Need[] => {
  const before = eventBefore(task, events, at, 1);
  if (!before) return [];
  return (played[before.index] ?? []).flatMap((from) =>
    (played[at] ?? [])
      .filter((to) => strikerOf(to.digit) !== strikerOf(from.digit))
      .map((to) => makeNeed(task, 'other', from, to, before.seconds)),
  );
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
  const course = { task, events, played: events.map((event) => playedIn(digits, event)) };
  const harps = task.strokes.some(({ harp }) => harp);
  const needs: Need[] = [];
  for (let at = 0; at < events.length; at += 1) {
    needs.push(...ownNeeds(course, at), ...otherNeeds(course, at));
    if (harps) needs.push(...touchNeeds(course, at));
  }
  return needs;
};
