import { message } from '../../message/index.ts';
import { fingerWord, actuatorOf, type Actuator } from '../../pattern/index.ts';
import { median, robustStandardDeviation } from '../../statistics/index.ts';
import type { ReferenceStroke } from '../model/reference.ts';
import {
  TAKE_DIAGNOSTIC_THRESHOLDS,
  getReferenceStroke,
  computeMedianStandardError,
  computeSureShare,
  milliseconds,
  hasReliableTiming,
  getReliableAsynchronies,
  describeStrokePosition,
  type AssessmentContext,
  type DiagnosticCandidate,
} from './assessment-context.ts';
import type { AlignedStroke } from '../model/take-alignment.ts';

/** A stroke of the score, and how it came each time. */
export interface ScorePosition {
  readonly reference: ReferenceStroke;
  /** Index of its first time among what was asked. */
  readonly index: number;
  readonly actuator: Actuator;
  readonly observations: readonly AlignedStroke[];
  /** Median seconds beside the pulse, where enough of its strokes are sure of their time; else null. */
  readonly asynchrony: number | null;
  /** Median decibels against its pitch's other strokes. */
  readonly relativeLevel: number;
  /** The stroke before it, of whatever digit, and the one before it of its own. */
  readonly previousStroke: ReferenceStroke | undefined;
  readonly previousOwnStroke: ReferenceStroke | undefined;
}

/** The last stroke before one that some test finds: where a figure comes round, in the time through before. */
const findPreviousStroke = (
  once: readonly ReferenceStroke[],
  asked: ReferenceStroke,
  fits: (one: ReferenceStroke) => boolean,
): ReferenceStroke | undefined => {
  const others = once.filter(fits);
  return others.filter(({ onset }) => onset < asked.onset - 1e-4).at(-1) ?? others.at(-1);
};

/** What was asked once round, each with how it came. */
export const groupByScorePosition = (now: AssessmentContext): readonly ScorePosition[] => {
  const once = now.reference.strokes.filter(({ pass, isPlucked }) => pass === 0 && isPlucked);
  const heard = new Map<number, AlignedStroke[]>();
  for (const stroke of now.alignment.strokes)
    if (stroke.what === 'matched') {
      const { scoreIndex: place } = getReferenceStroke(now, stroke);
      heard.set(place, [...(heard.get(place) ?? []), stroke]);
    }
  return now.reference.strokes.flatMap((asked, index): readonly ScorePosition[] => {
    const { pass, digit, scoreIndex } = asked;
    if (pass !== 0 || !digit) return [];
    const striker = actuatorOf(digit);
    const own = heard.get(scoreIndex) ?? [];
    const same = (one: ReferenceStroke): boolean => one.digit !== null && actuatorOf(one.digit) === striker;
    return [
      {
        reference: asked,
        index,
        actuator: striker,
        observations: own,
        asynchrony: hasReliableTiming(own) ? median(getReliableAsynchronies(own)) : null,
        relativeLevel: median(own.flatMap(({ decibels }) => decibels ?? [])),
        previousStroke: findPreviousStroke(once, asked, () => true),
        previousOwnStroke: findPreviousStroke(once, asked, same),
      },
    ];
  });
};

const hasEnoughObservations = (now: AssessmentContext, { observations }: ScorePosition): boolean =>
  observations.length >= TAKE_DIAGNOSTIC_THRESHOLDS.minPositionStrokes &&
  observations.length >= 0.5 * now.alignment.cycles;

const playedBy = (stroke: ReferenceStroke | undefined): Actuator | null =>
  stroke?.digit ? actuatorOf(stroke.digit) : null;

const computeMedianAsynchrony = (all: readonly ScorePosition[]): number =>
  median(getReliableAsynchronies(all.flatMap(({ observations }) => observations)));

