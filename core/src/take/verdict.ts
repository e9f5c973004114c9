import { message, type Message } from '../message/index.ts';
import { STRIKERS } from '../pattern/index.ts';
import { failure, problem, success, type Result } from '../errors/index.ts';
import type { NotePlayed } from '../formats/index.ts';
import { pitchClassName, pitchClassOf } from '../instrument/index.ts';
import type { Score } from '../score/index.ts';
import type { Asked } from './asked.ts';
import {
  SAID,
  askedOfHeard,
  latenessOf,
  mostlySure,
  sureLateness,
  placeOf,
  strikerOfHeard,
  type Case,
  type DigitInTake,
  type TakeFinding,
} from './case.ts';
import { TAKE } from './estimates.ts';
import { findingsOf } from './findings.ts';
import { hearNotes } from './hear-notes.ts';
import { hearTake } from './hear.ts';
import type { HeardStroke, HeardTake } from './heard.ts';
import { innovationOf, type Innovation } from './spectra.ts';
import { median, spreadOf } from '../statistics/index.ts';
import { tunedWords, tuningOf } from './tuned.ts';

/** The version of what listens: takes judged by another one can be judged again. */
export const TAKE_ENGINE = 5;

/** How one time through went. */
export interface CycleInTake {
  readonly cycle: number;
  readonly verdict: 'clean' | 'slipped' | 'unclear';
  /** Why not clean; null where it was. */
  readonly why: Message | null;
}

/** A take, judged. Times are seconds, loudness decibels. */
export interface TakeJudgement {
  readonly engine: number;
  readonly heard: HeardTake;
  readonly digits: readonly DigitInTake[];
  readonly cycles: readonly CycleInTake[];
  readonly findings: readonly TakeFinding[];
  /** Beats per minute at the beginning and at the end. */
  readonly tempo: readonly [number, number];
}

const digitsOf = (now: Case): readonly DigitInTake[] => {
  const played = now.heard.strokes.filter(({ what }) => what === 'matched');
  const common = median(sureLateness(played));
  // Bass strings sound otherwise than the others whatever strikes them: fingers are held against fingers.
  const fingers = played.filter((stroke) => strikerOfHeard(now, stroke) !== 'p');
  const loud = median((fingers.length > 0 ? fingers : played).flatMap(({ level }) => level ?? []));
  const digits = STRIKERS.flatMap((striker): readonly Omit<DigitInTake, 'timed'>[] => {
    const all = now.heard.strokes.filter((stroke) => strikerOfHeard(now, stroke) === striker);
    const own = all.filter(({ what }) => what === 'matched');
    if (all.length === 0) return [];
    const late = sureLateness(own);
    return [
      {
        striker,
        strokes: all.length,
        placed: mostlySure(own),
        lateness: own.length > 0 ? median(late) - common : 0,
        spread: spreadOf(late),
        decibels: own.length > 0 ? median(own.flatMap(({ level }) => level ?? [])) - loud : 0,
        missed: all.filter(({ what }) => what === 'missed').length,
        wrong: all.filter(({ what }) => what === 'wrong-string').length,
      },
    ];
  });
  const placed = digits.filter((digit) => digit.placed).length;
  return digits.map((digit) => ({ ...digit, timed: digit.placed && placed > 1 }));
};

const noteName = (pitch: number): string => pitchClassName(pitchClassOf(pitch));

const wrongString = (place: Message, instead: number | null | undefined): Message =>
  instead === null || instead === undefined
    ? message('pass.wrong-string', { place })
    : message('pass.wrong-string-sounded', { place, note: noteName(instead) });

const slipIn = (now: Case, own: readonly HeardStroke[]): Message | null => {
  const lost = own.find(({ what }) => what === 'missed');
  if (lost) return message('pass.note-missed', { place: placeOf(now, lost.asked) });
  const wrong = own.find(({ what }) => what === 'wrong-string');
  if (wrong) return wrongString(placeOf(now, wrong.asked), wrong.instead);
  const far = own.find((stroke) => latenessOf(stroke).some((late) => Math.abs(late) > SAID.wide));
  if (far)
    return message('pass.off-time', {
      when: (far.at ?? 0) > far.pulse ? 'late' : 'early',
      place: placeOf(now, far.asked),
    });
  const [from, to] = [own[0]?.pulse ?? 0, (own.at(-1)?.pulse ?? 0) + 0.05];
  const extra = now.heard.extras.find(({ at, confidence }) => confidence >= 0.6 && at > from - 0.05 && at < to);
  return extra ? message('pass.extra-note', { note: noteName(extra.pitch) }) : null;
};

