import { beatsPerBar, formatSpokenCount, ticksPerBeat } from '../time/index.ts';
import { patternLength, type Pattern } from './pattern.ts';

/** One part of a beat: where it begins, how long it is, and how it is counted. Ticks; beats from 0. */
export interface SubdivisionSlot {
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
 * subdivisionOfBeat(createPattern('Roll', { divisions: [{ beat: 3, parts: 6 }] }), 3) // => 6
 */
export const subdivisionOfBeat = (
  { subdivision, divisions }: Pick<Pattern, 'subdivision' | 'divisions'>,
  beat: number,
): number => divisions?.find((division) => division.beat === beat)?.parts ?? subdivision;

/**
 * Every part of every beat, in order.
 * @example
 * listSubdivisionSlots(createPattern('P', { subdivision: 3 })).length // => 12
 */
export const listSubdivisionSlots = (pattern: Cut): readonly SubdivisionSlot[] => {
  const ticks = ticksPerBeat(pattern.metre);
  return Array.from({ length: beatsPerBar(pattern.metre) * pattern.bars }, (_, beat) => {
    const parts = subdivisionOfBeat(pattern, beat);
    return Array.from({ length: parts }, (__, part): SubdivisionSlot => ({
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
 * formatCount(createPattern('P'), listSubdivisionSlots(createPattern('P'))[2]) // => '&'
 */
export const formatCount = ({ metre }: Pick<Pattern, 'metre'>, { beat, part, parts }: SubdivisionSlot): string =>
  formatSpokenCount(metre, beat % beatsPerBar(metre), part, parts);

/**
 * The beginning of the part of the beat a tick falls in.
 * @example
 * startOfSlot(createPattern('Roll'), 300) // => 210
 */
export const startOfSlot = (pattern: Cut, at: number): number => {
  const ticks = ticksPerBeat(pattern.metre);
  const beat = Math.floor(at / ticks);
  const part = ticks / subdivisionOfBeat(pattern, beat);
  return beat * ticks + Math.floor((at - beat * ticks) / part) * part;
};

/**
 * The part of the beat some steps on or back, kept inside the pattern.
 * @example
 * moveBySlots(createPattern('P'), 0, 2) // => 420
 */
export const moveBySlots = (pattern: Cut, at: number, steps: number): number => {
  const last = patternLength(pattern) - 1;
  let now = startOfSlot(pattern, Math.min(Math.max(0, at), last));
  if (steps < 0 && now < at) steps += 1;
  for (let left = Math.abs(steps); left > 0; left -= 1) {
    const ticks = ticksPerBeat(pattern.metre);
    const next =
      steps > 0 ? now + ticks / subdivisionOfBeat(pattern, Math.floor(now / ticks)) : startOfSlot(pattern, now - 1);
    if (next < 0 || next > last) break;
    now = next;
  }
  return now;
};
