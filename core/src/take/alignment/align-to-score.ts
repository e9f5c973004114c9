import { repeatReference, type TakeReference } from '../model/reference.ts';
import type { OnsetPeak } from '../onsets/align-peaks.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import { findInsertions } from './insertions.ts';
import { createUnplayed, type AlignedStroke, type TakeAlignment } from '../model/take-alignment.ts';
import { createSearchInput } from './salience-input.ts';
import { estimateTimingModel, estimateBeatTimes } from './player-timing.ts';
import {
  estimateInitialLevels,
  computeOnsetLags,
  updateLevels,
  pairOnsets,
  createAlignmentScene,
  type PitchLevel,
  type PairingResult,
  type AlignmentScene,
} from './onset-pairing.ts';
import { OnsetRefiner } from '../onsets/onset-refiner.ts';
import { MIN_STACKED_STROKES, estimatePitchDelays, type PitchPeaks } from '../onsets/pitch-delays.ts';
import { computeAttackEnvelope } from '../signal/attack-envelope.ts';
import { computeFit, trackBeats, findTakeStart, type TempoHypothesis } from './tempo-hypotheses.ts';
import { findPlayedRoute, type PlayedStretch } from './played-route.ts';
import {
  createRouteReference,
  listPlayedPasses,
  mergeRoute,
  type PlayedPasses,
  type RouteReference,
} from './align-route.ts';
import {
  createHarmonicTemplates,
  adaptTemplates,
  computeActivations,
  type TemplateAnchor,
  type PitchActivations,
} from '../signal/pitch-activations.ts';
import { computeSpectralFlux, type SpectralFlux } from '../signal/spectral-flux.ts';
import { classifyStroke, type AlignmentEvidence } from './classify-notes.ts';

/** Times through that were begun and for the most part heard. */
const countDetectedPasses = ({ strokes, passes }: TakeReference, times: readonly (number | null)[]): number => {
  for (let cycle = passes; cycle > 0; cycle -= 1) {
    const own = times.filter((_, index) => strokes[index]?.pass === cycle - 1);
    if (own.filter((at) => at !== null).length >= 0.4 * own.length) return cycle;
  }
  return 0;
};

/** How much slower than asked the first and the last quarter of what was heard are played. */
const computeTempoRatios = (
  { strokes }: TakeReference,
  pulse: readonly number[],
  cycles: number,
): readonly [number, number] => {
  const count = strokes.filter(({ pass }) => pass < cycles).length;
  const between = (from: number, to: number): number => {
    const [a, b] = [strokes[from], strokes[to]];
    if (!a || !b || b.onset <= a.onset) return 1;
    return ((pulse[to] as number) - (pulse[from] as number)) / (b.onset - a.onset);
  };
  const part = Math.max(1, Math.floor(count / 4));
  return [between(0, Math.min(part, count - 1)), between(Math.max(0, count - 1 - part), count - 1)];
};

/** The times of moments at each of their strokes. */
const expandMomentsToStrokes = ({ moments }: AlignmentScene, times: readonly number[]): readonly number[] => {
  const pulse: number[] = [];
  moments.forEach(({ strokeIndexes }, moment) =>
    strokeIndexes.forEach((index) => (pulse[index] = times[moment] as number)),
  );
  return pulse;
};

/** A take as far as it is understood. */
export interface AlignmentState {
  readonly activations: PitchActivations;
  readonly levels: readonly PitchLevel[];
  readonly hypothesis: TempoHypothesis & { readonly score: number };
  readonly beatTimes: readonly number[];
  readonly pairing: PairingResult;
}

/** Where strokes were found, to learn their sound from. */
export const collectAnchors = ({ pitchIndex }: AlignmentScene, { onsets }: PairingResult): readonly TemplateAnchor[] =>
  onsets.flatMap((at, index): readonly TemplateAnchor[] =>
    at === null ? [] : [{ pitch: pitchIndex[index] as number, frame: Math.round(at / TAKE_PARAMETERS.hopSeconds) }],
  );

/** Lays what is asked over what is heard: its beginning, where that is not known, its pulse, and its strokes. */
const alignOnce = (
  scene: AlignmentScene,
  strengths: PitchActivations,
  levels: readonly PitchLevel[],
  known?: AlignmentState['hypothesis'],
): AlignmentState => {
  const looked = createSearchInput(scene, strengths, levels);
  const start = known ?? findTakeStart(looked);
  const pulse = expandMomentsToStrokes(scene, trackBeats(looked, scene.moments, start));
  const pass = pairOnsets(scene, strengths, levels, {
    beatTimes: pulse,
    getAsynchrony: () => 0,
    onsetScale: TAKE_PARAMETERS.onsetScale,
  });
  return { activations: strengths, levels, hypothesis: start, beatTimes: pulse, pairing: pass };
};