/** How one time through went, by its strokes. */
const cycleBy = (now: Case, cycle: number, own: readonly HeardStroke[]): CycleInTake => {
  const untold = own.filter(({ what }) => what === 'unclear').length;
  const why = slipIn(now, own);
  if (why) return { cycle, verdict: 'slipped', why };
  return untold > 0.25 * own.length
    ? { cycle, verdict: 'unclear', why: message('pass.unclear') }
    : { cycle, verdict: 'clean', why: null };
};

/** How one time through went. */
export const cycleOf = (now: Case, cycle: number): CycleInTake =>
  cycleBy(
    now,
    cycle,
    now.heard.strokes.filter((stroke) => askedOfHeard(now, stroke).cycle === cycle),
  );

const cyclesOf = (now: Case): readonly CycleInTake[] => {
  const by: HeardStroke[][] = Array.from({ length: now.heard.cycles }, () => []);
  for (const stroke of now.heard.strokes) by[askedOfHeard(now, stroke).cycle]?.push(stroke);
  return by.map((own, cycle) => cycleBy(now, cycle, own));
};

const loudest = (samples: Float32Array): number => samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

const clippedShare = (samples: Float32Array, peak: number): number => {
  let count = 0;
  for (const value of samples) if (Math.abs(value) >= 0.995 * peak && peak > 0.9) count += 1;
  return count / Math.max(1, samples.length);
};

/** Why a recording is no use whatever is on it; null where it is. */
const unfitSound = (samples: Float32Array, { cycleSeconds }: Asked): Result<never> | null => {
  const peak = loudest(samples);
  if (peak < SAID.silent) return failure(problem('take-silent'));
  if (samples.length < TAKE.sampleRate * 0.5 * cycleSeconds) return failure(problem('take-too-short'));
  return clippedShare(samples, peak) > SAID.clipped ? failure(problem('take-clipped')) : null;
};

/** A guitar that is tuned otherwise than asked; null where it is not. */
const refusal = (asked: Asked, innovation: Innovation): Result<never> | null => {
  const by = tuningOf(innovation, asked);
  return by === 0 ? null : failure(problem('take-tuned', tunedWords(by)));
};

/** What was heard of a take judged; refused where it does not fit. */
const judgeHeard = (heard: HeardTake, score: Score, asked: Asked): Result<TakeJudgement> => {
  const told = heard.strokes.filter(({ what }) => what === 'matched').length;
  const share = told / Math.max(1, heard.strokes.length);
  const doubtful = heard.fit < SAID.surely && share < SAID.mostly;
  if (heard.cycles === 0 || heard.fit < SAID.fit || share < SAID.heard || doubtful)
    return failure(problem('take-does-not-fit'));
  const now: Case = { asked, score, heard };
  const digits = digitsOf(now);
  return success({
    engine: TAKE_ENGINE,
    heard,
    digits,
    cycles: cyclesOf(now),
    findings: findingsOf(now, digits),
    tempo: [asked.tempo / heard.slower[0], asked.tempo / heard.slower[1]],
  });
};

/**
 * A take that came as notes, judged as one that came as sound is. Errors: `take-silent`, `take-does-not-fit`.
 * @example
 * judgeNotes([], realise(valueOrThrow(readFigure('5 3 2 3')).pattern), askedOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1)).ok // => false
 */
export const judgeNotes = (notes: readonly NotePlayed[], score: Score, asked: Asked): Result<TakeJudgement> =>
  notes.length === 0 ? failure(problem('take-silent')) : judgeHeard(hearNotes(notes, asked), score, asked);

/**
 * A take judged against what was asked: by digit, by time through, in sentences. Samples come at `TAKE.sampleRate` a second, −1
 * to 1 (see `resampled`). Errors: `take-silent`, `take-too-short`, `take-clipped`, `take-tuned`, `take-does-not-fit`.
 * @example
 * judgeTake(new Float32Array(44100), realise(valueOrThrow(readFigure('5 3 2 3')).pattern), askedOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1)).ok // => false
 */
export const judgeTake = (samples: Float32Array, score: Score, asked: Asked): Result<TakeJudgement> => {
  const unfit = unfitSound(samples, asked);
  if (unfit) return unfit;
  const innovation = innovationOf(samples);
  const refused = refusal(asked, innovation);
  if (refused) return refused;
  return judgeHeard(hearTake(samples, asked, innovation), score, asked);
};

/**
 * How many times through fit into a take at most, one more than at the tempo that is asked for: what comes beyond its end is
 * left aside.
 * @example
 * cyclesFor(20, 4) // => 6
 */
export const cyclesFor = (seconds: number, cycleSeconds: number): number =>
  Math.max(1, Math.min(400, Math.ceil((seconds * 1.15) / cycleSeconds)));
