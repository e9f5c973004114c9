import type { TakeReference, ReferenceStroke } from '../model/reference.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import type { PitchActivations } from '../signal/pitch-activations.ts';

// Looked up once, not in every step.
const { abs, ceil, log, max, min, round, sqrt } = Math;

/** Strokes of one time: what is asked for at once. */
export interface ScoreMoment {
  /** Seconds from the beginning, as asked. */
  readonly time: number;
  /** Indexes among the asked strokes. */
  readonly strokeIndexes: readonly number[];
}

/** Strokes asked for at one time, in order. */
export const groupIntoMoments = ({ strokes }: TakeReference): readonly ScoreMoment[] => {
  const found: { time: number; strokeIndexes: number[] }[] = [];
  strokes.forEach(({ onset }, index) => {
    const last = found.at(-1);
    if (last && onset - last.time < 1e-4) last.strokeIndexes.push(index);
    else found.push({ time: onset, strokeIndexes: [index] });
  });
  return found;
};

/** Seconds of a step of the grid the pulse is sought on. */
const GRID_STEP = 0.01;

/** How much speaks for a pitch being struck at each step of the grid: 0 to 1, a little spread over its neighbours. */
export const computeSalience = (
  { byPitch, frameCount }: PitchActivations,
  references: readonly number[],
): readonly Float32Array[] => {
  const steps = ceil((frameCount * TAKE_PARAMETERS.hopSeconds) / GRID_STEP);
  const each = round(GRID_STEP / TAKE_PARAMETERS.hopSeconds);
  return byPitch.map((strengths, pitch) => {
    const raw = Float32Array.from({ length: steps }, (_, step) => {
      let most = 0;
      for (let frame = step * each; frame < (step + 1) * each; frame += 1) most = max(most, strengths[frame] ?? 0);
      return min(1, sqrt(most / (references[pitch] || 1)));
    });
    return raw.map((value, step) =>
      max(
        value,
        0.75 * max(raw[step - 1] ?? 0, raw[step + 1] ?? 0),
        0.45 * max(raw[step - 2] ?? 0, raw[step + 2] ?? 0),
      ),
    );
  });
};

/** A way of laying what is asked over the take: seconds of its beginning, and how much slower it is played. */
export interface TempoHypothesis {
  readonly offset: number;
  readonly tempoRatio: number;
}

const MAX_SEARCH_STROKES = 40;

/** What is asked, and what speaks for each pitch at each step of the grid. */
export interface ScoreSearchInput {
  readonly reference: TakeReference;
  readonly pitchIndex: readonly number[];
  readonly salience: readonly Float32Array[];
}

const getSalience = (
  { reference, pitchIndex, salience }: ScoreSearchInput,
  { offset, tempoRatio }: TempoHypothesis,
  index: number,
): number => {
  const time = offset + tempoRatio * (reference.strokes[index] as ReferenceStroke).onset;
  return salience[pitchIndex[index] as number]?.[round(time / GRID_STEP)] ?? 0;
};

const scoreHypothesis = (looked: ScoreSearchInput, start: TempoHypothesis, count: number): number => {
  let sum = 0;
  for (let index = 0; index < count; index += 1) sum += getSalience(looked, start, index);
  return sum / count;
};

const listTempoRatios = (): readonly number[] => {
  const found: number[] = [1];
  for (
    let factor: number = TAKE_PARAMETERS.tempoRatioStep;
    factor <= TAKE_PARAMETERS.maxTempoRatio;
    factor *= TAKE_PARAMETERS.tempoRatioStep
  )
    found.push(factor, 1 / factor);
  return found;
};

/** The first strokes that are looked for: some cycles, never more than there are. */
const countSearchStrokes = ({ strokes }: TakeReference): number => min(strokes.length, MAX_SEARCH_STROKES);

/** How near a beginning an earlier one is looked for, in steps of the grid, and what a step beside it costs. */
const LOCAL_SEARCH = { steps: 6, cost: 0.004 } as const;

