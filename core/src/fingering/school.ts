import type { Label, Message } from '../message/message.ts';
import { USUAL_THUMB_FROM } from '../instrument/index.ts';
import { actuatorOf, type Digit } from '../pattern/index.ts';

/** What holds the strings: bare fingers, a thumb pick with fingers, a flat pick with fingers, a flat pick alone. */
export type Grip = 'fingers' | 'thumb-pick' | 'flat-pick-and-fingers' | 'flat-pick';

/** How much each thing costs in a school. All are estimates to be calibrated (docs/checks.md). */
export interface PenaltyWeights {
  /** For each string a digit is away from its home. */
  readonly home: number;
  /** For using a digit at all. */
  readonly ease: Readonly<Partial<Record<Digit, number>>>;
  /** For each string the thumb goes above the bass strings. */
  readonly thumbUp: number;
  /** A finger playing twice running; faded by the time between. */
  readonly repeat: number;
  /** The thumb playing twice running; faded. */
  readonly thumbRepeat: number;
  /** Whether a finger counts as playing twice running with only thumb strokes in between. */
  readonly runsAcrossThumb: boolean;
  /** A higher digit on a lower-pitched string than a lower digit; faded. */
  readonly cross: number;
  /** For each string two fingers are off their natural gap; faded. */
  readonly span: number;
  /** When a digit needs all the time there is. */
  readonly rush: number;
  /** Pick changes of string; faded. */
  readonly outside: number;
  readonly inside: number;
  readonly sweep: number;
  readonly against: number;
  /** For each string the pick passes over; faded. */
  readonly skip: number;
  /** The pick going the same way twice without a sweep; faded. */
  readonly sameDirection: number;
  /** Breaking the strict down, up, down, up; not faded, and counted anew where the task opens. */
  readonly strictTurn: number;
  /** Opening with an upstroke. */
  readonly openingUp: number;
  /** The pick against what the grid asks for: down on the parts that are counted, up between them. */
  readonly gridTurn: number;
  /** An accent on an upstroke or the little finger; half of it on the ring. */
  readonly weakAccent: number;
  /** Another finger than the lead opening the fingers' line. */
  readonly lead: number;
  /** Coming back toward the bass, string by string, with another digit where the school would rake; faded. */
  readonly returning: number;
  /** Pick and middle on neighbouring strings; faded. */
  readonly confined: number;
  /** A finger raking on to the next string in place of playing twice running; undefined where it may not. */
  readonly rake?: number;
  /** One digit over a further string at the same time. */
  readonly brush: number;
  /** For each string a finger moves from its stroke to its next; faded. */
  readonly move: number;
  /** The pick taking a second string of a group toward the treble, where fingers are free for it; faded. */
  readonly pickAgain: number;
  /** A pick going up on its way toward the treble, or down toward the bass. */
  readonly towards: number;
  /** A figure that comes back with another digit than the first time. */
  readonly consistency: number;
}

/** What a school knows about a stroke when it says which digits may play it. */
export interface DigitRuleContext {
  readonly string: number;
  /** How many strings the instrument has. */
  readonly strings: number;
  /** How many strings are struck at this time. */
  readonly together: number;
  /** Whether the stroke belongs to a line on the bass strings rather than to a pulse. */
  readonly line?: boolean;
  /** The highest string of the thumb, where it is not 4. */
  readonly thumbFrom?: number;
  /** Whether it falls on a beat. */
  readonly isOnBeat?: boolean;
}

/**
 * The highest string that is the thumb's in a school on an instrument.
 * @example
 * thumbFromOf(resolveSchoolOrThrow({ school: 'rolling' })) // => 4
 */
export const thumbFromOf = ({ thumbFrom }: Pick<School, 'thumbFrom'>): number => thumbFrom ?? USUAL_THUMB_FROM;

/** Which way a school rakes: fingers toward the bass, the thumb toward the treble. */
export type RakeDirection = 'both' | 'fingers' | 'thumb';

/** A named choice within a school, where its teachers disagree. */
export interface SchoolVariant {
  readonly key: string;
  readonly name: Label;
  readonly rule: Message;
  /** What differs from the school it belongs to. */
  readonly change: (
    school: School,
  ) => Partial<
    Pick<
      School,
      'digits' | 'home' | 'isDigitAllowed' | 'weights' | 'lead' | 'rakes' | 'grips' | 'groupEdges' | 'pickRuns'
    >
  >;
}

/** A figure that shows a school: strings in time order, how many to a beat, the chord under them. */
export interface SchoolExample {
  readonly figure: string;
  readonly subdivision: number;
  readonly chord?: string;
}

