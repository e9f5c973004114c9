import { midiToFrequency } from '../../instrument/index.ts';
import { message } from '../../message/index.ts';
import type { Score } from '../../score/index.ts';
import { median, robustStandardDeviation } from '../../statistics/index.ts';
import type { TakeReference, ReferenceStroke } from '../model/reference.ts';
import type { TakeAlignment } from '../model/take-alignment.ts';
import { partialsAt, windowSpan } from '../signal/partial-energy.ts';
import type { DiagnosticCandidate } from './assessment-context.ts';
import { isSteady, spanOf } from './steady-sound.ts';

/** How tuning is measured and when it is said (est. but for what is measured): seconds, cents, strokes. */
const TUNING = {
  /** Cents on either side that are tried, in steps, first wide and then fine. */
  reach: 70,
  coarse: 10,
  fine: 2,
  /** Strokes of a string that are looked at, and that are needed. */
  strokes: 10,
  minStrokes: 3,
  /** From what on it is said of a string, and of all of them together; least times its own doubt. */
  minCents: 12,
  minCentsOfAll: 10,
  standardErrors: 3,
  maxNamed: 3,
} as const;

/** How far a string is from its pitch, in cents; its doubt is a standard error. */
export interface StringTuning {
  readonly string: number;
  readonly cents: number;
  readonly doubt: number;
}

/** Cents by which a sound is from a pitch: what its partials speak for most. */
const measureCents = (windowed: Float64Array, pitch: number): number => {
  const strengthAt = (cents: number): number => partialsAt(windowed, midiToFrequency(pitch + cents / 100));
  const strongest = (around: number, reach: number, step: number): number => {
    let [best, most] = [around, -1];
    for (let cents = around - reach; cents <= around + reach; cents += step) {
      const strength = strengthAt(cents);
      if (strength > most) [best, most] = [cents, strength];
    }
    return best;
  };
  return strongest(strongest(0, TUNING.reach, TUNING.coarse), TUNING.coarse, TUNING.fine);
};

/**
 * How far each string of a take is from the pitch it is asked at, in cents: the middle of some of its strokes. Strings
 * of too few strokes are left out.
 */
export const measureStringTuning = (
  samples: Float32Array,
  score: Score,
  reference: TakeReference,
  { strokes, slower }: Pick<TakeAlignment, 'strokes' | 'slower'>,
): readonly StringTuning[] => {
  const found = new Map<number, number[]>();
  const pace = Math.min(...slower);
  for (const stroke of strokes) {
    const asked = reference.strokes[stroke.asked] as ReferenceStroke;
    const own = found.get(asked.string) ?? [];
    if (stroke.what !== 'matched' || own.length >= TUNING.strokes || !isSteady(score, asked)) continue;
    const span = spanOf(stroke, asked.duration * pace, samples);
    if (span) found.set(asked.string, [...own, measureCents(windowSpan(samples, span), asked.pitch)]);
  }
  return [...found]
    .filter(([, cents]) => cents.length >= TUNING.minStrokes)
    .map(([string, cents]) => ({
      string,
      cents: median(cents),
      doubt: Math.max(1, robustStandardDeviation(cents)) / Math.sqrt(cents.length),
    }))
    .sort((a, b) => a.string - b.string);
};

const CONCERT_PITCH = 440;

const describeAll = (cents: number, tunings: readonly StringTuning[]): DiagnosticCandidate => ({
  message: message('take.guitar-off-pitch', { cents: Math.abs(Math.round(cents)), way: cents < 0 ? 'flat' : 'sharp' }),
  details: message('take.guitar-off-pitch.details', { hertz: Math.round(CONCERT_PITCH * 2 ** (cents / 1200)) }),
  advice: message('take.guitar-off-pitch.advice'),
  strokes: [],
  evidence: {
    size: Math.abs(cents) / TUNING.minCentsOfAll,
    sureness: Math.abs(cents) / Math.max(1, robustStandardDeviation(tunings.map((one) => one.cents))),
    support: Math.min(1, tunings.length / 6),
  },
  weight: 20,
});

const describeString = ({ string, cents, doubt }: StringTuning): DiagnosticCandidate => ({
  message: message('take.string-out-of-tune', {
    string,
    cents: Math.abs(Math.round(cents)),
    way: cents < 0 ? 'flat' : 'sharp',
  }),
  advice: message('take.string-out-of-tune.advice', { string }),
  strokes: [],
  evidence: { size: Math.abs(cents) / TUNING.minCents, sureness: Math.abs(cents) / doubt, support: 1 },
  weight: 20 + Math.abs(cents) / 100,
});

/** What is to be said of the tuning: of all strings where they are off together, and of those beside the others. */
export const findTuningDiagnostics = (tunings: readonly StringTuning[]): readonly DiagnosticCandidate[] => {
  if (tunings.length < 2) return [];
  const shared = median(tunings.map(({ cents }) => cents));
  const isShared = Math.abs(shared) >= TUNING.minCentsOfAll;
  const beside = tunings
    .map((one) => ({ ...one, cents: one.cents - (isShared ? shared : 0) }))
    .filter(
      ({ cents, doubt }) => Math.abs(cents) >= TUNING.minCents && Math.abs(cents) >= TUNING.standardErrors * doubt,
    )
    .sort((a, b) => Math.abs(b.cents) - Math.abs(a.cents))
    .slice(0, TUNING.maxNamed);
  return [...(isShared ? [describeAll(shared, tunings)] : []), ...beside.map(describeString)];
};
