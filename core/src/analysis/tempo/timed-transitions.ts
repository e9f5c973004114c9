import { actuatorOf, type Digit, type Actuator } from '../../pattern/index.ts';
import {
  findPrecedingEvent,
  groupIntoEvents,
  minIntervalOtherActuator,
  minIntervalSameActuator,
  createFingeredStroke,
  type CostContext,
  type Fingering,
  type StrokeEvent,
  type FingeredStroke,
  type FingeringTask,
  type TaskStroke,
} from '../../fingering/index.ts';

/** Something that takes time: from one stroke to another, how many seconds are needed and how many there are. */
export interface TimedTransition {
  readonly kind: 'own' | 'other' | 'touch';
  /** Indexes of the two strokes in the task. */
  readonly from: number;
  readonly to: number;
  /** The striker that has to get there; of two, the one that comes second. */
  readonly actuator: Actuator;
  readonly neededSeconds: number;
  readonly availableSeconds: number;
}

interface PlayedStroke {
  readonly index: number;
  readonly digit: Digit;
}

/** A fingering event by event: what is played in each is worked out once. */
interface FingeringTimeline {
  readonly task: FingeringTask;
  readonly events: readonly StrokeEvent[];
  readonly played: readonly (readonly PlayedStroke[])[];
  /** The strokes with their digits, made as they are asked for. */
  readonly placed: (FingeredStroke | undefined)[];
  readonly context: CostContext;
}

const collectPlayed = (digits: Fingering, event: StrokeEvent): readonly PlayedStroke[] => {
  const found: PlayedStroke[] = [];
  for (const index of event.strokes) {
    const digit = digits[index];
    if (digit) found.push({ index, digit });
  }
  return found;
};

/** The stroke of a brush that leads on (side last) or that is reached first. */
const getBrushEdge = (
  played: readonly PlayedStroke[],
  striker: Actuator,
  side: 'first' | 'last',
): PlayedStroke | undefined => {
  const [only] = played;
  if (played.length === 1 && only) return actuatorOf(only.digit) === striker ? only : undefined;
  const own = played.filter(({ digit }) => actuatorOf(digit) === striker);
  return (own[0]?.digit === 'up') === (side === 'first') ? own[own.length - 1] : own[0];
};

const listActuators = (played: readonly PlayedStroke[]): readonly Actuator[] =>
  played.length === 1
    ? [actuatorOf((played[0] as PlayedStroke).digit)]
    : [...new Set(played.map(({ digit }) => actuatorOf(digit)))];

/** The last event of each striker; where a task comes round, that of the time before, counted below nought. */
type LastEvents = Map<Actuator, number>;

const findLastEvents = ({ task, events, played }: FingeringTimeline): LastEvents => {
  const last: LastEvents = new Map();
  if (!task.loop) return last;
  played.forEach((those, at) => {
    for (const { digit } of those) last.set(actuatorOf(digit), at - events.length);
  });
  return last;
};

/** What each striker of an event needs since it played last. */
const addSameActuatorTransitions = (
  course: FingeringTimeline,
  at: number,
  last: LastEvents,
  needs: TimedTransition[],
): void => {
  const { task, events, played } = course;
  const here = played[at] as readonly PlayedStroke[];
  for (const striker of listActuators(here)) {
    const was = last.get(striker);
    const before = was === undefined ? undefined : findPrecedingEvent(task, events, at, at - was);
    last.set(striker, at);
    const from = before && getBrushEdge(played[before.index] as readonly PlayedStroke[], striker, 'last');
    const to = getBrushEdge(here, striker, 'first');
    if (before && from && to) needs.push(createTransition(course, 'own', from, to, before.seconds));
  }
};

const getPlacedStroke = ({ task, placed }: FingeringTimeline, { index, digit }: PlayedStroke): FingeredStroke =>
  (placed[index] ??= createFingeredStroke(task.strokes[index] as TaskStroke, digit));

const createTransition = (
  course: FingeringTimeline,
  kind: 'own' | 'other',
  from: PlayedStroke,
  to: PlayedStroke,
  has: number,
): TimedTransition => {
  const [a, b] = [getPlacedStroke(course, from), getPlacedStroke(course, to)];
  const seconds =
    kind === 'own' ? minIntervalSameActuator(a, b, course.context) : minIntervalOtherActuator(a, b, course.context);
  return {
    kind,
    from: from.index,
    to: to.index,
    actuator: actuatorOf(to.digit),
    neededSeconds: seconds,
    availableSeconds: has,
  };
};

/** What strikers need one after another, from event to event. */
const addCrossActuatorTransitions = (course: FingeringTimeline, at: number, needs: TimedTransition[]): void => {
  const { task, events, played } = course;
  const before = findPrecedingEvent(task, events, at, 1);
  if (!before) return;
  for (const from of played[before.index] as readonly PlayedStroke[])
    for (const to of played[at] as readonly PlayedStroke[])
      if (actuatorOf(to.digit) !== actuatorOf(from.digit))
        needs.push(createTransition(course, 'other', from, to, before.seconds));
};

/** The index going from touching a harmonic to playing, or from playing to the next touch. */
const listTouchTransitions = ({ task, events, played }: FingeringTimeline, at: number): readonly TimedTransition[] => {
  const before = findPrecedingEvent(task, events, at, 1);
  if (!before) return [];
  const seconds = task.hand.times.touch * task.hand.scale.i;
  const harp = ({ index }: PlayedStroke): boolean => task.strokes[index]?.harp === true;
  return (played[before.index] ?? []).flatMap((from) =>
    (played[at] ?? [])
      .filter((to) => (harp(from) && to.digit === 'i') || (harp(to) && from.digit === 'i'))
      .map((to): TimedTransition => ({
        kind: 'touch',
        from: from.index,
        to: to.index,
        actuator: 'i',
        neededSeconds: seconds,
        availableSeconds: before.seconds,
      })),
  );
};

/**
 * Everything in a fingering that takes time: each striker from stroke to stroke, and different ones in turn.
 * @example
 * computeTimedTransitions(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), [
 *   'p',
 *   'i',
 *   'm',
 *   'i',
 * ]).length > 0 // => true
 */
export const computeTimedTransitions = (task: FingeringTask, digits: Fingering): readonly TimedTransition[] => {
  const events = groupIntoEvents(task.strokes);
  const { school, hand, strings } = task;
  const played = events.map((event) => collectPlayed(digits, event));
  const course: FingeringTimeline = { task, events, played, placed: [], context: { school, hand, strings } };
  const harps = task.strokes.some(({ harp }) => harp);
  const last = findLastEvents(course);
  const needs: TimedTransition[] = [];
  for (let at = 0; at < events.length; at += 1) {
    addSameActuatorTransitions(course, at, last, needs);
    addCrossActuatorTransitions(course, at, needs);
    if (harps) needs.push(...listTouchTransitions(course, at));
  }
  return needs;
};
