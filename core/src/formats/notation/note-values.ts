import { ticksPerBar, type Metre } from '../../time/index.ts';

/** Note values by their length in ticks, the longest first. */
const VALUES: readonly (readonly [type: string, ticks: number])[] = [
  ['whole', 3360],
  ['half', 1680],
  ['quarter', 840],
  ['eighth', 420],
  ['16th', 210],
  ['32nd', 105],
  ['64th', 52.5],
  ['128th', 26.25],
];

/** How a length is written: a value, its dots, and the tuplet it is part of. */
export interface NoteValue {
  readonly type: string;
  readonly dots: number;
  /** So many in the time of so many. */
  readonly tuplet?: readonly [actual: number, normal: number];
}

/** The plain value that is so long, dotted or not; undefined where none is. */
export const toPlainNoteValue = (ticks: number): NoteValue | undefined => {
  for (const [type, length] of VALUES) {
    if (ticks === length) return { type, dots: 0 };
    if (ticks === length * 1.5) return { type, dots: 1 };
  }
  return undefined;
};

/** Lengths a note can have by itself, the longest first; 32nds are the shortest that are written outside tuplets. */
const LENGTHS: readonly number[] = VALUES.filter(([, ticks]) => ticks >= 105)
  .flatMap(([, ticks]) => (ticks > 105 ? [ticks * 1.5, ticks] : [ticks]))
  .filter((ticks) => ticks <= 3360);

/** Whether a time signature is written in threes: its beams join dotted beats, however it is counted. */
export const isCompoundTime = ({ beats, unit }: Metre): boolean => unit >= 8 && beats % 3 === 0;

/**
 * The next place after a tick that a note from there may not hide: the middle of the bar, a beat, half a beat, by how
 * weak the place is that it begins on.
 */
const nextStrong = (at: number, metre: Metre): number => {
  const bar = ticksPerBar(metre);
  if (at === 0) return bar;
  if (isCompoundTime(metre)) {
    const group = (3 * 3360) / metre.unit;
    return at % group === 0 ? bar : (Math.floor(at / group) + 1) * group;
  }
  const level = [3360, 1680, 840, 420, 210, 105].find((ticks) => at % ticks === 0) ?? 105;
  const window = 4 * level;
  return Math.min(bar, (Math.floor(at / window) + 1) * window);
};

/** Lengths, each with a value of its own, that a stretch of a bar is written in, tied to each other. */
export const splitIntoPlainLengths = (from: number, to: number, metre: Metre): readonly number[] => {
  const found: number[] = [];
  let at = from;
  while (at < to) {
    const most = Math.min(to, nextStrong(at, metre)) - at;
    const length = LENGTHS.find((ticks) => ticks <= most) ?? most;
    found.push(length);
    at += length;
  }
  return found;
};

/** Parts of a beat that are no halves of halves, the fewest first. */
const UNEVEN = [3, 5, 6, 7, 12] as const;

/** A beat cut in uneven parts. */
export interface Tuplet {
  readonly from: number;
  readonly to: number;
  readonly parts: number;
  readonly normal: number;
}

const isEven = (past: number, beat: number): boolean =>
  [1, 2, 4, 8, 16].some((parts) => (past * parts) % beat === 0 && beat / parts >= 52.5);

/**
 * How a beat is cut, by the places in it where something begins; undefined where halves will do, null where nothing
 * fits.
 */
export const findTuplet = (from: number, beat: number, places: readonly number[]): Tuplet | undefined | null => {
  const past = places.map((at) => at - from).filter((at) => at > 0 && at < beat);
  if (past.every((at) => isEven(at, beat))) return undefined;
  const parts = UNEVEN.find((one) => past.every((at) => (at * one) % beat === 0));
  if (parts === undefined) return null;
  const normal = 2 ** Math.floor(Math.log2(parts));
  return { from, to: from + beat, parts, normal };
};

/** Parts of a dotted beat that its thirds do not give, the fewest first, and the thirds or sixths they stand for. */
const DOTTED = [
  [4, 3],
  [5, 3],
  [7, 6],
  [8, 6],
] as const;

/** How a dotted beat is cut as a whole, in four or five where it has three; undefined where nothing fits. */
export const findDottedTuplet = (from: number, beat: number, places: readonly number[]): Tuplet | undefined => {
  const past = places.map((at) => at - from).filter((at) => at > 0 && at < beat);
  const [parts, normal] = DOTTED.find(([one]) => past.every((at) => (at * one) % beat === 0)) ?? [];
  return parts === undefined || normal === undefined ? undefined : { from, to: from + beat, parts, normal };
};

/** Numbers of a tuplet's parts that one value can hold, the most first. */
const HELD = [8, 6, 4, 3, 2, 1] as const;

/** Lengths, each with a value of its own, that so many parts of a tuplet are written in. */
export const splitTupletLengths = (from: number, to: number, { parts, ...tuplet }: Tuplet): readonly number[] => {
  const part = (tuplet.to - tuplet.from) / parts;
  const found: number[] = [];
  for (let left = Math.round((to - from) / part); left > 0;) {
    const held = HELD.find((one) => one <= left) as number;
    found.push(held * part);
    left -= held;
  }
  return found;
};

/** The value of a length inside a tuplet. */
export const toTupletNoteValue = (ticks: number, { parts, normal }: Tuplet): NoteValue | undefined => {
  const value = toPlainNoteValue((ticks * parts) / normal);
  return value && { ...value, tuplet: [parts, normal] };
};
