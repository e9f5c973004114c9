import type { AskedStroke } from './asked.ts';
import type { Peak } from './assign.ts';
import type { HeardStroke } from './heard.ts';
import { highestNear, type Level, type Pass, type Scene } from './pairing.ts';
import type { PluckClock } from './pluck-clock.ts';
import type { Strengths } from './separate.ts';

// Looked up once, not in every step.
const { abs, log, log10, max, min } = Math;

/** All that is known of a take when its strokes are told. */
export interface Listened {
  readonly scene: Scene;
  readonly strengths: Strengths;
  readonly levels: readonly Level[];
  readonly pass: Pass;
  readonly pulse: readonly number[];
  readonly plucks: PluckClock;
  readonly late: (stroke: AskedStroke) => number;
  /** Whether every stroke came with its own time, as from an instrument. */
  readonly exact: boolean;
}

/** Seconds within which another string’s stroke stands for one that did not come. */
const INSTEAD = 0.07;

/** Semitones from a string to its partials: 2 to 8 times its frequency. */
const PARTIALS: ReadonlySet<number> = new Set([12, 19, 24, 28, 31, 34, 36]);

/** Whether two pitches, by their index, share partials: what sounds like one may be the other. */
export const sharePartials = ({ pitches }: Scene, one: number, other: number): boolean =>
  PARTIALS.has(abs((pitches[one] as number) - (pitches[other] as number)));

const related = (scene: Scene, stroke: number, pitch: number): boolean =>
  sharePartials(scene, scene.pitchOf[stroke] as number, pitch);

/** Whether a pitch shares partials with another stroke of the same pinch, which then is what is heard. */
const isOfPinch = ({ scene, exact }: Listened, index: number, pitch: number): boolean => {
  if (exact || !scene.pinched[index]) return false;
  const { strokes } = scene.asked;
  const at = strokes[index]?.at;
  const beside = (step: number): boolean => {
    for (let other = index + step; strokes[other]?.at === at; other += step)
      if (related(scene, other, pitch)) return true;
    return false;
  };
  return beside(-1) || beside(1);
};

/** A known pitch that was struck where a stroke did not come. */
const insteadOf = (listened: Listened, index: number): { readonly pitch: number; readonly peak: Peak } | null => {
  const { pass, scene, pulse, levels } = listened;
  const at = pulse[index] as number;
  const near = pass.loose.flatMap((peaks, pitch) =>
    pitch === scene.pitchOf[index] || isOfPinch(listened, index, pitch)
      ? []
      : peaks
          .filter((peak) => abs(peak.at - at) < INSTEAD && peak.strength > 1.25 * (levels[pitch] as Level).threshold)
          .map((peak) => ({ pitch, peak })),
  );
  // What shares partials with the stroke that was asked for may be that stroke itself.
  const worth = ({ pitch, peak }: (typeof near)[number]): number =>
    (peak.strength / (levels[pitch] as Level).reference) * (related(scene, index, pitch) ? 0.5 : 1);
  return near.reduce<(typeof near)[number] | null>(
    (best, one) => (!best || worth(one) > worth(best) ? one : best),
    null,
  );
};

/** A stroke that was asked for, as it was heard. Each peak stands for one stroke at the most. */
export const heardStroke = (listened: Listened, index: number, used: Set<Peak>): HeardStroke => {
  const { scene, pass, pulse, levels } = listened;
  const pitch = scene.pitchOf[index] as number;
  const level = levels[pitch] as Level;
  const strength = pass.strengths[index] ?? null;
  const sure = listened.exact || (!scene.pinched[index] && listened.plucks.isSure(pitch));
  const own = { asked: index, sure, pulse: pulse[index] as number };
  const at = pass.times[index] ?? null;
  if (at !== null && strength !== null) {
    const over = strength / level.threshold;
    return {
      ...own,
      at,
      decibels: 20 * log10(strength / level.reference),
      level: 20 * log10(strength),
      what: 'matched',
      instead: null,
      confidence: min(1, 0.4 + 0.4 * log(over) + 0.1),
    };
  }
  return heardFaintly(
    listened,
    { ...own, at: null, decibels: null, level: null, what: 'missed', instead: null, confidence: 0.7 },
    used,
  );
};

/**
 * How far beside its place a stroke may be that nothing else explains, how strong it is at the least, how far its pluck may be, and
 * its swell wander (est.).
 */
