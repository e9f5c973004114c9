import { message, type Message } from '../../message/index.ts';
import type { Digit } from '../../pattern/index.ts';
import type { Score } from '../../score/index.ts';
import { createTakeReference, type TakeReference } from '../model/reference.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import {
  collectAnchors,
  refineAlignment,
  classifyNotes,
  alignWithAdaptedLevels,
  type AlignmentState,
} from '../alignment/align-to-score.ts';
import { StreamingFlux } from './streaming-flux.ts';
import { createSearchInput } from '../alignment/salience-input.ts';
import {
  estimateInitialLevels,
  computeOnsetLags,
  createAlignmentScene,
  type AlignmentScene,
} from '../alignment/onset-pairing.ts';
import { OnsetRefiner } from '../onsets/onset-refiner.ts';
import { computeAttackEnvelope } from '../signal/attack-envelope.ts';
import { findBetterStart, findTakeStart, type TempoHypothesis } from '../alignment/tempo-hypotheses.ts';
import {
  createHarmonicTemplates,
  adaptTemplates,
  createActivationSolver,
  type SpectralTemplates,
} from '../signal/pitch-activations.ts';
import { MIN_SIGNAL_LEVEL } from '../io/level-check.ts';
import { rootMeanSquare } from '../../statistics/index.ts';
import { estimateTuningOffset } from '../alignment/tuning-offset.ts';
import type { PassSlip } from '../model/pass-slip.ts';
import { assessPass, type PassAssessment } from '../assessment/assess-take.ts';

/** What is heard while somebody plays. Times are seconds since listening began. */
export type LiveEvent =
  /** It is known where the figure begins, and how quick it is. */
  | { readonly kind: 'found'; readonly at: number; readonly tempo: number }
  /** A time through is over. */
  | {
      readonly kind: 'cycle';
      /** When it ended. */
      readonly at: number;
      readonly verdict: PassAssessment['verdict'];
      /** Why it was not clean, in a teacher's words; null where it was. */
      readonly why: Message | null;
      /** The same with its place, as it is kept. */
      readonly slip?: PassSlip;
      readonly tempo: number;
    }
  /** Nothing that was asked for is heard any more. */
  | { readonly kind: 'lost'; readonly at: number }
  /** There is sound, and it is not what was asked for: by how many semitones another tuning would explain it, or 0. */
  | { readonly kind: 'strange'; readonly at: number; readonly by: number };

/** How listening goes (est.): seconds, shares, numbers. */
export const LIVE_PARAMETERS = {
  /** Seconds of the times through a verdict is made by, and times through at the most. */
  windowSeconds: 16,
  maxPasses: 4,
  /**
   * Strokes that have to be heard before the figure counts as found, and seconds between tries, and after one that
   * failed.
   */
  minStrokes: 8,
  retrySeconds: 0.4,
  retryAfterFailureSeconds: 0.8,
  /** How far beyond chance the beginning has to fit. */
  minFit: 0.5,
  /** A time through is judged so many seconds after its last stroke, and at the earliest so many before its end. */
  assessmentDelay: 0.16,
  assessmentLead: 0.05,
  /**
   * Share of strokes of the first time through, of them with a pluck, and without which one was not played, and was
   * broken off.
   */
  minFirstPassShare: 0.7,
  minOnsetShare: 0.3,
  minPlayedShare: 0.3,
  interruptedShare: 0.55,
  /** Times through after which the sound of the strings is learnt anew. */
  adaptationPasses: [1, 3, 8],
  /** Seconds of sound that is not understood, after which it is said to be strange. */
  unrecognisedSeconds: 8,
} as const;

/** Share of the tempo that is asked for, below which a clean time through does not count for it (est.). */
export const MIN_TEMPO_SHARE = 0.93;

/** A figure that is being followed. */
interface TrackedPattern {
  /** Seconds at which each time through began, and how much slower than asked each was. */
  readonly begins: number[];
  readonly slower: number[];
  /** Times through that are judged. */
  judged: number;
}

