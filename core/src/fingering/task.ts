import type { Digit } from '../pattern/index.ts';
import type { Gap } from './costs/cost.ts';
import type { Hand } from './hand.ts';
import type { PlacedStroke } from './placed-stroke.ts';
import type { School } from './school.ts';

/** One stroke to be fingered. `at` is in ticks as written, `time` in seconds as played. */
export interface TaskStroke {
  readonly at: number;
  readonly time: number;
  readonly string: number;
  readonly pin?: Digit;
  readonly accent?: boolean;
  /** Sounded by the other hand: nobody strikes it. */
  readonly slurred?: boolean;
  readonly rake?: boolean;
  readonly brush?: boolean;
  readonly harp?: boolean;
  /** Between the parts of the beat that a pick counts as down. */
  readonly off?: boolean;
  /** Whether it opens the fingers' line. */
  readonly leads?: boolean;
  /** Whether the task opens with it: schools that count strokes begin there. */
  readonly opening?: boolean;
  /** Whether it belongs to a line on the bass strings rather than to a pulse. */
  readonly line?: boolean;
  readonly chord?: boolean;
  /** Whether it is one of three or more strokes running on its string. */
  readonly run?: boolean;
  /** The finger that a run of three after a thumb stroke gives it. */
  readonly tremolo?: Digit;
  /** The digit this stroke had where the same figure came before. */
  readonly habit?: Digit;
}

/**
 * A stroke of a task with its digit settled.
 * @example
 * placedStroke({ at: 0, time: 0, string: 3 }, 'i').digit // => 'i'
 */
export const placedStroke = (
  { string, opening, accent, rake, brush, harp, off, leads, chord, run, tremolo }: TaskStroke,
  digit: Digit,
): PlacedStroke => ({
  digit,
  string,
  opening,
  accent,
  rake,
  brush,
  harp,
  off,
  leads,
  chord,
  run,
  tremolo,
});

/** Strokes to be fingered by a school's rules at a tempo. Strokes are sorted by time, then lowest string first. */
export interface Task {
  readonly strokes: readonly TaskStroke[];
  /** Seconds one time through takes: after them a cyclic task begins again. */
  readonly seconds: number;
  /** Ticks one time through takes. */
  readonly ticks: number;
  readonly cyclic: boolean;
  readonly strings: number;
  readonly school: School;
  readonly hand: Hand;
}

/** All strokes of one time: indexes into the task's strokes, lowest string first. */
export interface Event {
  readonly at: number;
  readonly time: number;
  readonly strokes: readonly number[];
}

/**
 * How many events back a stroke still weighs on another; a digit that last played longer ago counts as rested.
 */
export const WINDOW = 3;

/**
 * Gathers the strokes of a task into events in time order; what the other hand slurs is struck by nobody.
 * @example
 * eventsOf(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern).strokes).length // => 4
 */
export const eventsOf = (strokes: readonly TaskStroke[]): readonly Event[] => {
  const known = gathered.get(strokes) ?? gather(strokes);
  gathered.set(strokes, known);
  return known;
};

/** Solver, needs and findings ask the same of one task. */
const gathered = new WeakMap<readonly TaskStroke[], readonly Event[]>();

/** Strokes in the place of others, at the same times and struck by the same hand: their events are the same. */
export const withSameEvents = (strokes: readonly TaskStroke[], as: readonly TaskStroke[]): readonly TaskStroke[] => {
  gathered.set(strokes, eventsOf(as));
  return strokes;
};

const gather = (strokes: readonly TaskStroke[]): readonly Event[] => {
  const events: { at: number; time: number; strokes: number[] }[] = [];
  let last: { at: number; time: number; strokes: number[] } | undefined;
  for (let index = 0; index < strokes.length; index += 1) {
    const { at, time, slurred } = strokes[index] as TaskStroke;
    if (slurred) continue;
    if (last?.at === at) last.strokes.push(index);
    else events.push((last = { at, time, strokes: [index] }));
  }
  return events;
};

/** Seconds of rest a stroke counts for; a long silence counts by its length, a quarter note as a third of one (est.). */
const REST = { stroke: 0.17, silence: 1 / 840 / 3 } as const;

const restOf = (distance: number, ticks: number): number => Math.max(distance * REST.stroke, ticks * REST.silence);

/** What lies between two events that follow each other. */
export const gapOf = (before: Event, after: Event): Gap => ({
  seconds: after.time - before.time,
  rest: restOf(1, after.at - before.at),
});

/** An event before another, and what lies between them. */
interface Before extends Gap {
  readonly index: number;
}

/**
 * The event some places before another and the seconds between them; undefined before the beginning.
 * @example
 * eventBefore(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), eventsOf(taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern).strokes), 1, 1).index // => 0
 */
export const eventBefore = (
  task: Task,
  events: readonly Event[],
  index: number,
  distance: number,
): Before | undefined => {
  const raw = index - distance;
  if (raw < 0 && !task.cyclic) return undefined;
  const rounds = Math.floor(raw / events.length);
  const before = raw - rounds * events.length;
  const seconds = (events[index] as Event).time - (events[before] as Event).time - rounds * task.seconds;
  const ticks = (events[index] as Event).at - (events[before] as Event).at - rounds * task.ticks;
  return { index: before, seconds, rest: restOf(distance, ticks) };
};
