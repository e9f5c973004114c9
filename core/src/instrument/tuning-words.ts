import { parsePitchClass } from './pitch.ts';

const STANDARD = [40, 45, 50, 55, 59, 64] as const;

/** Tunings by the chord their open strings make, from the lowest string (common practice, no source). */
const OPEN: Readonly<Record<string, readonly number[]>> = {
  c: [36, 43, 48, 55, 60, 64],
  d: [38, 45, 50, 54, 57, 62],
  dm: [38, 45, 50, 53, 57, 62],
  e: [40, 47, 52, 56, 59, 64],
  em: [40, 47, 52, 55, 59, 64],
  g: [38, 43, 50, 55, 59, 62],
  gm: [38, 43, 50, 55, 58, 62],
  a: [40, 45, 52, 57, 61, 64],
};

const STEPS: Readonly<Record<string, number>> = {
  half: 1,
  '1/2': 1,
  '½': 1,
  semitone: 1,
  whole: 2,
  full: 2,
  one: 2,
  '1': 2,
  '1 1/2': 3,
  '1½': 3,
  two: 4,
  '2': 4,
};

const lowered = (by: number): readonly number[] => STANDARD.map((pitch) => pitch - by);

const noteIn = (name: string): number | undefined => {
  const plain = name.replace(/\s*(flat|b|♭)$/i, 'b').replace(/\s*(sharp|#|♯)$/i, '#');
  return parsePitchClass(plain.charAt(0).toUpperCase() + plain.slice(1));
};

/** Semitones from a note up to E: how far standard tuning is let down to begin on it. */
const belowE = (name: string): number | undefined => {
  const note = noteIn(name);
  return note === undefined ? undefined : (4 - note + 12) % 12;
};

const MOST_DOWN = 5;

const standardOn = (name: string): readonly number[] | undefined => {
  const by = belowE(name);
  return by !== undefined && by <= MOST_DOWN ? lowered(by) : undefined;
};

/** `Drop C`: the lowest string a fifth below the next, the others in standard a tone above it. */
const dropTo = (name: string): readonly number[] | undefined => {
  const by = belowE(name);
  if (by === undefined || by < 2 || by > MOST_DOWN + 2) return undefined;
  const [low = 0, ...rest] = lowered(by - 2);
  return [low - 2, ...rest];
};

type Reader = readonly [pattern: RegExp, read: (word: string) => readonly number[] | undefined];

const SIGN = '(?:\\s*(?:flat|sharp)|[#♯♭b])';
const NOTE = `[a-g]${SIGN}?`;

const READERS: readonly Reader[] = [
  [/^(?:standard|regular|normal|e standard|eadgbe)$/, () => STANDARD],
  [new RegExp(`^(${NOTE}) standard$`), standardOn],
  [new RegExp(`^(?:tuned (?:down )?to )?([a-g]${SIGN})(?: tuning)?$`), standardOn],
  [
    /^(?:tuned )?(?:down )?(?:a )?(half|1\/2|½|whole|full|1 1\/2|1½|one|two|1|2)[ -]?(?:step|tone)s? ?(?:down|lower|flat)?$/,
    (word) => lowered(STEPS[word] as number),
  ],
  [/^(?:down )?(?:a )?(semitone)(?: down)?$/, (word) => lowered(STEPS[word] as number)],
  [/^double drop d$/, () => [38, 45, 50, 55, 59, 62]],
  [new RegExp(`^drop(?:ped)? (${NOTE})$`), dropTo],
  [/^open ([a-g])$/, (word) => OPEN[word]],
  [/^open ([a-g]) ?(?:m|min|minor)$/, (word) => OPEN[`${word}m`]],
];

/**
 * The open pitches of a six-string tuning as players say it, from the lowest string up: `open G`, `Drop C`,
 * `half step down`, `E flat`, `double drop D`; undefined where it is none.
 * @example
 * readTuningWords('Half-step down').join(' ') // => '39 44 49 54 58 63'
 * readTuningWords('drop C').join(' ') // => '36 43 48 53 57 62'
 */
export const readTuningWords = (text: string): readonly number[] | undefined => {
  const plain = text
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/ tuning$/, '')
    .replace(/-/g, ' ')
    .trim();
  for (const [pattern, read] of READERS) {
    const match = pattern.exec(plain);
    const found = match && read(match[1] ?? '');
    if (found) return found;
  }
  return undefined;
};

/** Ways of cutting notes that are written without a gap: a `b` may be a note, or a flat of the one before it. */
const cuts = (text: string, most: number): readonly (readonly string[])[] => {
  if (text === '') return [[]];
  if (most === 0) return [];
  const [, letter = '', sign = ''] = /^([A-Ga-g])([#♯♭b]?)/.exec(text) ?? [];
  if (letter === '') return [];
  const whole = letter + sign;
  // A sign that is no letter belongs to its note.
  const ways = sign === 'b' ? [letter, whole] : [whole];
  return ways.flatMap((way) => cuts(text.slice(way.length), most - 1).map((rest) => [way, ...rest]));
};

const SIX = 6;

/**
 * Notes that are written without gaps, cut apart; as six where that is possible.
 * @example
 * splitNotes('dadgad', 8).join(' ') // => 'd a d g a d'
 * splitNotes('EbAbDbGbBbEb', 8).join(' ') // => 'Eb Ab Db Gb Bb Eb'
 */
export const splitNotes = (text: string, most: number): readonly string[] => {
  const all = cuts(text, most);
  return all.find(({ length }) => length === SIX) ?? all[0] ?? [text];
};
