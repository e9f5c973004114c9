import { spokenCount, ticksPerBeat } from '../time/index.ts';
import { patternLength, type Pattern } from './pattern.ts';

/** One part of a beat: where it begins, how long it is, and how it is counted. Ticks; beats from 0. */
export interface BeatPart {
  readonly at: number;
  readonly ticks: number;
  readonly beat: number;
  readonly part: number;
  readonly parts: number;
}

type Cut = Pick<Pattern, 'metre' | 'bars' | 'subdivision' | 'divisions'>;

/**
 * In how many parts a beat is cut; beats are counted from 0 through the whole pattern.
 * @example
 * partsOfBeat(newPattern('Roll', { divisions: [{ beat: 3, parts: 6 }] }), 3) // => 6
 */
export const partsOfBeat = (
  { subdivision, divisions }: Pick<Pattern, 'subdivision' | 'divisions'>,
  beat: number,
): number => divisions?.find((division) => division.beat === beat)?.parts ?? subdivision;

/**
 * Every part of every beat, in order.
 * @example
 * beatPartsOf(newPattern('P', { subdivision: 3 })).length // => 12
 */
export const beatPartsOf = (pattern: Cut): readonly BeatPart[] => {
  const ticks = ticksPerBeat(pattern.metre);
  return Array.from({ length: pattern.metre.beats * pattern.bars }, (_, beat) => {
    const parts = partsOfBeat(pattern, beat);
    return Array.from({ length: parts }, (__, part): BeatPart => ({
      at: beat * ticks + (part * ticks) / parts,
      ticks: ticks / parts,
      beat,
      part,
      parts,
    }));
  }).flat();
};

/**
 * How a part of a beat is counted aloud.
 * @example
 * countStrokes(newPattern('P'), beatPartsOf(newPattern('P'))[2]) // => '&'
 */
export const countOf = ({ metre }: Pick<Pattern, 'metre'>, { beat, part, parts }: BeatPart): string =>
  spokenCount(beat % metre.beats, part, parts);

/**
 * The beginning of the part of the beat a tick falls in.
 * @example
 * partStart(newPattern('Roll'), 300) // => 210
 */
export const partStart = (pattern: Cut, at: number): number => {
  const ticks = ticksPerBeat(pattern.metre);
  const beat = Math.floor(at / ticks);
  const part = ticks / partsOfBeat(pattern, beat);
  return beat * ticks + Math.floor((at - beat * ticks) / part) * part;
};

/**
 * The part of the beat some steps on or back, kept inside the pattern.
 * @example
 * stepFrom(newPattern('P'), 0, 2) // => 420
 */
export const stepFrom = (pattern: Cut, at: number, steps: number): number => {
  const last = patternLength(pattern) - 1;
  let now = partStart(pattern, Math.min(Math.max(0, at), last));
  if (steps < 0 && now < at) steps += 1;
  for (let left = Math.abs(steps); left > 0; left -= 1) {
    const ticks = ticksPerBeat(pattern.metre);
    const next = steps > 0 ? now + ticks / partsOfBeat(pattern, Math.floor(now / ticks)) : partStart(pattern, now - 1);
    if (next < 0 || next > last) break;
    now = next;
  }
  return now;
};