const countPassesInWindow = (seconds: number, cycleSeconds: number): number =>
  Math.max(1, Math.min(LIVE_PARAMETERS.maxPasses, Math.floor(seconds / cycleSeconds)));

/**
 * Listens while somebody plays a figure round and round: finds it without a click, and says of each time through
 * whether it was clean as soon as it is over. Samples come at `TAKE.sampleRate` a second in pieces of any length; what
 * is said does not depend on how they are cut. The tempo may be up to a third beside what is asked, the player may stop
 * and begin again.
 * @example
 * new LiveListener(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).push(
 *   new Float32Array(9000),
 * ) // => []
 */
export class LiveListener {
  private readonly onePassReference: TakeReference;
  private readonly scene: AlignmentScene;
  private readonly searchScene: AlignmentScene;
  private readonly flux: StreamingFlux;
  private readonly templates: SpectralTemplates;
  private tracked: TrackedPattern | null = null;
  /** The look from which on the figure is sought. */
  private searchStartFrame = 0;
  /** The next look at which something is to be done. */
  private nextFrame = 0;
  private unrecognisedSince: number = LIVE_PARAMETERS.unrecognisedSeconds;
  private events: LiveEvent[] = [];

  constructor(
    private readonly score: Score,
    digits: readonly (Digit | null)[],
  ) {
    this.onePassReference = createTakeReference(score, digits, 1);
    const { passSeconds, strokes } = this.onePassReference;
    // The strokes that come next belong to the picture, or the first of them would be taken for an extra one.
    this.scene = createAlignmentScene(
      createTakeReference(score, digits, countPassesInWindow(LIVE_PARAMETERS.windowSeconds, passSeconds) + 1),
    );
    this.searchScene = createAlignmentScene(
      createTakeReference(score, digits, Math.ceil(LIVE_PARAMETERS.minStrokes / Math.max(1, strokes.length))),
    );
    this.templates = createHarmonicTemplates(this.scene.pitches);
    const kept = (this.scene.reference.passes + 1) * passSeconds * TAKE_PARAMETERS.maxTempoRatio;
    this.flux = new StreamingFlux(Math.max(12, kept), createActivationSolver(this.templates), this.scene.pitches);
  }

  /** Takes in what was heard next, and answers what is to be said of it. */
  push(samples: Float32Array): readonly LiveEvent[] {
    this.events = [];
    if (this.onePassReference.strokes.length > 0) this.flux.push(samples, (look) => this.processFrame(look));
    return this.events;
  }

  private processFrame(look: number): void {
    if (look < this.nextFrame) return;
    if (this.tracked) this.assessNextPass(this.tracked);
    else this.search(look);
  }

  /** Looks for the figure in what was heard since it was lost. */
  private search(look: number): void {
    this.nextFrame = look + Math.round(LIVE_PARAMETERS.retrySeconds / TAKE_PARAMETERS.hopSeconds);
    const from = Math.max(this.searchStartFrame, this.flux.getFirstFrame);
    const strengths = this.flux.getActivations(from);
    const { reference } = this.searchScene;
    const needed = 0.7 * reference.passes * reference.passSeconds;
    const heard = strengths.frameCount * TAKE_PARAMETERS.hopSeconds;
    if (heard < needed) return;
    const start = findTakeStart(createSearchInput(this.searchScene, strengths, estimateInitialLevels(strengths)));
    const lastStroke = start.offset + (reference.strokes.at(-1)?.onset ?? 0) * start.tempoRatio;
    if (start.score < LIVE_PARAMETERS.minFit || lastStroke + LIVE_PARAMETERS.assessmentDelay > heard)
      return this.reportUnrecognised(look, from);
    // Strings that are tuned otherwise sound alike in part: what is asked for is not found in them.
    if (this.getTuningOffset(from) !== 0) return this.reportUnrecognised(look, from);
    this.startTracking(from, { offset: start.offset, tempoRatio: start.tempoRatio });
  }

