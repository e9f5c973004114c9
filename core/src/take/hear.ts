import { strikerOf, type Striker } from '../pattern/index.ts';
import type { Asked, AskedStroke } from './asked.ts';
import { assign, peaksOf, type Peak } from './assign.ts';
import { TAKE } from './estimates.ts';
import { plucksIn } from './plucks.ts';
import { PluckClock } from './pluck-clock.ts';
import { evidenceOf, followPulse, momentsOf, startOf, type Moment } from './pulse.ts';
import { firstTemplates, learntTemplates, separate, type Accepted, type Strengths } from './separate.ts';
import { smoothPulse, type Heard as Placed } from './smooth-pulse.ts';
import { innovationOf } from './spectra.ts';
import { median, quantile, spreadOf } from './statistics.ts';

/** A stroke that was asked for, as it was heard. */
export interface HeardStroke {
  /** Index among what was asked. */
  readonly asked: number;
  /** Seconds in the take, where it was heard; null where it was not. */
  readonly at: number | null;
  /** Seconds in the take where the player's own pulse has it. */
  readonly pulse: number;
  /** How strong it was against the other strokes of its pitch, in decibels; null where it was not heard. */
  readonly decibels: number | null;
  readonly what: 'as asked' | 'missed' | 'wrong string' | 'cannot be told';
  /** The pitch that sounded in its place, where another string was struck. */
  readonly instead: number | null;
  /** 0 to 1. */
  readonly confidence: number;
}

/** A stroke nobody asked for. */
export interface ExtraStroke {
  readonly at: number;
  readonly pitch: number;
  readonly confidence: number;
}

/** A take as it was heard. */
export interface HeardTake {
  readonly strokes: readonly HeardStroke[];
  readonly extras: readonly ExtraStroke[];
  /** How well what was asked fits what was heard at its beginning, 0 to 1: low is another piece. */
  readonly fit: number;
  /** How much slower than asked it is played at its beginning and its end. */
  readonly slower: readonly [number, number];
  /** Times through that were heard. */
  readonly cycles: number;
}

interface Level {
  /** Middle strength of a pitch’s own strokes. */
  readonly reference: number;
  readonly threshold: number;
}

interface Scene {
  readonly asked: Asked;
  readonly pitches: readonly number[];
  /** Index of the pitch of each asked stroke. */
  readonly pitchOf: readonly number[];
  readonly moments: readonly Moment[];
}

const pitchesOf = ({ strokes, neighbours }: Asked): readonly number[] =>
  [...new Set([...strokes.map(({ pitch }) => pitch), ...neighbours])].sort((a, b) => a - b);

const sceneOf = (asked: Asked): Scene => {
  const pitches = pitchesOf(asked);
  const pitchOf = asked.strokes.map(({ pitch }) => pitches.indexOf(pitch));
  return { asked, pitches, pitchOf, moments: momentsOf(asked) };
};

/** Levels before anything is known: a pitch’s stronger looks are taken for its strokes. */
const firstLevels = ({ of }: Strengths): readonly Level[] =>
  of.map((strengths) => {
    const strong = peaksOf(strengths, 1e-9).map(({ strength }) => strength);
    const reference = quantile(strong, 0.92) || 1;
    return { reference, threshold: 0.25 * reference };
  });

const highestNear = (strengths: Float32Array, at: number, reach: number): number => {
  const [from, to] = [Math.max(0, Math.round((at - reach) / TAKE.hop)), Math.round((at + reach) / TAKE.hop)];
  let most = 0;
  for (let frame = from; frame <= to && frame < strengths.length; frame += 1)
    most = Math.max(most, strengths[frame] as number);
  return most;
};

/** Levels by what was heard: the middle of a pitch’s own strokes, and what others leak into it. */
const levelsBy = (
  { of }: Strengths,
  { pitchOf, pitches }: Scene,
  times: readonly (number | null)[],
  before: readonly Level[],
): readonly Level[] =>
  pitches.map((_, pitch) => {
    const strengths = of[pitch] as Float32Array;
    const own = times.flatMap((at, index) => (at !== null && pitchOf[index] === pitch ? [at] : []));
    const others = times.flatMap((at, index) =>
      at !== null && pitchOf[index] !== pitch && own.every((one) => Math.abs(one - at) > 0.07) ? [at] : [],
    );
    const known = before[pitch] as Level;
    const reference = own.length >= 3 ? median(own.map((at) => highestNear(strengths, at, 0.025))) : known.reference;
    const leak =
      others.length >= 4
        ? quantile(
            others.map((at) => highestNear(strengths, at, 0.03)),
            0.95,
          )
        : 0;
    const threshold = Math.min(TAKE.most * reference, Math.max(TAKE.ownShare * reference, TAKE.leak * leak));
    return { reference: reference || 1, threshold: threshold || 1 };
  });

