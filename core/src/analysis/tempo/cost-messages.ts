import { message, type Message } from '../../message/message.ts';
import { fingerWord, actuatorOf, type Digit } from '../../pattern/index.ts';
import { describeScorePosition, type Score } from '../../score/index.ts';
import {
  distanceToHomeString,
  minIntervalOtherActuator,
  minIntervalSameActuator,
  classifyPickStringChange,
  type CostItem,
  type Fingering,
  type FingeredStroke,
  type FingeringTask,
} from '../../fingering/index.ts';
import type { TimedTransition } from './timed-transitions.ts';

const getDigit = (digits: Fingering, index: number | undefined): Digit => digits[index ?? -1] ?? 'p';

const getString = (task: FingeringTask, index: number | undefined): number => task.strokes[index ?? -1]?.string ?? 0;

const PICK_COSTS = {
  'same-string': message('cost.pick-same-direction'),
  outside: message('cost.pick-outside'),
  inside: message('cost.pick-inside'),
  sweep: message('cost.pick-sweeps'),
  against: message('cost.pick-lifts-back'),
} as const;

const getPlacedStroke = (task: FingeringTask, digits: Fingering, index: number): FingeredStroke => ({
  digit: getDigit(digits, index),
  string: getString(task, index),
});

const openingCost = (task: FingeringTask, digits: Fingering, item: CostItem): Message => {
  const opens =
    task.strokes[item.stroke]?.isFirstOfTask &&
    getDigit(digits, item.stroke) === 'up' &&
    task.school.weights.openingUp > 0;
  return message(opens ? 'cost.opens-with-upstroke' : 'cost.against-the-beat');
};

const pickCost = (task: FingeringTask, digits: Fingering, item: CostItem): Message => {
  if (item.other === undefined) return openingCost(task, digits, item);
  const [from, to] = [getPlacedStroke(task, digits, item.other), getPlacedStroke(task, digits, item.stroke)];
  // Where down and up alternate strictly, a second stroke the same way is the fault, whichever way it leads.
  const kind =
    from.digit === to.digit && task.school.weights.strictTurn > 0
      ? 'same-string'
      : classifyPickStringChange(from, to).kind;
  return PICK_COSTS[kind];
};

/** Whether nothing is struck between two strokes. */
const isNextStroke = ({ strokes }: FingeringTask, from: number, to: number): boolean => {
  const [a, b] = [strokes[from]?.at ?? 0, strokes[to]?.at ?? 0];
  const between = strokes.slice(Math.min(from, to) + 1, Math.max(from, to));
  return a < b && between.every(({ at, isSlurred }) => isSlurred || at === a || at === b);
};

/** Seconds a finger needs from one stroke to another, its own or another finger's. */
export const getNeededSeconds = (task: FingeringTask, digits: Fingering, { stroke, other }: CostItem): number => {
  const [from, to] = [getPlacedStroke(task, digits, other ?? stroke), getPlacedStroke(task, digits, stroke)];
  const context = { school: task.school, hand: task.hand, strings: task.strings };
  return actuatorOf(from.digit) === actuatorOf(to.digit)
    ? minIntervalSameActuator(from, to, context, isNextStroke(task, other ?? stroke, stroke))
    : minIntervalOtherActuator(from, to, context);
};

const easeCost = (digit: Digit): Message =>
  digit === 'down' || digit === 'up'
    ? message('cost.weaker-pick-stroke', { stroke: digit })
    : message('cost.weaker-finger', { finger: fingerWord(digit) });

/** A broken rule is about who owns the string. */
const ruleCost = (digit: Digit, string: number): Message =>
  digit === 'p'
    ? message('cost.thumb-on-finger-string', { string })
    : message('cost.finger-on-thumb-string', { finger: fingerWord(digit), string });

/** What a cost item says of its stroke, as a sentence of its own. */
export const describeCost = (task: FingeringTask, digits: Fingering, item: CostItem): Message => {
  const digit = getDigit(digits, item.stroke);
  const string = getString(task, item.stroke);
  const [finger, other] = [fingerWord(digit), fingerWord(getDigit(digits, item.other))];
  switch (item.category) {
    case 'home':
      return message('cost.off-home', {
        finger,
        distance: distanceToHomeString(string, task.school.home(digit, task.strings)),
      });
    case 'rule':
      return ruleCost(digit, string);
    case 'move':
      return message('cost.moves-string', { finger });
    case 'ease':
      return easeCost(digit);
    case 'thumb-up':
      return message('cost.thumb-leaves-bass');
    case 'repeat':
      return message('cost.repeats', { finger });
    case 'cross':
      return message('cost.crosses', { finger, other });
    case 'span':
      return message('cost.awkward-spacing', { finger, other });
    case 'rush':
      return message('cost.little-time', { finger });
    case 'pick-change':
      return pickCost(task, digits, item);
    case 'brush':
      return message('cost.brushes', { finger });
    case 'consistency':
      return message('cost.inconsistent');
    case 'returning':
      return message('cost.returns-instead-of-rake', { finger, other });
    case 'confined':
      return message('cost.pick-beside-middle');
    case 'accent':
      return message('cost.weak-accent');
    case 'lead':
      return message('cost.wrong-lead', { finger });
    case 'rake':
      return message('cost.breaks-rake', { finger, other });
    case 'touch':
      return message('cost.late-touch');
    case 'unplayed':
      return message('cost.unplayed');
  }
};

/** A fingering of a score. */
interface FingeredScore {
  readonly score: Score;
  readonly digits: Fingering;
}

/** What sets a max tempo: who has to get from where to where. */
export const describeLimit = ({ score, digits }: FingeredScore, need: TimedTransition): Message => {
  const [first, second] = [score.strokes[need.from], score.strokes[need.to]];
  const [from, to] = [describeScorePosition(score, first?.at ?? 0), describeScorePosition(score, second?.at ?? 0)];
  const finger = fingerWord(getDigit(digits, need.to));
  if (need.kind === 'touch') return message('limit.touch', { from });
  if (need.kind === 'slur') return message('limit.slur', { from, to });
  if (need.kind === 'other')
    return message('limit.two-fingers', { first: fingerWord(getDigit(digits, need.from)), second: finger, from, to });
  const [left, reached] = [first?.string ?? 0, second?.string ?? 0];
  return left === reached
    ? message('limit.same-string', { finger, string: reached, from, to })
    : message('limit.new-string', { finger, first: left, second: reached, from, to });
};
