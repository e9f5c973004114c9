import { message, type Message } from '../../message/index.ts';
import { fingerWord, actuatorOf, type Actuator } from '../../pattern/index.ts';
import { describeScorePosition } from '../../score/index.ts';
import { median } from '../../statistics/index.ts';
import type { AlignedStroke } from '../model/take-alignment.ts';
import { computeConfidence } from './finding-confidence.ts';
import {
  findPositionDiagnostics,
  isHabitualAsynchrony,
  groupByScorePosition,
  type ScorePosition,
} from './position-diagnostics.ts';
import { findFatigue } from './fatigue.ts';
import { findRouteDiagnostics } from './route-diagnostics.ts';
import {
  TAKE_DIAGNOSTIC_THRESHOLDS,
  computeMedianStandardError,
  computeSureShare,
  getAlignedActuator,
  getReferenceStroke,
  getReliableAsynchronies,
  milliseconds,
  listActuatorStrokeIds,
  type AssessmentContext,
  type ActuatorStatistics,
  type DiagnosticCandidate,
  type DiagnosticEvidence,
  type TakeDiagnostic,
} from './assessment-context.ts';

/** Whether a digit plays mostly by itself: how loud it is in a pinch is known only of both together. */
const isMostlySolo = ({ reference: { strokes } }: AssessmentContext, striker: Actuator): boolean => {
  const at = (index: number): number => strokes[index]?.onset ?? -1;
  const own = strokes.flatMap(({ pass, digit }, index) =>
    pass === 0 && digit && actuatorOf(digit) === striker ? [index] : [],
  );
  const alone = own.filter((one) => at(one) - at(one - 1) > 1e-4 && Math.abs(at(one + 1) - at(one)) > 1e-4);
  return alone.length >= TAKE_DIAGNOSTIC_THRESHOLDS.reliableShare * own.length;
};

type OfFinger = (now: AssessmentContext, digit: ActuatorStatistics) => readonly DiagnosticCandidate[];

/** Strokes of a digit that were heard, and those of all others. */
const splitByActuator = (now: AssessmentContext, striker: Actuator) => {
  const heard = now.alignment.strokes.filter(({ what }) => what === 'matched');
  const isOwn = (stroke: AlignedStroke): boolean => getAlignedActuator(now, stroke) === striker;
  return { own: heard.filter(isOwn), others: heard.filter((stroke) => !isOwn(stroke)) };
};

/** Standard error of a timing difference between strings, in seconds, however many strokes there are (est.). */
const STRING_TIMING_ERROR = 0.004;

/** Seconds from which on a finger is late or early, and two fingers are apart. */
const getTimingThresholds = ({ isSound }: AssessmentContext): { readonly late: number; readonly apart: number } => {
  const { asynchronySeconds, apartSeconds, soundAsynchronySeconds, soundApartSeconds } = TAKE_DIAGNOSTIC_THRESHOLDS;
  return isSound
    ? { late: soundAsynchronySeconds, apart: soundApartSeconds }
    : { late: asynchronySeconds, apart: apartSeconds };
};

/** The evidence for a timing difference between two groups of strokes. */
const createTimingEvidence = (
  { isSound }: AssessmentContext,
  [seconds, least]: readonly [number, number],
  groups: readonly (readonly AlignedStroke[])[],
): DiagnosticEvidence => {
  const doubts = groups.map((strokes) => computeMedianStandardError(getReliableAsynchronies(strokes)));
  return {
    size: Math.abs(seconds) / least,
    sureness: Math.abs(seconds) / Math.hypot(...doubts, isSound ? STRING_TIMING_ERROR : 0),
    support: Math.min(...groups.map(computeSureShare)),
  };
};