interface Pass {
  readonly times: readonly (number | null)[];
  readonly strengths: readonly (number | null)[];
  /** Peaks that belong to no stroke, by pitch. */
  readonly loose: readonly (readonly Peak[])[];
}

interface Looking {
  readonly pulse: readonly number[];
  readonly late: (stroke: AskedStroke) => number;
  readonly scale: number;
}

/** Pairs every pitch’s strokes with its peaks. */
const pairAll = (scene: Scene, { of }: Strengths, levels: readonly Level[], { pulse, late, scale }: Looking): Pass => {
  const { asked, pitchOf, pitches } = scene;
  const times: (number | null)[] = asked.strokes.map(() => null);
  const strong: (number | null)[] = asked.strokes.map(() => null);
  const loose = pitches.map((_, pitch): readonly Peak[] => {
    const { threshold } = levels[pitch] as Level;
    const peaks = peaksOf(of[pitch] as Float32Array, threshold);
    const own = asked.strokes.flatMap((_stroke, index) => (pitchOf[index] === pitch ? [index] : []));
    const placed = own.map((index) => (pulse[index] as number) + late(asked.strokes[index] as AskedStroke));
    const wanted = placed.map((at, place) => {
      const gap = Math.min(at - (placed[place - 1] ?? -9), (placed[place + 1] ?? 1e9) - at);
      return { at, reach: Math.min(TAKE.reach, 0.55 * gap) };
    });
    const found = assign(wanted, peaks, { threshold, scale });
    const used = new Set<number>();
    found.forEach((peak, place) => {
      if (peak === null) return;
      used.add(peak);
      times[own[place] as number] = (peaks[peak] as Peak).at;
      strong[own[place] as number] = (peaks[peak] as Peak).strength;
    });
    return peaks.filter((_peak, index) => !used.has(index));
  });
  return { times, strengths: strong, loose };
};

const strikerIn = ({ digit }: AskedStroke): Striker | null => digit && strikerOf(digit);

/** How late each digit usually comes, in seconds against the pulse. */
const latenessBy = (
  asked: Asked,
  times: readonly (number | null)[],
  pulse: readonly number[],
): ReadonlyMap<Striker, number> => {
  const past = new Map<Striker, number[]>();
  times.forEach((at, index) => {
    const striker = strikerIn(asked.strokes[index] as AskedStroke);
    if (at !== null && striker) past.set(striker, [...(past.get(striker) ?? []), at - (pulse[index] as number)]);
  });
  return new Map([...past].map(([striker, values]) => [striker, median(values)]));
};

const placedBy = (
  scene: Scene,
  times: readonly (number | null)[],
  lateness: ReadonlyMap<Striker, number>,
): readonly Placed[] =>
  times.flatMap((at, index) => {
    const stroke = scene.asked.strokes[index] as AskedStroke;
    const striker = strikerIn(stroke);
    return at === null ? [] : [{ asked: stroke.at, at: at - ((striker && lateness.get(striker)) ?? 0) }];
  });

/** The pulse laid smoothly through what was heard, each digit’s usual lateness taken out, at every asked stroke. */
const pulseBy = (scene: Scene, times: readonly (number | null)[], before: readonly number[]): readonly number[] => {
  const { strokes } = scene.asked;
  let lateness: ReadonlyMap<Striker, number> = new Map();
  let pulse = before;
  for (let round = 0; round < 3; round += 1) {
    pulse = smoothPulse(
      placedBy(scene, times, lateness),
      strokes.map(({ at }) => at),
      before,
    );
    lateness = latenessBy(scene.asked, times, pulse);
    // The pulse is the player’s own: what all digits share is no lateness.
    const shared = median([...times].flatMap((at, index) => (at === null ? [] : [at - (pulse[index] as number)])));
    lateness = new Map([...lateness].map(([striker, value]) => [striker, value - shared]));
  }
  return pulse;
};

interface Listened {
  readonly scene: Scene;
  readonly strengths: Strengths;
  readonly levels: readonly Level[];
  readonly pass: Pass;
  readonly pulse: readonly number[];
  readonly plucks: PluckClock;
  readonly late: (stroke: AskedStroke) => number;
}

/** Seconds within which another string’s stroke stands for one that did not come. */
const INSTEAD = 0.07;

