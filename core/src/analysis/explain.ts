import { message, type Message } from '../message/message.ts';
import { fingerWord, whereIs, type Digit, type Pattern } from '../pattern/index.ts';
import { eventsOf, type CostItem, type Digits, type Event, type Task } from '../fingering/index.ts';
import { ceilingOf } from './ceiling.ts';
import { needsOf } from './needs.ts';
import { itemsAround, otherFingers, withFinger } from './substitutes.ts';
import { costMessage } from './words.ts';

/** Why a stroke has its digit. */
export interface Explanation {
  readonly where: Message;
  readonly digit: Digit | null;
  readonly pinned: boolean;
  readonly reason: Message;
  /** The second best digit, and what speaks against it. */
  readonly next?: { readonly digit: Digit; readonly against: Message };
  /** Who else could take it as the rest stands, the best first. */
  readonly instead: readonly Instead[];
}

/** A digit that could take a stroke in place of the one that has it, and what that would cost. */
export interface Instead {
  readonly digit: Digit;
  /** The tempo ceiling then, in beats a minute; null where nothing limits. */
  readonly ceiling: number | null;
  /** Whether a rule of the school would be broken that is kept now. */
  readonly breaksRule: boolean;
}

/** Digits that are offered in place of one. */
const OFFERED = 3;

const sum = (items: readonly CostItem[]): number => items.reduce((total, { amount }) => total + amount, 0);

interface Alternative {
  readonly digit: Digit;
  readonly extra: number;
  readonly against: Message;
  readonly breaksRule: boolean;
}

const brokenRules = (items: readonly CostItem[]): number => items.filter(({ family }) => family === 'rule').length;

const worstExtra = (mine: readonly CostItem[], theirs: readonly CostItem[]): CostItem | undefined => {
  const same = (item: CostItem): number =>
    mine.find((own) => own.family === item.family && own.stroke === item.stroke && own.other === item.other)?.amount ??
    0;
  return [...theirs].sort((a, b) => b.amount - same(b) - (a.amount - same(a)))[0];
};

const alternative = (
  task: Task,
  events: readonly Event[],
  digits: Digits,
  [at, index, digit]: readonly [number, number, Digit],
): Alternative => {
  const changed = withFinger(digits, index, digit);
  const mine = itemsAround(task, events, digits, at);
  const theirs = itemsAround(task, events, changed, at);
  const worst = worstExtra(mine, theirs);
  return {
    digit,
    extra: sum(theirs) - sum(mine),
    against: worst ? costMessage(task, changed, worst) : message('why.equal'),
    breaksRule: brokenRules(theirs) > brokenRules(mine),
  };
};

/** Whether a finger is on a string that is its home, in a school where not every string is. */
const isAtHome = (task: Task, digit: Digit, string: number): boolean => {
  const homes = task.school.home(digit, task.strings);
  return homes.length < task.strings && homes.includes(string);
};

/** Whether a finger has had more time since its last note than it needs. */
const isRested = (task: Task, digits: Digits, index: number): boolean =>
  needsOf(task, digits).some(({ kind, to, has, seconds }) => kind === 'own' && to === index && has > seconds);

const reasonFor = (task: Task, digits: Digits, index: number, digit: Digit): Message => {
  const string = task.strokes[index]?.string ?? 1;
  const finger = fingerWord(digit);
  const rested = isRested(task, digits, index);
  if (!isAtHome(task, digit, string)) return rested ? message('why.rested', { finger }) : message('why.lowest-penalty');
  return rested ? message('why.home-and-rested', { finger, string }) : message('why.home', { finger, string });
};

const insteadOf = (
  pattern: Pattern,
  task: Task,
  digits: Digits,
  index: number,
  { digit, breaksRule }: Alternative,
): Instead => {
  const changed = withFinger(digits, index, digit);
  const ceiling = ceilingOf(pattern.tempo, needsOf(task, changed));
  return { digit, breaksRule, ceiling: ceiling?.bpm ?? null };
};

/**
 * Why the stroke at an index of the pattern has its digit, and what speaks against the next best one.
 * @example
 * explain(valueOrThrow(readFigure('5 3 2 3')).pattern, taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 0).where.code // => 'why.place'
 */
export const explain = (pattern: Pattern, task: Task, digits: Digits, index: number): Explanation => {
  const events = eventsOf(task.strokes);
  const at = events.findIndex(({ strokes }) => strokes.includes(index));
  const stroke = pattern.strokes[index];
  const digit = digits[index] ?? null;
  const place = {
    where: message('why.place', { place: whereIs(pattern, stroke?.at ?? 0), string: stroke?.string ?? 1 }),
    digit,
    pinned: stroke?.pin !== undefined,
    instead: [],
  };
  if (stroke?.slur) return { ...place, reason: message('why.slurred', { slur: message(`slur.${stroke.slur}`) }) };
  if (!digit) return { ...place, reason: message('why.no-finger-left') };
  const ranked = otherFingers(task, events[at] as Event, digits, index)
    .map((other) => alternative(task, events, digits, [at, index, other]))
    .sort((a, b) => a.extra - b.extra);
  const best = ranked[0];
  const instead = ranked.slice(0, OFFERED).map((other) => insteadOf(pattern, task, digits, index, other));
  const reason = place.pinned ? message('why.pinned') : reasonFor(task, digits, index, digit);
  return { ...place, instead, reason, next: best && { digit: best.digit, against: best.against } };
};
