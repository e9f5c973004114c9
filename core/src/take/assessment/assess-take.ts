import { message, type Message } from '../../message/index.ts';
import { ACTUATORS, type Actuator } from '../../pattern/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import type { PlayedNote } from '../../formats/index.ts';
import { midiToPitchClass } from '../../instrument/index.ts';
import { displayNote, spellTogether, type SpelledNote } from '../../theory/index.ts';
import type { Score } from '../../score/index.ts';
import { repeatReference, type TakeReference } from '../model/reference.ts';
import {
  TAKE_DIAGNOSTIC_THRESHOLDS,
  canTellExtraNotes,
  canTellLostNotes,
  getReferenceStroke,
  getAsynchrony,
  hasReliableTiming,
  getReliableAsynchronies,
  describeStrokePosition,
  getAlignedActuator,
  type AssessmentContext,
  type ActuatorStatistics,
  type TakeDiagnostic,
} from './assessment-context.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { findTakeDiagnostics, listDiagnosticCandidates } from './take-diagnostics.ts';
import { hasAskedPitches } from './pitch-check.ts';
import { listTrueInsertions } from './true-insertions.ts';
import { findTuningDiagnostics, measureStringTuning } from './string-tuning.ts';
import { alignNotesToScore, alignPlayedNotesAlongRoute } from '../alignment/align-notes.ts';
import { alignAlongRoute, alignToScore, computeSupposedActivations } from '../alignment/align-to-score.ts';
import type { PassSlip, SlipReason } from '../model/pass-slip.ts';
import type { AlignedStroke, TakeAlignment } from '../model/take-alignment.ts';
import { computeSpectralFlux, type SpectralFlux } from '../signal/spectral-flux.ts';
import { median, robustStandardDeviation } from '../../statistics/index.ts';
import { describeTuningOffset, estimateTuningOffset } from '../alignment/tuning-offset.ts';

/** The version of what listens: takes judged by another one can be judged again. */
export const TAKE_ENGINE_VERSION = 9;

/** How one time through went. */
export interface PassAssessment {
  readonly cycle: number;
  readonly verdict: 'clean' | 'slipped' | 'unclear';
  /** Why not clean; null where it was. */
  readonly why: Message | null;
  /** The same with its place, as it is kept; none where the pass was not missed. */
  readonly slip?: PassSlip;
}

/** A take, judged. Times are seconds, loudness decibels. */
export interface TakeAssessment {
  readonly engine: number;
  readonly heard: TakeAlignment;
  readonly digits: readonly ActuatorStatistics[];
  readonly cycles: readonly PassAssessment[];
  readonly findings: readonly TakeDiagnostic[];
  /** Beats per minute at the beginning and at the end. */
  readonly tempo: readonly [number, number];
}

/** How one digit played; its asynchrony is still against the pulse. */
interface MeasuredActuator extends Omit<ActuatorStatistics, 'timed' | 'lateness'> {
  /** Median seconds after the pulse; null if none of its strokes were matched. */
  readonly asynchrony: number | null;
}

const measureActuator = (now: AssessmentContext, striker: Actuator, loud: number): readonly MeasuredActuator[] => {
  const all = now.alignment.strokes.filter(
    (stroke) => stroke.what !== 'unplayed' && getAlignedActuator(now, stroke) === striker,
  );
  const own = all.filter(({ what }) => what === 'matched');
  if (all.length === 0) return [];
  const late = getReliableAsynchronies(own);
  return [
    {
      striker,
      strokes: all.length,
      placed: hasReliableTiming(own),
      asynchrony: own.length > 0 ? median(late) : null,
      spread: robustStandardDeviation(late),
      decibels: own.length > 0 ? median(own.flatMap(({ level }) => level ?? [])) - loud : 0,
      missed: all.filter(({ what }) => what === 'missed').length,
      wrong: all.filter(({ what }) => what === 'wrong-string').length,
    },
  ];
};

const computeActuatorStatistics = (now: AssessmentContext): readonly ActuatorStatistics[] => {
  const played = now.alignment.strokes.filter(({ what }) => what === 'matched');
  // Bass strings sound otherwise than the others whatever strikes them: fingers are held against fingers.
  const fingers = played.filter((stroke) => getAlignedActuator(now, stroke) !== 'p');
  const loud = median((fingers.length > 0 ? fingers : played).flatMap(({ level }) => level ?? []));
  const digits = ACTUATORS.flatMap((striker) => measureActuator(now, striker, loud));
  const placed = digits.flatMap((digit) => (digit.placed ? (digit.asynchrony ?? []) : []));
  // Each finger counts once: the one that plays most notes may be the late one.
  const common =
    placed.length >= TAKE_DIAGNOSTIC_THRESHOLDS.minTimedFingers
      ? median(placed)
      : median(getReliableAsynchronies(played));
  return digits.map(({ asynchrony, ...digit }) => ({
    ...digit,
    timed: digit.placed && placed.length > 1,
    lateness: asynchrony === null ? 0 : asynchrony - common,
  }));
};

