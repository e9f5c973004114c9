import { message, type Label, type Message } from '../../message/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';

/** One item as a sitting sees it. */
export interface SessionItem {
  readonly id: string;
  readonly name: string;
  /** The stage at hand, and its tempo; null where the item is through. */
  readonly stage: { readonly name: Label; readonly tempo: number | null } | null;
  readonly isStuck: boolean;
  /** Whether it is due to be reviewed. */
  readonly isDue: boolean;
  /** Whether nothing was ever practised of it. */
  readonly isNew: boolean;
}

/** One line of a plan: what, for how long, and why. */
export interface SessionBlock {
  readonly kind: 'position' | 'warm-up' | 'review' | 'stage' | 'hard-spot' | 'rest' | 'whole';
  readonly item: string | null;
  readonly name: Message;
  readonly minutes: number;
  readonly reason: Message;
}

/** A plan for one sitting. */
export interface SessionPlan {
  readonly blocks: readonly SessionBlock[];
  readonly minutes: number;
  /** What to mind before beginning. */
  readonly caution: Message;
}

/** Shares of the minutes, and where a rest comes (est.). */
const SESSION_SHARES = {
  least: 5,
  most: 120,
  warmUp: 0.1,
  reviews: 0.25,
  hard: 0.2,
  whole: 0.15,
  rest: 20,
  light: 0.6,
} as const;

/** What is said before practice: warm up, loosen, stop at pain. Never a diagnosis. */
export const WARM_UP_ADVICE: Message = message('session.caution');

/** What is said where discomfort was spoken of in the last sitting. */
export const PAIN_ADVICE: Message = message('session.caution-after-pain');

const toWholeMinutes = (minutes: number): number => Math.max(1, Math.floor(minutes));

const stageName = ({ name, stage }: SessionItem): Message => {
  if (!stage) return message('session-line.play-through', { name });
  return stage.tempo === null
    ? message('session-line.stage-untimed', { name, stage: stage.name })
    : message('session-line.stage', { name, stage: stage.name, tempo: stage.tempo });
};

const createStageBlock = (item: SessionItem, minutes: number, why: Message): SessionBlock => ({
  kind: 'stage',
  item: item.id,
  name: stageName(item),
  minutes,
  reason: why,
});

/** Rests between lines, so that no stretch is longer than it may be. */
const insertBreaks = (lines: readonly SessionBlock[]): readonly SessionBlock[] => {
  let since = 0;
  return lines.flatMap((line) => {
    const rest = since > 0 && since + line.minutes > SESSION_SHARES.rest;
    since = rest ? line.minutes : since + line.minutes;
    const pause: SessionBlock = {
      kind: 'rest',
      item: null,
      name: message('session-line.rest'),
      minutes: 1,
      reason: message('session-line.rest.why'),
    };
    return rest ? [pause, line] : [line];
  });
};

/** Takes minutes from the longest lines until the plan fits; a line that would be nothing goes. */
const fitToMinutes = (lines: readonly SessionBlock[], minutes: number): readonly SessionBlock[] => {
  const left = [...lines];
  const total = (): number => left.reduce((sum, line) => sum + line.minutes, 0);
  while (total() > minutes && left.length > 1) {
    const longest = left.reduce(
      (at, line, index) => (line.minutes > (left[at] as SessionBlock).minutes ? index : at),
      0,
    );
    const line = left[longest] as SessionBlock;
    if (line.minutes > 1) left[longest] = { ...line, minutes: line.minutes - 1 };
    else left.splice(left.length - 1, 1);
  }
  return left;
};

const stateOf = ({ isNew, isStuck }: SessionItem): 'new' | 'stuck' | 'current' => {
  if (isNew) return 'new';
  return isStuck ? 'stuck' : 'current';
};

interface TimeShare {
  readonly items: readonly SessionItem[];
  readonly minutes: number;
}