/** Looked at twice: first by levels that are only supposed, then by those that follow. */
export const alignWithAdaptedLevels = (
  scene: AlignmentScene,
  strengths: PitchActivations,
  known?: AlignmentState['hypothesis'],
): AlignmentState => {
  const first = estimateInitialLevels(strengths);
  const rough = alignOnce(scene, strengths, first, known);
  const levels = updateLevels(strengths, scene, rough.pairing.onsets, first);
  const pass = pairOnsets(scene, strengths, levels, {
    beatTimes: rough.beatTimes,
    getAsynchrony: () => 0,
    onsetScale: TAKE_PARAMETERS.onsetScale,
  });
  return { ...rough, levels, pairing: pass };
};

/** How strongly each pitch that is asked for is struck, strings sounding as they are supposed to. */
export const computeSupposedActivations = (asked: TakeReference, innovation: SpectralFlux): PitchActivations =>
  computeActivations(innovation, createHarmonicTemplates(createAlignmentScene(asked).pitches));

/** First with strings as they are supposed to sound, then as they sound in this take. */
const alignWithAdaptedTemplates = (
  scene: AlignmentScene,
  innovation: SpectralFlux,
  strengths: PitchActivations,
  known?: AlignmentState['hypothesis'],
): AlignmentState => {
  const templates = createHarmonicTemplates(scene.pitches);
  const { pairing, hypothesis } = alignOnce(scene, strengths, estimateInitialLevels(strengths), known);
  const learnt = computeActivations(
    innovation,
    adaptTemplates(innovation, templates, strengths, collectAnchors(scene, pairing)),
  );
  return alignOnce(
    scene,
    learnt,
    updateLevels(learnt, scene, pairing.onsets, estimateInitialLevels(learnt)),
    hypothesis,
  );
};

/** The onset-strength peaks of each pitch: those of solo strokes, where there are enough. */
const groupPeaksByPitch = (
  { pitches, pitchIndex, isPinched }: AlignmentScene,
  { onsets }: PairingResult,
  lags: readonly number[],
): readonly PitchPeaks[] =>
  pitches.map((_, pitch) => {
    const own = onsets.flatMap((at, index) =>
      at === null || pitchIndex[index] !== pitch ? [] : [{ at, isSolo: !isPinched[index] }],
    );
    const solo = own.filter(({ isSolo }) => isSolo);
    const hasSolo = solo.length >= MIN_STACKED_STROKES;
    const times = (hasSolo ? solo : own).map(({ at }) => at);
    return { pitch, times, lag: lags[pitch] as number, isPinched: !hasSolo };
  });

/** What places the strokes of a take to the millisecond. */
const createOnsetRefiner = (samples: Float32Array, scene: AlignmentScene, pairing: PairingResult): OnsetRefiner => {
  const lags = computeOnsetLags(scene);
  const delays = estimatePitchDelays(samples, groupPeaksByPitch(scene, pairing, lags));
  return new OnsetRefiner(computeAttackEnvelope(samples), lags, delays);
};

/** Strokes placed to the millisecond, and looked for once more with what is known of the player. */
export const refineAlignment = (
  scene: AlignmentScene,
  { activations, levels: before, pairing: first, beatTimes: rough }: AlignmentState,
  plucks: OnsetRefiner,
  exact = false,
): AlignmentEvidence => {
  const times = plucks.refineOnsets(first.onsets, scene.pitchIndex);
  const pulse = estimateBeatTimes(scene, times, rough);
  const { getAsynchrony, onsetScale } = estimateTimingModel(scene.reference, times, pulse);
  const levels = updateLevels(activations, scene, first.onsets, before);
  // Peaks trail the attack, each pitch by its own delay: they are paired where they are expected.
  const pass = pairOnsets(scene, activations, levels, {
    beatTimes: pulse.map((at, index) => at + plucks.getPeakDelay(scene.pitchIndex[index] as number)),
    getAsynchrony,
    onsetScale,
  });
  const refined = plucks.refineOnsets(pass.onsets, scene.pitchIndex);
  return {
    scene,
    activations,
    levels,
    pairing: { ...pass, onsets: refined },
    beatTimes: estimateBeatTimes(scene, refined, pulse),
    onsetRefiner: plucks,
    getAsynchrony,
    hasExactOnsets: exact,
  };
};

/** Every stroke of so many times through told, and those nobody asked for. */
export const classifyNotes = (
  listened: AlignmentEvidence,
  cycles: number,
): Pick<TakeAlignment, 'strokes' | 'extras'> => {
  const used = new Set<OnsetPeak>();
  const strokes = listened.scene.reference.strokes.flatMap(({ pass }, index) =>
    pass < cycles ? [classifyStroke(listened, index, used)] : [],
  );
  return { strokes, extras: findInsertions(listened, strokes, used) };
};

/** Strokes unheard at the beginning of a take by which it was begun later, rather than missed (est.). */
const LEAST_UNPLAYED = 2;

