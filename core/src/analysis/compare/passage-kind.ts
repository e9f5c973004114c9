import { isBassString } from '../../instrument/index.ts';
import { soundingPitchOfStroke, type Pattern, type Stroke } from '../../pattern/index.ts';

/** What sort of line a pattern is, as far as it tells schools apart. */
export type PassageKind =
  | 'repeated-notes'
  | 'tremolo'
  | 'scale-line'
  | 'bass-line'
  | 'block-chords'
  | 'bass-and-chords'
  | 'string-skips'
  | 'alternating-thumb'
  | 'arpeggio'
  | 'sweep'
  | 'rolls';

/** Schools a kind of line is native to (common practice, no source). */
export const IDIOMATIC_SCHOOLS: Readonly<Record<PassageKind, readonly string[]>> = {
  'repeated-notes': ['alternation', 'alternate'],
  tremolo: ['one-per-string'],
  'scale-line': ['alternation', 'alternate', 'economy'],
  'bass-line': ['alternate', 'economy', 'thumb-index-scale'],
  'block-chords': ['one-per-string', 'three-finger'],
  'bass-and-chords': ['one-per-string', 'three-finger', 'hybrid', 'pick-rolling'],
  arpeggio: ['one-per-string'],
  sweep: ['economy', 'finger-sweep', 'pick-legato'],
  'string-skips': ['hybrid'],
  'alternating-thumb': ['one-per-string', 'three-finger', 'thumb-index'],
  rolls: ['rolling', 'pick-rolling'],
};

const groupSimultaneous = ({ strokes }: Pattern): readonly (readonly Stroke[])[] => {
  const events: Stroke[][] = [];
  for (const stroke of strokes) {
    const last = events.at(-1);
    if (last?.[0]?.at === stroke.at) last.push(stroke);
    else events.push([stroke]);
  }
  return events;
};

/** Shares of the steps from one single stroke to the next that make a line what it is. */
const PASSAGE_THRESHOLDS = { most: 0.6, chords: 0.5, scale: 0.45 } as const;

interface StepCounts {
  readonly all: number;
  readonly repeated: number;
  /** On the same string, to another note. */
  readonly onString: number;
  /** To a neighbouring string. */
  readonly next: number;
  /** Over a string or more. */
  readonly skips: number;
}

const countSteps = (pattern: Pattern, singles: readonly Stroke[]): StepCounts => {
  const steps = { all: 0, repeated: 0, onString: 0, next: 0, skips: 0 };
  singles.slice(1).forEach((here, index) => {
    const before = singles[index] as Stroke;
    const apart = Math.abs(here.string - before.string);
    steps.all += 1;
    if (apart === 0 && soundingPitchOfStroke(pattern, here) === soundingPitchOfStroke(pattern, before))
      steps.repeated += 1;
    else if (apart === 0) steps.onString += 1;
    else if (apart === 1) steps.next += 1;
    else steps.skips += 1;
  });
  return steps;
};

const isTremolo = (isBass: (stroke: Stroke) => boolean, singles: readonly Stroke[]): boolean => {
  const runs = singles
    .map((stroke) => (isBass(stroke) ? '|' : String(stroke.string)))
    .join('')
    .split('|')
    .filter((run) => run.length > 0);
  return runs.length > 0 && singles.some(isBass) && runs.every((run) => /^(\d)\1\1+$/.test(run));
};

/** A bass on one string, then on another, in turn, with trebles between them. */
const hasAlternatingThumb = (isBass: (stroke: Stroke) => boolean, events: readonly (readonly Stroke[])[]): boolean => {
  const basses = events.flatMap((strokes) => strokes.filter(isBass));
  const turns = basses.slice(1).filter(({ string }, index) => string !== basses[index]?.string).length;
  const even = new Set(basses.slice(1).map(({ at }, index) => at - (basses[index]?.at ?? 0))).size === 1;
  const trebles = events.flat().length - basses.length;
  return (
    basses.length >= 4 && even && turns >= PASSAGE_THRESHOLDS.most * (basses.length - 1) && trebles >= basses.length / 2
  );
};

