import { digitWord, isFinger, strikerOf, type Digit } from '../pattern/index.ts';
import { placeIn, type Score } from '../score/index.ts';
import {
  needOther,
  needOwn,
  pickChange,
  type CostItem,
  type Digits,
  type PlacedStroke,
  type Task,
} from '../fingering/index.ts';
import type { Need } from './needs.ts';

/** Seconds as a teacher reads them. */
export const secondsText = (seconds: number): string => `${seconds.toFixed(2)} s`;

const digitAt = (digits: Digits, index: number | undefined): Digit => digits[index ?? -1] ?? 'p';

const stringAt = (task: Task, index: number | undefined): number => task.strokes[index ?? -1]?.string ?? 0;

const PICK_WORDS = {
  'same-string': 'strikes the same way twice',
  outside: 'passes round the outside to the next string',
  inside: 'has to come back inside over the string just played',
  sweep: 'sweeps on',
  against: 'has to lift back over a string',
} as const;

const awayText = (task: Task, digits: Digits, item: CostItem): string => {
  const digit = digitAt(digits, item.stroke);
  const homes = task.school.home(digit, task.strings);
  const away = Math.min(...homes.map((home) => Math.abs(home - stringAt(task, item.stroke))));
  return away === 1 ? 'is a string away from home' : `is ${away} strings away from home`;
};

const placed = (task: Task, digits: Digits, index: number): PlacedStroke => ({
  digit: digitAt(digits, index),
  string: stringAt(task, index),
});

const openingText = (task: Task, digits: Digits, item: CostItem): string => {
  const opens =
    task.strokes[item.stroke]?.opening && digitAt(digits, item.stroke) === 'up' && task.school.weights.openingUp > 0;
  return opens ? 'opens with an upstroke' : 'goes against the count of down and up';
};

const pickText = (task: Task, digits: Digits, item: CostItem): string => {
  if (item.other === undefined) return openingText(task, digits, item);
  const [from, to] = [placed(task, digits, item.other), placed(task, digits, item.stroke)];
  // Where down and up alternate strictly, a second stroke the same way is the fault, whichever way it leads.
  const kind =
    from.digit === to.digit && task.school.weights.strictTurn > 0 ? 'same-string' : pickChange(from, to).kind;
  return PICK_WORDS[kind];
};

const rushText = (task: Task, digits: Digits, item: CostItem): string => {
  const [from, to] = [placed(task, digits, item.other ?? item.stroke), placed(task, digits, item.stroke)];
  const context = { school: task.school, hand: task.hand, strings: task.strings };
  const need =
    strikerOf(from.digit) === strikerOf(to.digit) ? needOwn(from, to, context) : needOther(from, to, context);
  return `needs ${secondsText(need)} and has ${secondsText(item.seconds ?? 0)}`;
};

/** What a broken rule is about: who owns the string. */
const ruleText = (task: Task, digits: Digits, item: CostItem): string => {
  const string = task.strokes[item.stroke]?.string ?? 0;
  const thumb = digitAt(digits, item.stroke) === 'p';
  return thumb ? `is on string ${string}, which is the fingers’` : `is on string ${string}, which is the thumb’s`;
};

/** A cost item as what its digit does: words that go after the digit's name. */
export const costText = (task: Task, digits: Digits, item: CostItem): string => {
  const other = digitWord(digitAt(digits, item.other));
  switch (item.family) {
    case 'home':
      return awayText(task, digits, item);
    case 'rule':
      return ruleText(task, digits, item);
    case 'move':
      return 'moves to another string';
    case 'ease':
      return isFinger(digitAt(digits, item.stroke)) ? 'is the weaker finger' : 'is the weaker stroke';
    case 'thumb up':
      return 'leaves the bass strings';
    case 'repeat':
      return `plays twice running, ${secondsText(item.seconds ?? 0)} apart`;
    case 'cross':
      return `crosses ${other}`;
    case 'span':
      return `has an awkward gap to ${other}`;
    case 'rush':
      return rushText(task, digits, item);
    case 'pick change':
      return pickText(task, digits, item);
    case 'brush':
      return 'takes a neighbouring string at the same time';
    case 'consistency':
      return 'differs from the other times this figure comes';
    case 'returning':
      return `comes back where ${other} would rake`;
    case 'confined':
      return `is cramped beside ${other}`;
    case 'accent':
      return 'carries an accent on its weaker stroke';
    case 'lead':
      return 'opens the line, which the other finger should';
    case 'rake':
      return `takes over from ${other}, which should rake on`;
    case 'touch':
      return `needs ${secondsText(task.hand.times.touch * task.hand.scale.i)} between touching and playing, and has ${secondsText(item.seconds ?? 0)}`;
    case 'unplayed':
      return 'has nobody left to play it';
  }
};

/** A fingering of a score, as far as a need is told from it. */
interface Fingered {
  readonly score: Score;
  readonly digits: Digits;
}

const needWho = ({ score, digits }: Fingered, { kind, from, to }: Need): string => {
  const [a, b] = [score.strokes[from]?.string, score.strokes[to]?.string];
  if (kind === 'touch') return 'i, from touching to playing';
  if (kind === 'other') return `${digitWord(digitAt(digits, from))} then ${digitWord(digitAt(digits, to))}`;
  const strings = a === b ? `on string ${b} again` : `from string ${a} to ${b}`;
  return `${digitWord(digitAt(digits, to)).split(',')[0]} ${strings}`;
};

/** What sets a tempo ceiling, in a sentence. `tempo` is in beats a minute. */
export const needText = (fingered: Fingered, need: Need, tempo: number): string => {
  const { score } = fingered;
  const [from, to] = [score.strokes[need.from], score.strokes[need.to]];
  if (!from || !to) return '';
  const where = `${placeIn(score, from.at)} to ${placeIn(score, to.at)}`;
  return `${needWho(fingered, need)}, ${where}: needs ${secondsText(need.seconds)}, has ${secondsText(need.has)} at ${tempo}`;
};
