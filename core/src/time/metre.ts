import { BEAT_UNITS, ticksPerBeat, unitsPerBeat, type BeatUnit, type Metre } from './ticks.ts';

/** The most beats a bar may have, counted by the upper number of its time signature. */
export const MAX_BEATS = 16;

/** How additive metres are felt unless somebody says otherwise (common practice, no source). */
const ADDITIVE: Readonly<Record<number, readonly number[]>> = {
  5: [3, 2],
  7: [2, 2, 3],
  8: [3, 3, 2],
  10: [3, 3, 2, 2],
  11: [3, 3, 3, 2],
};

/** The ways a metre of eighths that is not compound can be felt, the usual one first. */
const OTHER_GROUPS: Readonly<Record<number, readonly (readonly number[])[]>> = {
  5: [[2, 3]],
  7: [
    [3, 2, 2],
    [2, 3, 2],
  ],
  8: [
    [3, 2, 3],
    [2, 3, 3],
  ],
};

const isCompound = ({ beats, unit }: Metre): boolean => unit >= 8 && beats > 3 && beats % 3 === 0;

const usualGroups = (metre: Metre): readonly number[] | undefined => {
  if (isCompound(metre)) return Array.from({ length: metre.beats / 3 }, () => 3);
  return metre.unit >= 8 ? ADDITIVE[metre.beats] : undefined;
};

/**
 * A metre with the beats it is usually felt in: dotted ones in 6/8, 9/8 and 12/8, groups of two and three in 5/8 and
 * 7/8.
 * @example
 * withUsualBeats({ beats: 7, unit: 8 }).groups.join('+') // => '2+2+3'
 */
export const withUsualBeats = ({ beats, unit }: Metre): Metre => {
  const groups = usualGroups({ beats, unit });
  return { beats, unit, ...(groups ? { groups } : {}) };
};

/**
 * Whether a metre is felt in dotted beats of three.
 * @example
 * isCompoundMetre({ beats: 6, unit: 8, groups: [3, 3] }) // => true
 * isCompoundMetre({ beats: 6, unit: 8 }) // => false
 */
export const isCompoundMetre = (metre: Metre): boolean => unitsPerBeat(metre) === 3;

/**
 * Whether two metres are written and felt alike.
 * @example
 * isSameMetre({ beats: 6, unit: 8 }, { beats: 6, unit: 8, groups: [3, 3] }) // => false
 */
export const isSameMetre = (a: Metre, b: Metre): boolean =>
  a.beats === b.beats && a.unit === b.unit && (a.groups ?? []).join() === (b.groups ?? []).join();

/**
 * Whether the groups of a metre, where it has any, fill its bar.
 * @example
 * hasFittingGroups({ beats: 7, unit: 8, groups: [3, 3] }) // => false
 */
export const hasFittingGroups = ({ beats, groups }: Metre): boolean =>
  groups === undefined ||
  (groups.every((group) => Number.isInteger(group) && group >= 1) &&
    groups.reduce((sum, group) => sum + group, 0) === beats);

/**
 * A metre with another number of beats, felt as before as far as it goes.
 * @example
 * changeBeats({ beats: 6, unit: 8, groups: [3, 3] }, 1).beats // => 9
 */
export const changeBeats = (metre: Metre, by: number): Metre => {
  const units = unitsPerBeat(metre);
  const beats = metre.beats + by * units;
  if (units > 1) return { ...metre, beats, groups: Array.from({ length: beats / units }, () => units) };
  const usual = metre.groups ? withUsualBeats({ beats, unit: metre.unit }) : { beats, unit: metre.unit };
  // What is counted note by note goes on so: its tempo would mean something else.
  return unitsPerBeat(usual) === 1 ? usual : { beats, unit: metre.unit };
};

/**
 * Whether a beat of the bar, counted from 0, is the first of a group of an additive metre.
 * @example
 * beginsGroup({ beats: 7, unit: 8, groups: [2, 2, 3] }, 4) // => true
 */
export const beginsGroup = (metre: Metre, beat: number): boolean => {
  if (!metre.groups || unitsPerBeat(metre) > 1) return false;
  let start = 0;
  return metre.groups.some((group) => {
    start += group;
    return start - group === beat;
  });
};