/** Single strokes over three strings or more above the fifth, never twice running on one. */
const isRoll = (singles: readonly Stroke[]): boolean =>
  new Set(singles.map(({ string }) => string)).size >= 3 &&
  singles.every(({ string }, index) => string < 5 && string !== singles[index - 1]?.string);

/** Basses by themselves, with two strings and more of the trebles struck together between them. */
const isBassAndChords = (isBass: (stroke: Stroke) => boolean, events: readonly (readonly Stroke[])[]): boolean => {
  const chords = events.filter((strokes) => strokes.length > 1);
  const basses = events.filter((strokes) => strokes.length === 1 && strokes.every(isBass));
  const apart = chords.every((strokes) => !strokes.some(isBass));
  return chords.length > 0 && basses.length > 0 && apart && chords.length + basses.length === events.length;
};

/** Up and down in turn, as a pick between two strings goes. */
const isZigzag = (singles: readonly Stroke[]): boolean => {
  const steps = singles.slice(1).map(({ string }, index) => string - (singles[index]?.string ?? 0));
  return steps.slice(1).every((step, index) => step * (steps[index] ?? 0) < 0);
};

/** Four neighbouring strings or more in one direction, over and over. */
const SWEPT_STRINGS = 4;

const isSweep = (singles: readonly Stroke[]): boolean => {
  const used = [...new Set(singles.map(({ string }) => string))];
  if (used.length < SWEPT_STRINGS || Math.max(...used) - Math.min(...used) !== used.length - 1) return false;
  const steps = singles.slice(1).map(({ string }, index) => string - (singles[index]?.string ?? 0));
  const [way] = steps;
  return steps.every((step) => step === way || Math.abs(step) === used.length - 1) && Math.abs(way ?? 0) === 1;
};

/** A bass, and two treble strings and more broken one after another. */
const isArpeggio = (isBass: (stroke: Stroke) => boolean, singles: readonly Stroke[], onString: number): boolean =>
  singles.some(isBass) &&
  new Set(singles.filter((stroke) => !isBass(stroke)).map(({ string }) => string)).size >= 2 &&
  onString === 0;

/**
 * What sort of line a pattern is; undefined where it is a mixture, which is native to no school more than to another.
 * @example
 * classifyPassage(valueOrThrow(parseStringNotation('5 1 1 1')).pattern) // => 'tremolo'
 */
export const classifyPassage = (pattern: Pattern): PassageKind | undefined => {
  const events = groupSimultaneous(pattern);
  if (events.length < 2) return undefined;
  if (events.filter(({ length }) => length > 2).length >= PASSAGE_THRESHOLDS.chords * events.length)
    return 'block-chords';
  const isBass = ({ string }: Stroke): boolean => isBassString(pattern.instrument, string);
  if (hasAlternatingThumb(isBass, events)) return 'alternating-thumb';
  if (isBassAndChords(isBass, events)) return 'bass-and-chords';
  if (events.some(({ length }) => length > 1)) return undefined;
  const singles = events.flat();
  if (isTremolo(isBass, singles)) return 'tremolo';
  const { all, repeated, onString, next, skips } = countSteps(pattern, singles);
  if (repeated >= PASSAGE_THRESHOLDS.most * all) return 'repeated-notes';
  if (onString >= PASSAGE_THRESHOLDS.scale * all && onString + next + repeated >= 0.9 * all)
    return singles.every(isBass) ? 'bass-line' : 'scale-line';
  if (skips >= PASSAGE_THRESHOLDS.most * all && isZigzag(singles) && singles.every(({ string }) => string < 5))
    return 'string-skips';
  if (isSweep(singles)) return 'sweep';
  if (isRoll(singles)) return 'rolls';
  return isArpeggio(isBass, singles, onString + repeated) ? 'arpeggio' : undefined;
};
