import type { Message } from '../../message/index.ts';
import { actuatorOf, type Actuator } from '../../pattern/index.ts';
import { robustStandardDeviation } from '../../statistics/index.ts';
import { describeScorePosition, type Score } from '../../score/index.ts';
import type { TakeReference, ReferenceStroke } from '../model/reference.ts';
import type { AlignedStroke, TakeAlignment } from '../model/take-alignment.ts';

/** How one digit played in a take. */
export interface ActuatorStatistics {
  readonly striker: Actuator;
  readonly strokes: number;
  /** Whether enough of them are placed surely enough for their evenness to be told. */
  readonly placed: boolean;
  /** Whether its lateness can be told too: against itself alone nobody is late. */
  readonly timed: boolean;
  /** Median seconds after the player's own pulse, against all digits; early is negative. */
  readonly lateness: number;
  /** Spread of that, in seconds. */
  readonly spread: number;
  /** Median decibels against all digits. */
  readonly decibels: number;
  /** Notes that did not come, and notes that came on another string. */
  readonly missed: number;
  readonly wrong: number;
}

/** Something to say of a take, and one thing to do. */
export interface TakeDiagnostic {
  readonly message: Message;
  /** The figures behind it, where there are any. */
  readonly details?: Message;
  readonly advice: Message;
  /** Names of the strokes it is about, in the document. */
  readonly strokes: readonly string[];
  /** How probable it is that it is so, 0 to 1; takes that were judged by an older engine do not say. */
  readonly confidence?: number;
}

/** From what on something is said (est.): seconds, decibels, shares, strokes. */
export const TAKE_DIAGNOSTIC_THRESHOLDS = {
  asynchronySeconds: 0.012,
  apartSeconds: 0.018,
  // Sound needs more: the attacks of sampled strings differ by up to 12 ms (docs/takes.md).
  soundAsynchronySeconds: 0.017,
  soundApartSeconds: 0.022,
  spreadSeconds: 0.03,
  // Strings and microphones differ by about 3 dB between pitches: less says nothing of a digit.
  levelDifference: 4.5,
  tempoDrift: 0.03,
  minStrokes: 6,
  /** Timed fingers from which on it is clear which of them is off the pulse. */
  minTimedFingers: 3,
  offTimeSeconds: 0.06,
  missedShare: 0.08,
  reliableShare: 0.5,
  maxDiagnostics: 6,
  /** How probable a finding has to be, by the curve in docs/takes.md. */
  minFindingConfidence: 0.9,
  // Beyond chance: true takes come to .45 and more, noise to .27, other pieces mostly below .5.
  minFit: 0.38,
  minConfidence: 0.5,
  minMatchedShare: 0.8,
  minDetectedShare: 0.65,
  /** Strokes nobody asked for, for each that was heard, beyond which it is another thing that was played. */
  maxExtras: 0.5,
  /** By the tables of docs/takes.md. */
  minFitOfLostNotes: 0.7,
  minSureShareOfExtraNotes: 0.3,
  minExtraConfidence: 0.7,
  // A way with stops or at another tempo: how well it has to fit, strokes it may leave unexplained for each that is
  // heard, and how much more it has to explain than the plain one.
  minRouteFit: 0.8,
  minCleanRouteFit: 0.6,
  maxRouteTempoRatio: 1.4,
  maxRouteErrors: 0.15,
  routeMargin: 0.05,
  silenceLevel: 1e-3,
  maxClippedShare: 0.002,
  // By place: strokes of it that are needed, seconds beside the digit's own habit, decibels beside the pitch's other
  // places.
  minPositionStrokes: 4,
  positionAsynchronySeconds: 0.015,
  accentDifference: 6.5,
  missingAccentDifference: 1,
  // At changes of string: strokes needed, seconds of spread, and how many times that of strokes that stay.
  minStringChanges: 8,
  stringChangeSpreadSeconds: 0.018,
  stringChangeSpreadRatio: 1.8,
  // How many times its own doubt a difference between medians has to be.
  standardErrors: 3,
  // From the first third of a take to its last: times through needed, seconds, decibels.
  minPassesForFatigue: 6,
  fatigueSeconds: 0.015,
  fatigueDecibels: 3.5,
} as const;

