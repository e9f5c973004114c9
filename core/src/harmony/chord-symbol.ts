import { failure, createProblem, success, type Result } from '../errors/index.ts';
import { intervalSemitones, isReadChord, notePitchClass, readChord } from '../theory/index.ts';

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

/** Semitones of an interval above the root, within an octave. */
const above = (interval: string): number => intervalSemitones(interval) % 12;

/** What a shape may leave out: the fifth where it is plain, and in tall chords what stands between seventh and top. */
const optionalIn = (intervals: readonly string[]): readonly number[] => {
  const has = (name: string): boolean => intervals.includes(name);
  const tall = has('13M') || has('13m');
  const eleventh = has('11P') && (has('7m') || has('7M'));
  return [
    ...(intervals.length > 2 && has('5P') ? [7] : []),
    // An altered dominant has more tones than fingers.
    ...(has('9m') && intervals.some((name) => name === '10A' || name === '9A') ? [3] : []),
    ...(tall || eleventh ? intervals.filter((name) => /^9/.test(name)).map(above) : []),
    ...(tall ? intervals.filter((name) => /^11/.test(name)).map(above) : []),
    ...(eleventh && !tall ? intervals.filter((name) => /^3/.test(name)).map(above) : []),
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
  const [, root = 'C', ending = ''] =
    /^([A-Ga-g][#b]?)(.*)$/.exec(symbol.replace(/♯/g, '#').replace(/♭/g, 'b').trim()) ?? [];
  const capital = root.charAt(0).toUpperCase() + root.slice(1);
  return [...ENDINGS]
    .sort((a, b) => distance(a, ending) - distance(b, ending) || a.length - b.length)
    .slice(0, NEAR)
    .map((one) => capital + one);
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
  const text = symbol.trim();
  if (text.length > LONGEST) return unreadable(symbol, symbol);
  const chord = readChord(text);
  if (!isReadChord(chord)) return unreadable(symbol, text.slice(chord.unreadFrom) || text);
  const [root, bass] = [notePitchClass(chord.root), notePitchClass(chord.bass)];
  const tones = [...chord.tones.map(notePitchClass), bass];
  const optional = optionalIn(chord.intervals).map((interval) => (root + interval) % 12);
  return success({ symbol: text, root, bass, tones: [...new Set(tones)], optional });
};