/** Whether a digit is late, or early, at most of its places rather than at one of them. */
export const isHabitualAsynchrony = (all: readonly ScorePosition[], striker: Actuator, lateness: number): boolean => {
  const places = all.filter(({ actuator }) => actuator === striker);
  // Lateness is measured against what all fingers share: their difference is that.
  const common = computeMedianAsynchrony(places) - lateness;
  const beside = places.flatMap(({ asynchrony }) =>
    asynchrony === null ? [] : [(asynchrony - common) * Math.sign(lateness)],
  );
  return beside.filter((one) => one >= 0.5 * TAKE_DIAGNOSTIC_THRESHOLDS.asynchronySeconds).length > 0.5 * beside.length;
};

/** A digit that comes late or early at one place, beyond what it does everywhere. */
const findAsynchrony = (
  now: AssessmentContext,
  place: ScorePosition,
  all: readonly ScorePosition[],
  common: number,
): readonly DiagnosticCandidate[] => {
  const { reference, index, actuator, previousStroke } = place;
  if (!hasEnoughObservations(now, place) || place.asynchrony === null) return [];
  const here = place.asynchrony - common;
  const elsewhere = all.flatMap((one) => (one !== place && one.actuator === actuator ? (one.asynchrony ?? []) : []));
  if (elsewhere.length === 0) return [];
  const usual = median(elsewhere) - common;
  const size = Math.min(Math.abs(here), Math.abs(here - usual)) / TAKE_DIAGNOSTIC_THRESHOLDS.positionAsynchronySeconds;
  const sureness = Math.abs(here - usual) / computeMedianStandardError(getReliableAsynchronies(place.observations));
  if (size < 1 || sureness < TAKE_DIAGNOSTIC_THRESHOLDS.standardErrors) return [];
  const played = playedBy(previousStroke);
  const finger = fingerWord(actuator);
  const other = fingerWord(played ?? actuator);
  const same = played === null || played === actuator ? 'yes' : 'no';
  const when = here > 0 ? 'late' : 'early';
  return [
    {
      message: message('take.place-off-time', { place: describeStrokePosition(now, index), finger, when, same, other }),
      details: message('take.off-time-details', { ms: milliseconds(here), when }),
      advice: message(here > 0 ? 'take.place-late.advice' : 'take.place-early.advice', { same, finger, other }),
      strokes: [...(previousStroke ? [previousStroke.strokeId] : []), reference.strokeId],
      evidence: { size, sureness, support: computeSureShare(place.observations) },
      weight: Math.abs(here - usual) / TAKE_DIAGNOSTIC_THRESHOLDS.positionAsynchronySeconds,
    },
  ];
};

/** Whether another note is struck at the same time. */
const isInPinch = ({ reference: { strokes } }: AssessmentContext, { pass, onset, string }: ReferenceStroke): boolean =>
  strokes.some((one) => one.pass === pass && one.string !== string && Math.abs(one.onset - onset) < 1e-4);

/** A stroke that stands out where no accent is asked for, and an accent that does not. */
const findAccentErrors = (
  now: AssessmentContext,
  here: ScorePosition,
  all: readonly ScorePosition[],
): readonly DiagnosticCandidate[] => {
  const { reference, index, actuator, previousOwnStroke } = here;
  // How strong one of two notes of a pinch is cannot be told from the other.
  if (isInPinch(now, reference)) return [];
  // Strength is known against the other strokes of a pitch alone.
  const others = all.filter(
    (one) =>
      one !== here &&
      one.reference.pitch === reference.pitch &&
      !isInPinch(now, one.reference) &&
      !one.reference.accent &&
      hasEnoughObservations(now, one),
  );
  if (!hasEnoughObservations(now, here) || others.length === 0) return [];
  const more = here.relativeLevel - Math.max(...others.map(({ relativeLevel }) => relativeLevel));
  const [finger, place] = [fingerWord(actuator), describeStrokePosition(now, index)];
  if (reference.accent)
    return more > TAKE_DIAGNOSTIC_THRESHOLDS.missingAccentDifference
      ? []
      : [
          {
            message: message('take.accent-not-heard', { place }),
            advice: message('take.accent-not-heard.advice', { finger, place }),
            strokes: [reference.strokeId],
            // The less it stands out, the surer; from nothing at all the size grows beyond 1.
            evidence: {
              size: Math.max(0.1, 1 + TAKE_DIAGNOSTIC_THRESHOLDS.missingAccentDifference - more),
              sureness: Math.sqrt(here.observations.length),
              support: here.observations.length / now.alignment.cycles,
            },
            weight: 1.2,
          },
        ];
  const doubt = computeMedianStandardError(here.observations.flatMap(({ decibels }) => decibels ?? []));
  const needed = TAKE_DIAGNOSTIC_THRESHOLDS.standardErrors * doubt;
  if (more < Math.max(TAKE_DIAGNOSTIC_THRESHOLDS.accentDifference, needed)) return [];
  const moves = previousOwnStroke !== undefined && previousOwnStroke.string !== reference.string;
  return [
    {
      message: message('take.unwanted-accent', { place, finger, changes: moves ? 'yes' : 'no' }),
      details: message('take.unwanted-accent.details', { decibels: Math.round(more) }),
      advice: moves
        ? message('take.unwanted-accent.advice-string-change', { finger })
        : message('take.unwanted-accent.advice', { finger, place }),
      strokes: [reference.strokeId],
      evidence: {
        size: more / TAKE_DIAGNOSTIC_THRESHOLDS.accentDifference,
        sureness: more / doubt,
        support: here.observations.length / now.alignment.cycles,
      },
      weight: more / TAKE_DIAGNOSTIC_THRESHOLDS.accentDifference,
    },
  ];
};