/**
 * A tempo in beats of one metre as a tempo in beats of another: the notes are as long as they were.
 * @example
 * convertTempo(168, { beats: 6, unit: 8 }, { beats: 6, unit: 8, groups: [3, 3] }) // => 56
 */
export const convertTempo = (tempo: number, from: Metre, to: Metre): number =>
  (tempo * ticksPerBeat(from)) / ticksPerBeat(to);

/**
 * A metre as it is written, `6/8`.
 * @example
 * formatMetre({ beats: 6, unit: 8, groups: [3, 3] }) // => '6/8'
 */
export const formatMetre = ({ beats, unit }: Metre): string => `${beats}/${unit}`;

/**
 * A metre with how it is felt, `7/8 2+2+3`, as a key that `parseMetre` reads.
 * @example
 * metreKey({ beats: 7, unit: 8, groups: [2, 2, 3] }) // => '7/8 2+2+3'
 */
export const metreKey = (metre: Metre): string =>
  metre.groups ? `${formatMetre(metre)} ${metre.groups.join('+')}` : formatMetre(metre);

const isBeatCount = (beats: number | undefined): beats is number => Number.isInteger(beats) && Number(beats) > 0;

/**
 * Reads a metre as `metreKey` writes it; common time where it is none.
 * @example
 * parseMetre('6/8 3+3').groups.length // => 2
 */
export const parseMetre = (text: string): Metre => {
  const [time = '', felt] = text.split(' ');
  const [beats, unit] = time.split('/').map(Number);
  const groups = felt?.split('+').map(Number);
  return {
    beats: isBeatCount(beats) ? beats : 4,
    unit: BEAT_UNITS.find((one) => one === unit) ?? 4,
    ...(groups?.every(isBeatCount) ? { groups } : {}),
  };
};

/**
 * The ways a time signature can be felt, the usual one first, every note a beat last.
 * @example
 * listFeltMetres({ beats: 6, unit: 8 }).length // => 2
 */
export const listFeltMetres = ({ beats, unit }: Metre): readonly Metre[] => {
  const usual = withUsualBeats({ beats, unit });
  if (!usual.groups) return [usual];
  const others = (unit >= 8 ? (OTHER_GROUPS[beats] ?? []) : []).map((groups) => ({ beats, unit, groups }));
  return [usual, ...others, { beats, unit }];
};

/** The note a tempo counts: its value, and whether it is dotted. */
export interface BeatNote {
  readonly value: BeatUnit | 1;
  readonly isDotted: boolean;
}

/**
 * The note that a beat of a metre is.
 * @example
 * beatNote({ beats: 6, unit: 8, groups: [3, 3] }) // => { value: 4, isDotted: true }
 */
export const beatNote = (metre: Metre): BeatNote => {
  const units = unitsPerBeat(metre);
  if (units === 1) return { value: metre.unit, isDotted: false };
  return units % 3 === 0
    ? { value: ((metre.unit * 3) / (2 * units)) as BeatUnit, isDotted: true }
    : { value: (metre.unit / units) as BeatUnit, isDotted: false };
};

/**
 * Ticks from a beat to what is counted next: half of it, or a third of a dotted one.
 * @example
 * offbeatTicks({ beats: 6, unit: 8, groups: [3, 3] }) // => 420
 */
export const offbeatTicks = (metre: Metre): number => ticksPerBeat(metre) / (isCompoundMetre(metre) ? 3 : 2);

/** What note values a tempo counts are called in a text file, the same in every language. */
export const BEAT_SIGNS: Readonly<Record<number, string>> = { 1: 'whole', 2: 'half', 4: '♩', 8: '♪', 16: '16th' };

/**
 * What the texts call the note that a tempo in this metre counts.
 * @example
 * beatNoteKey({ beats: 6, unit: 8, groups: [3, 3] }) // => 'dotted_quarter'
 */
export const beatNoteKey = (metre: Metre): string => {
  const { value, isDotted } = beatNote(metre);
  const names: Readonly<Record<number, string>> = { 1: 'whole', 2: 'half', 4: 'quarter', 8: 'eighth', 16: 'sixteenth' };
  return `${isDotted ? 'dotted_' : ''}${names[value]}`;
};