/** A finger that is late or early at most of its places. */
const offTime = (
  now: AssessmentContext,
  { striker, lateness }: ActuatorStatistics,
  places: readonly ScorePosition[],
): readonly DiagnosticCandidate[] => {
  const least = getTimingThresholds(now).late;
  if (Math.abs(lateness) < least) return [];
  if (!isHabitualAsynchrony(places, striker, lateness)) return [];
  const { own, others } = splitByActuator(now, striker);
  const timedOthers = others.filter(({ sure }) => sure);
  if (timedOthers.length < TAKE_DIAGNOSTIC_THRESHOLDS.minStrokes) return [];
  const evidence = createTimingEvidence(now, [lateness, least], [own, timedOthers]);
  const finger = fingerWord(striker);
  const when = lateness > 0 ? 'late' : 'early';
  return [
    {
      message: message('take.finger-off-time', { finger, when }),
      details: message('take.off-time-details', { ms: milliseconds(lateness), when }),
      advice: message(lateness > 0 ? 'take.finger-late.advice' : 'take.finger-early.advice', { finger }),
      strokes: listActuatorStrokeIds(now, striker),
      evidence,
      weight: evidence.size,
    },
  ];
};

/** One of two fingers ahead of the other. */
const fingersApart = (
  now: AssessmentContext,
  [one, other]: readonly [ActuatorStatistics, ActuatorStatistics],
): readonly DiagnosticCandidate[] => {
  const [ahead, behind] = one.lateness < other.lateness ? [one, other] : [other, one];
  const seconds = behind.lateness - ahead.lateness;
  const least = getTimingThresholds(now).apart;
  if (seconds < least) return [];
  const groups = [ahead, behind].map(({ striker }) => splitByActuator(now, striker).own);
  const evidence = createTimingEvidence(now, [seconds, least], groups);
  const fingers = { finger: fingerWord(ahead.striker), other: fingerWord(behind.striker) };
  return [
    {
      message: message('take.fingers-apart', fingers),
      details: message('take.fingers-apart.details', { ms: milliseconds(seconds) }),
      advice: message('take.fingers-apart.advice', fingers),
      strokes: [ahead, behind].flatMap(({ striker }) => listActuatorStrokeIds(now, striker)),
      evidence,
      weight: evidence.size,
    },
  ];
};

/** Timed fingers against the pulse; two alone against each other, as either may be the one that is off it. */
const findTimingDiagnostics = (
  now: AssessmentContext,
  places: readonly ScorePosition[],
  digits: readonly ActuatorStatistics[],
): readonly DiagnosticCandidate[] => {
  const known = digits.filter(({ timed }) => timed);
  const often = known.filter(({ strokes }) => strokes >= TAKE_DIAGNOSTIC_THRESHOLDS.minStrokes);
  const [one, other] = often;
  if (known.length >= TAKE_DIAGNOSTIC_THRESHOLDS.minTimedFingers)
    return often.flatMap((digit) => offTime(now, digit, places));
  return one && other ? fingersApart(now, [one, other]) : [];
};

const uneven: OfFinger = (now, { striker, spread }) => {
  const size = spread / TAKE_DIAGNOSTIC_THRESHOLDS.spreadSeconds;
  if (size < 1) return [];
  const finger = fingerWord(striker);
  const { own } = splitByActuator(now, striker);
  return [
    {
      message: message('take.finger-uneven', { finger }),
      details: message('take.finger-uneven.details', { ms: milliseconds(spread) }),
      advice: message('take.finger-uneven.advice', { finger }),
      strokes: listActuatorStrokeIds(now, striker),
      // The standard error of a normal spread is the spread over √(2n).
      evidence: { size, sureness: Math.sqrt(2 * own.length), support: computeSureShare(own) },
      weight: size,
    },
  ];
};

interface LoudnessDifference {
  readonly by: number;
  readonly doubt: number;
  /** Share of the digit's strokes that fall on strings another digit plays too. */
  readonly share: number;
}

/**
 * How much louder a digit is than others on the same strings, in decibels, and the doubt of that; null where it shares
 * no string with another digit: a string that sounds softer than its neighbours says nothing of a finger.
 */