/** What is not heard before the first note of a take was not played: nobody has to begin with the first. */
const withoutUnplayedBeginning = (strokes: readonly AlignedStroke[]): readonly AlignedStroke[] => {
  const first = strokes.findIndex(({ what }) => what === 'matched' || what === 'wrong-string');
  if (first < LEAST_UNPLAYED) return strokes;
  return strokes.map((stroke, index) => (index < first ? createUnplayed(stroke.asked, stroke.pulse) : stroke));
};

/** A take as it was heard, once it is understood: how well it fits is known by its beginning. */
export const createTakeAlignment = (listened: AlignmentEvidence, fit: number): TakeAlignment => {
  const { reference } = listened.scene;
  const cycles = countDetectedPasses(reference, listened.pairing.onsets);
  const { strokes, extras } = classifyNotes(listened, cycles);
  return {
    strokes: withoutUnplayedBeginning(strokes),
    extras,
    fit,
    slower: computeTempoRatios(reference, listened.beatTimes, cycles),
    cycles,
  };
};

/**
 * Hears a take at `TAKE.sampleRate` samples a second against what was asked: every stroke with its time, or why there
 * is none.
 * `innovation` is what `computeSpectralFlux` makes of the samples, where that is known.
 * @example
 * alignToScore(
 *   new Float32Array(9000),
 *   createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1),
 * ).cycles // => 0
 */
export const alignToScore = (
  samples: Float32Array,
  asked: TakeReference,
  innovation: SpectralFlux = computeSpectralFlux(samples),
  activations: PitchActivations = computeSupposedActivations(asked, innovation),
): TakeAlignment => {
  const scene = createAlignmentScene(asked);
  const understood = alignWithAdaptedTemplates(scene, innovation, activations);
  const listened = refineAlignment(scene, understood, createOnsetRefiner(samples, scene, understood.pairing));
  return createTakeAlignment(listened, understood.hypothesis.score);
};

/** How much slower or quicker than asked a take may be to be laid out as it was asked. */
const PLAIN_TEMPO_RATIO = 1.25;

/** Whether a take is one stretch about as quick as asked: nothing is to be found out about its way. */
const isPlainRoute = (stretches: readonly PlayedStretch[]): boolean =>
  stretches.length === 1 &&
  stretches.every(({ tempoRatio }) => tempoRatio < PLAIN_TEMPO_RATIO && tempoRatio > 1 / PLAIN_TEMPO_RATIO);

/** A way that is known: nothing has to be sought. */
const KNOWN_START = { offset: 0, tempoRatio: 1, score: 0 } as const;

/** The way a player took, ready to be listened to; null where it is the plain one, or none is found. */
interface KnownRoute {
  readonly once: AlignmentScene;
  readonly played: PlayedPasses;
  readonly route: RouteReference;
  readonly scene: AlignmentScene;
}

const findRoute = (once: AlignmentScene, activations: PitchActivations): KnownRoute | null => {
  const stretches = findPlayedRoute(once, activations);
  if (stretches.length === 0 || isPlainRoute(stretches)) return null;
  const played = listPlayedPasses(stretches, once);
  if (played.passes.length === 0) return null;
  const route = createRouteReference(once, played);
  return { once, played, route, scene: createAlignmentScene(route.reference) };
};

const createRouteAlignment = ({ once, played, route }: KnownRoute, listened: AlignmentEvidence): TakeAlignment => {
  const looked = createSearchInput(listened.scene, listened.activations, listened.levels);
  return mergeRoute(once, played, route, classifyNotes(listened, played.passes.length), (isPlayed) =>
    computeFit(looked, isPlayed),
  );
};

/**
 * Hears a take that was stopped, begun again anywhere, or played at quite another tempo, along the way the player took;
 * null where there is nothing to that.
 */
export const alignAlongRoute = (
  samples: Float32Array,
  asked: TakeReference,
  innovation: SpectralFlux,
  activations: PitchActivations,
): TakeAlignment | null => {
  const once = createAlignmentScene(repeatReference(asked, 1));
  const known = findRoute(once, activations);
  if (!known) return null;
  const understood = alignWithAdaptedTemplates(known.scene, innovation, activations, KNOWN_START);
  const onsets = createOnsetRefiner(samples, known.scene, understood.pairing);
  return createRouteAlignment(known, refineAlignment(known.scene, understood, onsets));
};

/** The same of notes, as activations and exact onsets. */
export const alignNotesAlongRoute = (
  asked: TakeReference,
  createActivations: (scene: AlignmentScene) => PitchActivations,
  onsets: OnsetRefiner,
): TakeAlignment | null => {
  const once = createAlignmentScene(repeatReference(asked, 1));
  const known = findRoute(once, createActivations(once));
  if (!known) return null;
  const understood = alignWithAdaptedLevels(known.scene, createActivations(known.scene), KNOWN_START);
  return createRouteAlignment(known, refineAlignment(known.scene, understood, onsets, true));
};
