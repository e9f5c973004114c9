import { TICKS_PER_QUARTER, ticksPerBeat, type Metre } from './ticks.ts';

/** A tempo as somebody wrote it: the number, and the length in ticks of the note it counts, where that is said. */
export interface TempoMark {
  readonly value: number;
  readonly ticks?: number;
}

const QUARTERS: Readonly<Record<string, number>> = {
  '𝅗𝅥': 2,
  '𝅗': 2,
  '♩': 1,
  '♪': 1 / 2,
  h: 2,
  q: 1,
  e: 1 / 2,
  s: 1 / 4,
  whole: 4,
  half: 2,
  quarter: 1,
  crotchet: 1,
  minim: 2,
  quaver: 1 / 2,
  eighth: 1 / 2,
  '8th': 1 / 2,
  sixteenth: 1 / 4,
  '16th': 1 / 4,
};

const NUMBER = String.raw`(\d{2,3}(?:\.\d{1,2})?)(?!\d)`;
const WORDS = 'whole|half|quarter|crotchet|minim|quaver|eighth|8th|sixteenth|16th';

const WITH_NOTE: readonly RegExp[] = [
  new RegExp(String.raw`(dotted[ -])(${WORDS})(?:[ -]notes?)?\s*(?:=|at)\s*${NUMBER}`, 'i'),
  new RegExp(String.raw`()\b(${WORDS})(?:[ -]notes?)?\s*(?:=|at)\s*${NUMBER}`, 'i'),
  new RegExp(String.raw`()(𝅗𝅥|𝅗|♩|♪|(?<![a-z\d])[hqes])(\.?)\s*=\s*${NUMBER}`, 'iu'),
];

const PLAIN: readonly RegExp[] = [
  new RegExp(String.raw`${NUMBER}[^\S\n]*(?:(?:beats )?a minute|bpm)`, 'i'),
  new RegExp(String.raw`(?:tempo|bpm|=)[^\S\n]*[:=]?[^\S\n]*${NUMBER}`, 'i'),
];

const readWithNote = (text: string): TempoMark | undefined => {
  for (const pattern of WITH_NOTE) {
    const match = pattern.exec(text);
    if (!match) continue;
    const [, dotted = '', word = '', ...rest] = match;
    const quarters = QUARTERS[word.toLowerCase()];
    const isDotted = dotted !== '' || rest[0] === '.';
    if (quarters !== undefined)
      return { value: Number(rest.at(-1)), ticks: quarters * (isDotted ? 1.5 : 1) * TICKS_PER_QUARTER };
  }
  return undefined;
};

/**
 * The tempo a text says, with its note where that is named: `♩. = 56`, `q. = 54`, `dotted quarter = 54`, `Tempo: 96`,
 * `96 bpm`; undefined where it says none.
 * @example
 * parseTempoMark('dotted quarter = 54') // => { value: 54, ticks: 1260 }
 * parseTempoMark('96 bpm') // => { value: 96 }
 */
export const parseTempoMark = (text: string): TempoMark | undefined => {
  const named = readWithNote(text);
  if (named) return named;
  const match = PLAIN.map((pattern) => pattern.exec(text)).find(Boolean);
  return match ? { value: Number(match[1]) } : undefined;
};

/**
 * A tempo as it was written in beats of a metre: one that names no note counts them already.
 * @example
 * tempoInMetre({ value: 168, ticks: 420 }, { beats: 6, unit: 8, groups: [3, 3] }) // => 56
 */
export const tempoInMetre = ({ value, ticks }: TempoMark, metre: Metre): number =>
  ticks === undefined ? value : Math.round(((value * ticks) / ticksPerBeat(metre)) * 100) / 100;
