import { BEAT_UNITS, MAX_BEATS, parseTempoMark, withUsualBeats, type Metre, type TempoMark } from '../../time/index.ts';

/** What a chart says of the song as a whole, besides its bars. */
export interface ChartHeading {
  readonly title?: string;
  readonly metre?: Metre;
  readonly tempo?: TempoMark;
  /** A capo: the chart’s symbols are then what is fingered behind it. */
  readonly capo?: number;
  /** `G`, `F#m`. */
  readonly key?: string;
}

const ROMAN: Readonly<Record<string, number>> = { i: 1, ii: 2, iii: 3, iv: 4, v: 5, vi: 6, vii: 7, viii: 8, ix: 9 };

const MOST_CAPO = 12;

const readMetre = (beats: string, unit: string): Metre | undefined => {
  const known = BEAT_UNITS.find((one) => one === Number(unit));
  const count = Number(beats);
  return known && count >= 1 && count <= MAX_BEATS ? withUsualBeats({ beats: count, unit: known }) : undefined;
};

const readCapo = (text: string): number | undefined => {
  const word = text.toLowerCase();
  if (word === 'none' || word === 'no') return 0;
  const fret = ROMAN[word] ?? Number(word);
  return Number.isInteger(fret) && fret >= 0 && fret <= MOST_CAPO ? fret : undefined;
};

const nameKey = (letter: string, sign: string, mode: string): string => {
  const isMinor = /^m(?:in(?:or)?)?$/.test(mode) || /^min/i.test(mode);
  return `${letter.toUpperCase()}${sign.replace('♯', '#').replace('♭', 'b')}${isMinor ? 'm' : ''}`;
};

type Reader = readonly [pattern: RegExp, read: (match: RegExpExecArray) => ChartHeading | undefined];

const READERS: readonly Reader[] = [
  [
    /^(?:time(?: signature)?|met(?:re|er))?\s*:?\s*(\d{1,2})\s*\/\s*(\d{1,2})(?: time)?$/i,
    ([, beats = '', unit = '']) => {
      const metre = readMetre(beats, unit);
      return metre && { metre };
    },
  ],
  [
    /^capo\s*:?\s*(?:on |at )?(?:fret )?(none|no|\d{1,2}|[ivx]{1,4})(?:st|nd|rd|th)?(?: fret)?$/i,
    ([, text = '']) => {
      const capo = readCapo(text);
      return capo === undefined ? undefined : { capo };
    },
  ],
  [/^no capo$/i, () => ({ capo: 0 })],
  [
    /^(?:tempo|bpm)?\s*[:=]?\s*(?:(?:dotted[ -])?[a-z\d]+(?:[ -]note)?|[♩♪]\.?|[hqes]\.?)?\s*=?\s*\d{2,3}\s*(?:bpm)?$/i,
    ([text = '']) => {
      const tempo = parseTempoMark(/^\d/.test(text) ? `${text} bpm` : text);
      return tempo && { tempo };
    },
  ],
  [
    /^key\s*(?:of)?\s*:?\s*([A-H])([#♯b♭]?)\s*(m|min|minor|maj|major)?$/i,
    ([, letter = '', sign = '', mode = '']) => ({ key: nameKey(letter, sign, mode) }),
  ],
  [/^title\s*:\s*(.{1,120})$/i, ([, title = '']) => ({ title: title.trim() })],
];

/**
 * A line of a chart that says its metre, tempo, capo, key or title: `6/8`, `Capo 2`, `Tempo: 96`; undefined for any
 * other one.
 * @example
 * parseChartHeading('Time: 6/8') // => { metre: { beats: 6, unit: 8, groups: [3, 3] } }
 * parseChartHeading('Capo on III') // => { capo: 3 }
 */
export const parseChartHeading = (line: string): ChartHeading | undefined => {
  for (const [pattern, read] of READERS) {
    const match = pattern.exec(line.trim());
    const found = match && read(match);
    if (found) return found;
  }
  return undefined;
};

/** Headings that stand in one line are no longer. */
const LONGEST_HEADINGS = 200;

/** What parts headings that stand in one line: wide spaces, tabs, commas, semicolons, bars, dashes. */
const BETWEEN_HEADINGS = /\s{2,}|\t+|\s*[,;|·•]\s*|\s+[-–—]\s+/;

/**
 * A line of one heading or several side by side: `Key: G   Capo 2   Tempo: 96`; undefined for any other one.
 */
export const parseChartHeadings = (line: string): ChartHeading | undefined => {
  const whole = parseChartHeading(line);
  if (whole) return whole;
  const text = line.trim();
  const parts = text.length > LONGEST_HEADINGS ? [] : text.split(BETWEEN_HEADINGS).filter(Boolean);
  if (parts.length < 2) return undefined;
  const found = parts.map(parseChartHeading);
  return found.every((one) => one !== undefined) ? Object.assign({}, ...found) : undefined;
};
