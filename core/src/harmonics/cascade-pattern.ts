import { fretOfString, type Voicing } from '../harmony/index.ts';
import type { Instrument } from '../instrument/index.ts';
import { createPattern, subdivisionTicks, type Digit, type Pattern, type Stroke } from '../pattern/index.ts';
import type { CascadeStep } from './cascade.ts';
import { computeHarmonicPoint } from './harmonic-points.ts';
import type { HarmonicNode } from './nodes.ts';

/** A way of plucking harmonics that the picking hand touches itself; the finger that touches never plucks. */
export interface CascadeTechnique {
  readonly key: 'thumb' | 'ring' | 'pick';
  /** Who plucks the touched note, and who the natural ones. */
  readonly harmonicDigit: Digit;
  readonly naturalDigit: Digit;
}

/** The three ways (common practice, no source). */
export const CASCADE_TECHNIQUES: readonly CascadeTechnique[] = [
  { key: 'thumb', harmonicDigit: 'p', naturalDigit: 'a' },
  { key: 'ring', harmonicDigit: 'a', naturalDigit: 'p' },
  { key: 'pick', harmonicDigit: 'p', naturalDigit: 'm' },
];

/** Which of the two stands out. */
export const CASCADE_BALANCES = ['harmonics', 'even', 'natural'] as const;

/** Which of the two stands out. */
export type CascadeBalance = (typeof CASCADE_BALANCES)[number];

const getLoudness = (balance: CascadeBalance, harmonic: boolean): Pick<Stroke, 'loudness'> => {
  if (balance === 'even') return {};
  return { loudness: harmonic === (balance === 'harmonics') ? 'loud' : 'soft' };
};

/** Eighths in a bar of four beats. */
const EIGHTHS_PER_BAR = 8;

/**
 * A cascade as a pattern of eighths, all ringing, each with its digit. Strings that the shape mutes are passed over,
 * and so are harmonics beyond the neck.
 * @example
 * createCascadePattern(
 *   createPattern('P').instrument,
 *   { chord: 'G', frets: [3, 5, 5, 4, 3, 3] },
 *   [
 *     { string: 6, isHarmonic: true },
 *     { string: 3, isHarmonic: false },
 *   ],
 *   CASCADE_TECHNIQUES[0],
 *   { name: 'Cascade' },
 * ).strokes.length // => 2
 */
export const createCascadePattern = (
  instrument: Instrument,
  voicing: Voicing,
  steps: readonly CascadeStep[],
  way: CascadeTechnique,
  {
    node,
    balance = 'harmonics',
    name,
  }: { readonly node?: HarmonicNode; readonly balance?: CascadeBalance; readonly name: string },
): Pattern => {
  const sounding = steps.flatMap(({ string, isHarmonic }): readonly Omit<Stroke, 'id' | 'at'>[] => {
    const fret = fretOfString(voicing, string);
    if (fret === null) return [];
    if (!isHarmonic) return [{ string, pin: way.naturalDigit, ring: true, ...getLoudness(balance, false) }];
    const { touchFret, isReachable } = computeHarmonicPoint(instrument, { string, stopped: fret }, node);
    if (!isReachable) return [];
    return [
      {
        string,
        pin: way.harmonicDigit,
        harmonic: { kind: 'harp', touch: touchFret, above: touchFret - fret },
        ring: true,
        ...getLoudness(balance, true),
      },
    ];
  });
  const bars = Math.max(1, Math.ceil(sounding.length / EIGHTHS_PER_BAR));
  const frame = createPattern(name, { instrument, voicing, bars, subdivision: 2 });
  const step = subdivisionTicks(frame);
  return { ...frame, strokes: sounding.map((stroke, index) => ({ ...stroke, id: `c${index}`, at: index * step })) };
};
