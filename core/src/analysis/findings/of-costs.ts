import { distanceFrom, pickChange, type CostItem } from '../../fingering/index.ts';
import { digitWord, strikerOf, whereIs, type Digit } from '../../pattern/index.ts';
import { costText, secondsText } from '../words.ts';
import { severityOf, type Finding, type FindingContext, type FindingKind, type FindingRule } from './finding.ts';

/** Costs below these are what a hand does without thinking; at `most` it is as bad as it gets (est.). */
const WORTH_SAYING = {
  repeat: { kind: 'doubled', least: 2, most: 4 },
  cross: { kind: 'crossing', least: 0.75, most: 3 },
  rush: { kind: 'rushed', least: 2.4, most: 8 },
  confined: { kind: 'cramped', least: 0.9, most: 3 },
} as const satisfies Partial<Record<CostItem['family'], { kind: FindingKind; least: number; most: number }>>;

type Spoken = keyof typeof WORTH_SAYING;

/** Seconds between two strokes up to which what they cost is felt in full, and by which it fades beyond (est.). */
const FELT = { full: 0.2, fade: 0.15 } as const;

/** How much of a cost a hand feels at the real tempo: who plays what does not hang on it, what is said of it does. */
const felt = ({ amount, seconds = 0 }: CostItem): number =>
  amount * Math.exp(-Math.max(0, seconds - FELT.full) / FELT.fade);

const isSpoken = (item: CostItem): item is CostItem & { readonly family: Spoken } =>
  item.family in WORTH_SAYING && felt(item) >= WORTH_SAYING[item.family as Spoken].least;

const stepOf = ({ stroke, other }: CostItem): string => `${other} ${stroke}`;

/** The steps at which a finger doubles: it is rushed there as a rule, and that is said once. */
const doubledSteps = (items: readonly CostItem[]): ReadonlySet<string> =>
  new Set(items.filter((item) => item.family === 'repeat' && felt(item) >= WORTH_SAYING.repeat.least).map(stepOf));

const digitAt = ({ digits }: FindingContext, index: number | undefined): Digit => digits[index ?? -1] ?? 'p';

const stringAt = ({ pattern }: FindingContext, index: number | undefined): number =>
  pattern.strokes[index ?? -1]?.string ?? 0;

const isPinned = ({ pattern }: FindingContext, index: number): boolean => pattern.strokes[index]?.pin !== undefined;

const where = ({ pattern }: FindingContext, index: number): string =>
  `On ${whereIs(pattern, pattern.strokes[index]?.at ?? 0)}`;

const sentenceOf = (context: FindingContext, item: CostItem): string =>
  `${where(context, item.stroke)}, ${digitWord(digitAt(context, item.stroke))} ${costText(context.task, context.digits, item)}.`;

const concerned = ({ stroke, other }: CostItem): readonly number[] =>
  other === undefined ? [stroke] : [other, stroke];

/** Doubled fingers, crossings, rushed digits, pick and middle too close: straight from what the fingering costs. */
export const hardSteps: FindingRule = (context) => {
  const doubled = doubledSteps(context.items);
  return context.items
    .filter(isSpoken)
    .filter((item) => item.family !== 'rush' || !doubled.has(stepOf(item)))
    .map((item): Finding => {
      const { kind, most } = WORTH_SAYING[item.family];
      return {
        kind,
        strokes: concerned(item),
        sentence: sentenceOf(context, item),
        severity: severityOf(felt(item), most),
      };
    });
};

/** Two fingers on one string, or closer than the hand stands, in quick turn (est.). */
const CRAMPED = { least: 0.62, most: 1.5 } as const;

/** Fingers nearer together than they stand in the hand. */
export const cramped: FindingRule = (context) =>
  context.items
    .filter((item) => {
      const { family, stroke, other } = item;
      const gap = Math.abs(stringAt(context, other) - stringAt(context, stroke));
      return family === 'span' && felt(item) >= CRAMPED.least && gap <= 1 && !isPinned(context, stroke);
    })
    .map((item): Finding => ({
      kind: 'cramped',
      strokes: concerned(item),
      sentence: `${where(context, item.stroke)}, ${digitWord(digitAt(context, item.other))} and ${digitWord(digitAt(context, item.stroke))} are cramped on ${
        stringAt(context, item.other) === stringAt(context, item.stroke) ? 'one string' : 'neighbouring strings'
      }.`,
      severity: severityOf(felt(item), CRAMPED.most),
    }));