const compareLoudness = (now: AssessmentContext, striker: Actuator): LoudnessDifference | null => {
  const heard = now.alignment.strokes.flatMap((stroke) => {
    const { string, digit } = getReferenceStroke(now, stroke);
    const isHeard = stroke.what === 'matched' && stroke.level !== null && digit !== null;
    return isHeard ? [{ string, own: actuatorOf(digit) === striker, level: stroke.level }] : [];
  });
  const differences = [...new Set(heard.map(({ string }) => string))].flatMap((string) => {
    const here = heard.filter((one) => one.string === string);
    const [own, others] = [here.filter((one) => one.own), here.filter((one) => !one.own)];
    const least = TAKE_DIAGNOSTIC_THRESHOLDS.minPositionStrokes;
    if (own.length < least || others.length < least) return [];
    const usual = median(others.map(({ level }) => level));
    return own.map(({ level }) => level - usual);
  });
  if (differences.length === 0) return null;
  const share = differences.length / heard.filter(({ own }) => own).length;
  return { by: median(differences), doubt: computeMedianStandardError(differences), share };
};

const softOrLoud: OfFinger = (now, { striker }) => {
  const compared = striker === 'p' || !isMostlySolo(now, striker) ? null : compareLoudness(now, striker);
  if (!compared) return [];
  const decibels = compared.by;
  const needed = TAKE_DIAGNOSTIC_THRESHOLDS.standardErrors * compared.doubt;
  if (Math.abs(decibels) < Math.max(TAKE_DIAGNOSTIC_THRESHOLDS.levelDifference, needed)) return [];
  const finger = fingerWord(striker);
  const how = decibels < 0 ? 'softer' : 'louder';
  return [
    {
      message: message('take.finger-loudness', { finger, how }),
      details: message('take.finger-loudness.details', { decibels: Math.round(Math.abs(decibels)), how }),
      advice: message(decibels < 0 ? 'take.finger-softer.advice' : 'take.finger-louder.advice', { finger }),
      strokes: listActuatorStrokeIds(now, striker),
      evidence: {
        size: Math.abs(decibels) / TAKE_DIAGNOSTIC_THRESHOLDS.levelDifference,
        sureness: Math.abs(decibels) / compared.doubt,
        support: compared.share,
      },
      weight: Math.abs(decibels) / TAKE_DIAGNOSTIC_THRESHOLDS.levelDifference,
    },
  ];
};

/** What speaks for notes that went wrong so often: how often, and how well they would have been heard. */
const countEvidence = (now: AssessmentContext, count: number, size: number): DiagnosticEvidence => ({
  size,
  sureness: count,
  support: now.isSound ? now.alignment.fit : 1,
});

/** Notes a finger leaves out, and notes that come on another string: two faults, each with its own advice. */
const lostNotes: OfFinger = (now, { striker, strokes, missed, wrong }) => {
  const finger = fingerWord(striker);
  const often = (count: number): boolean => count >= 2 && count / strokes >= TAKE_DIAGNOSTIC_THRESHOLDS.missedShare;
  const found = (what: 'missed' | 'wrong-string', said: Message, advice: Message): readonly DiagnosticCandidate[] => {
    const count = what === 'missed' ? missed : wrong;
    if (!often(count)) return [];
    const size = count / strokes / TAKE_DIAGNOSTIC_THRESHOLDS.missedShare;
    const evidence = countEvidence(now, count, size);
    return [{ message: said, advice, strokes: listActuatorStrokeIds(now, striker), evidence, weight: 1 + size }];
  };
  return [
    ...found(
      'missed',
      message('take.finger-misses', { finger, count: missed, total: strokes }),
      message('take.finger-misses.advice', { finger }),
    ),
    ...found(
      'wrong-string',
      message('take.finger-wrong-string', { finger, count: wrong, total: strokes }),
      message('take.finger-wrong-string.advice', { finger }),
    ),
  ];
};

