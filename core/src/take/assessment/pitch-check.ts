import { midiToFrequency } from '../../instrument/index.ts';
import type { Score } from '../../score/index.ts';
import type { TakeReference, ReferenceStroke } from '../model/reference.ts';
import type { TakeAlignment } from '../model/take-alignment.ts';
import { partialsAt, windowSpan } from '../signal/partial-energy.ts';
import { isSteady, spanOf } from './steady-sound.ts';

/** How the pitches of a take are told from others near them (est.). */
const CHECK = {
  /** Semitones on either side, and cents about each that a string may be out of tune. */
  semitones: 3,
  cents: [-30, 0, 30],
  /** Strokes of a pitch that are looked at. */
  strokes: 4,
  /** How strong a pitch has to be beside the strongest of those near it that nobody asked for. */
  share: 0.85,
  /** Strokes needed to say anything, and the share of them whose pitch has to be there. */
  minStrokes: 6,
  minShare: 0.6,
} as const;

const strengthOf = (windowed: Float64Array, pitch: number): number =>
  Math.max(...CHECK.cents.map((cents) => partialsAt(windowed, midiToFrequency(pitch + cents / 100))));

/** Whether the pitch that is asked for sounds, and not one near it that nobody asked for. */
const soundsAsAsked = (windowed: Float64Array, pitch: number, asked: ReadonlySet<number>): boolean => {
  const own = strengthOf(windowed, pitch);
  for (let by = -CHECK.semitones; by <= CHECK.semitones; by += 1)
    if (!asked.has(pitch + by) && strengthOf(windowed, pitch + by) * CHECK.share > own) return false;
  return true;
};

/**
 * Whether the strokes of a take sound at the pitches asked for: what a string sounds like is learnt from the take
 * itself, so that another figure in the same order of strings would be taken for this one.
 */
export const hasAskedPitches = (
  samples: Float32Array,
  score: Score,
  reference: TakeReference,
  { strokes, slower }: Pick<TakeAlignment, 'strokes' | 'slower'>,
): boolean => {
  const asked = new Set(reference.strokes.map(({ pitch }) => pitch));
  const looked = new Map<number, number>();
  const pace = Math.min(...slower);
  let [confirmed, all] = [0, 0];
  for (const stroke of strokes) {
    const one = reference.strokes[stroke.asked] as ReferenceStroke;
    const count = looked.get(one.pitch) ?? 0;
    if (stroke.what !== 'matched' || count >= CHECK.strokes || !isSteady(score, one)) continue;
    const span = spanOf(stroke, one.duration * pace, samples);
    if (!span) continue;
    looked.set(one.pitch, count + 1);
    all += 1;
    if (soundsAsAsked(windowSpan(samples, span), one.pitch, asked)) confirmed += 1;
  }
  return all < CHECK.minStrokes || confirmed >= CHECK.minShare * all;
};