/** A note as it is named beside the chords that were played. */
const nameHeardNote = ({ reference }: AssessmentContext, pitch: number): string =>
  displayNote(spellTogether([pitch, ...reference.chordPitches].map(midiToPitchClass))[0] as SpelledNote);

const describeWrongString = (now: AssessmentContext, asked: number, instead: number | null | undefined): Message => {
  const place = describeStrokePosition(now, asked);
  if (instead === null || instead === undefined) return message('pass.wrong-string', { place });
  return message('pass.wrong-string-sounded', { place, note: nameHeardNote(now, instead) });
};

interface PassError {
  readonly why: Message;
  readonly slip: PassSlip;
}

/** What went wrong with a stroke, with its place in the pattern and whose it was. */
const strokeError = (now: AssessmentContext, stroke: AlignedStroke, reason: SlipReason, why: Message): PassError => {
  const tick = now.score.strokes[getReferenceStroke(now, stroke).scoreIndex]?.at ?? 0;
  const digit = getAlignedActuator(now, stroke);
  return { why, slip: { reason, tick, ...(digit ? { digit } : {}) } };
};

const findPassError = (now: AssessmentContext, own: readonly AlignedStroke[]): PassError | null => {
  const lost = own.find(({ what }) => what === 'missed');
  if (lost) {
    const why = message('pass.note-missed', { place: describeStrokePosition(now, lost.asked) });
    return strokeError(now, lost, 'missing', why);
  }
  const wrong = own.find(({ what }) => what === 'wrong-string');
  if (wrong) return strokeError(now, wrong, 'wrongString', describeWrongString(now, wrong.asked, wrong.instead));
  const far = own.find(
    (stroke) =>
      stroke.sure && getAsynchrony(stroke).some((late) => Math.abs(late) > TAKE_DIAGNOSTIC_THRESHOLDS.offTimeSeconds),
  );
  if (far) {
    const when = (far.at ?? 0) > far.pulse ? 'late' : 'early';
    return strokeError(
      now,
      far,
      when,
      message('pass.off-time', { when, place: describeStrokePosition(now, far.asked) }),
    );
  }
  const [from, to] = [own[0]?.pulse ?? 0, (own.at(-1)?.pulse ?? 0) + 0.05];
  const extra = now.alignment.extras.find(
    ({ at, confidence }) => confidence >= TAKE_DIAGNOSTIC_THRESHOLDS.minExtraConfidence && at > from - 0.05 && at < to,
  );
  return extra && canTellExtraNotes(now)
    ? { why: message('pass.extra-note', { note: nameHeardNote(now, extra.pitch) }), slip: { reason: 'extra' } }
    : null;
};

/** A pass that was begun later, broken off or stopped on the way; null where it was played in one go. */
const assessPartialPass = (
  now: AssessmentContext,
  cycle: number,
  own: readonly AlignedStroke[],
): PassAssessment | null => {
  const isPlayed = ({ what }: AlignedStroke): boolean => what !== 'unplayed';
  const isStopped = now.alignment.stopped?.includes(cycle) ?? false;
  if (own.every(isPlayed) && !isStopped) return null;
  const last = own.findLast(isPlayed);
  if (!last || own.at(-1) === last) {
    if (!isStopped) return { cycle, verdict: 'unclear', why: message('pass.begun-later') };
    return { cycle, verdict: 'slipped', why: message('pass.stopped'), slip: { reason: 'interrupted' } };
  }
  // A recording may end anywhere.
  if (cycle === now.alignment.cycles - 1) return { cycle, verdict: 'unclear', why: message('pass.not-finished') };
  const why = message('pass.broken-off', { place: describeStrokePosition(now, last.asked) });
  return { cycle, verdict: 'slipped', ...strokeError(now, last, 'interrupted', why) };
};

/** Whether a slip is one that cannot be told from what the room does. */
const isHiddenByRoom = (now: AssessmentContext, { slip: { reason } }: PassError): boolean =>
  (reason === 'missing' || reason === 'wrongString') && !canTellLostNotes(now);

