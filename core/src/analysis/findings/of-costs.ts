import { distanceFrom, pickChange, type CostItem } from '../../fingering/index.ts';
import { message, type Message } from '../../message/message.ts';
import { fingerWord, strikerOf, whereIs, type Digit } from '../../pattern/index.ts';
import { secondsNeeded } from '../words.ts';
import { isAvoidable } from './avoidable.ts';
import { felt, LEAST, MOST } from './felt.ts';
import { severityOf, type Finding, type FindingContext, type FindingKind, type FindingRule } from './finding.ts';

/** Findings that come straight from what the fingering costs from one stroke to another. */
const KINDS = {
  repeat: 'doubled',
  cross: 'crossing',
  rush: 'rushed',
  confined: 'cramped',
} as const satisfies Partial<Record<CostItem['family'], FindingKind>>;

type Spoken = keyof typeof KINDS;

const isSpoken = (item: CostItem): item is CostItem & { readonly family: Spoken } =>
  item.family in KINDS && felt(item) >= LEAST[item.family as Spoken];

const stepOf = ({ stroke, other }: CostItem): string => `${other} ${stroke}`;

/** The steps at which a finger doubles: it is rushed there as a rule, and that is said once. */
const doubledSteps = (items: readonly CostItem[]): ReadonlySet<string> =>
  new Set(items.filter((item) => item.family === 'repeat' && felt(item) >= LEAST.repeat).map(stepOf));

const digitAt = ({ digits }: FindingContext, index: number | undefined): Digit => digits[index ?? -1] ?? 'p';

const stringAt = ({ pattern }: FindingContext, index: number | undefined): number =>
  pattern.strokes[index ?? -1]?.string ?? 0;

const isPinned = ({ pattern }: FindingContext, index: number): boolean => pattern.strokes[index]?.pin !== undefined;

const placeAt = ({ pattern }: FindingContext, index: number): Message =>
  whereIs(pattern, pattern.strokes[index]?.at ?? 0);

/** What most findings say: where, which finger, and the finger it has to do with. */
const concernedFingers = (context: FindingContext, { stroke, other }: CostItem) => ({
  place: placeAt(context, stroke),
  finger: fingerWord(digitAt(context, stroke)),
  other: fingerWord(digitAt(context, other)),
});

type Said = Pick<Finding, 'message' | 'details'>;

const doubledSaid = (context: FindingContext, item: CostItem): Said => {
  const { place, finger } = concernedFingers(context, item);
  const need = secondsNeeded(context.task, context.digits, item);
  return {
    message: message('finding.doubled', { place, finger }),
    details: message('finding.doubled-details', { gap: item.seconds ?? 0, need }),
  };
};

/** A finger that is short of time, or near it: how much less than it needs, or how much of what it can do. */
const rushedSaid = (context: FindingContext, item: CostItem): Said => {
  const { place, finger } = concernedFingers(context, item);
  const { tempo } = context.pattern;
  const [need, has] = [secondsNeeded(context.task, context.digits, item), item.seconds ?? 0];
  return {
    message:
      need > has
        ? message('finding.rushed', { place, tempo, finger, share: 1 - has / need })
        : message('finding.rushed-nearly', { place, tempo, finger, share: need / has }),
    details: message('finding.rushed-details', { need, has }),
  };
};

const SAID: Readonly<Record<Spoken, (context: FindingContext, item: CostItem) => Said>> = {
  repeat: doubledSaid,
  rush: rushedSaid,
  cross: (context, item) => ({ message: message('finding.crossing', concernedFingers(context, item)) }),
  confined: (context, { stroke }) => ({
    message: message('finding.pick-beside-middle', { place: placeAt(context, stroke) }),
  }),
};

const concerned = ({ stroke, other }: CostItem): readonly number[] =>
  other === undefined ? [stroke] : [other, stroke];

/** Doubled fingers, crossings, rushed digits, pick and middle too close: straight from what the fingering costs. */
export const hardSteps: FindingRule = (context) => {
  const doubled = doubledSteps(context.items);
  return context.items
    .filter(isSpoken)
    .filter((item) => item.family !== 'rush' || !doubled.has(stepOf(item)))
    .map((item): Finding => {
      return {
        kind: KINDS[item.family],
        strokes: concerned(item),
        ...SAID[item.family](context, item),
        severity: severityOf(felt(item), MOST[item.family]),
      };
    });
};

/** Items but those of a pair of strokes whose fingers cross. */
const uncrossed = (items: readonly CostItem[]): readonly CostItem[] => {
  const crossed = new Set(items.filter((item) => item.family === 'cross' && isSpoken(item)).map(stepOf));
  return items.filter((item) => !crossed.has(stepOf(item)));
};

