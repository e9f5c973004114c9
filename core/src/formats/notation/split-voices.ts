import { isBassString } from '../../instrument/index.ts';
import type { Digit } from '../../pattern/index.ts';
import { findLastIndexAtOrBefore, type Score, type ScoreBar, type ScoreStroke } from '../../score/index.ts';

/** A stroke that can be written, with its digit and the next stroke on its string. */
export interface NotatedStroke {
  readonly stroke: ScoreStroke;
  readonly digit: Digit | null;
  readonly next: ScoreStroke | undefined;
}

/** What begins in a bar, by voice: times in ticks from its start, each with its strokes from the lowest string up. */
export type BarVoices = readonly (readonly (readonly [at: number, strokes: readonly NotatedStroke[]])[])[];

const isPick = (digit: Digit | null): boolean => digit === 'down' || digit === 'up';

/**
 * Whether a stroke belongs to the bass: the thumb plays it, or, where fingers join a pick, the pick on a bass string.
 * Where one voice would be empty all is one voice.
 */
const bassTest = ({ instrument }: Score, digits: readonly (Digit | null)[]): ((one: NotatedStroke) => boolean) => {
  const fingers = digits.some((digit) => digit !== null && digit !== 'p' && !isPick(digit));
  return ({ stroke, digit }) => digit === 'p' || (isPick(digit) && fingers && isBassString(instrument, stroke.string));
};

/** Everything of a score that has a pitch, by bar and voice: fingers above, thumb below, or one voice alone. */
export const splitIntoVoices = (score: Score, digits: readonly (Digit | null)[]): readonly BarVoices[] => {
  const following = new Map<number, ScoreStroke>();
  const written: (NotatedStroke & { readonly bar: number })[] = [];
  for (let index = score.strokes.length - 1; index >= 0; index -= 1) {
    const stroke = score.strokes[index] as ScoreStroke;
    const next = following.get(stroke.string);
    following.set(stroke.string, stroke);
    if (stroke.pitch === null) continue;
    written.push({ stroke, digit: digits[index] ?? null, next, bar: findLastIndexAtOrBefore(score.bars, stroke.at) });
  }
  written.reverse();
  const isBass = bassTest(score, digits);
  const two = written.some(isBass) && !written.every(isBass);
  const bars = score.bars.map(() => [new Map<number, NotatedStroke[]>(), new Map<number, NotatedStroke[]>()] as const);
  for (const one of written) {
    const past = one.stroke.at - (score.bars[one.bar] as ScoreBar).at;
    const voice = bars[one.bar]?.[two && isBass(one) ? 1 : 0];
    voice?.set(past, [...(voice.get(past) ?? []), one]);
  }
  return bars.map((voices) => (two ? voices : voices.slice(0, 1)).map((voice) => [...voice].sort(([a], [b]) => a - b)));
};