/** How one time through went, by its strokes. */
const assessPassStrokes = (now: AssessmentContext, cycle: number, own: readonly AlignedStroke[]): PassAssessment => {
  const partial = assessPartialPass(now, cycle, own);
  if (partial) return partial;
  const untold = own.filter(({ what }) => what === 'unclear').length;
  const error = findPassError(now, own);
  if (error && isHiddenByRoom(now, error)) return { cycle, verdict: 'unclear', why: message('pass.unclear') };
  if (error) return { cycle, verdict: 'slipped', ...error };
  return untold > 0.25 * own.length
    ? { cycle, verdict: 'unclear', why: message('pass.unclear') }
    : { cycle, verdict: 'clean', why: null };
};

/** How one time through went. */
export const assessPass = (now: AssessmentContext, cycle: number): PassAssessment =>
  assessPassStrokes(
    now,
    cycle,
    now.alignment.strokes.filter((stroke) => getReferenceStroke(now, stroke).pass === cycle),
  );

const assessPasses = (now: AssessmentContext): readonly PassAssessment[] => {
  const by: AlignedStroke[][] = Array.from({ length: now.alignment.cycles }, () => []);
  for (const stroke of now.alignment.strokes) by[getReferenceStroke(now, stroke).pass]?.push(stroke);
  return by.map((own, cycle) => assessPassStrokes(now, cycle, own));
};

const findPeakLevel = (samples: Float32Array): number =>
  samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

const computeClippedShare = (samples: Float32Array, peak: number): number => {
  let count = 0;
  for (const value of samples) if (Math.abs(value) >= 0.995 * peak && peak > 0.9) count += 1;
  return count / Math.max(1, samples.length);
};

/** Why a recording is no use whatever is on it; null where it is. */
const checkRecording = (samples: Float32Array, { passSeconds }: TakeReference): Result<never> | null => {
  const peak = findPeakLevel(samples);
  if (peak < TAKE_DIAGNOSTIC_THRESHOLDS.silenceLevel) return failure(createProblem('take-silent'));
  if (samples.length < TAKE_PARAMETERS.sampleRate * 0.5 * passSeconds) return failure(createProblem('take-too-short'));
  return computeClippedShare(samples, peak) > TAKE_DIAGNOSTIC_THRESHOLDS.maxClippedShare
    ? failure(createProblem('take-clipped'))
    : null;
};

/** A guitar that is tuned otherwise than asked; null where it is not. */
const checkTuning = (asked: TakeReference, innovation: SpectralFlux): Result<never> | null => {
  const by = estimateTuningOffset(innovation, asked);
  return by === 0 ? null : failure(createProblem('take-tuned', describeTuningOffset(by)));
};

const countStrokes = ({ strokes }: TakeAlignment, ...kinds: readonly AlignedStroke['what'][]): number =>
  strokes.filter(({ what }) => kinds.includes(what)).length;

/** Whether what was heard is what was asked. */
const doesFit = (heard: TakeAlignment): boolean => {
  const played = heard.strokes.length - countStrokes(heard, 'unplayed');
  const matched = countStrokes(heard, 'matched');
  const share = matched / Math.max(1, played);
  const isDoubtful =
    heard.fit < TAKE_DIAGNOSTIC_THRESHOLDS.minConfidence && share < TAKE_DIAGNOSTIC_THRESHOLDS.minMatchedShare;
  return (
    heard.cycles > 0 &&
    heard.fit >= TAKE_DIAGNOSTIC_THRESHOLDS.minFit &&
    share >= TAKE_DIAGNOSTIC_THRESHOLDS.minDetectedShare &&
    heard.extras.length <= TAKE_DIAGNOSTIC_THRESHOLDS.maxExtras * matched &&
    !isDoubtful
  );
};

/** Whether a way goes at one tempo, more or less: pieces of other music are laid over at any. */
const hasOneTempo = ({ slower: [first, last] }: TakeAlignment): boolean =>
  Math.max(first / last, last / first) <= TAKE_DIAGNOSTIC_THRESHOLDS.maxRouteTempoRatio;

/**
 * Whether a way with stops or at another tempo is surely this figure. Cut in pieces it may be laid over much, but then
 * there is much it does not explain: the less that is, the less well it has to fit.
 */
