import { median } from '../../statistics/index.ts';
import { FOLLOWING, PositionFilter, type FollowedMoment, type PositionEstimate } from './position-filter.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import type { PitchActivations } from '../signal/pitch-activations.ts';
import type { AlignmentScene, PitchLevel } from './onset-pairing.ts';
import { fitLocalLine } from './smooth-beats.ts';

/** How the way of a player through a figure is told (est.): levels of tempo, seconds, shares. */
const ROUTE = {
  /** From less than half to more than twice the tempo asked for. */
  tempoRange: [-14, 14],
  minCertainty: 0.5,
  /** Seconds of the score by which a place may differ from where playing on would have led. */
  jumpSeconds: 0.3,
  jumpShare: 0.12,
  /** Estimates the pace is told by, on either side, and beyond the ends of a stretch. */
  paceReach: 8,
  edgeReach: 30,
  /** Seconds beside its place within which a moment counts as heard, and how strongly it has to be. */
  heardWithin: 0.08,
  heardFrom: 0.25,
  /** The same for the last moments of a stretch. */
  lastWithin: 0.045,
  lastFrom: 0.45,
  /** Looks on either side of a place among which its strongest is sought. */
  peakSteps: 26,
  /** Moments a stretch needs, and seconds of rest that end one. */
  minMoments: 4,
  restSeconds: 0.8,
} as const;

/** A moment of the figure as the player came to it: its index, and seconds in the take. */
export interface PlayedMoment {
  readonly moment: number;
  readonly time: number;
}

/** Moments played one after another without a stop, and how much slower than asked. */
export interface PlayedStretch {
  readonly moments: readonly PlayedMoment[];
  readonly tempoRatio: number;
}

interface TimedEstimate extends PositionEstimate {
  readonly at: number;
}

/** How strongly each pitch is struck about a second of the take, 0 to 1. */
type Salience = (pitch: number, at: number, within: number) => number;

const createSalience =
  ({ byPitch, frameCount }: PitchActivations, levels: readonly PitchLevel[]): Salience =>
  (pitch, at, within) => {
    const { hopSeconds } = TAKE_PARAMETERS;
    const [from, to] = [Math.max(0, Math.round((at - within) / hopSeconds)), Math.round((at + within) / hopSeconds)];
    let most = 0;
    for (let frame = from; frame <= to && frame < frameCount; frame += 1)
      most = Math.max(most, byPitch[pitch]?.[frame] as number);
    return Math.min(1, Math.sqrt(most / (levels[pitch]?.reference || 1)));
  };

/** Moments with the beat they belong to: who begins again does so at a beat. */
const listFollowedMoments = ({ reference, moments, pitchIndex }: AlignmentScene): readonly FollowedMoment[] => {
  const beatSeconds = 60 / reference.tempo;
  return moments.map(({ time, strokeIndexes }) => ({
    time,
    bar: Math.floor(time / beatSeconds + 1e-6),
    pitchIndexes: [...new Set(strokeIndexes.map((index) => pitchIndex[index] as number))],
  }));
};

const followTake = (
  moments: readonly FollowedMoment[],
  { reference: { passSeconds }, pitches }: AlignmentScene,
  salience: Salience,
  { seconds, tempo }: { readonly seconds: number; readonly tempo?: number },
): readonly TimedEstimate[] => {
  const { tempoRange } = ROUTE;
  const filter = new PositionFilter(moments, { seconds: passSeconds, loops: true, tempoRange, tempo });
  const half = FOLLOWING.stepSeconds / 2;
  const found: TimedEstimate[] = [];
  for (let step = 1; step * FOLLOWING.stepSeconds < seconds; step += 1) {
    const at = step * FOLLOWING.stepSeconds;
    const near = pitches.map((_, pitch) => salience(pitch, at, half));
    const wide = pitches.map((_, pitch) => Math.max(near[pitch] as number, 0.6 * salience(pitch, at, 0.035)));
    filter.step({ salience: wide, onset: Math.max(0, ...near) });
    if (step % FOLLOWING.mixingSteps === 0) found.push({ ...filter.estimate(), at });
  }
  return found;
};