/** A policy for the solver: which digits there are, where each is at home, and what costs how much. */
export interface School {
  readonly key: string;
  readonly name: Label;
  readonly grips: readonly Grip[];
  /** The rule in a sentence a teacher would say. */
  readonly rule: Message;
  /** What and whom it is good for. */
  readonly suits: Message;
  /** Figures that show the rule (common practice, no source). */
  readonly examples: readonly SchoolExample[];
  readonly digits: readonly Digit[];
  /** Strings where a digit is at home; the cost of leaving grows with the distance to the nearest. */
  readonly home: (digit: Digit, strings: number) => readonly number[];
  /** Hard rules; where they leave no digit at all they are set aside, and that is said. */
  readonly isDigitAllowed: (digit: Digit, setting: DigitRuleContext) => boolean;
  readonly weights: PenaltyWeights;
  /** Whether the basses are the thumb's and the trebles the fingers', chords apart. */
  readonly isBassReservedForThumb?: boolean;
  /** Whether the thumb may leave its strings in such a school, for what it costs. */
  readonly isThumbFreeOnTrebles?: boolean;
  /** The highest string of the thumb, where the instrument gives it others than 4 and lower. */
  readonly thumbFrom?: number;
  /**
   * Which edge of a group is whose in schools that pick beside fingers: the lowest the pick's, the highest a finger's.
   */
  readonly groupEdges?: { readonly low?: 'pick'; readonly high?: 'finger' };
  /** The finger that takes string 1 where a figure turns there. */
  readonly turningFinger?: Digit;
  /** What the pick does where it plays twice running beside fingers: it turns, or it never does. */
  readonly pickRuns?: 'turn' | 'never';
  /** Whether what runs on one of the thumb's strings is the thumb's, though all digits may go there. */
  readonly isThumbAloneOnItsStrings?: boolean;
  /** The finger that opens a line, where the school says. */
  readonly lead?: Digit;
  readonly rakes?: RakeDirection;
  /** The whole hand goes along over the strings, so that fingers cross only when one follows the other at once. */
  readonly hasMovingHand?: boolean;
  /** Whether its rule tells strokes on a beat from others. */
  readonly playsBeatsApart?: boolean;
  /** Whether the other hand sounds what follows the first note of a run on one string; or only up to the next beat. */
  readonly slurs?: boolean | 'within-beats';
  readonly variants?: readonly SchoolVariant[];
}

/** Weights every school starts from (est.). */
export const DEFAULT_PENALTY_WEIGHTS: PenaltyWeights = {
  home: 1.5,
  ease: { a: 0.3, c: 1.2, up: 0.2 },
  thumbUp: 0.6,
  repeat: 3.75,
  thumbRepeat: 0.9,
  runsAcrossThumb: false,
  cross: 3,
  span: 0.5,
  rush: 4,
  outside: 0.5,
  inside: 1.6,
  sweep: 0.15,
  against: 2,
  skip: 0.3,
  sameDirection: 1,
  strictTurn: 0,
  openingUp: 0,
  gridTurn: 0,
  weakAccent: 0.6,
  lead: 60,
  returning: 0,
  confined: 0,
  brush: 1,
  move: 0.3,
  pickAgain: 0,
  towards: 0,
  consistency: 1,
};

/**
 * Whether the pick's direction is counted through whatever its fingers play in between.
 * @example
 * hasContinuousPickDirection(resolveSchoolOrThrow({ school: 'hybrid:pick-alternating' })) // => true
 */
export const hasContinuousPickDirection = ({ weights, digits }: School): boolean =>
  weights.strictTurn > 0 && digits.some((digit) => actuatorOf(digit) !== 'pick');

/**
 * Strings from one number down to another, e.g. 6 to 4.
 * @example
 * stringRange(6, 4).join(' ') // => '6 5 4'
 */
export const stringRange = (lowest: number, highest: number): readonly number[] => {
  const known = stringRangeCache.get(lowest * 16 + highest);
  if (known) return known;
  const made = Array.from({ length: Math.max(0, lowest - highest + 1) }, (_, index) => lowest - index);
  stringRangeCache.set(lowest * 16 + highest, made);
  return made;
};

/** Asked for with every stroke: made once for each pair. */
const stringRangeCache = new Map<number, readonly number[]>();

/**
 * The bass strings of any instrument: N to 4.
 * @example
 * listBassStringNumbers(6).join(' ') // => '6 5 4'
 */
export const listBassStringNumbers = (strings: number): readonly number[] => stringRange(strings, 4);

/**
 * A school without hard rules.
 * @example
 * allowAnyDigit() // => true
 */
export const allowAnyDigit = (): boolean => true;