  private startTracking(from: number, start: TempoHypothesis): void {
    this.tracked = {
      begins: [from * TAKE_PARAMETERS.hopSeconds + start.offset],
      slower: [start.tempoRatio],
      judged: 0,
    };
    this.adaptTemplates(this.tracked);
    this.scheduleAssessment(this.tracked);
  }

  /** Sound for a long time that is nothing that was asked for. */
  private reportUnrecognised(look: number, from: number): void {
    const at = look * TAKE_PARAMETERS.hopSeconds;
    if (at < this.unrecognisedSince) return;
    this.unrecognisedSince = at + LIVE_PARAMETERS.unrecognisedSeconds;
    if (rootMeanSquare(this.flux.getSamples(from)) < MIN_SIGNAL_LEVEL) return;
    this.events.push({ kind: 'strange', at, by: this.getTuningOffset(from) });
  }

  /** By how many semitones the strings seem to be tuned otherwise than asked. */
  private getTuningOffset(from: number): number {
    return estimateTuningOffset(this.flux.getFlux(from), this.searchScene.reference);
  }

  /** The first time through that a verdict looks at, and the look a little before it. */
  private getWindow({ begins, judged }: TrackedPattern): { readonly cycle: number; readonly from: number } {
    const cycle = Math.max(0, judged - (this.scene.reference.passes - 2));
    const from = Math.round(((begins[cycle] as number) - 0.5) / TAKE_PARAMETERS.hopSeconds);
    return { cycle, from: Math.max(from, this.flux.getFirstFrame) };
  }

  /** The next thing to be done is judging the next time through, when its last stroke is surely over. */
  private scheduleAssessment({ begins, slower, judged }: TrackedPattern): void {
    const { passSeconds, strokes } = this.onePassReference;
    const pace = slower[judged] as number;
    const end = passSeconds * pace - LIVE_PARAMETERS.assessmentLead;
    const last = (strokes.at(-1)?.onset ?? 0) * pace + LIVE_PARAMETERS.assessmentDelay;
    this.nextFrame = Math.ceil(((begins[judged] as number) + Math.max(end, last)) / TAKE_PARAMETERS.hopSeconds);
  }

  /** What is heard of the times through about the one that is to be judged. */
  private alignWindow(followed: TrackedPattern) {
    const { cycle, from } = this.getWindow(followed);
    const strengths = this.flux.getActivations(from);
    const start = {
      offset: (followed.begins[cycle] as number) - from * TAKE_PARAMETERS.hopSeconds,
      tempoRatio: followed.slower[cycle] as number,
      score: 1,
    };
    return { cycle, from, understood: alignWithAdaptedLevels(this.scene, strengths, start) };
  }

  /** Learns how the strings sound from what is kept. */
  private adaptTemplates(followed: TrackedPattern): void {
    const { from, understood } = this.alignWindow(followed);
    const innovation = this.flux.getFlux(from);
    const accepted = collectAnchors(this.scene, understood.pairing);
    const learnt = adaptTemplates(innovation, this.templates, understood.activations, accepted);
    this.flux.setSolver(createActivationSolver(learnt));
  }