/** What was asked and what was heard of it. */
export interface AssessmentContext {
  readonly reference: TakeReference;
  readonly score: Score;
  readonly alignment: Pick<TakeAlignment, 'strokes' | 'extras' | 'cycles' | 'slower' | 'stopped' | 'fit'>;
  /** Whether it came as sound: notes leave nothing open. */
  readonly isSound?: boolean;
}

/**
 * Whether lost notes can be told in a take: where what was asked fits what is heard less well, most that are missing
 * are hidden by the room (docs/takes.md).
 */
export const canTellLostNotes = ({ isSound, alignment }: Pick<AssessmentContext, 'isSound' | 'alignment'>): boolean =>
  !isSound || alignment.fit >= TAKE_DIAGNOSTIC_THRESHOLDS.minFitOfLostNotes;

/** Whether extra notes can be told: where no pluck is heard, what swells may be the room. */
export const canTellExtraNotes = ({ isSound, alignment }: Pick<AssessmentContext, 'isSound' | 'alignment'>): boolean =>
  !isSound ||
  computeSureShare(alignment.strokes.filter(({ what }) => what === 'matched')) >=
    TAKE_DIAGNOSTIC_THRESHOLDS.minSureShareOfExtraNotes;

export const getReferenceStroke = (
  { reference }: Pick<AssessmentContext, 'reference'>,
  stroke: AlignedStroke,
): ReferenceStroke => reference.strokes[stroke.asked] as ReferenceStroke;

export const getAlignedActuator = (now: AssessmentContext, stroke: AlignedStroke): Actuator | null => {
  const { digit } = getReferenceStroke(now, stroke);
  return digit && actuatorOf(digit);
};

export const getAsynchrony = ({ at, pulse }: AlignedStroke): readonly number[] => (at === null ? [] : [at - pulse]);

/** The same of strokes whose time is sure, where there are any. */
export const getReliableAsynchronies = (strokes: readonly AlignedStroke[]): readonly number[] => {
  const sure = strokes.filter((stroke) => stroke.sure);
  return (sure.length > 0 ? sure : strokes).flatMap(getAsynchrony);
};

/** Share of some strokes that are sure of their time; 0 of none. */
export const computeSureShare = (strokes: readonly AlignedStroke[]): number =>
  strokes.filter(({ sure }) => sure).length / Math.max(1, strokes.length);

/** Whether enough of some strokes are sure of their time. */
export const hasReliableTiming = (strokes: readonly AlignedStroke[]): boolean =>
  strokes.length > 0 && computeSureShare(strokes) >= TAKE_DIAGNOSTIC_THRESHOLDS.reliableShare;

export const describeStrokePosition = (
  { reference, score }: Pick<AssessmentContext, 'reference' | 'score'>,
  index: number,
): Message => describeScorePosition(score, score.strokes[reference.strokes[index]?.scoreIndex ?? 0]?.at ?? 0);

export const milliseconds = (seconds: number): number => Math.round(Math.abs(seconds) * 1000);

export const listActuatorStrokeIds = (now: AssessmentContext, striker: Actuator): readonly string[] => [
  ...new Set(
    now.reference.strokes.filter(({ digit }) => digit && actuatorOf(digit) === striker).map(({ strokeId }) => strokeId),
  ),
];

/** What speaks for a finding, whatever it is about. */
export interface DiagnosticEvidence {
  /** What was measured against the least that is spoken of: 1 is just enough. */
  readonly size: number;
  /** The same against its own doubt, in standard errors; of counts, how often it was heard. */
  readonly sureness: number;
  /** Share of the strokes behind it that were surely heard, 0 to 1. */
  readonly support: number;
}

/** Something that may be said of a take: what speaks for it, and how much it matters. */
export interface DiagnosticCandidate extends Omit<TakeDiagnostic, 'confidence'> {
  readonly evidence: DiagnosticEvidence;
  readonly weight: number;
}

/**
 * Standard error of a median of values that scatter so far (asymptotic for the normal distribution: √(π/2) of the
 * mean's).
 */
export const computeMedianStandardError = (values: readonly number[]): number =>
  (Math.sqrt(Math.PI / 2) * robustStandardDeviation(values)) / Math.sqrt(Math.max(1, values.length));
