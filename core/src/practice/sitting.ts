import { message, type Label, type Message } from '../message/index.ts';
import { failure, problem, success, type Result } from '../errors/index.ts';

/** One item as a sitting sees it. */
export interface SittingItem {
  readonly id: string;
  readonly name: string;
  /** The stage at hand, and its tempo; null where the item is through. */
  readonly stage: { readonly name: Label; readonly tempo: number | null } | null;
  readonly stuck: boolean;
  /** Whether it is due to be reviewed. */
  readonly due: boolean;
  /** Whether nothing was ever practised of it. */
  readonly fresh: boolean;
}

/** One line of a plan: what, for how long, and why. */
export interface SittingLine {
  readonly kind: 'position' | 'warm-up' | 'review' | 'stage' | 'hard-spot' | 'rest' | 'whole';
  readonly item: string | null;
  readonly name: Message;
  readonly minutes: number;
  readonly why: Message;
}

/** A plan for one sitting. */
export interface Sitting {
  readonly lines: readonly SittingLine[];
  readonly minutes: number;
  /** What to mind before beginning. */
  readonly caution: Message;
}

/** Shares of the minutes, and where a rest comes (est.). */
const PLAN = { least: 5, most: 120, warmUp: 0.1, reviews: 0.25, hard: 0.2, whole: 0.15, rest: 20, light: 0.6 } as const;

/** What is said before practice: warm up, loosen, stop at pain. Never a diagnosis. */
export const CAUTION: Message = message('session.caution');

/** What is said where discomfort was spoken of in the last sitting. */
export const CAUTION_AFTER_DISCOMFORT: Message = message('session.caution-after-pain');

const whole = (minutes: number): number => Math.max(1, Math.floor(minutes));

const stageName = ({ name, stage }: SittingItem): Message => {
  if (!stage) return message('session-line.play-through', { name });
  return stage.tempo === null
    ? message('session-line.stage-untimed', { name, stage: stage.name })
    : message('session-line.stage', { name, stage: stage.name, tempo: stage.tempo });
};

const stageLine = (item: SittingItem, minutes: number, why: Message): SittingLine => ({
  kind: 'stage',
  item: item.id,
  name: stageName(item),
  minutes,
  why,
});

/** Rests between lines, so that no stretch is longer than it may be. */
const withRests = (lines: readonly SittingLine[]): readonly SittingLine[] => {
  let since = 0;
  return lines.flatMap((line) => {
    const rest = since > 0 && since + line.minutes > PLAN.rest;
    since = rest ? line.minutes : since + line.minutes;
    const pause: SittingLine = {
      kind: 'rest',
      item: null,
      name: message('session-line.rest'),
      minutes: 1,
      why: message('session-line.rest.why'),
    };
    return rest ? [pause, line] : [line];
  });
};

/** Takes minutes from the longest lines until the plan fits; a line that would be nothing goes. */
const fitted = (lines: readonly SittingLine[], minutes: number): readonly SittingLine[] => {
  const left = [...lines];
  const total = (): number => left.reduce((sum, line) => sum + line.minutes, 0);
  while (total() > minutes && left.length > 1) {
    const longest = left.reduce(
      (at, line, index) => (line.minutes > (left[at] as SittingLine).minutes ? index : at),
      0,
    );
    const line = left[longest] as SittingLine;
    if (line.minutes > 1) left[longest] = { ...line, minutes: line.minutes - 1 };
    else left.splice(left.length - 1, 1);
  }
  return left;
};

interface Share {
  readonly items: readonly SittingItem[];
  readonly minutes: number;
}

const reviewLines = ({ items, minutes }: Share): readonly SittingLine[] =>
  items
    .filter(({ due }) => due)
    .slice(0, Math.max(1, Math.floor((minutes * PLAN.reviews) / 2)))
    .map(({ id, name }): SittingLine => ({
      kind: 'review',
      item: id,
      name: message('session-line.review', { name }),
      minutes: 2,
      why: message('session-line.review.why'),
    }));

const hardLine = ({ items, minutes }: Share): readonly SittingLine[] => {
  const stuck = items.find((item) => item.stuck && item.stage);
  if (!stuck) return [];
  return [
    {
      kind: 'hard-spot',
      item: stuck.id,
      name: message('session-line.hard-spot', { name: stuck.name }),
      minutes: whole(minutes * PLAN.hard),
      why: message('session-line.hard-spot.why'),
    },
  ];
};

const endLine = ({ items, minutes }: Share): readonly SittingLine[] => {
  const known = items.find(({ stage, fresh }) => stage === null && !fresh) ?? items.find(({ fresh }) => !fresh);
  return known
    ? [
        {
          kind: 'whole',
          item: known.id,
          name: message('session-line.play-through', { name: known.name }),
          minutes: whole(minutes * PLAN.whole),
          why: message('session-line.play-through.why'),
        },
      ]
    : [];
};

/**
 * A plan for one sitting: position and warm-up, what is due to be reviewed, the stage at hand of each item, one hard spot,
 * something whole to end with, a rest at least every twenty minutes; never over the minutes given. Errors: `sitting-wrong`
 * for fewer than 5 or more than 120 minutes, or nothing to practise.
 * @example
 * planSitting([], { minutes: 20, discomfort: false }).ok // => false
 */
export const planSitting = (
  items: readonly SittingItem[],
  { minutes: asked, discomfort }: { readonly minutes: number; readonly discomfort: boolean },
): Result<Sitting> => {
  if (!(asked >= PLAN.least && asked <= PLAN.most))
    return failure(
      problem('sitting-wrong', {
        problem: message('reason.session-length', { least: PLAN.least, most: PLAN.most, minutes: asked }),
      }),
    );
  if (items.length === 0) return failure(problem('sitting-wrong', { problem: message('reason.nothing-assigned') }));
  const minutes = discomfort ? Math.max(PLAN.least, Math.floor(asked * PLAN.light)) : Math.floor(asked);
  const share = { items, minutes };
  const begin: readonly SittingLine[] = [
    {
      kind: 'position',
      item: null,
      name: message('session-line.position'),
      minutes: 1,
      why: message('session-line.position.why'),
    },
    {
      kind: 'warm-up',
      item: null,
      name: message('session-line.warm-up'),
      minutes: whole(minutes * PLAN.warmUp),
      why: message('session-line.warm-up.why'),
    },
  ];
  const [reviews, hard, end] = [reviewLines(share), discomfort ? [] : hardLine(share), endLine(share)];
  const open = items.filter(({ stage }) => stage !== null);
  const spent = [...begin, ...reviews, ...hard, ...end].reduce((sum, line) => sum + line.minutes, 0);
  const each = open.length > 0 ? whole((minutes - spent) / open.length) : 0;
  const stages = open.map((item) =>
    stageLine(
      item,
      each,
      message('session-line.why', { state: item.fresh ? 'new' : item.stuck ? 'stuck' : 'current' }),
    ),
  );
  const lines = fitted(withRests([...begin, ...reviews, ...stages, ...hard, ...end]), minutes);
  return success({
    lines,
    minutes: lines.reduce((sum, line) => sum + line.minutes, 0),
    caution: discomfort ? CAUTION_AFTER_DISCOMFORT : CAUTION,
  });
};
