import { isFinger, type Digit } from '../pattern/index.ts';
import { tickToSeconds, type Score, type ScoreBar, type ScoreBeat } from '../score/index.ts';
import { formatSpokenCount } from '../time/index.ts';

/** How a voice counts along: not at all, by numbers and syllables, or by the names of the fingers. */
export const COUNTING_MODES = ['none', 'numbers', 'fingers'] as const;

/** One of them. */
export type CountingMode = (typeof COUNTING_MODES)[number];

/** One word of the voice, in seconds from the start of the score. */
export interface CountWord {
  readonly time: number;
  readonly word: string;
  /** Index of its bar. */
  readonly bar: number;
}

/** Everything the voice can say: numbers, the syllables between them, the names of fingers, both directions. */
export const SPOKEN_WORDS: readonly string[] = [
  ...Array.from({ length: 16 }, (_, index) => String(index + 1)),
  ...['&', 'e', 'a', 'trip', 'let', 'la', 'li', 'ta'],
  ...['finger p', 'finger i', 'finger m', 'finger a', 'finger c', 'down', 'up', 'pinch'],
];

/** Seconds that two words must lie apart to be understood (est., by ear). */
const APART = 0.19;

/** In how many parts a beat is counted: as many as it has, or only its halves, or itself, as time allows. */
const countedParts = (parts: number, seconds: number): number =>
  [parts, ...(parts % 2 === 0 ? [2] : []), 1].find((count) => seconds / count >= APART) ?? 1;

const numbersOfBeat = (score: Score, beat: ScoreBeat): readonly CountWord[] => {
  const { at, ticks, bar, number } = beat;
  const seconds = tickToSeconds(score, at + ticks) - tickToSeconds(score, at);
  // A pickup inside a beat counts on from there.
  const skipped = beat.skippedParts ?? 0;
  const parts = skipped > 0 ? beat.parts : countedParts(beat.parts, seconds);
  const { metre } = score.bars[bar] as ScoreBar;
  return Array.from({ length: parts }, (_, part) => ({
    time: tickToSeconds(score, at + (part * ticks) / parts),
    word: formatSpokenCount(metre, number - 1, part + skipped, parts + skipped),
    bar,
  })).filter(({ word }) => SPOKEN_WORDS.includes(word));
};

const wordOf = (digits: ReadonlySet<Digit>): string => {
  const [only] = digits;
  if (digits.size > 1 || !only) return 'pinch';
  return only === 'p' || isFinger(only) ? `finger ${only}` : only;
};

const barAt = ({ bars }: Score, at: number): number => bars.findLastIndex((bar) => bar.at <= at);

const groupByTime = (score: Score, digits: readonly (Digit | null)[]): ReadonlyMap<number, Set<Digit>> => {
  const groups = new Map<number, Set<Digit>>();
  score.strokes.forEach(({ at, slur }, index) => {
    const digit = digits[index];
    if (!digit || slur) return;
    groups.set(at, (groups.get(at) ?? new Set<Digit>()).add(digit));
  });
  return groups;
};

const fingersOf = (score: Score, digits: readonly (Digit | null)[]): readonly CountWord[] =>
  [...groupByTime(score, digits)]
    .sort(([a], [b]) => a - b)
    .map(([at, group]) => ({ time: tickToSeconds(score, at), word: wordOf(group), bar: barAt(score, at) }));

const isCrowded = (words: readonly CountWord[]): boolean =>
  words.some(({ time }, index) => index > 0 && time - (words[index - 1] as CountWord).time < APART);

/**
 * What a voice says along with a score. Where words would fall over each other, numbers leave out the syllables
 * between the beats, and finger names are only said on the beats.
 * @example
 * listCountWords(flattenScore(createPattern('Roll', { tempo: 60, subdivision: 2 })), [], 'numbers')
 *   .map(({ word }) => word).join(' ') // => '1 & 2 & 3 & 4 &'
 */
export const listCountWords = (
  score: Score,
  digits: readonly (Digit | null)[],
  mode: CountingMode,
): readonly CountWord[] => {
  if (mode === 'none') return [];
  const beats = score.beats.filter(({ at }) => at < score.length);
  if (mode === 'numbers') return beats.flatMap((beat) => numbersOfBeat(score, beat));
  const words = fingersOf(score, digits);
  if (!isCrowded(words)) return words;
  const onBeats = new Set(beats.map(({ at }) => tickToSeconds(score, at)));
  return words.filter(({ time }) => onBeats.has(time));
};