const clampPace = (pace: number): number => {
  const [least, most] = ROUTE.tempoRange.map((level) => 2 ** (level / FOLLOWING.tempoLevelsPerOctave)) as [
    number,
    number,
  ];
  return Math.max(least, Math.min(most, pace));
};

/** Estimates one after another in which somebody surely plays on, places counted on through the repeats. */
const splitAtJumps = (
  estimates: readonly TimedEstimate[],
  passSeconds: number,
): readonly (readonly TimedEstimate[])[] => {
  const stretches: TimedEstimate[][] = [];
  let [now, pace]: [TimedEstimate[], number] = [[], 1];
  const end = (): void => {
    if (now.length > 0) stretches.push(now);
    now = [];
  };
  const allowed = Math.max(ROUTE.jumpSeconds, ROUTE.jumpShare * passSeconds);
  for (const one of estimates) {
    if (!one.isPlaying || one.certainty < ROUTE.minCertainty) continue;
    const last = now.at(-1);
    const rest = last ? one.at - last.at : 0;
    const expected = last ? last.seconds + rest * pace : 0;
    const rounds = Math.round((expected - one.seconds) / passSeconds);
    const seconds = one.seconds + rounds * passSeconds;
    const goesOn = last && rest < ROUTE.restSeconds && Math.abs(seconds - expected) <= allowed;
    if (!goesOn) end();
    now.push(goesOn ? { ...one, seconds } : one);
    const first = now.at(-ROUTE.paceReach);
    if (first) pace = clampPace(((now.at(-1) as TimedEstimate).seconds - first.seconds) / (one.at - first.at || 1));
  }
  end();
  return stretches;
};

/** Score seconds for each second of the take, about an estimate. */
const paceAt = (stretch: readonly TimedEstimate[], index: number): number => {
  const [from, to] = [
    stretch[Math.max(0, index - ROUTE.paceReach)],
    stretch[Math.min(stretch.length - 1, index + ROUTE.paceReach)],
  ] as [TimedEstimate, TimedEstimate];
  return clampPace(to.at > from.at ? (to.seconds - from.seconds) / (to.at - from.at) : 1);
};

/** The same over a longer time, by which one goes on beyond the first and the last estimate. */
const paceAbout = (stretch: readonly TimedEstimate[], index: number): number => {
  const [from, to] = [Math.max(0, index - ROUTE.edgeReach), Math.min(stretch.length, index + ROUTE.edgeReach + 1)];
  return median(Array.from({ length: to - from }, (_, by) => paceAt(stretch, from + by)));
};

/** Seconds of the take at which a place of the score is come to, by the estimates about it. */
const timeOfPlace = (stretch: readonly TimedEstimate[], place: number): number => {
  const index = stretch.reduce(
    (best, one, at) =>
      Math.abs(one.seconds - place) < Math.abs((stretch[best] as TimedEstimate).seconds - place) ? at : best,
    0,
  );
  const near = stretch.slice(Math.max(0, index - 3), index + 4);
  const isInside = index > 0 && index < stretch.length - 1;
  const pace = isInside ? paceAt(stretch, index) : paceAbout(stretch, index);
  return median(near.map(({ at, seconds }) => at + (place - seconds) / pace));
};

/** The pace that most of a take is played at; none where nothing is surely played. */
const findTempo = (stretches: readonly (readonly TimedEstimate[])[]): number | undefined => {
  const paces = stretches.flatMap((stretch) => stretch.map((_, index) => paceAt(stretch, index)));
  return paces.length > 0 ? median(paces) : undefined;
};

/** What stretches are laid out by. */
interface RouteContext {
  readonly moments: readonly FollowedMoment[];
  readonly passSeconds: number;
  readonly salience: Salience;
}

/** A moment by its number counted on through the repeats. */
const placeOf = ({ moments, passSeconds }: RouteContext, number: number): number => {
  const count = moments.length;
  const round = Math.floor(number / count);
  return round * passSeconds + (moments[number - round * count] as FollowedMoment).time;
};

