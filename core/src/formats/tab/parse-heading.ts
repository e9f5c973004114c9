import {
  tempoInMetre,
  parseTempoMark,
  withUsualBeats,
  hasFittingGroups,
  MAX_BEATS,
  TEMPO_RANGE,
  type BeatUnit,
  type Metre,
} from '../../time/index.ts';
import { parseTuning } from '../../instrument/index.ts';

/** What the words before the first system say. */
export interface TabHeading {
  readonly name?: string;
  readonly metre?: Metre;
  readonly tempo?: number;
  readonly capo: number;
  readonly swing?: number;
  readonly swingUnit?: 16;
  /** The tuning as it is said, by its name or its open strings from the lowest up. */
  readonly tuning?: string;
  /** Semitones all strings are lowered by, where that is said. */
  readonly semitonesDown: number;
}

const ROMAN: Readonly<Record<string, number>> = {
  I: 1,
  II: 2,
  III: 3,
  IV: 4,
  V: 5,
  VI: 6,
  VII: 7,
  VIII: 8,
  IX: 9,
  X: 10,
  XI: 11,
  XII: 12,
};

const WORDS: Readonly<Record<string, number>> = {
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  fifth: 5,
  sixth: 6,
  seventh: 7,
};

const capoIn = (text: string): number => {
  if (/\bno capo\b/i.test(text)) return 0;
  const found = /\bcapo\b[^\S\n]*(?:on|at|in|fret|:|=|the|[^\S\n])*[^\S\n]*(\d{1,2}|[IVX]{1,4}\b|[a-z]+)/i.exec(
    text,
  )?.[1];
  const before = /\b(\d{1,2})(?:st|nd|rd|th)?[^\S\n]+fret[^\S\n]+capo\b/i.exec(text)?.[1];
  const said = found ?? before ?? '';
  const number = /^\d+$/.test(said) ? Number(said) : (ROMAN[said.toUpperCase()] ?? WORDS[said.toLowerCase()] ?? 0);
  return number <= 12 ? number : 0;
};

/** Semitones by which all strings are said to be lowered. */
const loweredBy = (text: string): number => {
  if (/\b(?:half|1\/2)[ -]?step (?:down|lower)\b|\bdown (?:a )?half(?:[ -]step)?\b/i.test(text)) return 1;
  return /\b(?:whole|full|1|one)[ -]?step (?:down|lower)\b|\bdown (?:a )?whole step\b/i.test(text) ? 2 : 0;
};

/** What parts what is said in one line. */
const PARTS = /[·,;|()[\]{}]|\s{2,}|\t|\s[-–—]\s/;

const LED_BY = /^\W*tun(?:ing|ed)\b(?:[^\S\n]*(?:to|is|in|:|=|-))*[^\S\n]*/i;

/** Names of tunings that say so by themselves, and open strings in a row. */
const NAMED = /\b(?:drop(?:ped)?|open|modal|standard)\b|^d[-\s]?a[-\s]?d[-\s]?g[-\s]?a[-\s]?d$/i;
const STRINGS_IN_A_ROW = /^(?:[A-H][#♯b♭]?[\s-]*){6,8}$/i;

/** A tuning that a part of a line says, with or without the word; one that lowers all strings is told apart. */
const tuningInPart = (part: string): string | undefined => {
  const text = part.trim().replace(/[.:!]+$/, '');
  const isCalled = LED_BY.test(text) || /\btuning$/i.test(text);
  const name = text
    .replace(LED_BY, '')
    .replace(/\s*\btuning$/i, '')
    .trim();
  if (name === '' || loweredBy(name) > 0) return undefined;
  if (!isCalled && !NAMED.test(name) && !STRINGS_IN_A_ROW.test(name)) return undefined;
  const read = parseTuning(name);
  return read.ok && read.value.pitches.length > 3 ? name : undefined;
};

/** What of a line says a tuning: the whole of it where commas or dashes part its strings, else one of its parts. */
const tuningInLine = (line: string): string | undefined => {
  const whole = tuningInPart(line.replaceAll(',', ' '));
  if (whole !== undefined) return whole;
  const found = line.split(PARTS).map(tuningInPart);
  return found.find((one) => one !== undefined);
};

const tuningIn = (lines: readonly string[]): string | undefined => {
  const found = lines.map(tuningInLine);
  return found.find((one) => one !== undefined);
};

/** A line that says only how it goes: it is no name. */
const isSaying = (line: string): boolean =>
  /^\W*(?:\d{1,2}\/\d{1,2}|capo\b.*|tun(?:ing|ed)\b.*|tempo\b.*|[\d=♩ .]+(?:bpm)?|bpm.*|standard\b.*|key\b.*|by\b.*|verse\b.*|chorus\b.*|intro\b.*|bridge\b.*|no capo\b.*|legend\b.*|p\.?m\.?|palm mut\w+.*|tab(?:bed)? by\b.*|\[.*\])\W*$/i.test(
    line,
  );

/** A line that says how the strings are tuned, and nothing else. */
const saysTuning = (line: string): boolean =>
  tuningInPart(line.replaceAll(',', ' ')) !== undefined ||
  (loweredBy(line) > 0 && line.trim().split(/\s+/).length <= 5);

/** A line of short words, such as counts, digits, chords or note values. */
const isSigns = (line: string): boolean =>
  line
    .split(/\s+/)
    .filter(Boolean)
    .every((word) => word.length <= 2);

const within = (tempo: number): number => Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, tempo));

/** Files that we wrote ourselves say which school they are in, and how their metre is felt where it is in groups. */
const OWN = /· school /;

/** The metre a heading says, felt as it says or as it is usually felt. */
const metreIn = (text: string): Metre | undefined => {
  const [, beats = '', unit = '', felt] =
    /(?:^|[^\d/])(\d{1,2})\/(2|4|8|16)(?![\d/])(?: (\d(?:\+\d)+))?/.exec(text) ?? [];
  const written = { beats: Number(beats), unit: Number(unit) as BeatUnit };
  if (written.beats < 1 || written.beats > MAX_BEATS) return undefined;
  const metre = felt ? { ...written, groups: felt.split('+').map(Number) } : written;
  if (felt && hasFittingGroups(metre)) return metre;
  return OWN.test(text) ? written : withUsualBeats(written);
};

/** Lines that are looked at, and how much of each: no heading is longer. */
const READ = { lines: 40, length: 200 } as const;

/** What the lines before the first system say of name, metre, tempo, capo and tuning. */
export const parseHeading = (lines: readonly string[], first: number): TabHeading => {
  const head = lines
    .slice(0, first)
    .filter((line) => line.trim() !== '')
    .slice(0, READ.lines)
    .map((line) => line.slice(0, READ.length));
  const text = head.join('\n');
  const metre = metreIn(text);
  const tempo = parseTempoMark(text);
  const swing = /\bswing (\d{2}) ?%( of 16ths)?/i.exec(text);
  const name = head.find(
    (line) => !isSaying(line.trim()) && !saysTuning(line) && (!isSigns(line) || /^\S{3,}/.test(line.trim())),
  );
  return {
    name: name?.trim().slice(0, 100),
    metre,
    tempo: tempo && within(tempoInMetre(tempo, metre ?? { beats: 4, unit: 4 })),
    capo: capoIn(text),
    swing: swing && Number(swing[1]) > 50 && Number(swing[1]) <= 75 ? Number(swing[1]) : undefined,
    ...(swing?.[2] ? { swingUnit: 16 as const } : {}),
    tuning: tuningIn(head),
    semitonesDown: loweredBy(text),
  };
};
