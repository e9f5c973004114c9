import { message } from '../../message/index.ts';
import { ACTUATORS, fingerWord, type Actuator } from '../../pattern/index.ts';
import { median } from '../../statistics/index.ts';
import {
  TAKE_DIAGNOSTIC_THRESHOLDS,
  getReferenceStroke,
  computeMedianStandardError,
  computeSureShare,
  getAsynchrony,
  milliseconds,
  listActuatorStrokeIds,
  getAlignedActuator,
  getReliableAsynchronies,
  type AssessmentContext,
  type DiagnosticCandidate,
} from './assessment-context.ts';
import type { AlignedStroke } from '../model/take-alignment.ts';

/** A median with its doubt, of so many values. */
interface MedianEstimate {
  readonly count: number;
  readonly value: number;
  readonly doubt: number;
}

/** What a part of a take comes to for a digit, against all digits there. */
interface SegmentEstimate {
  readonly late: MedianEstimate;
  readonly decibels: MedianEstimate;
}

const estimateMedian = (own: readonly number[], all: readonly number[]): MedianEstimate => ({
  count: own.length,
  value: median(own) - median(all),
  doubt: computeMedianStandardError(own),
});

const getLevels = ({ decibels }: AlignedStroke): readonly number[] => (decibels === null ? [] : [decibels]);

const estimateSegment = (now: AssessmentContext, striker: Actuator, from: number, to: number): SegmentEstimate => {
  const all = now.alignment.strokes.filter((stroke) => {
    const { pass } = getReferenceStroke(now, stroke);
    return stroke.what === 'matched' && pass >= from && pass < to;
  });
  const own = all.filter((stroke) => getAlignedActuator(now, stroke) === striker);
  const sure = own.filter((stroke) => stroke.sure);
  return {
    late: estimateMedian(sure.flatMap(getAsynchrony), getReliableAsynchronies(all)),
    decibels: estimateMedian(own.flatMap(getLevels), all.flatMap(getLevels)),
  };
};

interface Change {
  readonly less: MedianEstimate;
  readonly between: MedianEstimate;
  readonly more: MedianEstimate;
}

/**
 * How much more one is than another, where that is enough, beyond doubt, and on its way in between: what only comes at
 * the end is another thing than tiredness. Else 0.
 */
const significantDifference = ({ less, between, more }: Change, least: number): number => {
  const by = more.value - less.value;
  const isOnItsWay = between.value >= less.value - 0.25 * by && between.value <= more.value + 0.25 * by;
  const isCounted = Math.min(less.count, more.count) >= TAKE_DIAGNOSTIC_THRESHOLDS.minPositionStrokes;
  const enough = isCounted && isOnItsWay && by >= least;
  return enough && by >= TAKE_DIAGNOSTIC_THRESHOLDS.standardErrors * Math.hypot(less.doubt, more.doubt) ? by : 0;
};

/** A digit that is later or softer at the end of a take than at its beginning, against the others. */
export const findFatigue = (now: AssessmentContext): readonly DiagnosticCandidate[] => {
  const { cycles } = now.alignment;
  if (cycles < TAKE_DIAGNOSTIC_THRESHOLDS.minPassesForFatigue) return [];
  const third = Math.floor(cycles / 3);
  return ACTUATORS.flatMap((striker): readonly DiagnosticCandidate[] => {
    const first = estimateSegment(now, striker, 0, third);
    const between = estimateSegment(now, striker, third, cycles - third);
    const last = estimateSegment(now, striker, cycles - third, cycles);
    const later = significantDifference(
      { less: first.late, between: between.late, more: last.late },
      TAKE_DIAGNOSTIC_THRESHOLDS.fatigueSeconds,
    );
    const softer = significantDifference(
      { less: last.decibels, between: between.decibels, more: first.decibels },
      TAKE_DIAGNOSTIC_THRESHOLDS.fatigueDecibels,
    );
    if (later === 0 && softer === 0) return [];
    const withSofter = later === 0 ? 'softer' : 'both';
    const how = softer === 0 ? 'later' : withSofter;
    const size = Math.max(
      later / TAKE_DIAGNOSTIC_THRESHOLDS.fatigueSeconds,
      softer / TAKE_DIAGNOSTIC_THRESHOLDS.fatigueDecibels,
    );
    return [
      {
        message: message('take.finger-fades', { finger: fingerWord(striker), how }),
        details: message('take.finger-fades.details', { how, ms: milliseconds(later), decibels: Math.round(softer) }),
        advice: message('take.finger-fades.advice'),
        strokes: listActuatorStrokeIds(now, striker),
        evidence: {
          size,
          sureness: Math.max(
            later / Math.max(1e-4, Math.hypot(first.late.doubt, last.late.doubt)),
            softer / Math.max(0.1, Math.hypot(first.decibels.doubt, last.decibels.doubt)),
          ),
          support: computeSureShare(
            now.alignment.strokes.filter((stroke) => getAlignedActuator(now, stroke) === striker),
          ),
        },
        weight: size,
      },
    ];
  });
};