const momentOf = ({ moments }: RouteContext, number: number): number =>
  ((number % moments.length) + moments.length) % moments.length;

const strengthAt = (context: RouteContext, number: number, time: number, within: number): number => {
  const { pitchIndexes } = context.moments[momentOf(context, number)] as FollowedMoment;
  return pitchIndexes.reduce((all, pitch) => all + context.salience(pitch, time, within), 0) / pitchIndexes.length;
};

const isHeard = (context: RouteContext, number: number, time: number): boolean =>
  strengthAt(context, number, time, ROUTE.heardWithin) >= ROUTE.heardFrom;

/** Seconds of the take for each second of the score, counted on through the repeats. */
type TimeMap = (place: number) => number;

interface Walk {
  readonly from: number;
  readonly by: 1 | -1;
  /** Seconds of the last estimate that way, and beyond which another stretch or nothing is. */
  readonly edge: number;
  readonly until: number;
}

/**
 * Numbers of moments from one on in a direction: all between the estimates, and beyond them as long as no two in a row
 * are unheard; none at the end that is not heard.
 */
const walk = (context: RouteContext, timeAt: TimeMap, { from, by, edge, until }: Walk): readonly number[] => {
  const found: number[] = [];
  let unheard = 0;
  for (let number = from; ; number += by) {
    const time = timeAt(placeOf(context, number));
    const isBeyond = by * (time - edge) > 0;
    if (by * (until - time) < 0.02 || (isBeyond && unheard >= 2)) break;
    unheard = isHeard(context, number, time) ? 0 : unheard + 1;
    found.push(number);
  }
  return found.slice(0, found.length - unheard);
};

/** Numbers of the moments of a stretch, from its middle, where it is surest, both ways. */
const listNumbers = (
  context: RouteContext,
  stretch: readonly TimedEstimate[],
  timeAt: TimeMap,
  [after, before]: readonly [number, number],
): readonly number[] => {
  const middle = (stretch[Math.floor(stretch.length / 2)] as TimedEstimate).seconds;
  let start = Math.floor(middle / context.passSeconds) * context.moments.length;
  while (placeOf(context, start) < middle) start += 1;
  const [first, last] = [stretch[0]?.at ?? 0, stretch.at(-1)?.at ?? 0];
  const back = walk(context, timeAt, { from: start - 1, by: -1, edge: first, until: after });
  return [...back].reverse().concat(walk(context, timeAt, { from: start, by: 1, edge: last, until: before }));
};

/** Where near a time a moment is heard most; null where it is not. */
const findPeakNear = (context: RouteContext, number: number, time: number): number | null => {
  let [best, most]: [number | null, number] = [null, ROUTE.heardFrom];
  for (let by = -ROUTE.peakSteps; by <= ROUTE.peakSteps; by += 1) {
    const at = time + by * TAKE_PARAMETERS.hopSeconds;
    const strength = strengthAt(context, number, at, 0);
    if (strength > most) [best, most] = [at, strength];
  }
  return best;
};

/** Times laid evenly through where the moments of a stretch are heard most. */
const refineTimes = (context: RouteContext, numbers: readonly number[], rough: TimeMap): TimeMap => {
  const heard = numbers.flatMap((number) => {
    const expected = placeOf(context, number);
    const detected = findPeakNear(context, number, rough(expected));
    return detected === null ? [] : [{ expected, detected }];
  });
  const reach = 3 * TAKE_PARAMETERS.tempoWindowSeconds;
  return (place) => {
    const near = heard.filter(({ expected }) => Math.abs(expected - place) < reach);
    return (near.length >= 3 ? fitLocalLine(near, place) : null) ?? rough(place);
  };
};

/** Without moments at the end that nothing strong speaks for: strings ring on when somebody has stopped. */
const withoutRinging = (context: RouteContext, numbers: readonly number[], timeAt: TimeMap): readonly number[] => {
  const isStrong = (number: number | undefined): boolean =>
    number !== undefined &&
    strengthAt(context, number, timeAt(placeOf(context, number)), ROUTE.lastWithin) >= ROUTE.lastFrom;
  let end = numbers.length;
  while (end > 0 && !(isStrong(numbers[end - 1]) && (isStrong(numbers[end - 2]) || isStrong(numbers[end - 3]))))
    end -= 1;
  return numbers.slice(0, end);
};