/** The best beginning near one: what it scores over one time through, chosen by what follows it too. */
const refineHypothesis = (
  looked: ScoreSearchInput,
  { offset, tempoRatio }: TempoHypothesis,
  once: number,
  chosenBy: number,
): ScoredHypothesis => {
  let [best, most]: [ScoredHypothesis, number] = [{ offset, tempoRatio, score: -1 }, -Infinity];
  for (let step = -LOCAL_SEARCH.steps; step <= LOCAL_SEARCH.steps; step += 1)
    for (const factor of [1 / TAKE_PARAMETERS.tempoRatioStep, 1, TAKE_PARAMETERS.tempoRatioStep]) {
      const start = { offset: offset + step * GRID_STEP, tempoRatio: tempoRatio * factor };
      const worth = scoreHypothesis(looked, start, chosenBy) - LOCAL_SEARCH.cost * (abs(step) + (factor === 1 ? 0 : 2));
      if (worth > most) [best, most] = [{ ...start, score: scoreHypothesis(looked, start, once) }, worth];
    }
  return best;
};

type ScoredHypothesis = TempoHypothesis & { readonly score: number };

const findBestHypothesis = ({ reference, pitchIndex, salience }: ScoreSearchInput, count: number): ScoredHypothesis => {
  const steps = salience[0]?.length ?? 0;
  const span = (reference.strokes[count - 1]?.onset ?? 0) / GRID_STEP;
  const own = Array.from({ length: count }, (_, index) => salience[pitchIndex[index] as number] as Float32Array);
  let best: ScoredHypothesis = { offset: 0, tempoRatio: 1, score: 0 };
  for (const slower of listTempoRatios()) {
    const places = Int32Array.from({ length: count }, (_, index) =>
      round((slower * (reference.strokes[index] as ReferenceStroke).onset) / GRID_STEP),
    );
    for (let step = 0; step + 0.4 * span * slower < steps; step += 1) {
      // Each stroke adds 1 at the most: what cannot come to the best any more is left.
      const wanted = best.score * count;
      let sum = 0;
      let index = 0;
      for (; index < count && sum + count - index > wanted; index += 1)
        sum += own[index]?.[step + (places[index] as number)] ?? 0;
      if (index === count && sum > wanted) best = { offset: step * GRID_STEP, tempoRatio: slower, score: sum / count };
    }
  }
  return best;
};

/** What strokes at any time whatever would score: the mean evidence for their pitches. */
const computeChanceScore = ({ pitchIndex, salience }: ScoreSearchInput, count: number): number => {
  const means = salience.map((steps) => steps.reduce((sum, value) => sum + value, 0) / max(1, steps.length));
  return pitchIndex.slice(0, count).reduce((sum, pitch) => sum + (means[pitch] ?? 0), 0) / count;
};

/** How far beyond chance a beginning fits, 0 to 1. */
const normaliseScore = (score: number, chance: number): number => max(0, (score - chance) / (1 - chance));

/** Steps of the grid beside its time at which a stroke may swell: bass strings take some hundredths of a second. */
const SWELL_STEPS = 6;

const widen = (salience: Float32Array): Float32Array =>
  salience.map((_, step) => {
    let most = 0;
    for (let at = step - SWELL_STEPS; at <= step + SWELL_STEPS; at += 1) most = max(most, salience[at] ?? 0);
    return most;
  });

/** How far beyond chance what is asked, or the strokes of it that count, fits about its own times, 0 to 1. */
export const computeFit = (
  { salience, reference, pitchIndex }: ScoreSearchInput,
  isCounted: (index: number) => boolean,
): number => {
  const strokes = reference.strokes.filter((_, index) => isCounted(index));
  const wide: ScoreSearchInput = {
    salience: salience.map(widen),
    reference: { ...reference, strokes },
    pitchIndex: pitchIndex.filter((_, index) => isCounted(index)),
  };
  if (strokes.length === 0) return 0;
  const score = scoreHypothesis(wide, { offset: 0, tempoRatio: 1 }, strokes.length);
  return normaliseScore(score, computeChanceScore(wide, strokes.length));
};

