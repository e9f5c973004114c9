import { actuatorOf, isFinger, type Digit, type Actuator, type Slur } from '../../pattern/index.ts';
import {
  findPrecedingEvent,
  groupIntoEvents,
  minIntervalOtherActuator,
  minIntervalSameActuator,
  secondsToTouch,
  classifyPickStringChange,
  createFingeredStroke,
  isThumbGlide,
  type CostContext,
  type Fingering,
  type StrokeEvent,
  type FingeredStroke,
  type FingeringTask,
  type TaskStroke,
} from '../../fingering/index.ts';

/** Something that takes time: from one stroke to another, how many seconds are needed and how many there are. */
export interface TimedTransition {
  readonly kind: 'own' | 'other' | 'touch' | 'slur';
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

/** Where each striker is when a task comes round: as the time before left it, events counted below nought. */
const findMovementsBefore = (course: FingeringTimeline): Movements => {
  const { task, events } = course;
  if (!task.loop) return new Map();
  const movements: Movements = new Map();
  events.forEach((_, at) => addSameActuatorTransitions(course, at, movements, []));
  return new Map(
    [...movements].map(([striker, { last, began, isChange }]) => [
      striker,
      { last: last - events.length, began: began - events.length, isChange },
    ]),
  );
};

/** Where a striker is in its movement: the event it played in last, and the one its movement began in. */
interface Movement {
  readonly last: number;
  /** The first stroke of a movement that falls through several strings: the next full one counts from there. */
  readonly began: number;
  /** Whether the last stroke changed string. */
  readonly isChange: boolean;
}

type Movements = Map<Actuator, Movement>;

/** What each striker of an event needs since it played last. */
const addSameActuatorTransitions = (
  course: FingeringTimeline,
  at: number,
  movements: Movements,
  needs: TimedTransition[],
): void => {
  const here = course.played[at] as readonly PlayedStroke[];
  for (const striker of listActuators(here)) {
    const was = movements.get(striker);
    const now = was && addMovement(course, at, striker, was, needs);
    movements.set(striker, now ?? { last: at, began: at, isChange: false });
  }
};

const addMovement = (
  course: FingeringTimeline,
  at: number,
  striker: Actuator,
  was: Movement,
  needs: TimedTransition[],
): Movement | undefined => {
  const need = transitionFrom(course, at, striker, was.last);
  if (!need) return undefined;
  const [from, to] = [getPlacedStroke(course, need.from), getPlacedStroke(course, need.to)];
  const isChange = from.string !== to.string;
  const { hand } = course.context;
  const { transition } = need;
  if (at - was.last === 1 && isThumbGlide(from, to) && !isBackAndForth(course, at, was)) {
    needs.push({ ...transition, neededSeconds: hand.times.glide * hand.scale.p });
    return { last: at, began: was.began, isChange };
  }
  if (at - was.last === 1 && isPickSweep(from, to)) {
    needs.push(transition);
    return { last: at, began: was.began, isChange };
  }
  if (was.began !== was.last && (striker !== 'pick' || from.digit === to.digit)) {
    // What fell through the strings was one stroke: the next has its full time from where that began.
    const whole = transitionFrom(course, at, striker, was.began);
    if (whole)
      needs.push({ ...transition, from: whole.from.index, availableSeconds: whole.transition.availableSeconds });
    const back = (striker === 'pick' ? hand.times.pickAlternate : hand.times.otherDigit) * hand.scale[striker];
    needs.push({ ...transition, neededSeconds: Math.min(transition.neededSeconds, back) });
  } else {
    const again = striker === 'pick' && isChange && was.isChange && from.digit !== to.digit;
    const extra = again ? hand.times.changeAgain * hand.scale.pick : 0;
    const least = isAroundRing(course, at, striker, was) ? hand.times.middleAroundRing * hand.scale.m : 0;
    needs.push({ ...transition, neededSeconds: Math.max(least, transition.neededSeconds + extra) });
  }
  return { last: at, began: at, isChange };
};

/**
 * Whether the thumb goes to and fro between two strings with nothing between: then each is a stroke of its own, and
 * nothing is fallen through.
 */
const isBackAndForth = ({ task, events, played }: FingeringTimeline, at: number, was: Movement): boolean => {
  if (was.began !== was.last) return false;
  const next = task.loop ? played[(at + 1) % events.length] : played[at + 1];
  const here = played[at]?.[0];
  const after = next?.length === 1 && next[0]?.digit === 'p' ? next[0] : undefined;
  if (!here || !after) return false;
  const stringOf = ({ index }: PlayedStroke): number => task.strokes[index]?.string ?? 0;
  return stringOf(after) !== stringOf(here) - 1;
};

/** Whether the middle finger comes again with nothing but the ring between: the two hang together. */
const isAroundRing = ({ played }: FingeringTimeline, at: number, striker: Actuator, was: Movement): boolean => {
  if (striker !== 'm' || at - was.last !== 2) return false;
  const between = played.at(at - 1) ?? [];
  return between.some(({ digit }) => digit === 'a');
};

/** Whether the pick goes on to the next string in the direction it has: one movement with what came before. */
const isPickSweep = (from: FingeredStroke, to: FingeredStroke): boolean =>
  actuatorOf(from.digit) === 'pick' && classifyPickStringChange(from, to).kind === 'sweep';

interface FoundTransition {
  readonly from: PlayedStroke;
  readonly to: PlayedStroke;
  readonly transition: TimedTransition;
}

/** What a striker needs from an event, counted below nought in the time before, to another. */
const transitionFrom = (
  course: FingeringTimeline,
  at: number,
  striker: Actuator,
  was: number,
): FoundTransition | undefined => {
  const { task, events, played } = course;
  const before = findPrecedingEvent(task, events, at, at - was);
  const from = before && getBrushEdge(played[before.index] as readonly PlayedStroke[], striker, 'last');
  const to = getBrushEdge(played[at] as readonly PlayedStroke[], striker, 'first');
  if (!before || !from || !to) return undefined;
  return { from, to, transition: createTransition(course, 'own', from, to, before.seconds) };
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

/** Fingers of a chord that the thumb is no part of. */
const CHORD_FINGERS = 3;

const isFingerChord = (those: readonly PlayedStroke[]): boolean =>
  those.length >= CHORD_FINGERS && those.every(({ digit }) => isFinger(digit));

const isThumbAlone = (those: readonly PlayedStroke[]): boolean => those.length === 1 && those[0]?.digit === 'p';

/** Thumb and a whole chord of the fingers in turn take their time; undefined for any other two events. */
const thumbAndChordSeconds = (
  { context: { hand } }: FingeringTimeline,
  before: readonly PlayedStroke[],
  here: readonly PlayedStroke[],
): number | undefined => {
  const inTurn = (isThumbAlone(before) && isFingerChord(here)) || (isThumbAlone(here) && isFingerChord(before));
  if (!inTurn) return undefined;
  const slowest = Math.max(...[...before, ...here].map(({ digit }) => hand.scale[actuatorOf(digit)]));
  return hand.times.thumbAndChord * slowest;
};

/** What strikers need one after another, from event to event. */
const addCrossActuatorTransitions = (course: FingeringTimeline, at: number, needs: TimedTransition[]): void => {
  const { task, events, played } = course;
  const before = findPrecedingEvent(task, events, at, 1);
  if (!before) return;
  const [those, here] = [played[before.index] as readonly PlayedStroke[], played[at] as readonly PlayedStroke[]];
  const withChord = thumbAndChordSeconds(course, those, here);
  for (const from of those)
    for (const to of here) {
      if (actuatorOf(to.digit) === actuatorOf(from.digit)) continue;
      const transition = createTransition(course, 'other', from, to, before.seconds);
      needs.push(withChord === undefined ? transition : { ...transition, neededSeconds: withChord });
    }
};

/** The picking hand going to the fretboard, to touch a harmonic or to tap, or coming from it. */
const listTouchTransitions = ({ task, events, played }: FingeringTimeline, at: number): readonly TimedTransition[] => {
  const before = findPrecedingEvent(task, events, at, 1);
  if (!before) return [];
  const fingered = ({ index, digit }: PlayedStroke) => createFingeredStroke(task.strokes[index] as TaskStroke, digit);
  return (played[before.index] ?? []).flatMap((from) =>
    (played[at] ?? []).flatMap((to): TimedTransition[] => {
      const neededSeconds = secondsToTouch(fingered(from), fingered(to), task.hand);
      if (neededSeconds === undefined) return [];
      const actuator = task.strokes[from.index]?.harp || task.strokes[to.index]?.harp ? 'i' : actuatorOf(to.digit);
      const availableSeconds = before.seconds;
      return [{ kind: 'touch', from: from.index, to: to.index, actuator, neededSeconds, availableSeconds }];
    }),
  );
};

/** Frets the index reaches from one harmonic to the next without travelling. */
const FREE_TOUCH_FRETS = 2;

/** The index from one touched harmonic to the next, and the hand from tap to tap. */
const listTouchTravels = ({ strokes, hand }: FingeringTask): readonly TimedTransition[] => {
  const touches = strokes.flatMap(({ touch, tapped }, index) =>
    touch === undefined ? [] : [{ index, touch, tapped }],
  );
  return touches.slice(1).flatMap(({ index, touch, tapped }, place): TimedTransition[] => {
    const before = touches[place] as (typeof touches)[number];
    const availableSeconds = (strokes[index] as TaskStroke).time - (strokes[before.index] as TaskStroke).time;
    const frets = Math.max(0, Math.abs(touch - before.touch) - FREE_TOUCH_FRETS);
    const each = tapped && before.tapped ? 0 : hand.times.touch;
    const neededSeconds = (each + frets * hand.times.touchTravel) * hand.scale.i;
    return availableSeconds > 0 && neededSeconds > 0
      ? [{ kind: 'touch', from: before.index, to: index, actuator: 'i', neededSeconds, availableSeconds }]
      : [];
  });
};

/** The fretting hand from the note before on its string to one it slurs. */
const listSlurTransitions = ({ strokes, hand }: FingeringTask, digits: Fingering): readonly TimedTransition[] => {
  const seconds: Readonly<Record<Slur, number>> = {
    'hammer-on': hand.times.hammerOn,
    'pull-off': hand.times.pullOff,
    slide: hand.times.slide,
    tap: hand.times.hammerOn,
  };
  const found: TimedTransition[] = [];
  const before = new Map<number, number>();
  strokes.forEach(({ string, time, slur }, index) => {
    const from = before.get(string);
    before.set(string, index);
    if (!slur || from === undefined) return;
    const digit = digits[from];
    found.push({
      kind: 'slur',
      from,
      to: index,
      actuator: digit ? actuatorOf(digit) : 'p',
      neededSeconds: seconds[slur],
      availableSeconds: time - (strokes[from] as TaskStroke).time,
    });
  });
  return found;
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
  const atFrets = task.strokes.some(({ harp, tapped }) => harp || tapped);
  const last = findMovementsBefore(course);
  const needs: TimedTransition[] = [];
  for (let at = 0; at < events.length; at += 1) {
    addSameActuatorTransitions(course, at, last, needs);
    addCrossActuatorTransitions(course, at, needs);
    if (atFrets) needs.push(...listTouchTransitions(course, at));
  }
  if (atFrets) needs.push(...listTouchTravels(task));
  if (task.strokes.some(({ isSlurred }) => isSlurred)) needs.push(...listSlurTransitions(task, digits));
  return needs;
};
