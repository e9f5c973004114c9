import type { Digit } from '../../pattern/index.ts';
import { durationInSeconds, secondsToTick, tickToSeconds, type Score } from '../../score/index.ts';
import { createAlignmentScene, type AlignmentScene } from '../alignment/onset-pairing.ts';
import { groupIntoMoments } from '../alignment/tempo-hypotheses.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { createTakeReference } from '../model/reference.ts';
import { createActivationSolver, createHarmonicTemplates } from '../signal/pitch-activations.ts';
import { FOLLOWING, PositionFilter, type FollowedMoment, type HeardStep } from '../alignment/position-filter.ts';
import { StreamingFlux } from './streaming-flux.ts';

/** Looks of sound to a step of the filter, and how many on either side speak for a stroke at it. */
const LOOKS_PER_STEP = Math.round(FOLLOWING.stepSeconds / TAKE_PARAMETERS.hopSeconds);
const LOOKS_BESIDE = 7;

/** How much a look beside a step counts. */
const nearness = (looks: number): number => 1 - Math.abs(looks) / (LOOKS_BESIDE + 3);

/** How the strength of a pitch is learnt: share taken over at once, seconds to forget, least share of the loudest. */
const LEVELS = { rise: 0.4, seconds: 25, least: 0.25 } as const;

/** Steps from one thing said to the next. */
const STEPS_PER_REPORT = 5;

/** Where a player is thought to be. */
export interface FollowedPosition {
  /** Seconds since listening began. */
  readonly at: number;
  /** Ticks of the score. */
  readonly tick: number;
  /** Index of the bar. */
  readonly bar: number;
  /** Share of the belief that lies within a second of there, 0 to 1. */
  readonly certainty: number;
  readonly isPlaying: boolean;
}

const listMoments = (score: Score, scene: AlignmentScene): readonly FollowedMoment[] => {
  const starts = score.bars.map(({ at }) => tickToSeconds(score, at));
  return groupIntoMoments(scene.reference).map(({ time, strokeIndexes }) => ({
    time,
    bar: Math.max(
      0,
      starts.findLastIndex((start) => start <= time + 1e-6),
    ),
    pitchIndexes: [...new Set(strokeIndexes.map((index) => scene.pitchIndex[index] as number))],
  }));
};

/**
 * Follows somebody through a score while they play, whatever the tempo, with stops, repeats and skips: what a page turn
 * needs. Samples come at `TAKE_PARAMETERS.sampleRate` a second in pieces of any length; ten times a second it says
 * where the player is thought to be.
 * @example
 * new ScoreFollower(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).push(
 *   new Float32Array(900),
 * ) // => []
 */
export class ScoreFollower {
  private readonly flux: StreamingFlux;
  private readonly filter: PositionFilter;
  private readonly levels: Float64Array;
  private readonly recent: Float32Array[] = [];
  private looks = 0;
  private steps = 0;
  private said: FollowedPosition[] = [];

  constructor(
    private readonly score: Score,
    digits: readonly (Digit | null)[],
  ) {
    const scene = createAlignmentScene(createTakeReference(score, digits, 1));
    const moments = listMoments(score, scene);
    this.filter = new PositionFilter(moments, { seconds: durationInSeconds(score), loops: score.loop });
    this.flux = new StreamingFlux(1, createActivationSolver(createHarmonicTemplates(scene.pitches)), scene.pitches);
    this.levels = new Float64Array(scene.pitches.length);
  }

  /** Takes in what was heard next, and answers where the player is thought to be. */
  push(samples: Float32Array): readonly FollowedPosition[] {
    this.said = [];
    this.flux.push(samples, (look) => this.hearLook(look));
    return this.said;
  }

  private hearLook(look: number): void {
    const { byPitch } = this.flux.getActivations(look);
    const row = Float32Array.from(byPitch, (strengths) => strengths[0] as number);
    this.learnLevels(row);
    this.recent.push(row);
    if (this.recent.length > 2 * LOOKS_BESIDE + LOOKS_PER_STEP) this.recent.shift();
    this.looks += 1;
    if (this.looks % LOOKS_PER_STEP === 0 && this.recent.length === 2 * LOOKS_BESIDE + LOOKS_PER_STEP) this.step(look);
  }

  /** How strong a stroke of each pitch is: the strong looks of some time, none far below the loudest pitch. */
  private learnLevels(row: Float32Array): void {
    const forgotten = Math.exp(-TAKE_PARAMETERS.hopSeconds / LEVELS.seconds);
    row.forEach((strength, pitch) => {
      const level = (this.levels[pitch] as number) * forgotten;
      this.levels[pitch] = strength > level ? level + LEVELS.rise * (strength - level) : level;
    });
  }

  private step(look: number): void {
    this.filter.step(this.readStep());
    this.steps += 1;
    if (this.steps % STEPS_PER_REPORT === 0) this.report(look - LOOKS_BESIDE);
  }

  private readStep(): HeardStep {
    const floor = LEVELS.least * this.levels.reduce((most, level) => Math.max(most, level), 0);
    const salience = new Float32Array(this.levels.length);
    let onset = 0;
    this.recent.forEach((row, index) => {
      const outside = Math.max(LOOKS_BESIDE - index, index - (LOOKS_BESIDE + LOOKS_PER_STEP - 1), 0);
      row.forEach((strength, pitch) => {
        const level = Math.max(this.levels[pitch] as number, floor);
        const share = level > 0 ? Math.min(1, Math.sqrt(strength / level)) : 0;
        salience[pitch] = Math.max(salience[pitch] as number, share * nearness(outside));
        if (outside === 0) onset = Math.max(onset, share);
      });
    });
    return { salience, onset };
  }

  private report(look: number): void {
    const { seconds, bar, certainty, isPlaying } = this.filter.estimate();
    const tick = Math.min(this.score.length, secondsToTick(this.score, seconds));
    this.said.push({ at: look * TAKE_PARAMETERS.hopSeconds, tick, bar, certainty, isPlaying });
  }
}