  private assessNextPass(followed: TrackedPattern): void {
    const { cycle: first, from, understood } = this.alignWindow(followed);
    const plucks = new OnsetRefiner(computeAttackEnvelope(this.flux.getSamples(from)), computeOnsetLags(this.scene));
    const listened = refineAlignment(this.scene, understood, plucks);
    const { reference } = this.scene;
    const cycle = followed.judged - first;
    const heard = { ...classifyNotes(listened, cycle + 1), slower: [1, 1] as const, cycles: cycle + 1 };
    const own = heard.strokes.filter((stroke) => reference.strokes[stroke.asked]?.pass === cycle);
    const share = own.filter(({ what }) => what === 'matched').length / own.length;
    const each = this.onePassReference.strokes.length;
    const [begin, next] = [cycle, cycle + 1].map((one) => listened.beatTimes[one * each] as number) as [number, number];
    const slower = (next - begin) / this.onePassReference.passSeconds;
    const at = from * TAKE_PARAMETERS.hopSeconds + next;
    if (followed.judged === 0) {
      const plucked = plucks.computeShareNear(listened.pairing.onsets, TAKE_PARAMETERS.attackTolerance);
      if (share < LIVE_PARAMETERS.minFirstPassShare || plucked < LIVE_PARAMETERS.minOnsetShare)
        return this.restartSearch(followed);
      this.events.push({
        kind: 'found',
        at: from * TAKE_PARAMETERS.hopSeconds + begin,
        tempo: reference.tempo / slower,
      });
    }
    if (share >= LIVE_PARAMETERS.minPlayedShare)
      this.events.push({
        kind: 'cycle',
        at,
        ...this.getVerdict(assessPass({ reference, score: this.score, alignment: { ...heard, fit: 1 } }, cycle), share),
        tempo: reference.tempo / slower,
      });
    if (share < LIVE_PARAMETERS.interruptedShare || !(slower > 0.5 && slower < 2)) return this.reportLost(followed, at);
    followed.judged += 1;
    followed.begins.push(at);
    followed.slower.push(slower);
    if (share < 1) this.checkBetterStart(followed, understood, first, from);
    if (LIVE_PARAMETERS.adaptationPasses.some((times) => times === followed.judged)) this.adaptTemplates(followed);
    this.scheduleAssessment(followed);
  }

  /** A figure that is alike in several places may have been found at the wrong one. */
  private checkBetterStart(
    followed: TrackedPattern,
    { activations, levels }: AlignmentState,
    first: number,
    from: number,
  ): void {
    const start = {
      offset: (followed.begins[first] as number) - from * TAKE_PARAMETERS.hopSeconds,
      tempoRatio: followed.slower[first] as number,
    };
    const other = findBetterStart(
      createSearchInput(this.scene, activations, levels),
      start,
      activations.frameCount * TAKE_PARAMETERS.hopSeconds,
    );
    if (!other) return;
    const moved = other.offset - start.offset;
    followed.begins.forEach((at, index) => (followed.begins[index] = at + moved));
  }

  private getVerdict({ verdict, why, slip }: PassAssessment, share: number): Omit<PassAssessment, 'cycle'> {
    return share < LIVE_PARAMETERS.interruptedShare && verdict !== 'slipped'
      ? { verdict: 'slipped', why: message('pass.interrupted'), slip: { reason: 'interrupted' } }
      : { verdict, why, ...(slip ? { slip } : {}) };
  }

  /** What was taken for the figure is not: it is sought on, a little later. */
  private restartSearch({ begins }: TrackedPattern): void {
    this.tracked = null;
    this.searchStartFrame = Math.round((begins[0] as number) / TAKE_PARAMETERS.hopSeconds) + 1;
    this.nextFrame =
      this.flux.getFrameCount + Math.round(LIVE_PARAMETERS.retryAfterFailureSeconds / TAKE_PARAMETERS.hopSeconds);
    this.reportUnrecognised(
      this.flux.getFrameCount,
      Math.max(
        this.flux.getFirstFrame,
        this.searchStartFrame - Math.round(LIVE_PARAMETERS.unrecognisedSeconds / TAKE_PARAMETERS.hopSeconds),
      ),
    );
  }

  private reportLost({ begins, judged }: TrackedPattern, at: number): void {
    this.tracked = null;
    this.searchStartFrame = Math.round((begins[judged] as number) / TAKE_PARAMETERS.hopSeconds) + 1;
    this.unrecognisedSince = at + LIVE_PARAMETERS.unrecognisedSeconds;
    this.events.push({ kind: 'lost', at });
  }
}
