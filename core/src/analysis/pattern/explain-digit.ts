import { message, type Message } from '../../message/message.ts';
import { fingerWord, describePosition, type Digit, type Pattern } from '../../pattern/index.ts';
import {
  groupIntoEvents,
  type CostItem,
  type Fingering,
  type StrokeEvent,
  type FingeringTask,
} from '../../fingering/index.ts';
import { computeMaxTempo } from '../tempo/max-tempo.ts';
import { computeTimedTransitions } from '../tempo/timed-transitions.ts';
import { listCostItemsAround, listOtherDigits, substituteDigit } from './substitute-digit.ts';
import { describeCost } from '../tempo/cost-messages.ts';

/** Why a stroke has its digit. */
export interface DigitExplanation {
  readonly position: Message;
  readonly digit: Digit | null;
  readonly isPinned: boolean;
  readonly reason: Message;
  /** The second best digit, and what speaks against it. */
  readonly runnerUp?: { readonly digit: Digit; readonly against: Message };
  /** Who else could take it as the rest stands, the best first. */
  readonly alternatives: readonly DigitAlternative[];
}

/** A digit that could take a stroke in place of the one that has it, and what that would cost. */
export interface DigitAlternative {
  readonly digit: Digit;
  /** The tempo ceiling then, in beats a minute; null where nothing limits. */
  readonly maxTempo: number | null;
  /** Whether a rule of the school would be broken that is kept now. */
  readonly breaksRule: boolean;
}

/** Digits that are offered in place of one. */
const MAX_ALTERNATIVES = 3;

const sumCosts = (items: readonly CostItem[]): number => items.reduce((total, { amount }) => total + amount, 0);

interface EvaluatedDigit {
  readonly digit: Digit;
  readonly extra: number;
  readonly against: Message;
  readonly breaksRule: boolean;
}

const countBrokenRules = (items: readonly CostItem[]): number =>
  items.filter(({ category }) => category === 'rule').length;

const findLargestExtraCost = (mine: readonly CostItem[], theirs: readonly CostItem[]): CostItem | undefined => {
  const same = (item: CostItem): number =>
    mine.find((own) => own.category === item.category && own.stroke === item.stroke && own.other === item.other)
      ?.amount ?? 0;
  return [...theirs].sort((a, b) => b.amount - same(b) - (a.amount - same(a)))[0];
};

const evaluateDigit = (
  task: FingeringTask,
  events: readonly StrokeEvent[],
  digits: Fingering,
  [at, index, digit]: readonly [number, number, Digit],
): EvaluatedDigit => {
  const changed = substituteDigit(digits, index, digit);
  const mine = listCostItemsAround(task, events, digits, at);
  const theirs = listCostItemsAround(task, events, changed, at);
  const worst = findLargestExtraCost(mine, theirs);
  return {
    digit,
    extra: sumCosts(theirs) - sumCosts(mine),
    against: worst ? describeCost(task, changed, worst) : message('why.equal'),
    breaksRule: countBrokenRules(theirs) > countBrokenRules(mine),
  };
};

/** Whether a finger is on a string that is its home, in a school where not every string is. */
const isAtHome = (task: FingeringTask, digit: Digit, string: number): boolean => {
  const homes = task.school.home(digit, task.strings);
  return homes.length < task.strings && homes.includes(string);
};

/** Whether a finger has had more time since its last note than it needs. */
const isRested = (task: FingeringTask, digits: Fingering, index: number): boolean =>
  computeTimedTransitions(task, digits).some(
    ({ kind, to, availableSeconds, neededSeconds }) =>
      kind === 'own' && to === index && availableSeconds > neededSeconds,
  );

const reasonFor = (task: FingeringTask, digits: Fingering, index: number, digit: Digit): Message => {
  const string = task.strokes[index]?.string ?? 1;
  const finger = fingerWord(digit);
  const rested = isRested(task, digits, index);
  if (!isAtHome(task, digit, string)) return rested ? message('why.rested', { finger }) : message('why.lowest-penalty');
  return rested ? message('why.home-and-rested', { finger, string }) : message('why.home', { finger, string });
};

const createAlternative = (
  pattern: Pattern,
  task: FingeringTask,
  digits: Fingering,
  index: number,
  { digit, breaksRule }: EvaluatedDigit,
): DigitAlternative => {
  const changed = substituteDigit(digits, index, digit);
  const ceiling = computeMaxTempo(pattern.tempo, computeTimedTransitions(task, changed));
  return { digit, breaksRule, maxTempo: ceiling?.bpm ?? null };
};

/**
 * Why the stroke at an index of the pattern has its digit, and what speaks against the next best one.
 * @example
 * explainDigit(
 *   valueOrThrow(parseStringNotation('5 3 2 3')).pattern,
 *   createTaskFromPattern(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   ['p', 'i', 'm', 'i'],
 *   0,
 * ).position.code // => 'why.place'
 */
export const explainDigit = (
  pattern: Pattern,
  task: FingeringTask,
  digits: Fingering,
  index: number,
): DigitExplanation => {
  const events = groupIntoEvents(task.strokes);
  const at = events.findIndex(({ strokes }) => strokes.includes(index));
  const stroke = pattern.strokes[index];
  const digit = digits[index] ?? null;
  const place = {
    position: message('why.place', { place: describePosition(pattern, stroke?.at ?? 0), string: stroke?.string ?? 1 }),
    digit,
    isPinned: stroke?.pin !== undefined,
    alternatives: [],
  };
  if (stroke?.slur) return { ...place, reason: message('why.slurred', { slur: message(`slur.${stroke.slur}`) }) };
  if (!digit) return { ...place, reason: message('why.no-finger-left') };
  const ranked = listOtherDigits(task, events[at] as StrokeEvent, digits, index)
    .map((other) => evaluateDigit(task, events, digits, [at, index, other]))
    .sort((a, b) => a.extra - b.extra);
  const best = ranked[0];
  const instead = ranked
    .slice(0, MAX_ALTERNATIVES)
    .map((other) => createAlternative(pattern, task, digits, index, other));
  const reason = place.isPinned ? message('why.pinned') : reasonFor(task, digits, index, digit);
  return { ...place, alternatives: instead, reason, runnerUp: best && { digit: best.digit, against: best.against } };
};