/** A digit off its home by this cost is worth saying; a pin accepts it (est.). */
const OFF_HOME = { least: 2, most: 7.5 } as const;

/** Digits away from their home, in schools where that is dear. */
export const offHome: FindingRule = (context) =>
  context.items
    .filter(({ family, amount, stroke }) => family === 'home' && amount >= OFF_HOME.least && !isPinned(context, stroke))
    .map((item): Finding => ({
      kind: 'off home',
      strokes: [item.stroke],
      sentence: sentenceOf(context, item),
      severity: severityOf(item.amount, OFF_HOME.most),
    }));

/** A rule of the school that could not be kept, or that a pin breaks: it is always said, and names the rule. */
export const ruleBroken: FindingRule = (context) =>
  context.items
    .filter(({ family }) => family === 'rule')
    .map((item): Finding => ({
      kind: 'rule broken',
      strokes: [item.stroke],
      sentence: `${sentenceOf(context, item)} The rule: ${context.task.school.rule}`,
      severity: isPinned(context, item.stroke) ? 0.5 : 0.3,
    }));

const THUMB_HIGH = { least: 0.6, most: 2.4 } as const;

/** The thumb above the bass strings, unless that is where the school has it at home. */
export const thumbHigh: FindingRule = (context) =>
  context.items
    .filter(({ family, amount, stroke }) => {
      const away = distanceFrom(stringAt(context, stroke), context.task.school.home('p', context.task.strings));
      return family === 'thumb up' && amount >= THUMB_HIGH.least && away > 0 && !isPinned(context, stroke);
    })
    .map((item): Finding => ({
      kind: 'thumb high',
      strokes: [item.stroke],
      sentence: `${where(context, item.stroke)}, the thumb is up on string ${stringAt(context, item.stroke)}.`,
      severity: severityOf(item.amount, THUMB_HIGH.most),
    }));

/** Seconds below which the pick's way is felt: an inside change, and a string passed over (est.). */
const PICK_FELT = { inside: 0.125, skipped: 0.15 } as const;

interface PickStep {
  readonly item: CostItem;
  readonly seconds: number;
  readonly kind: ReturnType<typeof pickChange>['kind'];
  readonly skipped: number;
}

const pickSteps = (context: FindingContext): readonly PickStep[] =>
  context.items.flatMap((item): PickStep[] => {
    if (item.family !== 'pick change' || item.other === undefined || isPinned(context, item.stroke)) return [];
    const place = (index: number) => ({ digit: digitAt(context, index), string: stringAt(context, index) });
    if (strikerOf(place(item.other).digit) !== 'pick') return [];
    return [{ item, seconds: item.seconds ?? 1, ...pickChange(place(item.other), place(item.stroke)) }];
  });

/** The pick coming back inside over the string just played. */
export const insideChange: FindingRule = (context) =>
  pickSteps(context)
    .filter(({ kind, seconds }) => kind === 'inside' && seconds < PICK_FELT.inside)
    .map(({ item, seconds }): Finding => ({
      kind: 'inside change',
      strokes: concerned(item),
      sentence: `${where(context, item.stroke)}, the pick comes back inside from string ${stringAt(context, item.other)} to ${stringAt(context, item.stroke)} in ${secondsText(seconds)}.`,
      severity: severityOf(PICK_FELT.inside - seconds, PICK_FELT.inside),
    }));

/** The pick passing over strings in little time. */
export const skippedString: FindingRule = (context) =>
  pickSteps(context)
    .filter(({ skipped, seconds }) => skipped > 0 && seconds < PICK_FELT.skipped)
    .map(({ item, skipped, seconds }): Finding => ({
      kind: 'skipped string',
      strokes: concerned(item),
      sentence: `${where(context, item.stroke)}, the pick passes over ${skipped === 1 ? 'a string' : `${skipped} strings`} in ${secondsText(seconds)}.`,
      severity: severityOf(skipped * (PICK_FELT.skipped - seconds), PICK_FELT.skipped * 2),
    }));
