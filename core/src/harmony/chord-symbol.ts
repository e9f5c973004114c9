import { get } from '@tonaljs/chord';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { parsePitchClass } from '../instrument/index.ts';

/** A chord symbol understood: pitch classes, 0 = C. */
export interface ChordTones {
  readonly symbol: string;
  readonly root: number;
  /** The lowest note the symbol asks for: its root, or what stands after the slash. */
  readonly bass: number;
  /** All tones, the root first; the bass of a slash chord is among them. */
  readonly tones: readonly number[];
  /** Tones a shape may do without. */
  readonly optional: readonly number[];
}

/** Ways of writing that musicians use and the library does not know, and what it knows. */
const SPELLINGS: readonly (readonly [RegExp, string])[] = [
  [/♯/g, '#'],
  [/♭/g, 'b'],
  [/[−–]/g, '-'],
  [/(Δ|△)7?/g, 'maj7'],
  [/°/g, 'dim'],
  [/[\s()]/g, ''],
  [/^([A-G][#b]?)(mmaj|mM|minmaj|-maj|mΔ)/, '$1mMaj'],
];

const plain = (symbol: string): string =>
  SPELLINGS.reduce((text, [pattern, by]) => text.replace(pattern, by), symbol.trim());

/** A symbol's chord and the bass after its slash; `6/9` is no slash. */
const split = (symbol: string): readonly [chord: string, bass: string | undefined] => {
  const match = /^(.+)\/([A-G][#b]?)$/.exec(symbol);
  return match ? [match[1] as string, match[2]] : [symbol, undefined];
};

const SEMITONES: Readonly<Record<string, number>> = { 1: 0, 2: 2, 3: 4, 4: 5, 5: 7, 6: 9, 7: 11 };

/** Semitones of an interval as the library writes it: number, then P M m A d. */
const semitones = (interval: string): number => {
  const [, number = '1', quality = 'P'] = /^(\d+)([PMmAd]+)$/.exec(interval) ?? [];
  const step = ((Number(number) - 1) % 7) + 1;
  const perfect = step === 1 || step === 4 || step === 5;
  const lowered = quality.startsWith('d');
  const shift = quality.startsWith('A') || lowered ? (lowered ? -1 : 1) * quality.length : 0;
  const lower = !perfect && (quality === 'm' || lowered) ? -1 : 0;
  return ((SEMITONES[step] as number) + shift + lower + 12) % 12;
};

/** What a shape may leave out: the fifth where it is plain, and in tall chords what stands between seventh and top. */
const optionalIn = (intervals: readonly string[]): readonly number[] => {
  const has = (name: string): boolean => intervals.includes(name);
  const tall = has('13M') || has('13m');
  const eleventh = has('11P') && (has('7m') || has('7M'));
  return [
    ...(intervals.length > 2 && has('5P') ? [7] : []),
    ...(tall || eleventh ? intervals.filter((name) => /^9/.test(name)).map(semitones) : []),
    ...(tall ? intervals.filter((name) => /^11/.test(name)).map(semitones) : []),
    ...(eleventh && !tall ? intervals.filter((name) => /^3/.test(name)).map(semitones) : []),
  ];
};

/** Endings that are offered where one cannot be read. */
const ENDINGS = [
  '',
  'm',
  '7',
  'm7',
  'maj7',
  '6',
  'm6',
  '9',
  'add9',
  'sus2',
  'sus4',
  '7sus4',
  'dim',
  'dim7',
  'm7b5',
  'aug',
  '5',
];

const distance = (a: string, b: string): number => {
  let row = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1)
      next.push(
        Math.min(
          (row[j] as number) + 1,
          (next[j - 1] as number) + 1,
          (row[j - 1] as number) + (a[i - 1] === b[j - 1] ? 0 : 1),
        ),
      );
    row = next;
  }
  return row[b.length] as number;
};

const NEAR = 4;

/**
 * Symbols that can be read, near one that cannot.
 * @example
 * suggestChordSymbols('Cmaj77')[0] // => 'Cmaj7'
 */
export const suggestChordSymbols = (symbol: string): readonly string[] => {
  const [, root = 'C', ending = ''] = /^([A-Ga-g][#b]?)(.*)$/.exec(plain(symbol)) ?? [];
  const capital = root.charAt(0).toUpperCase() + root.slice(1);
  return [...ENDINGS]
    .sort((a, b) => distance(a, ending) - distance(b, ending) || a.length - b.length)
    .slice(0, NEAR)
    .map((one) => capital + one);
};

/** The part of a symbol from which on it cannot be read. */
const unreadPart = (chord: string): string => {
  for (let end = chord.length - 1; end > 0; end -= 1) if (!get(chord.slice(0, end)).empty) return chord.slice(end);
  return chord;
};

const unreadable = (symbol: string, part: string): Result<never> =>
  failure(createProblem('chord-unreadable', { value: symbol, part, near: suggestChordSymbols(symbol).join(', ') }));

/** The longest symbol that is looked at. */
const LONGEST = 24;

/**
 * Understands a chord symbol. Errors: `chord-unreadable` names the part that cannot be read and symbols near it;
 * another chord is never taken in silence.
 * @example
 * valueOrThrow(parseChordSymbol('Am7/G')).tones // => [9, 0, 4, 7]
 */
export const parseChordSymbol = (symbol: string): Result<ChordTones> => {
  const text = plain(symbol.slice(0, 4 * LONGEST));
  const [chord, slash] = split(text);
  const root = parsePitchClass(/^[A-G][#b]?/.exec(chord)?.[0] ?? '');
  if (root === undefined || text.length > LONGEST) return unreadable(symbol, symbol);
  const read = get(chord);
  const bass = slash === undefined ? root : parsePitchClass(slash);
  if (read.empty || bass === undefined) return unreadable(symbol, unreadPart(chord));
  const tones = read.intervals.map((interval) => (root + semitones(interval)) % 12);
  const optional = optionalIn(read.intervals).map((interval) => (root + interval) % 12);
  return success({ symbol: symbol.trim(), root, bass, tones: [...new Set([...tones, bass])], optional });
};
