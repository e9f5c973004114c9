import type { ReferenceStroke, TakeReference } from '../model/reference.ts';
import type { AlignedStroke, TakeAlignment } from '../model/take-alignment.ts';
import type { TakeDiagnostic } from './assessment-context.ts';

/** A stretch of a take, in seconds, and the pass it lies in, from 0. */
export interface TakeSpan {
  readonly pass: number;
  readonly from: number;
  readonly to: number;
}

/** Seconds that are heard before the first stroke of a stretch and after its last. */
const AROUND = { before: 0.25, after: 0.6 } as const;

/** How badly a stroke went: a lost note outweighs any delay; a sixteenth of a second or 6 dB count as 1 (est.). */
const rateStroke = ({ what, at, pulse, decibels }: AlignedStroke): number => {
  if (what === 'unclear') return 0;
  if (what !== 'matched' || at === null) return 3;
  return Math.abs(at - pulse) / 0.0625 + Math.abs(decibels ?? 0) / 6;
};

interface RatedSpan extends TakeSpan {
  readonly badness: number;
}

/** Where the strokes of one pass are heard; null where nothing of them was played. */
const spanOf = (pass: number, own: readonly AlignedStroke[]): RatedSpan | null => {
  if (own.every(({ what }) => what === 'unplayed')) return null;
  const times = own.map(({ at, pulse }) => at ?? pulse);
  const badness = own.reduce((sum, stroke) => sum + rateStroke(stroke), 0) / own.length;
  return {
    pass,
    from: Math.max(0, Math.min(...times) - AROUND.before),
    to: Math.max(...times) + AROUND.after,
    badness,
  };
};

/**
 * Where in a take a finding is heard, once for each pass, the clearest first. Nothing for what is about the whole take.
 * @example
 * locateFinding({ strokes: ['s1'] }, { strokes: [] }, { strokes: [] }) // => []
 */
export const locateFinding = (
  { strokes: ids }: Pick<TakeDiagnostic, 'strokes'>,
  { strokes: asked }: Pick<TakeReference, 'strokes'>,
  { strokes: heard }: Pick<TakeAlignment, 'strokes'>,
): readonly TakeSpan[] => {
  const wanted = new Set(ids);
  const byPass = new Map<number, AlignedStroke[]>();
  for (const stroke of heard) {
    const { pass, strokeId } = asked[stroke.asked] as ReferenceStroke;
    if (wanted.has(strokeId)) byPass.set(pass, [...(byPass.get(pass) ?? []), stroke]);
  }
  return [...byPass]
    .flatMap(([pass, own]) => spanOf(pass, own) ?? [])
    .sort((a, b) => b.badness - a.badness || a.pass - b.pass)
    .map(({ badness: _badness, ...span }) => span);
};
