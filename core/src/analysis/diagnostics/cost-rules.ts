import { distanceToHomeString, classifyPickStringChange, type CostItem } from '../../fingering/index.ts';
import { message, type Message } from '../../message/message.ts';
import { fingerWord, actuatorOf, describePosition, type Digit } from '../../pattern/index.ts';
import { getNeededSeconds } from '../tempo/cost-messages.ts';
import { isAvoidable } from './avoidable.ts';
import { applyTimeDecay, REPORT_THRESHOLDS, MAX_SEVERITY_COSTS } from './report-thresholds.ts';
import {
  computeSeverity,
  type IndexedDiagnostic,
  type DiagnosticContext,
  type DiagnosticKind,
  type DiagnosticRule,
} from './diagnostic.ts';

/** Findings that come straight from what the fingering costs from one stroke to another. */
const KINDS = {
  repeat: 'doubled',
  cross: 'crossing',
  rush: 'rushed',
  confined: 'cramped',
} as const satisfies Partial<Record<CostItem['category'], DiagnosticKind>>;

type ReportedFamily = keyof typeof KINDS;

const isReportable = (item: CostItem): item is CostItem & { readonly category: ReportedFamily } =>
  item.category in KINDS && applyTimeDecay(item) >= REPORT_THRESHOLDS[item.category as ReportedFamily];

const getTransitionKey = ({ stroke, other }: CostItem): string => `${other} ${stroke}`;

/** The steps at which a finger doubles: it is rushed there as a rule, and that is said once. */
const findDoubledTransitions = (items: readonly CostItem[]): ReadonlySet<string> =>
  new Set(
    items
      .filter((item) => item.category === 'repeat' && applyTimeDecay(item) >= REPORT_THRESHOLDS.repeat)
      .map(getTransitionKey),
  );

const getDigit = ({ digits }: DiagnosticContext, index: number | undefined): Digit => digits[index ?? -1] ?? 'p';

const getString = ({ pattern }: DiagnosticContext, index: number | undefined): number =>
  pattern.strokes[index ?? -1]?.string ?? 0;

const isPinned = ({ pattern }: DiagnosticContext, index: number): boolean => pattern.strokes[index]?.pin !== undefined;

const placeAt = ({ pattern }: DiagnosticContext, index: number): Message =>
  describePosition(pattern, pattern.strokes[index]?.at ?? 0);

/** What most findings say: where, which finger, and the finger it has to do with. */
const concernedFingers = (context: DiagnosticContext, { stroke, other }: CostItem) => ({
  place: placeAt(context, stroke),
  finger: fingerWord(getDigit(context, stroke)),
  other: fingerWord(getDigit(context, other)),
});

type Said = Pick<IndexedDiagnostic, 'message' | 'details'>;

const doubledSaid = (context: DiagnosticContext, item: CostItem): Said => {
  const { place, finger } = concernedFingers(context, item);
  const need = getNeededSeconds(context.task, context.digits, item);
  return {
    message: message('finding.doubled', { place, finger }),
    details: message('finding.doubled-details', { gap: item.seconds ?? 0, need }),
  };
};

/** A finger that is short of time, or near it: how much less than it needs, or how much of what it can do. */
const rushedSaid = (context: DiagnosticContext, item: CostItem): Said => {
  const { place, finger } = concernedFingers(context, item);
  const { tempo } = context.pattern;
  const [need, has] = [getNeededSeconds(context.task, context.digits, item), item.seconds ?? 0];
  return {
    message:
      need > has
        ? message('finding.rushed', { place, tempo, finger, share: 1 - has / need })
        : message('finding.rushed-nearly', { place, tempo, finger, share: need / has }),
    details: message('finding.rushed-details', { need, has }),
  };
};

const SAID: Readonly<Record<ReportedFamily, (context: DiagnosticContext, item: CostItem) => Said>> = {
  repeat: doubledSaid,
  rush: rushedSaid,
  cross: (context, item) => ({ message: message('finding.crossing', concernedFingers(context, item)) }),
  confined: (context, { stroke }) => ({
    message: message('finding.pick-beside-middle', { place: placeAt(context, stroke) }),
  }),
};

const getAffectedStrokes = ({ stroke, other }: CostItem): readonly number[] =>
  other === undefined ? [stroke] : [other, stroke];

/** Doubled fingers, crossings, rushed digits, pick and middle too close: straight from what the fingering costs. */
export const checkHardTransitions: DiagnosticRule = (context) => {
  const doubled = findDoubledTransitions(context.costItems);
  return context.costItems
    .filter(isReportable)
    .filter((item) => item.category !== 'rush' || !doubled.has(getTransitionKey(item)))
    .map((item): IndexedDiagnostic => {
      return {
        code: KINDS[item.category],
        strokes: getAffectedStrokes(item),
        ...SAID[item.category](context, item),
        severity: computeSeverity(applyTimeDecay(item), MAX_SEVERITY_COSTS[item.category]),
      };
    });
};

/** Items but those of a pair of strokes whose fingers cross. */
const uncrossed = (items: readonly CostItem[]): readonly CostItem[] => {
  const crossed = new Set(
    items.filter((item) => item.category === 'cross' && isReportable(item)).map(getTransitionKey),
  );
  return items.filter((item) => !crossed.has(getTransitionKey(item)));
};