const createReviewBlocks = ({ items, minutes }: TimeShare): readonly SessionBlock[] =>
  items
    .filter(({ isDue }) => isDue)
    .slice(0, Math.max(1, Math.floor((minutes * SESSION_SHARES.reviews) / 2)))
    .map(({ id, name }): SessionBlock => ({
      kind: 'review',
      item: id,
      name: message('session-line.review', { name }),
      minutes: 2,
      reason: message('session-line.review.why'),
    }));

const createTroubleSpotBlock = ({ items, minutes }: TimeShare): readonly SessionBlock[] => {
  const stuck = items.find((item) => item.isStuck && item.stage);
  if (!stuck) return [];
  return [
    {
      kind: 'hard-spot',
      item: stuck.id,
      name: message('session-line.hard-spot', { name: stuck.name }),
      minutes: toWholeMinutes(minutes * SESSION_SHARES.hard),
      reason: message('session-line.hard-spot.why'),
    },
  ];
};

const createRunThroughBlock = ({ items, minutes }: TimeShare): readonly SessionBlock[] => {
  const known = items.find(({ stage, isNew }) => stage === null && !isNew) ?? items.find(({ isNew }) => !isNew);
  return known
    ? [
        {
          kind: 'whole',
          item: known.id,
          name: message('session-line.play-through', { name: known.name }),
          minutes: toWholeMinutes(minutes * SESSION_SHARES.whole),
          reason: message('session-line.play-through.why'),
        },
      ]
    : [];
};

/**
 * A plan for one sitting: position and warm-up, what is due to be reviewed, the stage at hand of each item, one hard
 * spot, something whole to end with, a rest at least every twenty minutes; never over the minutes given. Errors:
 * `sitting-wrong`
 * for fewer than 5 or more than 120 minutes, or nothing to practise.
 * @example
 * planSession([], { minutes: 20, discomfort: false }).ok // => false
 */
export const planSession = (
  items: readonly SessionItem[],
  { minutes: asked, discomfort }: { readonly minutes: number; readonly discomfort: boolean },
): Result<SessionPlan> => {
  if (!(asked >= SESSION_SHARES.least && asked <= SESSION_SHARES.most))
    return failure(
      createProblem('sitting-wrong', {
        problem: message('reason.session-length', {
          least: SESSION_SHARES.least,
          most: SESSION_SHARES.most,
          minutes: asked,
        }),
      }),
    );
  if (items.length === 0)
    return failure(createProblem('sitting-wrong', { problem: message('reason.nothing-assigned') }));
  const minutes = discomfort
    ? Math.max(SESSION_SHARES.least, Math.floor(asked * SESSION_SHARES.light))
    : Math.floor(asked);
  const share = { items, minutes };
  const begin: readonly SessionBlock[] = [
    {
      kind: 'position',
      item: null,
      name: message('session-line.position'),
      minutes: 1,
      reason: message('session-line.position.why'),
    },
    {
      kind: 'warm-up',
      item: null,
      name: message('session-line.warm-up'),
      minutes: toWholeMinutes(minutes * SESSION_SHARES.warmUp),
      reason: message('session-line.warm-up.why'),
    },
  ];
  const [reviews, hard, end] = [
    createReviewBlocks(share),
    discomfort ? [] : createTroubleSpotBlock(share),
    createRunThroughBlock(share),
  ];
  const open = items.filter(({ stage }) => stage !== null);
  const spent = [...begin, ...reviews, ...hard, ...end].reduce((sum, line) => sum + line.minutes, 0);
  const each = open.length > 0 ? toWholeMinutes((minutes - spent) / open.length) : 0;
  const stages = open.map((item) =>
    createStageBlock(item, each, message('session-line.why', { state: stateOf(item) })),
  );
  const lines = fitToMinutes(insertBreaks([...begin, ...reviews, ...stages, ...hard, ...end]), minutes);
  return success({
    blocks: lines,
    minutes: lines.reduce((sum, line) => sum + line.minutes, 0),
    caution: discomfort ? PAIN_ADVICE : WARM_UP_ADVICE,
  });
};