/** Strokes a part has to have to be told from noise. */
const MIN_SEGMENT_STROKES = 3;

/**
 * Seconds after which what is asked sounds the same again: a time through, or a part of it that is played over and
 * over.
 */
const findPeriod = ({ strokes, passSeconds }: TakeReference): number => {
  const once = strokes.filter(({ pass }) => pass === 0);
  const [first, steps] = [once[0]?.onset ?? 0, round(passSeconds / GRID_STEP)];
  const place = (seconds: number, beside: number): number => (round(seconds / GRID_STEP) + beside + steps) % steps;
  const sounds = new Set(once.map(({ onset, pitch }) => 128 * place(onset, 0) + pitch));
  const isThere = (seconds: number, pitch: number): boolean =>
    [0, -1, 1].some((beside) => sounds.has(128 * place(seconds, beside) + pitch));
  const wholly = (shift: number): boolean => abs(passSeconds / shift - round(passSeconds / shift)) < 1e-3;
  const long = (shift: number): boolean =>
    once.filter(({ onset }) => onset < first + shift - GRID_STEP).length >= MIN_SEGMENT_STROKES;
  const again = (shift: number): boolean => once.every(({ onset, pitch }) => isThere(onset + shift, pitch));
  const shifts = once.map(({ onset }) => onset - first).filter((shift) => shift > GRID_STEP && wholly(shift));
  return shifts.find((shift) => long(shift) && again(shift)) ?? passSeconds;
};

/** Times through that may go by unheard on the way to an earlier one: a beginner stumbles, and the take goes on. */
const MAX_SKIPPED_PASSES = 2;

/** Where the take begins: what fits best, and then as many whole times through earlier as still speak for it. */
export const findTakeStart = (looked: ScoreSearchInput): ScoredHypothesis => {
  const count = countSearchStrokes(looked.reference);
  const best = findBestHypothesis(looked, count);
  const { passSeconds, strokes } = looked.reference;
  const period = findPeriod(looked.reference);
  const back = Array.from(
    { length: round((MAX_SKIPPED_PASSES * passSeconds) / period) },
    (_, times) => (times + 1) * period,
  );
  // Only what an earlier beginning would add speaks for it.
  const once = min(count, strokes.filter(({ onset }) => onset < (strokes[0]?.onset ?? 0) + period - GRID_STEP).length);
  const chosenBy = min(count, 2 * strokes.filter(({ pass }) => pass === 0).length);
  const before = (start: TempoHypothesis): ScoredHypothesis | undefined =>
    back
      .map((seconds) => start.offset - seconds * start.tempoRatio)
      .filter((at) => at >= -0.3)
      .map((at) => refineHypothesis(looked, { offset: at, tempoRatio: start.tempoRatio }, once, chosenBy))
      .find(({ score }) => score >= TAKE_PARAMETERS.earlierStartShare * best.score);
  let start: ScoredHypothesis = best;
  for (let earlier = before(start); earlier; earlier = before(start)) start = earlier;
  return { ...start, score: normaliseScore(best.score, computeChanceScore(looked, count)) };
};

/** How much better another place in the figure has to fit before it is taken for the one that is played (est.). */
const REALIGN_MARGIN = 0.12;

/**
 * Where the figure begins after all, if what was taken for its beginning is another place of it that sounds alike; null
 * where it is not. `heard` is seconds of the take.
 */
export const findBetterStart = (
  looked: ScoreSearchInput,
  start: TempoHypothesis,
  heard: number,
): TempoHypothesis | null => {
  const { strokes, passSeconds } = looked.reference;
  // The same stretch of the take for all of them, or a figure that is the same twice over would seem better beside a
  // slip.
  const inside = ({ offset, tempoRatio }: TempoHypothesis, stroke: ReferenceStroke): boolean => {
    const time = offset + tempoRatio * stroke.onset;
    return time > start.offset - 0.03 && time < heard - 0.1;
  };
  const fits = (one: TempoHypothesis): number => {
    const own = strokes.flatMap((stroke, index) => (inside(one, stroke) ? [index] : []));
    return own.reduce((sum, index) => sum + getSalience(looked, one, index), 0) / max(1, own.length);
  };
  const asIs = fits(start);
  const places = [...new Set(strokes.filter(({ pass }) => pass === 0).map(({ onset }) => onset))].slice(1);
  const others = places
    .map((at) => ({ ...start, offset: start.offset + start.tempoRatio * (at - passSeconds) }))
    .map((one) => ({ ...one, score: fits(one) }))
    .filter(({ score }) => score > asIs + REALIGN_MARGIN);
  return others.reduce<ScoredHypothesis | null>((best, one) => (!best || one.score > best.score ? one : best), null);
};