const isSureRoute = (heard: TakeAlignment): boolean => {
  const matched = countStrokes(heard, 'matched');
  const unexplained = countStrokes(heard, 'missed', 'wrong-string', 'unclear') + heard.extras.length;
  const { minRouteFit, minCleanRouteFit, maxRouteErrors, minStrokes } = TAKE_DIAGNOSTIC_THRESHOLDS;
  const errors = unexplained / (maxRouteErrors * Math.max(1, matched));
  const wanted = minCleanRouteFit + errors * (minRouteFit - minCleanRouteFit);
  return matched >= minStrokes && errors <= 1 && heard.fit >= wanted && hasOneTempo(heard);
};

/** What a way of hearing a take explains: strokes that were heard, less those it has to say were not. */
const explains = (heard: TakeAlignment): number =>
  countStrokes(heard, 'matched') - countStrokes(heard, 'missed', 'wrong-string');

/** The plain way of hearing a take, or the player's own way where that surely explains more. */
const chooseAlignment = (plain: TakeAlignment, route: TakeAlignment | null): TakeAlignment => {
  if (!route || !isSureRoute(route)) return plain;
  const margin = TAKE_DIAGNOSTIC_THRESHOLDS.routeMargin * countStrokes(route, 'matched');
  return !doesFit(plain) || explains(route) > explains(plain) + margin ? route : plain;
};

/** What was heard of a take judged; refused where it does not fit. Of notes there are no samples, and no tuning. */
const assessAlignment = (
  heard: TakeAlignment,
  score: Score,
  asked: TakeReference,
  samples?: Float32Array,
): Result<TakeAssessment> => {
  if (!doesFit(heard)) return failure(createProblem('take-does-not-fit'));
  // Who plays quicker than asked plays more passes than were laid out.
  const reference = heard.cycles > asked.passes ? repeatReference(asked, heard.cycles) : asked;
  if (samples && !hasAskedPitches(samples, score, reference, heard)) return failure(createProblem('take-does-not-fit'));
  const told = { ...heard, extras: listTrueInsertions(heard, reference) };
  const now: AssessmentContext = { reference, score, alignment: told, isSound: samples !== undefined };
  const digits = computeActuatorStatistics(now);
  const tuning = samples ? findTuningDiagnostics(measureStringTuning(samples, score, reference, heard)) : [];
  return success({
    engine: TAKE_ENGINE_VERSION,
    heard: told,
    digits,
    cycles: assessPasses(now),
    findings: findTakeDiagnostics(listDiagnosticCandidates(now, digits, tuning)),
    tempo: [asked.tempo / heard.slower[0], asked.tempo / heard.slower[1]],
  });
};

/**
 * A take that came as notes, judged as one that came as sound is. Errors: `take-silent`, `take-does-not-fit`.
 * @example
 * assessNotes(
 *   [],
 *   flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1),
 * ).ok // => false
 */
export const assessNotes = (
  notes: readonly PlayedNote[],
  score: Score,
  asked: TakeReference,
): Result<TakeAssessment> =>
  notes.length === 0
    ? failure(createProblem('take-silent'))
    : assessAlignment(
        chooseAlignment(alignNotesToScore(notes, asked), alignPlayedNotesAlongRoute(notes, asked)),
        score,
        asked,
      );

/**
 * A take judged against what was asked: by digit, by time through, in sentences. Samples come at `TAKE.sampleRate` a
 * second, −1 to 1 (see `resampled`). Errors: `take-silent`, `take-too-short`, `take-clipped`, `take-tuned`,
 * `take-does-not-fit`.
 * @example
 * assessTake(
 *   new Float32Array(44100),
 *   flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern),
 *   createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1),
 * ).ok // => false
 */
export const assessTake = (samples: Float32Array, score: Score, asked: TakeReference): Result<TakeAssessment> => {
  const unfit = checkRecording(samples, asked);
  if (unfit) return unfit;
  const innovation = computeSpectralFlux(samples);
  const refused = checkTuning(asked, innovation);
  if (refused) return refused;
  const activations = computeSupposedActivations(asked, innovation);
  const plain = alignToScore(samples, asked, innovation, activations);
  const route = alignAlongRoute(samples, asked, innovation, activations);
  return assessAlignment(chooseAlignment(plain, route), score, asked, samples);
};

/**
 * How many times through fit into a take at most, one more than at the tempo that is asked for: what comes beyond its
 * end is left aside.
 * @example
 * computeMaxPasses(20, 4) // => 6
 */
export const computeMaxPasses = (seconds: number, cycleSeconds: number): number =>
  Math.max(1, Math.min(400, Math.ceil((seconds * 1.15) / cycleSeconds)));
