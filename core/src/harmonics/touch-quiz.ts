import { fretOfString, type Voicing } from '../harmony/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';
import type { RandomSource } from '../sound/index.ts';
import { computeHarmonicPoint } from './harmonic-points.ts';
import type { HarmonicNode } from './nodes.ts';

/** One question: where a string of a shape is touched for its harmonic, and the frets to choose from in order. */
export interface TouchQuestion {
  readonly voicing: Voicing;
  readonly string: number;
  readonly stoppedFret: number;
  readonly answer: number;
  readonly choices: readonly number[];
}

/** What is asked about: the node that is touched, and how many questions there are. */
export interface TouchQuizOptions {
  readonly node: HarmonicNode;
  readonly count: number;
}

/** Frets a choice may lie beside the answer: what counting wrong, or leaving the stopped fret out, comes to. */
const SLIPS = [1, -1, 2, -2, 3, -3] as const;

const CHOICES = 4;

const pick = <T>(items: readonly T[], random: RandomSource): T => items[Math.floor(random() * items.length)] as T;

const shuffle = <T>(items: readonly T[], random: RandomSource): readonly T[] =>
  items
    .map((item) => [random(), item] as const)
    .sort(([a], [b]) => a - b)
    .map(([, item]) => item);

const choicesFor = (answer: number, { frets }: HarmonicNode, highest: number, random: RandomSource) => {
  const wrong = [frets, ...shuffle(SLIPS, random).map((by) => answer + by)].filter(
    (fret) => fret !== answer && fret >= 1 && fret <= highest,
  );
  return [answer, ...new Set(wrong)].slice(0, CHOICES).sort((a, b) => a - b);
};

type Place = Pick<TouchQuestion, 'voicing' | 'string' | 'stoppedFret' | 'answer'>;

/** Every string of the shapes whose harmonic lies on the neck. */
const listPlaces = (instrument: Instrument, voicings: readonly Voicing[], node: HarmonicNode): readonly Place[] =>
  voicings.flatMap((voicing) =>
    Array.from({ length: stringCount(instrument) }, (_, index) => index + 1).flatMap((string): readonly Place[] => {
      const stopped = fretOfString(voicing, string);
      if (stopped === null) return [];
      const { touchFret, isReachable } = computeHarmonicPoint(instrument, { string, stopped }, node);
      return isReachable ? [{ voicing, string, stoppedFret: stopped, answer: touchFret }] : [];
    }),
  );

/** A place other than the one just asked, where there is another. */
const pickOther = (places: readonly Place[], last: Place | undefined, random: RandomSource): Place => {
  const others = places.filter(({ voicing, string }) => voicing !== last?.voicing || string !== last.string);
  return pick(others.length > 0 ? others : places, random);
};

/**
 * Questions about where the strings of some shapes are touched; none where no harmonic of them lies on the neck.
 * Stopped strings are asked more often than open ones, whose answer never changes.
 * @example
 * createTouchQuiz(
 *   createPattern('P').instrument,
 *   [{ chord: 'G', frets: [3, 2, 0, 0, 0, 3] }],
 *   { node: findNodeAtFret(12), count: 10 },
 *   createSeededRandom(1),
 * ).length // => 10
 */
export const createTouchQuiz = (
  instrument: Instrument,
  voicings: readonly Voicing[],
  { node, count }: TouchQuizOptions,
  random: RandomSource,
): readonly TouchQuestion[] => {
  const places = listPlaces(instrument, voicings, node);
  const stopped = places.filter(({ stoppedFret }) => stoppedFret > 0);
  if (places.length === 0) return [];
  const highest = instrument.frets - instrument.capo;
  const questions: TouchQuestion[] = [];
  while (questions.length < count) {
    const pool = stopped.length > 0 && random() < 0.8 ? stopped : places;
    const place = pickOther(pool, questions.at(-1), random);
    questions.push({ ...place, choices: choicesFor(place.answer, node, highest, random) });
  }
  return questions;
};
