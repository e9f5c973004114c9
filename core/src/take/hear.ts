import type { Asked } from './asked.ts';
import type { Peak } from './assign.ts';
import { TAKE } from './estimates.ts';
import { extrasIn } from './extras.ts';
import type { HeardTake } from './heard.ts';
import { lookOf } from './look.ts';
import { habitsBy, pulseBy } from './own-pulse.ts';
import { firstLevels, lagsOf, levelsBy, pairAll, sceneOf, type Level, type Pass, type Scene } from './pairing.ts';
import { PluckClock } from './pluck-clock.ts';
import { plucksIn } from './plucks.ts';
import { followPulse, startOf, type Start } from './pulse.ts';
import { firstTemplates, learntTemplates, separate, type Accepted, type Strengths } from './separate.ts';
import { innovationOf, type Innovation } from './spectra.ts';
import { heardStroke, type Listened } from './told.ts';

/** Times through that were begun and for the most part heard. */
const heardCycles = ({ strokes, cycles }: Asked, times: readonly (number | null)[]): number => {
  for (let cycle = cycles; cycle > 0; cycle -= 1) {
    const own = times.filter((_, index) => strokes[index]?.cycle === cycle - 1);
    if (own.filter((at) => at !== null).length >= 0.4 * own.length) return cycle;
  }
  return 0;
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

/** The times of moments at each of their strokes. */
const atStrokes = ({ moments }: Scene, times: readonly number[]): readonly number[] => {
  const pulse: number[] = [];
  moments.forEach(({ strokes }, moment) => strokes.forEach((index) => (pulse[index] = times[moment] as number)));
  return pulse;
};

/** A take as far as it is understood. */
export interface Understood {
  readonly strengths: Strengths;
  readonly levels: readonly Level[];
  readonly start: Start & { readonly score: number };
  readonly pulse: readonly number[];
  readonly pass: Pass;
}

/** Where strokes were found, to learn their sound from. */
export const acceptedIn = ({ pitchOf }: Scene, { times }: Pass): readonly Accepted[] =>
  times.flatMap((at, index): readonly Accepted[] =>
    at === null ? [] : [{ pitch: pitchOf[index] as number, frame: Math.round(at / TAKE.hop) }],
  );

/** Lays what is asked over what is heard: its beginning, where that is not known, its pulse, and its strokes. */
const understand = (
  scene: Scene,
  strengths: Strengths,
  levels: readonly Level[],
  known?: Understood['start'],
): Understood => {
  const looked = lookOf(scene, strengths, levels);
  const start = known ?? startOf(looked);
  const pulse = atStrokes(scene, followPulse(looked, scene.moments, start));
  const pass = pairAll(scene, strengths, levels, { pulse, late: () => 0, scale: TAKE.scale });
  return { strengths, levels, start, pulse, pass };
};

/** Looked at twice: first by levels that are only supposed, then by those that follow. */
export const understandLevels = (scene: Scene, strengths: Strengths, known?: Understood['start']): Understood => {
  const first = firstLevels(strengths);
  const rough = understand(scene, strengths, first, known);
  const levels = levelsBy(strengths, scene, rough.pass.times, first);
  const pass = pairAll(scene, strengths, levels, { pulse: rough.pulse, late: () => 0, scale: TAKE.scale });
  return { ...rough, levels, pass };
};

/** First with strings as they are supposed to sound, then as they sound in this take. */
const understandTwice = (scene: Scene, innovation: Innovation): Understood => {
  const templates = firstTemplates(scene.pitches);
  const strengths = separate(innovation, templates);
  const { pass, start } = understand(scene, strengths, firstLevels(strengths));
  const learnt = separate(innovation, learntTemplates(innovation, templates, strengths, acceptedIn(scene, pass)));
  return understand(scene, learnt, levelsBy(learnt, scene, pass.times, firstLevels(learnt)), start);
};

/** Strokes placed to the millisecond, and looked for once more with what is known of the player. */
export const refine = (
  scene: Scene,
  { strengths, levels: before, pass: first, pulse: rough }: Understood,
  plucks: PluckClock,
  exact = false,
): Listened => {
  const times = plucks.refine(first.times, scene.pitchOf);
  const pulse = pulseBy(scene, times, rough);
  const { late, scale } = habitsBy(scene.asked, times, pulse);
  const levels = levelsBy(strengths, scene, first.times, before);
  // Peaks come a little after the pluck: what they are paired by is moved there.
  const pass = pairAll(scene, strengths, levels, { pulse: pulse.map((at) => at + plucks.usual), late, scale });
  const refined = plucks.refine(pass.times, scene.pitchOf);
  return {
    scene,
    strengths,
    levels,
    pass: { ...pass, times: refined },
    pulse: pulseBy(scene, refined, pulse),
    plucks,
    late,
    exact,
  };
};

/** Every stroke of so many times through told, and those nobody asked for. */
export const tell = (listened: Listened, cycles: number): Pick<HeardTake, 'strokes' | 'extras'> => {
  const used = new Set<Peak>();
  const strokes = listened.scene.asked.strokes.flatMap(({ cycle }, index) =>
    cycle < cycles ? [heardStroke(listened, index, used)] : [],
  );
  return { strokes, extras: extrasIn(listened, strokes, used) };
};

/** A take as it was heard, once it is understood: how well it fits is known by its beginning. */
export const finish = (listened: Listened, fit: number): HeardTake => {
  const { asked } = listened.scene;
  const cycles = heardCycles(asked, listened.pass.times);
  return { ...tell(listened, cycles), fit, slower: slownessOf(asked, listened.pulse, cycles), cycles };
};

/**
 * Hears a take at `TAKE.sampleRate` samples a second against what was asked: every stroke with its time, or why there is none.
 * `innovation` is what `innovationOf` makes of the samples, where that is known.
 * @example
 * hearTake(new Float32Array(9000), askedOf(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 1)).cycles // => 0
 */
export const hearTake = (
  samples: Float32Array,
  asked: Asked,
  innovation: Innovation = innovationOf(samples),
): HeardTake => {
  const scene = sceneOf(asked);
  const understood = understandTwice(scene, innovation);
  const listened = refine(scene, understood, new PluckClock(plucksIn(samples), lagsOf(scene)));
  return finish(listened, understood.start.score);
};
