import { message } from '../message/index.ts';
import { failure, problem, success, type Result } from '../errors/index.ts';

/** One item as a sitting sees it. */
export interface SittingItem {
  readonly id: string;
  readonly name: string;
  /** The stage at hand, and its tempo; null where the item is through. */
  readonly stage: { readonly key: string; readonly name: string; readonly tempo: number | null } | null;
  readonly stuck: boolean;
  /** Whether it is due to be reviewed. */
  readonly due: boolean;
  /** Whether nothing was ever practised of it. */
  readonly fresh: boolean;
}

/** One line of a plan: what, for how long, and why. */
export interface SittingLine {
  readonly kind: 'position' | 'warm-up' | 'review' | 'stage' | 'hard spot' | 'rest' | 'whole';
  readonly item: string | null;
  readonly name: string;
  readonly minutes: number;
  readonly why: string;
}

/** A plan for one sitting. */
export interface Sitting {
  readonly lines: readonly SittingLine[];
  readonly minutes: number;
  /** What to mind before beginning. */
  readonly caution: string;
}

/** Shares of the minutes, and where a rest comes (est.). */
const PLAN = { least: 5, most: 120, warmUp: 0.1, reviews: 0.25, hard: 0.2, whole: 0.15, rest: 20, light: 0.6 } as const;

/** What is said before practice: warm up, loosen, stop at pain. Never a diagnosis. */
export const CAUTION = 'Warm up, keep the grip loose, and stop at pain.';

/** What is said where discomfort was spoken of in the last sitting. */
export const CAUTION_AFTER_DISCOMFORT =
  'Something hurt last time: this plan is lighter. Numbness, or pain that lasts, is for a physician or a therapist.';

const whole = (minutes: number): number => Math.max(1, Math.floor(minutes));

const stageLine = ({ id, name, stage }: SittingItem, minutes: number, why: string): SittingLine => ({
  kind: 'stage',
  item: id,
  name: stage ? `${name}: ${stage.name}${stage.tempo === null ? '' : ` at ${stage.tempo}`}` : name,
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
      name: 'Rest',
      minutes: 1,
      why: 'The hand rests before it has to.',
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
      name: `${name}, twice clean`,
      minutes: 2,
      why: 'It was learnt, and would soon be forgotten.',
    }));

const hardLine = ({ items, minutes }: Share): readonly SittingLine[] => {
  const stuck = items.find((item) => item.stuck && item.stage);
  if (!stuck) return [];
  const name = `The hardest change of ${stuck.name}, alone`;
  return [
    { kind: 'hard spot', item: stuck.id, name, minutes: whole(minutes * PLAN.hard), why: 'It does not get on there.' },
  ];
};

const endLine = ({ items, minutes }: Share): readonly SittingLine[] => {
  const known = items.find(({ stage, fresh }) => stage === null && !fresh) ?? items.find(({ fresh }) => !fresh);
  return known
    ? [
        {
          kind: 'whole',
          item: known.id,
          name: `${known.name}, through`,
          minutes: whole(minutes * PLAN.whole),
          why: 'Something whole to end with.',
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
    { kind: 'position', item: null, name: 'Position', minutes: 1, why: 'Before anything sounds.' },
    {
      kind: 'warm-up',
      item: null,
      name: 'Warm up: open strings, slowly',
      minutes: whole(minutes * PLAN.warmUp),
      why: 'Cold hands learn slowly and hurt easily.',
    },
  ];
  const [reviews, hard, end] = [reviewLines(share), discomfort ? [] : hardLine(share), endLine(share)];
  const open = items.filter(({ stage }) => stage !== null);
  const spent = [...begin, ...reviews, ...hard, ...end].reduce((sum, line) => sum + line.minutes, 0);
  const each = open.length > 0 ? whole((minutes - spent) / open.length) : 0;
  const stages = open.map((item) =>
    stageLine(item, each, item.fresh ? 'It is new.' : item.stuck ? 'It waits for a change.' : 'The stage at hand.'),
  );
  const lines = fitted(withRests([...begin, ...reviews, ...stages, ...hard, ...end]), minutes);
  return success({
    lines,
    minutes: lines.reduce((sum, line) => sum + line.minutes, 0),
    caution: discomfort ? CAUTION_AFTER_DISCOMFORT : CAUTION,
  });
};
