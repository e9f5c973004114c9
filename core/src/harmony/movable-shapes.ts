import { midiToPitchClass } from '../instrument/index.ts';

/** A shape that is moved along the neck: frets above its root’s, from the lowest string up. */
interface MovableShape {
  /** Intervals above the root, as sorted pitch classes. */
  readonly intervals: string;
  /** The string that has the root, from the lowest, counted from 0. */
  readonly root: number;
  /** Frets above the root’s; null where a string is muted. */
  readonly frets: readonly (number | null)[];
}

/** Semitones from each string to the next of standard tuning, from the lowest up. */
const STANDARD_STEPS = [5, 5, 5, 4, 5] as const;

/**
 * The shapes of E, A and D without their nut, as barres and grips (common practice, no source): intervals, then frets
 * from the lowest string up, the root’s being 0.
 */
const ROWS: readonly (readonly [intervals: string, ...shapes: string[]])[] = [
  ['0 4 7', '0 2 2 1 0 0', 'x 0 2 2 2 0', 'x x 0 2 3 2'],
  ['0 3 7', '0 2 2 0 0 0', 'x 0 2 2 1 0', 'x x 0 2 3 1'],
  ['0 4 7 10', '0 2 0 1 0 0', 'x 0 2 0 2 0', 'x x 0 2 1 2'],
  ['0 3 7 10', '0 2 0 0 0 0', 'x 0 2 0 1 0', 'x x 0 2 1 1'],
  ['0 4 7 11', '0 x 1 1 0 x', 'x 0 2 1 2 0', 'x x 0 2 2 2'],
  ['0 3 7 11', '0 2 1 0 0 0', 'x 0 2 1 1 0', 'x x 0 2 2 1'],
  ['0 4 7 9', '0 x -1 1 0 x', 'x 0 2 2 2 2', 'x x 0 2 0 2'],
  ['0 3 7 9', '0 x -1 0 0 x', 'x 0 2 2 1 2', 'x x 0 2 0 1'],
  ['0 5 7', '0 2 2 2 0 0', 'x 0 2 2 3 0', 'x x 0 2 3 3'],
  ['0 2 7', 'x 0 2 2 0 0', 'x x 0 2 3 0'],
  ['0 5 7 10', '0 2 0 2 0 0', 'x 0 2 0 3 0', 'x x 0 2 1 3'],
  ['0 7', '0 2 2 x x x', 'x 0 2 2 x x', 'x x 0 2 3 x'],
  ['0 3 6', 'x 0 1 2 1 x', 'x x 0 1 3 1'],
  ['0 3 6 9', 'x 0 1 -1 1 x', 'x x 0 1 0 1', '0 x -1 0 -1 x'],
  ['0 3 6 10', 'x 0 1 0 1 x', 'x x 0 1 1 1', '0 x 0 0 -1 x'],
  ['0 4 8', 'x 0 3 2 2 x', 'x x 0 3 3 2', '0 x 2 1 1 x'],
  ['0 4 8 10', '0 x 0 1 1 x', 'x 0 x 0 2 1'],
  ['0 2 4 7 10', 'x 0 -1 0 0 0', '0 2 0 1 0 2'],
  ['0 2 3 7 10', 'x 0 -2 0 0 0', '0 2 0 0 0 2'],
  ['0 2 4 7 11', 'x 0 -1 1 0 x', '0 2 1 1 0 2'],
  ['0 2 4 7', 'x 0 -1 -3 0 x', 'x 0 2 4 2 0'],
  ['0 2 4 7 9', 'x 0 -1 -1 0 0'],
  ['0 4 7 9 10', '0 x 0 1 2 x', 'x 0 x 0 2 2'],
  ['0 1 4 7 10', 'x 0 -1 0 -1 x'],
  ['0 3 4 7 10', 'x 0 -1 0 1 x'],
  ['0 4 6 10', 'x 0 1 0 2 x'],
];

const readShape = (intervals: string, row: string): MovableShape => {
  const frets = row.split(' ').map((fret) => (fret === 'x' ? null : Number(fret)));
  return { intervals, root: frets.findIndex((fret) => fret !== null), frets };
};

const SHAPES: readonly MovableShape[] = ROWS.flatMap(([intervals, ...rows]) =>
  rows.map((row) => readShape(intervals, row)),
);

/** Whether the strings a shape uses are tuned as in standard tuning, one to the next. */
const fitsStrings = ({ frets, root }: MovableShape, open: readonly number[]): boolean => {
  if (open.length !== frets.length) return false;
  const last = frets.length - 1 - [...frets].reverse().findIndex((fret) => fret !== null);
  return STANDARD_STEPS.every(
    (step, place) => place < root || place >= last || (open[place + 1] as number) - (open[place] as number) === step,
  );
};

/** Frets by which a root on the fourth string from the bottom is the later choice: the thumb wants a lower bass. */
const HIGH_ROOT = 4;

/**
 * The movable shapes of a chord with its root in the bass on the open pitches of an instrument (from the lowest string
 * up), the lowest on the neck first; a root on the D string comes later.
 */
export const listMovableShapes = (
  open: readonly number[],
  root: number,
  tones: readonly number[],
  highest: number,
): readonly (readonly (number | null)[])[] => {
  const wanted = tones
    .map((tone) => (tone - root + 12) % 12)
    .sort((a, b) => a - b)
    .join(' ');
  return SHAPES.filter((shape) => shape.intervals === wanted && fitsStrings(shape, open))
    .flatMap((shape) => {
      const first = (root - midiToPitchClass(open[shape.root] as number) + 12) % 12;
      const lowest = Math.min(...shape.frets.map((fret) => fret ?? 0));
      const at = first + lowest < 0 ? first + 12 : first;
      const frets = shape.frets.map((fret) => (fret === null ? null : fret + at));
      return frets.some((fret) => fret !== null && fret > highest)
        ? []
        : [{ frets, rank: at + (shape.root > 1 ? HIGH_ROOT : 0) }];
    })
    .sort((a, b) => a.rank - b.rank)
    .map(({ frets }) => frets);
};
