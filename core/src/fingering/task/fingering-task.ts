import type { Digit, Slur } from '../../pattern/index.ts';
import type { TimeGap } from '../costs/cost.ts';
import type { HandProfile } from '../hand-profile.ts';
import type { FingeredStroke, GroupEdge } from './fingered-stroke.ts';
import type { School } from '../school.ts';

/** One stroke to be fingered. `at` is in ticks as written, `time` in seconds as played. */
export interface TaskStroke {
  readonly at: number;
  readonly time: number;
  readonly string: number;
  readonly pin?: Digit;
  readonly accent?: boolean;
  /** Sounded by the other hand: nobody strikes it. */
  readonly isSlurred?: boolean;
  /** How the other hand sounds it. */
  readonly slur?: Slur;
  readonly rake?: boolean;
  readonly brush?: boolean;
  readonly harp?: boolean;
  /** Sounded by a finger of the picking hand that comes down on the fret. */
  readonly tapped?: boolean;
  /** The fret the picking hand goes to: to touch a harmonic over it, or to tap. */
  readonly touch?: number;
  /** Between the parts of the beat that a pick counts as down. */
  readonly isOffGrid?: boolean;
  /** Whether it falls on a beat. */
  readonly isOnBeat?: boolean;
  /** Whether it opens the fingers' line. */
  readonly isLeadStroke?: boolean;
  /** Whether the task opens with it: schools that count strokes begin there. */
  readonly isFirstOfTask?: boolean;
  /** Whether it belongs to a line on the bass strings rather than to a pulse. */
  readonly isInBassLine?: boolean;
  readonly chord?: boolean;
  /** Whether it is one of three or more strokes running on its string. */
  readonly run?: boolean;
  /** The finger that a run of three after a thumb stroke gives it. */
  readonly tremolo?: Digit;
  /** Bound to the chord's bass or what alternates with it: the thumb's wherever it lies. */
  readonly isThumbRole?: boolean;
  /** Whether it is the lowest or the highest of the group it is in: its neighbours in time lie all to one side. */
  readonly groupEdge?: GroupEdge;
  /** A plain note right before or after a harmonic that the index touches. */
  readonly isBesideHarp?: boolean;
  /** One of three or more strokes running on one of the thumb's strings. */
  readonly isInThumbRun?: boolean;
  /** Of a chord over a bass that the thumb has just struck: the fingers' alone. */
  readonly isOverBass?: boolean;
  /** The digit this stroke had where the same figure came before. */
  readonly recurringDigit?: Digit;
}

/**
 * A stroke of a task with its digit settled.
 * @example
 * createFingeredStroke({ at: 0, time: 0, string: 3 }, 'i').digit // => 'i'
 */
export const createFingeredStroke = (stroke: TaskStroke, digit: Digit): FingeredStroke => ({
  digit,
  string: stroke.string,
  isFirstOfTask: stroke.isFirstOfTask,
  accent: stroke.accent,
  rake: stroke.rake,
  brush: stroke.brush,
  harp: stroke.harp,
  tapped: stroke.tapped,
  isOffGrid: stroke.isOffGrid,
  isLeadStroke: stroke.isLeadStroke,
  isInChord: stroke.chord,
  isInRun: stroke.run,
  tremolo: stroke.tremolo,
  isThumbRole: stroke.isThumbRole,
  isOverBass: stroke.isOverBass,
  groupEdge: stroke.groupEdge,
  isInThumbRun: stroke.isInThumbRun,
  isBesideHarp: stroke.isBesideHarp,
});

/** Strokes to be fingered by a school's rules at a tempo. Strokes are sorted by time, then lowest string first. */
export interface FingeringTask {
  readonly strokes: readonly TaskStroke[];
  /** Seconds one time through takes: after them a cyclic task begins again. */
  readonly seconds: number;
  /** Ticks one time through takes. */
  readonly ticks: number;
  readonly loop: boolean;
  readonly strings: number;
  readonly school: School;
  readonly hand: HandProfile;
}

/** All strokes of one time: indexes into the task's strokes, lowest string first. */
export interface StrokeEvent {
  readonly at: number;
  readonly time: number;
  readonly strokes: readonly number[];
}

/**
 * How many events back a stroke still weighs on another; a digit that last played longer ago counts as rested.
 */
export const EVENT_WINDOW = 3;

/**
 * Gathers the strokes of a task into events in time order; what the other hand slurs is struck by nobody.
 * @example
 * groupIntoEvents(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).strokes).length // => 4
 */
export const groupIntoEvents = (strokes: readonly TaskStroke[]): readonly StrokeEvent[] => {
  const known = eventCache.get(strokes) ?? groupStrokesByTime(strokes);
  eventCache.set(strokes, known);
  return known;
};

/** Solver, needs and findings ask the same of one task. */
const eventCache = new WeakMap<readonly TaskStroke[], readonly StrokeEvent[]>();

/** Strokes in the place of others, at the same times and struck by the same hand: their events are the same. */
export const shareEvents = (strokes: readonly TaskStroke[], as: readonly TaskStroke[]): readonly TaskStroke[] => {
  eventCache.set(strokes, groupIntoEvents(as));
  return strokes;
};

const groupStrokesByTime = (strokes: readonly TaskStroke[]): readonly StrokeEvent[] => {
  const events: { at: number; time: number; strokes: number[] }[] = [];
  let last: { at: number; time: number; strokes: number[] } | undefined;
  for (let index = 0; index < strokes.length; index += 1) {
    const { at, time, isSlurred } = strokes[index] as TaskStroke;
    if (isSlurred) continue;
    if (last?.at === at) last.strokes.push(index);
    else events.push((last = { at, time, strokes: [index] }));
  }
  return events;
};

/**
 * Seconds of rest a stroke counts for; a long silence counts by its length, a quarter note as a third of one (est.).
 */
const REST_WEIGHTS = { stroke: 0.17, silence: 1 / 840 / 3 } as const;

const computeRest = (distance: number, ticks: number): number =>
  Math.max(distance * REST_WEIGHTS.stroke, ticks * REST_WEIGHTS.silence);

/** What lies between two events that follow each other. */
export const gapBetweenEvents = (before: StrokeEvent, after: StrokeEvent): TimeGap => ({
  seconds: after.time - before.time,
  decayUnits: computeRest(1, after.at - before.at),
  distance: 1,
});

/** An event before another, and what lies between them. */
interface PrecedingEvent extends TimeGap {
  readonly index: number;
}

/**
 * The event some places before another and the seconds between them; undefined before the beginning.
 * @example
 * findPrecedingEvent(
 *   createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   groupIntoEvents(createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).strokes),
 *   1,
 *   1,
 * ).index // => 0
 */
export const findPrecedingEvent = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  index: number,
  distance: number,
): PrecedingEvent | undefined => {
  const raw = index - distance;
  if (raw < 0 && !task.loop) return undefined;
  const rounds = Math.floor(raw / events.length);
  const before = raw - rounds * events.length;
  const seconds = (events[index] as StrokeEvent).time - (events[before] as StrokeEvent).time - rounds * task.seconds;
  const ticks = (events[index] as StrokeEvent).at - (events[before] as StrokeEvent).at - rounds * task.ticks;
  return { index: before, seconds, decayUnits: computeRest(distance, ticks), distance };
};