/** A digit that is even where it stays on its string, and not where it changes. */
const findUnevenStringChanges = (all: readonly ScorePosition[], striker: Actuator): readonly DiagnosticCandidate[] => {
  const own = all.filter((place) => place.actuator === striker && place.asynchrony !== null);
  const beside = (changes: boolean): readonly number[] =>
    own
      .filter(
        (place) => place.previousOwnStroke && (place.previousOwnStroke.string !== place.reference.string) === changes,
      )
      // Each place against its own middle: being late there is said by itself.
      .flatMap(({ observations, asynchrony }) =>
        getReliableAsynchronies(observations).map((one) => one - (asynchrony ?? 0)),
      );
  const [moving, staying] = [beside(true), beside(false)];
  if (
    moving.length < TAKE_DIAGNOSTIC_THRESHOLDS.minStringChanges ||
    staying.length < TAKE_DIAGNOSTIC_THRESHOLDS.minStringChanges
  )
    return [];
  const [moved, stayed] = [robustStandardDeviation(moving), robustStandardDeviation(staying)];
  if (
    moved < TAKE_DIAGNOSTIC_THRESHOLDS.stringChangeSpreadSeconds ||
    moved < TAKE_DIAGNOSTIC_THRESHOLDS.stringChangeSpreadRatio * stayed
  )
    return [];
  const finger = fingerWord(striker);
  return [
    {
      message: message('take.uneven-string-changes', { finger }),
      details: message('take.uneven-string-changes.details', {
        moved: milliseconds(moved),
        stayed: milliseconds(stayed),
      }),
      advice: message('take.uneven-string-changes.advice', { finger }),
      strokes: own
        .filter((place) => place.previousOwnStroke?.string !== place.reference.string)
        .map(({ reference }) => reference.strokeId),
      evidence: {
        size: moved / TAKE_DIAGNOSTIC_THRESHOLDS.stringChangeSpreadSeconds,
        sureness: moved / Math.max(stayed, 1e-3),
        support: computeSureShare(own.flatMap(({ observations }) => observations)),
      },
      weight: moved / TAKE_DIAGNOSTIC_THRESHOLDS.stringChangeSpreadSeconds,
    },
  ];
};

/**
 * What goes wrong at one place again and again: late or early there, louder than its neighbours, uneven at changes of
 * string.
 */
export const findPositionDiagnostics = (
  now: AssessmentContext,
  all: readonly ScorePosition[],
): readonly DiagnosticCandidate[] => {
  const common = computeMedianAsynchrony(all);
  const strikers = [...new Set(all.map(({ actuator }) => actuator))];
  return [
    ...all.flatMap((place) => findAsynchrony(now, place, all, common)),
    ...all.flatMap((place) => findAccentErrors(now, place, all)),
    ...strikers.flatMap((striker) => findUnevenStringChanges(all, striker)),
  ];
};