const ASTRAY = { reach: 0.09, strength: 0.35, pluck: 0.03, wanders: 0.06 } as const;

/** A swell of a stroke's own pitch that nothing else explains, too far away to be paired with it at once. */
const strayedOf = (
  { pass, scene, levels, plucks }: Listened,
  index: number,
  at: number,
  used: ReadonlySet<Peak>,
): Peak | null => {
  const pitch = scene.pitchOf[index] as number;
  const least = ASTRAY.strength * (levels[pitch] as Level).reference;
  const beside = (peak: Peak): number => abs(peak.at - plucks.usual - at);
  return (pass.loose[pitch] as readonly Peak[])
    .filter((peak) => !used.has(peak) && peak.strength > least && beside(peak) < ASTRAY.reach)
    .reduce<Peak | null>((best, one) => (!best || beside(one) < beside(best) ? one : best), null);
};

/** When a stroke astray was struck: by the pluck of its swell, or by one where it was looked for if only its swell wandered. */
const struckAstray = ({ plucks }: Listened, peak: Peak, expected: number): number => {
  const there = peak.at - plucks.usual;
  const own = plucks.unclaimedNear(there, ASTRAY.pluck);
  if (own) return own.at;
  const asked = plucks.unclaimedNear(expected, ASTRAY.pluck);
  return asked && abs(asked.at - there) < ASTRAY.wanders ? asked.at : there;
};

/** A stroke that came, far from where it was looked for. */
const heardAstray = (
  listened: Listened,
  missed: HeardStroke,
  { peak, expected }: { readonly peak: Peak; readonly expected: number },
  used: Set<Peak>,
): HeardStroke => {
  const { scene, levels } = listened;
  used.add(peak);
  const { reference } = levels[scene.pitchOf[missed.asked] as number] as Level;
  return {
    ...missed,
    at: struckAstray(listened, peak, expected),
    decibels: 20 * log10(peak.strength / reference),
    level: 20 * log10(peak.strength),
    what: 'matched',
    confidence: 0.5,
  };
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
  const astray = strayedOf(listened, missed.asked, at, used);
  if (astray) return heardAstray(listened, missed, { peak: astray, expected: at }, used);
  const own = highestNear(strengths.of[pitch] as Float32Array, at + plucks.usual, 0.04) / reference;
  const pluck = plucks.unclaimedNear(at, FAINT.near);
  const other = insteadOf(listened, missed.asked);
  const share = other && related(scene, missed.asked, other.pitch) ? 0.5 : 1;
  const others =
    other && !used.has(other.peak) ? (share * other.peak.strength) / (levels[other.pitch] as Level).reference : 0;
  if (other && others > FAINT.instead && others > FAINT.more * own) {
    used.add(other.peak);
    const instead = scene.pitches[other.pitch] as number;
    return { ...missed, at: other.peak.at, what: 'wrong-string', instead, confidence: pluck === null ? 0.55 : 0.75 };
  }
  const leaks = (levels[pitch] as Level).threshold / reference;
  const pinched = scene.pinched[missed.asked] as boolean;
  if ((pluck !== null && own > FAINT.own) || own > FAINT.alone || own > leaks || (!pinched && own > faintest(leaks)))
    return {
      ...missed,
      at: pluck?.at ?? at,
      decibels: 20 * log10(own),
      level: 20 * log10(own * reference),
      what: 'matched',
      confidence: 0.45,
    };
  // In a pinch the others sound into it: some of it is no proof, and none that it did not come.
  if (pinched && own > FAINT.open * leaks) return { ...missed, at: pluck?.at ?? at, what: 'unclear', confidence: 0.4 };
  return pluck ? { ...missed, at: pluck.at, what: 'unclear', confidence: 0.4 } : missed;
};

/** Shares of a pitch's own strokes by which a faint one is told, and seconds its pluck may be beside it (est.). */
const FAINT = {
  near: 0.035,
  own: 0.1,
  alone: 0.3,
  least: 0.12,
  leaks: 0.8,
  open: 0.6,
  instead: 0.35,
  more: 2.5,
} as const;

/** The share of its usual strength a stroke that stands by itself has at the least, where so much of it comes from others. */
const faintest = (leaks: number): number => max(FAINT.least, FAINT.leaks * leaks);