/** Fingers nearer together than they stand in the hand; where they cross as well, that is said instead. */
export const cramped: FindingRule = (context) =>
  uncrossed(context.items)
    .filter((item) => {
      const { family, stroke, other } = item;
      const gap = Math.abs(stringAt(context, other) - stringAt(context, stroke));
      return (
        family === 'span' &&
        felt(item) >= LEAST.span &&
        gap <= 1 &&
        !isPinned(context, stroke) &&
        isAvoidable(context, stroke)
      );
    })
    .map((item): Finding => ({
      kind: 'cramped',
      strokes: concerned(item),
      message: message('finding.cramped', {
        ...concernedFingers(context, item),
        same: stringAt(context, item.other) === stringAt(context, item.stroke) ? 'yes' : 'no',
      }),
      severity: severityOf(felt(item), MOST.span),
    }));

/** Strings from a stroke to the nearest home of its finger. */
const fromHome = (context: FindingContext, index: number): number =>
  distanceFrom(stringAt(context, index), context.task.school.home(digitAt(context, index), context.task.strings));

/** Digits away from their home, in schools where that is dear. */
export const offHome: FindingRule = (context) =>
  context.items
    .filter(
      ({ family, amount, stroke }) =>
        family === 'home' && amount >= LEAST.home && !isPinned(context, stroke) && isAvoidable(context, stroke),
    )
    .map((item): Finding => ({
      kind: 'off-home',
      strokes: [item.stroke],
      message: message('finding.off-home', {
        place: placeAt(context, item.stroke),
        finger: fingerWord(digitAt(context, item.stroke)),
        distance: fromHome(context, item.stroke),
      }),
      severity: severityOf(item.amount, MOST.home),
    }));

const ruleSaid = (context: FindingContext, { stroke }: CostItem): Message => {
  const digit = digitAt(context, stroke);
  const [place, string, { rule }] = [placeAt(context, stroke), stringAt(context, stroke), context.task.school];
  return digit === 'p'
    ? message('finding.thumb-on-finger-string', { place, string, rule })
    : message('finding.finger-on-thumb-string', { place, finger: fingerWord(digit), string, rule });
};

/** A rule of the school that could not be kept, or that a pin breaks: it is always said, and names the rule. */
export const ruleBroken: FindingRule = (context) =>
  context.items
    .filter(({ family }) => family === 'rule')
    .map((item): Finding => ({
      kind: 'rule-broken',
      strokes: [item.stroke],
      message: ruleSaid(context, item),
      severity: isPinned(context, item.stroke) ? 0.5 : 0.3,
    }));

/** The thumb above the bass strings, unless that is where the school has it at home. */
export const thumbHigh: FindingRule = (context) =>
  context.items
    .filter(({ family, amount, stroke }) => {
      return (
        family === 'thumb-up' &&
        amount >= LEAST['thumb-up'] &&
        fromHome(context, stroke) > 0 &&
        !isPinned(context, stroke)
      );
    })
    .map((item): Finding => ({
      kind: 'thumb-on-treble',
      strokes: [item.stroke],
      message: message('finding.thumb-on-treble', {
        place: placeAt(context, item.stroke),
        string: stringAt(context, item.stroke),
      }),
      severity: severityOf(item.amount, MOST['thumb-up']),
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
    if (item.family !== 'pick-change' || item.other === undefined || isPinned(context, item.stroke)) return [];
    const place = (index: number) => ({ digit: digitAt(context, index), string: stringAt(context, index) });
    if (strikerOf(place(item.other).digit) !== 'pick') return [];
    return [{ item, seconds: item.seconds ?? 1, ...pickChange(place(item.other), place(item.stroke)) }];
  });

/** The pick coming back inside over the string just played. */
export const insideChange: FindingRule = (context) =>
  pickSteps(context)
    .filter(({ kind, seconds }) => kind === 'inside' && seconds < PICK_FELT.inside)
    .map(({ item, seconds }): Finding => ({
      kind: 'inside-change',
      strokes: concerned(item),
      message: message('finding.inside-change', {
        place: placeAt(context, item.stroke),
        from: stringAt(context, item.other),
        to: stringAt(context, item.stroke),
      }),
      details: message('finding.time-details', { seconds }),
      severity: severityOf(PICK_FELT.inside - seconds, PICK_FELT.inside),
    }));

/** The pick passing over strings in little time. */
export const skippedString: FindingRule = (context) =>
  pickSteps(context)
    .filter(({ skipped, seconds }) => skipped > 0 && seconds < PICK_FELT.skipped)
    .map(({ item, skipped, seconds }): Finding => ({
      kind: 'string-skip',
      strokes: concerned(item),
      message: message('finding.string-skip', { place: placeAt(context, item.stroke), count: skipped }),
      details: message('finding.time-details', { seconds }),
      severity: severityOf(skipped * (PICK_FELT.skipped - seconds), PICK_FELT.skipped * 2),
    }));
