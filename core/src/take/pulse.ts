import type { Asked, AskedStroke } from './asked.ts';
import { TAKE } from './estimates.ts';
import type { Strengths } from './separate.ts';

// Looked up once, not in every step.
const { abs, ceil, log, max, min, round, sqrt } = Math;

/** Strokes of one time: what is asked for at once. */
export interface Moment {
  /** Seconds from the beginning, as asked. */
  readonly at: number;
  /** Indexes among the asked strokes. */
  readonly strokes: readonly number[];
}

/** Strokes asked for at one time, in order. */
export const momentsOf = ({ strokes }: Asked): readonly Moment[] => {
  const found: { at: number; strokes: number[] }[] = [];
  strokes.forEach(({ at }, index) => {
    const last = found.at(-1);
    if (last && at - last.at < 1e-4) last.strokes.push(index);
    else found.push({ at, strokes: [index] });
  });
  return found;
};

/** Seconds of a step of the grid the pulse is sought on. */
const STEP = 0.01;

/** How much speaks for a pitch being struck at each step of the grid: 0 to 1, a little spread over its neighbours. */
export const evidenceOf = ({ of, frames }: Strengths, references: readonly number[]): readonly Float32Array[] => {
  const steps = ceil((frames * TAKE.hop) / STEP);
  const each = round(STEP / TAKE.hop);
  return of.map((strengths, pitch) => {
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
export interface Start {
  readonly at: number;
  readonly slower: number;
}

const WANTED = 40;

/** What is asked, and what speaks for each pitch at each step of the grid. */
export interface Looked {
  readonly asked: Asked;
  readonly pitchOf: readonly number[];
  readonly evidence: readonly Float32Array[];
}

const evidenceFor = ({ asked, pitchOf, evidence }: Looked, { at, slower }: Start, index: number): number => {
  const time = at + slower * (asked.strokes[index] as AskedStroke).at;
  return evidence[pitchOf[index] as number]?.[round(time / STEP)] ?? 0;
};

const scoreOf = (looked: Looked, start: Start, count: number): number => {
  let sum = 0;
  for (let index = 0; index < count; index += 1) sum += evidenceFor(looked, start, index);
  return sum / count;
};

const slownesses = (): readonly number[] => {
  const found: number[] = [1];
  for (let factor: number = TAKE.tempoStep; factor <= TAKE.tempoReach; factor *= TAKE.tempoStep)
    found.push(factor, 1 / factor);
  return found;
};

/** The first strokes that are looked for: some cycles, never more than there are. */
const lookedFor = ({ strokes }: Asked): number => min(strokes.length, WANTED);

/** How near a beginning an earlier one is looked for, in steps of the grid, and what a step beside it costs. */
const NEAR = { steps: 6, cost: 0.004 } as const;

/** The best beginning near one: what it scores over one time through, chosen by what follows it too. */
const nearStart = (looked: Looked, { at, slower }: Start, once: number, chosenBy: number): Scored => {
  let [best, most]: [Scored, number] = [{ at, slower, score: -1 }, -Infinity];
  for (let step = -NEAR.steps; step <= NEAR.steps; step += 1)
    for (const factor of [1 / TAKE.tempoStep, 1, TAKE.tempoStep]) {
      const start = { at: at + step * STEP, slower: slower * factor };
      const worth = scoreOf(looked, start, chosenBy) - NEAR.cost * (abs(step) + (factor === 1 ? 0 : 2));
      if (worth > most) [best, most] = [{ ...start, score: scoreOf(looked, start, once) }, worth];
    }
  return best;
};

type Scored = Start & { readonly score: number };

const bestStart = ({ asked, pitchOf, evidence }: Looked, count: number): Scored => {
  const steps = evidence[0]?.length ?? 0;
  const span = (asked.strokes[count - 1]?.at ?? 0) / STEP;
  const own = Array.from({ length: count }, (_, index) => evidence[pitchOf[index] as number] as Float32Array);
  let best: Scored = { at: 0, slower: 1, score: 0 };
  for (const slower of slownesses()) {
    const places = Int32Array.from({ length: count }, (_, index) =>
      round((slower * (asked.strokes[index] as AskedStroke).at) / STEP),
    );
    for (let step = 0; step + 0.4 * span * slower < steps; step += 1) {
      // Each stroke adds 1 at the most: what cannot come to the best any more is left.
      const wanted = best.score * count;
      let sum = 0;
      let index = 0;
      for (; index < count && sum + count - index > wanted; index += 1)
        sum += own[index]?.[step + (places[index] as number)] ?? 0;
      if (index === count && sum > wanted) best = { at: step * STEP, slower, score: sum / count };
    }
  }
  return best;
};

/** What strokes at any time whatever would score: the mean evidence for their pitches. */
const chanceOf = ({ pitchOf, evidence }: Looked, count: number): number => {
  const means = evidence.map((steps) => steps.reduce((sum, value) => sum + value, 0) / max(1, steps.length));
  return pitchOf.slice(0, count).reduce((sum, pitch) => sum + (means[pitch] ?? 0), 0) / count;
};

/** How far beyond chance a beginning fits, 0 to 1. */
const beyondChance = (score: number, chance: number): number => max(0, (score - chance) / (1 - chance));

/** Strokes a part has to have to be told from noise. */
const PART = 3;

/** Seconds after which what is asked sounds the same again: a time through, or a part of it that is played over and over. */
const periodOf = ({ strokes, cycleSeconds }: Asked): number => {
  const once = strokes.filter(({ cycle }) => cycle === 0);
  const [first, steps] = [once[0]?.at ?? 0, round(cycleSeconds / STEP)];
  const place = (seconds: number, beside: number): number => (round(seconds / STEP) + beside + steps) % steps;
  const sounds = new Set(once.map(({ at, pitch }) => 128 * place(at, 0) + pitch));
  const isThere = (seconds: number, pitch: number): boolean =>
    [0, -1, 1].some((beside) => sounds.has(128 * place(seconds, beside) + pitch));
  const wholly = (shift: number): boolean => abs(cycleSeconds / shift - round(cycleSeconds / shift)) < 1e-3;
  const long = (shift: number): boolean => once.filter(({ at }) => at < first + shift - STEP).length >= PART;
  const again = (shift: number): boolean => once.every(({ at, pitch }) => isThere(at + shift, pitch));
  const shifts = once.map(({ at }) => at - first).filter((shift) => shift > STEP && wholly(shift));
  return shifts.find((shift) => long(shift) && again(shift)) ?? cycleSeconds;
};

/** Times through that may go by unheard on the way to an earlier one: a beginner stumbles, and the take goes on. */
const STUMBLES = 2;

/** Where the take begins: what fits best, and then as many whole times through earlier as still speak for it. */
export const startOf = (looked: Looked): Scored => {
  const count = lookedFor(looked.asked);
  const best = bestStart(looked, count);
  const { cycleSeconds, strokes } = looked.asked;
  const period = periodOf(looked.asked);
  const back = Array.from({ length: round((STUMBLES * cycleSeconds) / period) }, (_, times) => (times + 1) * period);
  // Only what an earlier beginning would add speaks for it.
  const once = min(count, strokes.filter(({ at }) => at < (strokes[0]?.at ?? 0) + period - STEP).length);
  const chosenBy = min(count, 2 * strokes.filter(({ cycle }) => cycle === 0).length);
  const before = (start: Start): Scored | undefined =>
    back
      .map((seconds) => start.at - seconds * start.slower)
      .filter((at) => at >= -0.3)
      .map((at) => nearStart(looked, { at, slower: start.slower }, once, chosenBy))
      .find(({ score }) => score >= TAKE.earlier * best.score);
  let start: Scored = best;
  for (let earlier = before(start); earlier; earlier = before(start)) start = earlier;
  return { ...start, score: beyondChance(best.score, chanceOf(looked, count)) };
};

/** How much better another place in the figure has to fit before it is taken for the one that is played (est.). */
const ELSEWHERE = 0.12;

/**
 * Where the figure begins after all, if what was taken for its beginning is another place of it that sounds alike; null where it
 * is not. `heard` is seconds of the take.
 */
export const elsewhere = (looked: Looked, start: Start, heard: number): Start | null => {
  const { strokes, cycleSeconds } = looked.asked;
  // The same stretch of the take for all of them, or a figure that is the same twice over would seem better beside a slip.
  const inside = ({ at, slower }: Start, stroke: AskedStroke): boolean => {
    const time = at + slower * stroke.at;
    return time > start.at - 0.03 && time < heard - 0.1;
  };
  const fits = (one: Start): number => {
    const own = strokes.flatMap((stroke, index) => (inside(one, stroke) ? [index] : []));
    return own.reduce((sum, index) => sum + evidenceFor(looked, one, index), 0) / max(1, own.length);
  };
  const asIs = fits(start);
  const places = [...new Set(strokes.filter(({ cycle }) => cycle === 0).map(({ at }) => at))].slice(1);
  const others = places
    .map((at) => ({ ...start, at: start.at + start.slower * (at - cycleSeconds) }))
    .map((one) => ({ ...one, score: fits(one) }))
    .filter(({ score }) => score > asIs + ELSEWHERE);
  return others.reduce<Scored | null>((best, one) => (!best || one.score > best.score ? one : best), null);
};

interface Path {
  readonly step: number;
  readonly slower: number;
  readonly score: number;
  readonly before: Path | null;
}

/** How many ways are followed at once, and what a change of tempo or a stroke beside the pulse costs. */
const BEAM = { ways: 90, change: 0.035, beside: 0.14, most: 1.5 } as const;

const gainAt = ({ pitchOf, evidence }: Looked, strokes: readonly number[], step: number): number => {
  let sum = 0;
  for (const index of strokes) sum += evidence[pitchOf[index] as number]?.[step] ?? 0;
  return sum;
};

const CHANGES = [0.97, 0.985, 1, 1.015, 1.03] as const;

const COSTS = CHANGES.map((change) => BEAM.change * abs(log(change)) * 66);

/** Which ways come to the same: as one number, of half a step of time and a seventieth of tempo. */
const keyOf = ({ step, slower }: Path): number => 1024 * round(step * 2) + round(log(slower) * 70) + 512;

/** The best of the ways that come to the same, a gap on from some. */
const followed = (looked: Looked, ways: readonly Path[], gap: number, strokes: readonly number[]): readonly Path[] => {
  const best = new Map<number, Path>();
  for (const way of ways)
    CHANGES.forEach((change, index) => {
      const slower = way.slower * change;
      if (slower > BEAM.most || slower < 1 / BEAM.most) return;
      for (let beside = -1; beside <= 1; beside += 1) {
        const step = way.step + (gap * slower) / STEP + beside;
        const cost = (COSTS[index] as number) + BEAM.beside * abs(beside);
        const next = { step, slower, score: way.score + gainAt(looked, strokes, round(step)) - cost, before: way };
        const key = keyOf(next);
        const known = best.get(key);
        if (!known || next.score > known.score) best.set(key, next);
      }
    });
  return [...best.values()].sort((a, b) => b.score - a.score).slice(0, BEAM.ways);
};

/** Seconds of each moment as the take’s own pulse has it: a slowly changing tempo, followed from the start. */
export const followPulse = (looked: Looked, moments: readonly Moment[], { at, slower }: Start): readonly number[] => {
  const first = moments[0];
  if (!first) return [];
  let ways: readonly Path[] = [-2, -1, 0, 1, 2].map((beside) => {
    const step = (at + first.at * slower) / STEP + beside;
    return {
      step,
      slower,
      score: gainAt(looked, first.strokes, round(step)) - 0.05 * abs(beside),
      before: null,
    };
  });
  for (let index = 1; index < moments.length; index += 1) {
    const [before, now] = [moments[index - 1] as Moment, moments[index] as Moment];
    ways = followed(looked, ways, now.at - before.at, now.strokes);
  }
  const times: number[] = [];
  for (let way: Path | null | undefined = ways[0]; way; way = way.before) times.push(way.step * STEP);
  return times.reverse();
};