/** Fingers nearer together than they stand in the hand; where they cross as well, that is said instead. */
export const checkCramped: DiagnosticRule = (context) =>
  uncrossed(context.costItems)
    .filter((item) => {
      const { category, stroke, other } = item;
      const gap = Math.abs(getString(context, other) - getString(context, stroke));
      return (
        category === 'span' &&
        applyTimeDecay(item) >= REPORT_THRESHOLDS.span &&
        gap <= 1 &&
        !isPinned(context, stroke) &&
        isAvoidable(context, stroke)
      );
    })
    .map((item): IndexedDiagnostic => ({
      code: 'cramped',
      strokes: getAffectedStrokes(item),
      message: message('finding.cramped', {
        ...concernedFingers(context, item),
        same: getString(context, item.other) === getString(context, item.stroke) ? 'yes' : 'no',
      }),
      severity: computeSeverity(applyTimeDecay(item), MAX_SEVERITY_COSTS.span),
    }));

/** Strings from a stroke to the nearest home of its finger. */
const fromHome = (context: DiagnosticContext, index: number): number =>
  distanceToHomeString(
    getString(context, index),
    context.task.school.home(getDigit(context, index), context.task.strings),
  );

/** Digits away from their home, in schools where that is dear. */
export const checkOffHome: DiagnosticRule = (context) =>
  context.costItems
    .filter(
      ({ category, amount, stroke }) =>
        category === 'home' &&
        amount >= REPORT_THRESHOLDS.home &&
        !isPinned(context, stroke) &&
        isAvoidable(context, stroke),
    )
    .map((item): IndexedDiagnostic => ({
      code: 'off-home',
      strokes: [item.stroke],
      message: message('finding.off-home', {
        place: placeAt(context, item.stroke),
        finger: fingerWord(getDigit(context, item.stroke)),
        distance: fromHome(context, item.stroke),
      }),
      severity: computeSeverity(item.amount, MAX_SEVERITY_COSTS.home),
    }));

const ruleSaid = (context: DiagnosticContext, { stroke }: CostItem): Message => {
  const digit = getDigit(context, stroke);
  const [place, string, { rule }] = [placeAt(context, stroke), getString(context, stroke), context.task.school];
  return digit === 'p'
    ? message('finding.thumb-on-finger-string', { place, string, rule })
    : message('finding.finger-on-thumb-string', { place, finger: fingerWord(digit), string, rule });
};

/** A rule of the school that could not be kept, or that a pin breaks: it is always said, and names the rule. */
export const checkSchoolRules: DiagnosticRule = (context) =>
  context.costItems
    .filter(({ category }) => category === 'rule')
    .map((item): IndexedDiagnostic => ({
      code: 'rule-broken',
      strokes: [item.stroke],
      message: ruleSaid(context, item),
      severity: isPinned(context, item.stroke) ? 0.5 : 0.3,
    }));

/** The thumb above the bass strings, unless that is where the school has it at home. */
export const checkThumbHigh: DiagnosticRule = (context) =>
  context.costItems
    .filter(({ category, amount, stroke }) => {
      return (
        category === 'thumb-up' &&
        amount >= REPORT_THRESHOLDS['thumb-up'] &&
        fromHome(context, stroke) > 0 &&
        !isPinned(context, stroke)
      );
    })
    .map((item): IndexedDiagnostic => ({
      code: 'thumb-on-treble',
      strokes: [item.stroke],
      message: message('finding.thumb-on-treble', {
        place: placeAt(context, item.stroke),
        string: getString(context, item.stroke),
      }),
      severity: computeSeverity(item.amount, MAX_SEVERITY_COSTS['thumb-up']),
    }));

/** Sums of seconds are not exact. */
const ROUNDING = 1e-9;

/** Seconds below which the pick's way is felt: an inside change, and a string passed over (est.). */
const PICK_TIME_LIMITS = { inside: 0.125, skipped: 0.15 } as const;

interface PickTransition {
  readonly item: CostItem;
  readonly seconds: number;
  readonly kind: ReturnType<typeof classifyPickStringChange>['kind'];
  readonly skipped: number;
}

const listPickTransitions = (context: DiagnosticContext): readonly PickTransition[] =>
  context.costItems.flatMap((item): PickTransition[] => {
    if (item.category !== 'pick-change' || item.other === undefined || isPinned(context, item.stroke)) return [];
    const place = (index: number) => ({ digit: getDigit(context, index), string: getString(context, index) });
    if (actuatorOf(place(item.other).digit) !== 'pick') return [];
    return [{ item, seconds: item.seconds ?? 1, ...classifyPickStringChange(place(item.other), place(item.stroke)) }];
  });

/** The pick coming back inside over the string just played. */
export const checkInsideChange: DiagnosticRule = (context) =>
  listPickTransitions(context)
    .filter(({ kind, seconds }) => kind === 'inside' && seconds < PICK_TIME_LIMITS.inside)
    .map(({ item, seconds }): IndexedDiagnostic => ({
      code: 'inside-change',
      strokes: getAffectedStrokes(item),
      message: message('finding.inside-change', {
        place: placeAt(context, item.stroke),
        from: getString(context, item.other),
        to: getString(context, item.stroke),
      }),
      details: message('finding.time-details', { seconds }),
      severity: computeSeverity(PICK_TIME_LIMITS.inside - seconds, PICK_TIME_LIMITS.inside),
    }));

/** The pick passing over strings in little time. */
export const checkSkippedString: DiagnosticRule = (context) =>
  listPickTransitions(context)
    .filter(({ skipped, seconds }) => skipped > 0 && seconds < PICK_TIME_LIMITS.skipped - ROUNDING)
    .map(({ item, skipped, seconds }): IndexedDiagnostic => ({
      code: 'string-skip',
      strokes: getAffectedStrokes(item),
      message: message('finding.string-skip', { place: placeAt(context, item.stroke), count: skipped }),
      details: message('finding.time-details', { seconds }),
      severity: computeSeverity(skipped * (PICK_TIME_LIMITS.skipped - seconds), PICK_TIME_LIMITS.skipped * 2),
    }));
