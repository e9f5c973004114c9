import { actuatorOf, isFinger, type Digit } from '../../pattern/index.ts';
import { thumbFromOf, type School } from '../school.ts';
import type { StrokeCost } from './cost.ts';

/**
 * Distance in strings to the nearest home; 0 for a digit that is at home everywhere.
 * @example
 * distanceToHomeString(4, [1, 2]) // => 2
 */
export const distanceToHomeString = (string: number, homes: readonly number[]): number =>
  homes.length === 0 ? 0 : Math.min(...homes.map((home) => Math.abs(home - string)));

const hasTremoloFingers = ({ digits }: School): boolean => digits.includes('a') && digits.includes('i');

/** Distance in strings from the digit's home; a run on one string has its fingers wherever it is. */
export const homeStringCost: StrokeCost = {
  category: 'home',
  cost: ({ digit, string, isInRun, tremolo, isOverBass, harp, tapped, isBesideHarp }, { school, strings }) => {
    // Over a harmonic or a tap the hand goes where the fret is: no string is anybody's home.
    if (harp) return 0;
    if (tapped) return TAPPING_PENALTIES[digit] ?? 0;
    if (isBesideHarp && digit === 'i') return TOUCHING_INDEX_PENALTY;
    if (isOverBass && school.isBassReservedForThumb) return digit === 'p' ? THUMB_IN_CHORD_PENALTY : 0;
    if (!isInRun || !isFinger(digit))
      return school.weights.home * distanceToHomeString(string, school.home(digit, strings));
    const other = tremolo && hasTremoloFingers(school) && digit !== tremolo;
    return other ? TREMOLO_FINGERING_PENALTY : 0;
  },
};

/** What it costs to pluck with the index that is on its way to a harmonic or comes from one (est.). */
const TOUCHING_INDEX_PENALTY = 8;

/** What it costs to tap with another finger than index or middle: the ring finger is weaker, the little one more so. */
const TAPPING_PENALTIES: Readonly<Partial<Record<Digit, number>>> = { m: 0.5, a: 2, c: 4 };

/** What it costs to play with the thumb what lies over the bass it has just struck (est.). */
const THUMB_IN_CHORD_PENALTY = 8;

/** What it costs to play a run of three between thumb strokes with other fingers than ring, middle, index (est.). */
const TREMOLO_FINGERING_PENALTY = 2;

/** What breaking a school's rule costs: more than any comfort, less than what no hand can do (est.). */
const RULE_PENALTY = 30;

/** The thumb off the basses, or a finger on them, in schools where the thumb owns the basses; chords go as they can. */
export const bassReservedForThumbCost: StrokeCost = {
  category: 'rule',
  cost: ({ digit, string, isInChord, isInRun, isThumbRole, harp, tapped }, { school }) => {
    if (!school.isBassReservedForThumb || isInChord || isThumbRole || harp || tapped) return 0;
    const isBass = string >= thumbFromOf(school);
    if (digit === 'p') return isBass || school.isThumbFreeOnTrebles ? 0 : RULE_PENALTY;
    return isBass && !isInRun ? RULE_PENALTY : 0;
  },
};

/** What it costs to give an edge of a group to the other half of the hand: less than a broken rule (est.). */
const GROUP_EDGE_PENALTY = 8;

/** What it costs to turn on string 1 with another finger than the school does (est.). */
const TURN_PENALTY = 0.5;

/** The lowest of a group with a finger, or the highest with the pick, in schools that share groups so. */
export const groupEdgeCost: StrokeCost = {
  category: 'home',
  cost: ({ digit, groupEdge, string }, { school: { groupEdges, turningFinger } }) => {
    if (!groupEdge) return 0;
    if (turningFinger && groupEdge === 'high' && string === 1) return digit === turningFinger ? 0 : TURN_PENALTY;
    if (!groupEdges) return 0;
    const isPick = actuatorOf(digit) === 'pick';
    const isWrong = groupEdge === 'low' ? groupEdges.low && !isPick : groupEdges.high && isPick;
    return isWrong ? GROUP_EDGE_PENALTY : 0;
  },
};

/** What it costs a finger to play in a run on one of the thumb's strings, where that is the thumb's alone (est.). */
const THUMB_RUN_PENALTY = 3;

/** A finger in a run of three and more on one string of the thumb, in schools whose digits may go anywhere. */
export const thumbRunCost: StrokeCost = {
  category: 'home',
  cost: ({ digit, isInThumbRun }, { school }) =>
    school.isThumbAloneOnItsStrings && isInThumbRun && isFinger(digit) ? THUMB_RUN_PENALTY : 0,
};

/** What a digit costs by itself: the ring and the little finger are weaker. */
export const weakDigitCost: StrokeCost = {
  category: 'ease',
  cost: ({ digit }, { school }) => school.weights.ease[digit] ?? 0,
};

/** The thumb above the bass strings. */
export const thumbOnTrebleCost: StrokeCost = {
  category: 'thumb-up',
  cost: ({ digit, string, harp }, { school }) =>
    digit === 'p' && !harp ? school.weights.thumbUp * Math.max(0, thumbFromOf(school) - string) : 0,
};

/** Opening with an upstroke where the school counts from a downstroke. */
export const openingUpstrokeCost: StrokeCost = {
  category: 'pick-change',
  cost: ({ digit, isFirstOfTask }, { school }) => (isFirstOfTask && digit === 'up' ? school.weights.openingUp : 0),
};

/** The pick against the grid, in schools that count down and up by where a stroke falls in the beat. */
export const pickAgainstGridCost: StrokeCost = {
  category: 'pick-change',
  cost: ({ digit, isOffGrid }, { school }) => {
    const against = (digit === 'down' && isOffGrid) || (digit === 'up' && !isOffGrid);
    return against ? school.weights.gridTurn : 0;
  },
};

/** A weak stroke on an accent: the pick upward, the ring, the little finger. */
export const weakAccentCost: StrokeCost = {
  category: 'accent',
  cost: ({ digit, accent }, { school }) => {
    if (!accent) return 0;
    if (digit === 'up' || digit === 'c') return school.weights.weakAccent;
    return digit === 'a' ? school.weights.weakAccent / 2 : 0;
  },
};

/** Another finger than the chosen one opening the fingers' line. */
export const leadFingerCost: StrokeCost = {
  category: 'lead',
  cost: ({ digit, isLeadStroke }, { school }) => {
    const { lead } = school;
    return isLeadStroke && lead && isFinger(digit) && digit !== lead ? school.weights.lead : 0;
  },
};