const findActuatorDiagnostics = (now: AssessmentContext, digit: ActuatorStatistics): readonly DiagnosticCandidate[] =>
  digit.strokes < TAKE_DIAGNOSTIC_THRESHOLDS.minStrokes
    ? []
    : [uneven, softOrLoud, lostNotes].flatMap((finding) => finding(now, digit));

/** Notes that go wrong in one way again and again: missed, or on another string. */
const placesOften = (
  now: AssessmentContext,
  what: 'missed' | 'wrong-string',
  key: 'take.note-missed-often' | 'take.note-wrong-string-often',
): readonly DiagnosticCandidate[] => {
  const times = new Map<number, number>();
  for (const heard of now.alignment.strokes) {
    const { scoreIndex } = getReferenceStroke(now, heard);
    if (heard.what === what) times.set(scoreIndex, (times.get(scoreIndex) ?? 0) + 1);
  }
  const passes = now.alignment.cycles;
  return [...times]
    .filter(([, count]) => count >= 3 && count >= 0.25 * passes)
    .map(([stroke, count]) => ({
      message: message(key, {
        place: describeScorePosition(now.score, now.score.strokes[stroke]?.at ?? 0),
        count,
        passes,
      }),
      advice: message('take.note-missed-often.advice'),
      strokes: [now.score.strokes[stroke]?.sourceStrokeId ?? ''],
      evidence: countEvidence(now, count, count / (0.25 * passes)),
      weight: 1 + count / passes,
    }));
};

const findMissedPositions = (now: AssessmentContext): readonly DiagnosticCandidate[] => [
  ...placesOften(now, 'missed', 'take.note-missed-often'),
  ...placesOften(now, 'wrong-string', 'take.note-wrong-string-often'),
];

const findTempoDrift = (now: AssessmentContext): readonly DiagnosticCandidate[] => {
  const { slower, strokes } = now.alignment;
  const change = slower[0] / slower[1] - 1;
  if (Math.abs(change) < TAKE_DIAGNOSTIC_THRESHOLDS.tempoDrift) return [];
  return [
    {
      message: message('take.tempo-drift', { way: change > 0 ? 'faster' : 'slower', share: Math.abs(change) }),
      advice: message('take.tempo-drift.advice'),
      strokes: [],
      evidence: {
        size: Math.abs(change) / TAKE_DIAGNOSTIC_THRESHOLDS.tempoDrift,
        sureness: Math.sqrt(strokes.length),
        support: computeSureShare(strokes),
      },
      weight: Math.abs(change) / TAKE_DIAGNOSTIC_THRESHOLDS.tempoDrift,
    },
  ];
};

/** What there may be to say of a take, whether it is sure or not. */
export const listDiagnosticCandidates = (
  now: AssessmentContext,
  digits: readonly ActuatorStatistics[],
  tuning: readonly DiagnosticCandidate[] = [],
): readonly DiagnosticCandidate[] => {
  const places = groupByScorePosition(now);
  return [
    ...tuning,
    ...findTimingDiagnostics(now, places, digits),
    ...digits.flatMap((digit) => findActuatorDiagnostics(now, digit)),
    ...findMissedPositions(now),
    ...findTempoDrift(now),
    ...findRouteDiagnostics(now),
    ...findPositionDiagnostics(now, places),
    ...findFatigue(now),
  ];
};

/** What there is to say of a take, the weightiest first: nothing that is less than nine times in ten so. */
export const findTakeDiagnostics = (candidates: readonly DiagnosticCandidate[]): readonly TakeDiagnostic[] =>
  candidates
    .map(({ evidence, ...candidate }) => ({ ...candidate, confidence: computeConfidence(candidate.message, evidence) }))
    .filter(({ confidence }) => confidence >= TAKE_DIAGNOSTIC_THRESHOLDS.minFindingConfidence)
    .sort((a, b) => b.weight - a.weight)
    .slice(0, TAKE_DIAGNOSTIC_THRESHOLDS.maxDiagnostics)
    .map(({ weight: _weight, ...finding }) => finding);
