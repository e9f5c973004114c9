import { digitWord, strikerOf, whereIs, type Digit, type Pattern } from '../pattern/index.ts';
import { eventsOf, itemsOfEvent, type CostItem, type Digits, type Event, type Task } from '../fingering/index.ts';
import { ceilingOf } from './ceiling.ts';
import { needsOf } from './needs.ts';
import { costText, secondsText } from './words.ts';

/** Why a stroke has its digit. */
export interface Explanation {
  readonly where: string;
  readonly digit: Digit | null;
  readonly pinned: boolean;
  readonly reason: string;
  /** The second best digit, and what speaks against it. */
  readonly next?: { readonly digit: Digit; readonly against: string };
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

/** The events whose cost a change at one event can touch: itself and those within the window after it. */
const touched = (task: Task, events: readonly Event[], at: number): readonly number[] => {
  const after = [at, at + 1, at + 2, at + 3];
  const indexes = task.cyclic
    ? after.map((index) => index % events.length)
    : after.filter((index) => index < events.length);
  return [...new Set(indexes)];
};

const localItems = (task: Task, events: readonly Event[], digits: Digits, at: number): readonly CostItem[] =>
  touched(task, events, at).flatMap((index) => itemsOfEvent(task, events, digits, index));

const sum = (items: readonly CostItem[]): number => items.reduce((total, { amount }) => total + amount, 0);

const others = (task: Task, event: Event, digits: Digits, index: number): readonly Digit[] => {
  const taken = event.strokes.filter((other) => other !== index).map((other) => digits[other]);
  const setting = {
    string: task.strokes[index]?.string ?? 1,
    strings: task.strings,
    together: event.strokes.length,
    line: task.strokes[index]?.line,
  };
  return task.school.digits.filter(
    (digit) =>
      digit !== digits[index] &&
      task.school.permits(digit, setting) &&
      !taken.some((other) => other && strikerOf(other) === strikerOf(digit)),
  );
};

interface Alternative {
  readonly digit: Digit;
  readonly extra: number;
  readonly text: string;
  readonly breaksRule: boolean;
}

const brokenRules = (items: readonly CostItem[]): number => items.filter(({ family }) => family === 'rule').length;

const worstExtra = (mine: readonly CostItem[], theirs: readonly CostItem[]): CostItem | undefined => {
  const same = (item: CostItem): number =>
    mine.find((own) => own.family === item.family && own.stroke === item.stroke && own.other === item.other)?.amount ??
    0;
  return [...theirs].sort((a, b) => b.amount - same(b) - (a.amount - same(a)))[0];
};

const againstText = (task: Task, digits: Digits, worst: CostItem, index: number): string => {
  const text = costText(task, digits, worst);
  return worst.stroke === index ? `which ${text}` : `but then ${digitWord(digits[worst.stroke] ?? 'p')} ${text}`;
};

const alternative = (
  task: Task,
  events: readonly Event[],
  digits: Digits,
  [at, index, digit]: readonly [number, number, Digit],
): Alternative => {
  const changed = digits.map((old, place) => (place === index ? digit : old));
  const mine = localItems(task, events, digits, at);
  const theirs = localItems(task, events, changed, at);
  const worst = worstExtra(mine, theirs);
  return {
    digit,
    extra: sum(theirs) - sum(mine),
    text: worst ? againstText(task, changed, worst, index) : 'just as good',
    breaksRule: brokenRules(theirs) > brokenRules(mine),
  };
};

const homeReason = (task: Task, digit: Digit, string: number): string | undefined => {
  const homes = task.school.home(digit, task.strings);
  if (homes.length >= task.strings) return undefined;
  return homes.includes(string) ? `lives on string ${string}` : undefined;
};

const restReason = (task: Task, digits: Digits, index: number): string | undefined => {
  const own = needsOf(task, digits).find((need) => need.kind === 'own' && need.to === index);
  return own ? `has rested ${secondsText(own.has)}` : undefined;
};

const reasonFor = (task: Task, digits: Digits, index: number, digit: Digit): string => {
  const string = task.strokes[index]?.string ?? 1;
  const reasons = [homeReason(task, digit, string), restReason(task, digits, index)].filter(
    (text) => text !== undefined,
  );
  return reasons.length > 0 ? `because it ${reasons.join(' and ')}` : 'because it comes to the least trouble here';
};

const insteadOf = (
  pattern: Pattern,
  task: Task,
  digits: Digits,
  index: number,
  { digit, breaksRule }: Alternative,
): Instead => {
  const changed = digits.map((old, place) => (place === index ? digit : old));
  const ceiling = ceilingOf(pattern.tempo, needsOf(task, changed));
  return { digit, breaksRule, ceiling: ceiling?.bpm ?? null };
};

/**
 * Why the stroke at an index of the pattern has its digit, and what speaks against the next best one.
 * @example
 * explain(valueOrThrow(readFigure('5 3 2 3')).pattern, taskOf(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 0).where // => 'beat 1, string 5'
 */
export const explain = (pattern: Pattern, task: Task, digits: Digits, index: number): Explanation => {
  const events = eventsOf(task.strokes);
  const at = events.findIndex(({ strokes }) => strokes.includes(index));
  const stroke = pattern.strokes[index];
  const digit = digits[index] ?? null;
  const place = {
    where: `${whereIs(pattern, stroke?.at ?? 0)}, string ${stroke?.string ?? 1}`,
    digit,
    pinned: stroke?.pin !== undefined,
    instead: [],
  };
  if (stroke?.slur) return { ...place, reason: `the other hand sounds it with a ${stroke.slur}` };
  if (!digit) return { ...place, reason: 'no digit is left for it' };
  const ranked = others(task, events[at] as Event, digits, index)
    .map((other) => alternative(task, events, digits, [at, index, other]))
    .sort((a, b) => a.extra - b.extra);
  const best = ranked[0];
  const instead = ranked.slice(0, OFFERED).map((other) => insteadOf(pattern, task, digits, index, other));
  const reason = place.pinned ? 'because you pinned it' : reasonFor(task, digits, index, digit);
  return { ...place, instead, reason, next: best && { digit: best.digit, against: best.text } };
};