/** A known pitch that was struck where a stroke did not come. */
const insteadOf = (
  { pass, scene, pulse, levels }: Listened,
  index: number,
): { readonly pitch: number; readonly peak: Peak } | null => {
  const at = pulse[index] as number;
  const near = pass.loose.flatMap((peaks, pitch) =>
    pitch === scene.pitchOf[index]
      ? []
      : peaks
          .filter(
            (peak) => Math.abs(peak.at - at) < INSTEAD && peak.strength > 1.25 * (levels[pitch] as Level).threshold,
          )
          .map((peak) => ({ pitch, peak })),
  );
  return near.reduce<(typeof near)[number] | null>(
    (best, one) =>
      !best ||
      one.peak.strength / (levels[one.pitch] as Level).reference >
        best.peak.strength / (levels[best.pitch] as Level).reference
        ? one
        : best,
    null,
  );
};

const heardStroke = (listened: Listened, index: number, used: Set<Peak>): HeardStroke => {
  const { scene, pass, pulse, levels } = listened;
  const pitch = scene.pitchOf[index] as number;
  const level = levels[pitch] as Level;
  const strength = pass.strengths[index] ?? null;
  const own = { asked: index, pulse: pulse[index] as number };
  const at = pass.times[index] ?? null;
  if (at !== null && strength !== null) {
    const over = strength / level.threshold;
    return {
      ...own,
      at,
      decibels: 20 * Math.log10(strength / level.reference),
      what: 'as asked',
      instead: null,
      confidence: Math.min(1, 0.4 + 0.4 * Math.log(over) + 0.1),
    };
  }
  return heardFaintly(
    listened,
    { ...own, at: null, decibels: null, what: 'missed', instead: null, confidence: 0.7 },
    used,
  );
};

/**
 * A stroke without a swell of its own above the threshold: a pluck nobody else has and some of its pitch make it a faint one, a
 * pluck with more of another pitch a wrong string, a pluck alone leaves it open; without either it did not come.
 */
const heardFaintly = (listened: Listened, missed: HeardStroke, used: Set<Peak>): HeardStroke => {
  const { scene, pulse, plucks, levels, strengths } = listened;
  const pitch = scene.pitchOf[missed.asked] as number;
  const { reference } = levels[pitch] as Level;
  const at = (pulse[missed.asked] as number) + listened.late(scene.asked.strokes[missed.asked] as AskedStroke);
  const own = highestNear(strengths.of[pitch] as Float32Array, at + plucks.usual, 0.04) / reference;
  const pluck = plucks.unclaimedNear(at, FAINT.near);
  const other = insteadOf(listened, missed.asked);
  const others = other && !used.has(other.peak) ? other.peak.strength / (levels[other.pitch] as Level).reference : 0;
  if (other && others > FAINT.instead && others > FAINT.more * own) {
    used.add(other.peak);
    const instead = scene.pitches[other.pitch] as number;
    return { ...missed, at: other.peak.at, what: 'wrong string', instead, confidence: pluck === null ? 0.55 : 0.75 };
  }
  if ((pluck !== null && own > FAINT.own) || own > FAINT.alone)
    return { ...missed, at: pluck ?? at, decibels: 20 * Math.log10(own), what: 'as asked', confidence: 0.45 };
  return pluck === null ? missed : { ...missed, at: pluck, what: 'cannot be told', confidence: 0.4 };
};

/** Shares of a pitch's own strokes by which a faint one is told, and seconds its pluck may be beside it (est.). */
const FAINT = { near: 0.035, own: 0.1, alone: 0.3, instead: 0.35, more: 2.5 } as const;

/** Strokes nobody asked for: a swell and a pluck, away from every stroke, strong enough. */
const extrasIn = (
  { pass, scene, levels, plucks, pulse }: Listened,
  strokes: readonly HeardStroke[],
  used: ReadonlySet<Peak>,
) => {
  const first = (pulse[0] ?? 0) - 0.15;
  const taken = strokes.flatMap(({ at }) => at ?? []);
  return pass.loose.flatMap((peaks, pitch) =>
    peaks.flatMap((peak): readonly ExtraStroke[] => {
      const { reference, threshold } = levels[pitch] as Level;
      if (used.has(peak) || peak.at < first || peak.strength < Math.max(0.45 * reference, 1.5 * threshold)) return [];
      if (taken.some((at) => Math.abs(at - peak.at) < 0.035)) return [];
      const pluck = plucks.unclaimedNear(peak.at, 0.02);
      return pluck === null ? [] : [{ at: pluck, pitch: scene.pitches[pitch] as number, confidence: 0.6 }];
    }),
  );
};

