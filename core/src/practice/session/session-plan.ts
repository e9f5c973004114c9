import { message, type Label, type Message } from '../../message/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { clamp } from '../../statistics/index.ts';

/** A stage, and its tempo in beats per minute; null where it has none, as it is done once. */
export interface SessionStage {
  readonly name: Label;
  readonly tempo: number | null;
}

/** One item as a sitting sees it. */
export interface SessionItem {
  readonly id: string;
  readonly name: string;
  /** The stage at hand, and its tempo; null where the item is through. */
  readonly stage: SessionStage | null;
  /** The stage after it: what comes once a stage without attempts is done. */
  readonly next?: SessionStage | null;
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

/**
 * Shares of the minutes, the longest block, the most of one item and the least that is worth it, minutes of a stage
 * that is done once, and where a rest comes (est.). Blocks of several items alternate, which is remembered better than
 * one after the other (contextual interference: Shea & Morgan, Journal of Experimental Psychology: Human Learning and
 * Memory 5(2), 1979); what is new comes first, while it is blocked for beginners.
 */
const SESSION_RULES = {
  least: 5,
  most: 120,
  warmUp: { share: 0.1, least: 1, most: 5 },
  reviews: 0.25,
  hard: { share: 0.2, least: 1, most: 8 },
  whole: { share: 0.15, least: 1, most: 8 },
  block: 8,
  item: { least: 3, most: 24 },
  onceOnly: 2,
  rest: 20,
  light: 0.6,
} as const;

/** What is said before practice: warm up, loosen, stop at pain. Never a diagnosis. */
export const WARM_UP_ADVICE: Message = message('session.caution');

/** What is said where discomfort was spoken of in the last sitting. */
export const PAIN_ADVICE: Message = message('session.caution-after-pain');

interface ShareRule {
  readonly share: number;
  readonly least: number;
  readonly most: number;
}

const minutesFor = (minutes: number, rule: ShareRule): number => clamp(Math.floor(minutes * rule.share), rule);

const stageName = (name: string, { name: stage, tempo }: SessionStage): Message =>
  tempo === null
    ? message('session-line.stage-untimed', { name, stage })
    : message('session-line.stage', { name, stage, tempo });

/** Rests between lines, so that no stretch is longer than it may be. */
const insertBreaks = (lines: readonly SessionBlock[]): readonly SessionBlock[] => {
  let since = 0;
  return lines.flatMap((line) => {
    const rest = since > 0 && since + line.minutes > SESSION_RULES.rest;
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

/** A block of a stage; what was in the block before is said to come again. */
const createStageBlock = (item: SessionItem, stage: SessionStage, minutes: number, isAgain = false): SessionBlock => ({
  kind: 'stage',
  item: item.id,
  name: stageName(item.name, stage),
  minutes,
  reason: isAgain ? message('session-line.again') : message('session-line.why', { state: stateOf(item) }),
});

/** Minutes in blocks as even as can be, none longer than a block may be. */
const splitMinutes = (minutes: number): readonly number[] => {
  const count = Math.ceil(minutes / SESSION_RULES.block);
  return Array.from({ length: count }, (_, index) => Math.floor((minutes + index) / count));
};

/** The blocks of one item: a stage that is done once is short, and the one after it has the rest. */
const blocksOf = (item: SessionItem, minutes: number): readonly SessionBlock[] => {
  if (!item.stage) return [];
  const isOnce = item.stage.tempo === null;
  const first = isOnce ? [createStageBlock(item, item.stage, Math.min(minutes, SESSION_RULES.onceOnly))] : [];
  const stage = isOnce ? item.next : item.stage;
  const left = minutes - (isOnce ? SESSION_RULES.onceOnly : 0);
  return stage && left > 0
    ? [...first, ...splitMinutes(left).map((part, index) => createStageBlock(item, stage, part, index > 0))]
    : first;
};

const createStageBlocks = (items: readonly SessionItem[], minutes: number): readonly SessionBlock[] => {
  const open = items.filter(({ stage }) => stage !== null).sort((a, b) => Number(b.isNew) - Number(a.isNew));
  const chosen = open.slice(0, Math.max(1, Math.floor(minutes / SESSION_RULES.item.least)));
  const each = Math.min(SESSION_RULES.item.most, minutes / Math.max(1, chosen.length));
  const parts = chosen.map((item, index) => {
    const share = Math.floor(each * (index + 1)) - Math.floor(each * index);
    return blocksOf(item, Math.max(1, share));
  });
  const rounds = Math.max(0, ...parts.map(({ length }) => length));
  return Array.from({ length: rounds }, (_, round) => parts.flatMap((blocks) => blocks[round] ?? [])).flat();
};

/** Blocks with others between those that are of one item; what is left over comes first. */
const interleave = (blocks: readonly SessionBlock[], others: readonly SessionBlock[]): readonly SessionBlock[] => {
  const isGap = (index: number): boolean => index > 0 && blocks[index]?.item === blocks[index - 1]?.item;
  const gaps = blocks.filter((_, index) => isGap(index)).length;
  const [before, between] = [others.slice(0, Math.max(0, others.length - gaps)), others.slice(-gaps || others.length)];
  let used = 0;
  const mixed = blocks.flatMap((block, index) => {
    const other = isGap(index) ? between[used++] : undefined;
    return other ? [other, block] : [block];
  });
  return [...before, ...mixed];
};

interface TimeShare {
  readonly items: readonly SessionItem[];
  readonly minutes: number;
}

const createReviewBlocks = ({ items, minutes }: TimeShare): readonly SessionBlock[] =>
  items
    .filter(({ isDue }) => isDue)
    .slice(0, Math.max(1, Math.floor((minutes * SESSION_RULES.reviews) / 2)))
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
      minutes: minutesFor(minutes, SESSION_RULES.hard),
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
          minutes: minutesFor(minutes, SESSION_RULES.whole),
          reason: message('session-line.play-through.why'),
        },
      ]
    : [];
};

const openingBlock = (kind: 'position' | 'warm-up', minutes: number): SessionBlock => ({
  kind,
  item: null,
  name: message(kind === 'position' ? 'session-line.position' : 'session-line.warm-up'),
  minutes,
  reason: message(kind === 'position' ? 'session-line.position.why' : 'session-line.warm-up.why'),
});

/** What is at its position check has minutes of its own for that, and is warm-up enough. */
const createOpening = (minutes: number, isAtPosition: boolean): readonly SessionBlock[] => {
  const position = openingBlock('position', 1);
  return isAtPosition ? [position] : [position, openingBlock('warm-up', minutesFor(minutes, SESSION_RULES.warmUp))];
};

const createBlocks = (items: readonly SessionItem[], minutes: number, discomfort: boolean): readonly SessionBlock[] => {
  const share = { items, minutes };
  const isAtPosition = items.every(({ stage }) => stage?.tempo === null);
  const opening = createOpening(minutes, isAtPosition);
  const others = [...createReviewBlocks(share), ...(discomfort ? [] : createTroubleSpotBlock(share))];
  const end = createRunThroughBlock(share);
  const spent = [...opening, ...others, ...end].reduce((sum, line) => sum + line.minutes, 0);
  const rests = Math.floor((minutes - 1) / SESSION_RULES.rest);
  const stages = createStageBlocks(items, Math.max(1, minutes - spent - rests));
  return fitToMinutes(insertBreaks([...opening, ...interleave(stages, others), ...end]), minutes);
};

/**
 * A plan for one sitting: position and warm-up, what is due to be reviewed, the stage at hand of each item in blocks of
 * at most eight minutes that alternate, one hard spot, something whole to end with, a rest at least every twenty
 * minutes; never over the minutes given, and under them where more of the same would not help. Errors: `sitting-wrong`
 * for fewer than 5 or more than 120 minutes, or nothing to practise.
 * @example
 * planSession([], { minutes: 20, discomfort: false }).ok // => false
 */
export const planSession = (
  items: readonly SessionItem[],
  { minutes: asked, discomfort }: { readonly minutes: number; readonly discomfort: boolean },
): Result<SessionPlan> => {
  const { least, most, light } = SESSION_RULES;
  const refuse = (problem: Message): Result<SessionPlan> => failure(createProblem('sitting-wrong', { problem }));
  if (!(asked >= least && asked <= most))
    return refuse(message('reason.session-length', { least, most, minutes: asked }));
  if (items.length === 0) return refuse(message('reason.nothing-assigned'));
  const minutes = discomfort ? Math.max(least, Math.floor(asked * light)) : Math.floor(asked);
  const blocks = createBlocks(items, minutes, discomfort);
  return success({
    blocks,
    minutes: blocks.reduce((sum, line) => sum + line.minutes, 0),
    caution: discomfort ? PAIN_ADVICE : WARM_UP_ADVICE,
  });
};