interface BeamPath {
  readonly step: number;
  readonly slower: number;
  readonly score: number;
  readonly before: BeamPath | null;
}

/** How many ways are followed at once, and what a change of tempo or a stroke beside the pulse costs. */
const BEAM_SEARCH = { ways: 90, change: 0.035, beside: 0.14, most: 1.5 } as const;

const scoreMoment = ({ pitchIndex, salience }: ScoreSearchInput, strokes: readonly number[], step: number): number => {
  let sum = 0;
  for (const index of strokes) sum += salience[pitchIndex[index] as number]?.[step] ?? 0;
  return sum;
};

const TEMPO_CHANGES = [0.97, 0.985, 1, 1.015, 1.03] as const;

const TEMPO_CHANGE_COSTS = TEMPO_CHANGES.map((change) => BEAM_SEARCH.change * abs(log(change)) * 66);

/** Which ways come to the same: as one number, of half a step of time and a seventieth of tempo. */
const quantisePath = ({ step, slower }: BeamPath): number => 1024 * round(step * 2) + round(log(slower) * 70) + 512;

/** The best of the ways that come to the same, a gap on from some. */
const extendPaths = (
  looked: ScoreSearchInput,
  ways: readonly BeamPath[],
  gap: number,
  strokes: readonly number[],
): readonly BeamPath[] => {
  const best = new Map<number, BeamPath>();
  for (const way of ways)
    TEMPO_CHANGES.forEach((change, index) => {
      const slower = way.slower * change;
      if (slower > BEAM_SEARCH.most || slower < 1 / BEAM_SEARCH.most) return;
      for (let beside = -1; beside <= 1; beside += 1) {
        const step = way.step + (gap * slower) / GRID_STEP + beside;
        const cost = (TEMPO_CHANGE_COSTS[index] as number) + BEAM_SEARCH.beside * abs(beside);
        const next = { step, slower, score: way.score + scoreMoment(looked, strokes, round(step)) - cost, before: way };
        const key = quantisePath(next);
        const known = best.get(key);
        if (!known || next.score > known.score) best.set(key, next);
      }
    });
  return [...best.values()].sort((a, b) => b.score - a.score).slice(0, BEAM_SEARCH.ways);
};

/** Seconds of each moment as the take’s own pulse has it: a slowly changing tempo, followed from the start. */
export const trackBeats = (
  looked: ScoreSearchInput,
  moments: readonly ScoreMoment[],
  { offset, tempoRatio }: TempoHypothesis,
): readonly number[] => {
  const first = moments[0];
  if (!first) return [];
  let ways: readonly BeamPath[] = [-2, -1, 0, 1, 2].map((beside) => {
    const step = (offset + first.time * tempoRatio) / GRID_STEP + beside;
    return {
      step,
      slower: tempoRatio,
      score: scoreMoment(looked, first.strokeIndexes, round(step)) - 0.05 * abs(beside),
      before: null,
    };
  });
  for (let index = 1; index < moments.length; index += 1) {
    const [before, now] = [moments[index - 1] as ScoreMoment, moments[index] as ScoreMoment];
    ways = extendPaths(looked, ways, now.time - before.time, now.strokeIndexes);
  }
  const times: number[] = [];
  for (let way: BeamPath | null | undefined = ways[0]; way; way = way.before) times.push(way.step * GRID_STEP);
  return times.reverse();
};