/** Times through that were begun and for the most part heard. */
const heardCycles = ({ strokes, cycles }: Asked, times: readonly (number | null)[]): number => {
  for (let cycle = cycles; cycle > 0; cycle -= 1) {
    const own = times.filter((_, index) => strokes[index]?.cycle === cycle - 1);
    if (own.filter((at) => at !== null).length >= 0.4 * own.length) return cycle;
  }
  return 0;
};

/** Hears a take at `TAKE.sampleRate` samples a second against what was asked. */
export const hearTake = (samples: Float32Array, asked: Asked): HeardTake => {
  const scene = sceneOf(asked);
  const innovation = innovationOf(samples);
  let templates = firstTemplates(scene.pitches, innovation);
  let strengths = separate(innovation, templates);
  let levels = firstLevels(strengths);
  const look = () => ({
    asked,
    pitchOf: scene.pitchOf,
    evidence: evidenceOf(
      strengths,
      levels.map(({ reference }) => reference),
    ),
  });
  let looked = look();
  const start = startOf(looked);
  const atMoments = (times: readonly number[]): readonly number[] => {
    const pulse: number[] = [];
    scene.moments.forEach(({ strokes }, moment) =>
      strokes.forEach((index) => (pulse[index] = times[moment] as number)),
    );
    return pulse;
  };
  let pulse = atMoments(followPulse(looked, scene.moments, start));
  let pass = pairAll(scene, strengths, levels, { pulse, late: () => 0, scale: TAKE.scale });
  const accepted = pass.times.flatMap((at, index): readonly Accepted[] =>
    at === null ? [] : [{ pitch: scene.pitchOf[index] as number, frame: Math.round(at / TAKE.hop) }],
  );
  templates = learntTemplates(innovation, templates, strengths, accepted);
  strengths = separate(innovation, templates);
  levels = levelsBy(strengths, scene, pass.times, firstLevels(strengths));
  looked = look();
  pulse = atMoments(followPulse(looked, scene.moments, start));
  pass = pairAll(scene, strengths, levels, { pulse, late: () => 0, scale: TAKE.scale });
  const plucks = new PluckClock(plucksIn(samples));
  let refined = plucks.refine(pass.times, scene.pitchOf);
  pulse = pulseBy(scene, refined, pulse);
  const lateness = latenessBy(asked, refined, pulse);
  const past = refined.flatMap((at, index) => {
    const striker = strikerIn(asked.strokes[index] as AskedStroke);
    return at === null ? [] : [at - (pulse[index] as number) - ((striker && lateness.get(striker)) ?? 0)];
  });
  const scale = Math.max(TAKE.leastScale, 1.3 * spreadOf(past));
  const late = (stroke: AskedStroke): number => {
    const striker = strikerIn(stroke);
    return (striker && lateness.get(striker)) ?? 0;
  };
  // Peaks come a little after the pluck: what they are paired by is moved there.
  levels = levelsBy(strengths, scene, pass.times, levels);
  pass = pairAll(scene, strengths, levels, { pulse: pulse.map((at) => at + plucks.usual), late, scale });
  refined = plucks.refine(pass.times, scene.pitchOf);
  pulse = pulseBy(scene, refined, pulse);
  const cycles = heardCycles(asked, refined);
  const listened: Listened = { scene, strengths, levels, pass: { ...pass, times: refined }, pulse, plucks, late };
  const used = new Set<Peak>();
  const strokes = asked.strokes.flatMap(({ cycle }, index) =>
    cycle < cycles ? [heardStroke(listened, index, used)] : [],
  );
  const extras = extrasIn(listened, strokes, used);
  return { strokes, extras, fit: start.score, slower: slownessOf(asked, pulse, cycles), cycles };
};

/** How much slower than asked the first and the last quarter of what was heard are played. */
const slownessOf = ({ strokes }: Asked, pulse: readonly number[], cycles: number): readonly [number, number] => {
  const count = strokes.filter(({ cycle }) => cycle < cycles).length;
  const between = (from: number, to: number): number => {
    const [a, b] = [strokes[from], strokes[to]];
    if (!a || !b || b.at <= a.at) return 1;
    return ((pulse[to] as number) - (pulse[from] as number)) / (b.at - a.at);
  };
  const part = Math.max(1, Math.floor(count / 4));
  return [between(0, Math.min(part, count - 1)), between(Math.max(0, count - 1 - part), count - 1)];
};