const layOutStretch = (
  context: RouteContext,
  stretch: readonly TimedEstimate[],
  bounds: readonly [number, number],
): PlayedStretch => {
  const rough: TimeMap = (place) => timeOfPlace(stretch, place);
  const timeAt = refineTimes(context, listNumbers(context, stretch, rough, bounds), rough);
  const numbers = withoutRinging(context, listNumbers(context, stretch, timeAt, bounds), timeAt);
  const moments = numbers.map((number) => ({
    moment: momentOf(context, number),
    time: timeAt(placeOf(context, number)),
  }));
  const [a, b] = [numbers[0] ?? 0, numbers.at(-1) ?? 0];
  const played = placeOf(context, b) - placeOf(context, a);
  const took = (moments.at(-1)?.time ?? 0) - (moments[0]?.time ?? 0);
  return { moments, tempoRatio: played > 0 ? took / played : 1 };
};

const countHeard = (context: RouteContext, moments: readonly PlayedMoment[], until = Infinity): number =>
  moments.filter(({ moment, time }) => time < until && isHeard(context, moment, time)).length;

/** Whether a stretch laid back over the one before it explains all that was heard there: then there was but one. */
const covers = (context: RouteContext, longer: PlayedStretch, fragment: PlayedStretch): boolean => {
  const until = (fragment.moments.at(-1)?.time ?? 0) + ROUTE.heardWithin;
  return countHeard(context, longer.moments, until) >= countHeard(context, fragment.moments);
};

/** Whether a stretch is less than a pass, and played on at once: who begins is at first taken to be elsewhere. */
const isFragment = (context: RouteContext, { moments }: PlayedStretch, next: readonly TimedEstimate[]): boolean =>
  moments.length <= context.moments.length &&
  (next[0]?.at ?? Infinity) - (moments.at(-1)?.time ?? 0) < ROUTE.restSeconds;

/** Stretches laid out in order; what turns out to be the beginning of the next one becomes part of it. */
const layOutStretches = (
  context: RouteContext,
  stretches: readonly (readonly TimedEstimate[])[],
  seconds: number,
): readonly PlayedStretch[] => {
  const found: PlayedStretch[] = [];
  stretches.forEach((stretch, index) => {
    const layFrom = (after: PlayedStretch | undefined): PlayedStretch =>
      layOutStretch(context, stretch, [after?.moments.at(-1)?.time ?? 0, stretches[index + 1]?.[0]?.at ?? seconds]);
    const last = found.at(-1);
    if (last && isFragment(context, last, stretch)) {
      const longer = layFrom(found.at(-2));
      if (covers(context, longer, last)) found.splice(-1, 1, longer);
      if (found.at(-1) === longer) return;
    }
    const laid = layFrom(last);
    if (laid.moments.length >= ROUTE.minMoments) found.push(laid);
  });
  return found;
};

/**
 * The way of a player through a figure that goes round: stretches without a stop, in order, at whatever tempo from less
 * than half to more than twice what is asked, begun and broken off anywhere.
 */
export const findPlayedRoute = (
  scene: AlignmentScene,
  activations: PitchActivations,
  levels: readonly PitchLevel[],
): readonly PlayedStretch[] => {
  const moments = listFollowedMoments(scene);
  const { passSeconds } = scene.reference;
  if (moments.length === 0) return [];
  const salience = createSalience(activations, levels);
  const seconds = activations.frameCount * TAKE_PARAMETERS.hopSeconds;
  const first = splitAtJumps(followTake(moments, scene, salience, { seconds }), passSeconds);
  // Followed once more with the tempo that was found: the beginning is the least sure.
  const tempo = findTempo(first);
  const stretches = splitAtJumps(followTake(moments, scene, salience, { seconds, tempo }), passSeconds);
  return layOutStretches({ moments, passSeconds, salience }, stretches, seconds);
};
