import { fretOfString } from '../harmony/index.ts';
import { midiToPitchClass, pitchAt } from '../instrument/index.ts';
import { isReadChord, notePitchClass, readChord } from '../theory/index.ts';
import type { GeneratorContext } from './generator.ts';

/** Where a hammered note is taken from: two frets up, the next note of the chord’s scale, the next of the chord. */
export const HAMMER_SOURCES = ['two', 'scale', 'chord'] as const;

/** One of them. */
export type HammerSource = (typeof HAMMER_SOURCES)[number];

/** Frets the other hand hammers without more ado, and as far as it reaches. */
const TWO_FRETS = 2;
const REACH = 5;

/** Steps above the root besides the chord’s own: of a minor chord, of one with a minor seventh, of any other. */
const STEPS = {
  minor: [0, 2, 3, 5, 7, 9, 10],
  dominant: [0, 2, 4, 5, 7, 9, 10],
  major: [0, 2, 4, 5, 7, 9, 11],
} as const;

const scaleOf = (tones: readonly number[]): readonly number[] => {
  if (tones.includes(3) && !tones.includes(4)) return STEPS.minor;
  return tones.includes(10) ? STEPS.dominant : STEPS.major;
};

/** Steps above the root that may be hammered; of a chord that is not understood, none. */
const stepsOf = (symbol: string, source: HammerSource) => {
  const chord = readChord(symbol.replace(/ \(.*$/, ''));
  if (!isReadChord(chord)) return undefined;
  const root = notePitchClass(chord.root);
  const tones = chord.tones.map((tone) => (notePitchClass(tone) - root + 12) % 12);
  return { root, steps: source === 'chord' ? tones : scaleOf(tones) };
};

/**
 * The fret hammered on a string above the chord's note there: the next that belongs to the chord or its scale, within
 * reach; two frets up where nothing does. Behind a capo the chord counts as it is fingered.
 */
export const findHammeredFret = (frame: GeneratorContext, string: number, source: HammerSource): number => {
  const held = fretOfString(frame.voicing, string) ?? 0;
  const wanted = source === 'two' ? undefined : stepsOf(frame.voicing.chord, source);
  if (!wanted) return held + TWO_FRETS;
  const found = Array.from({ length: REACH }, (_, index) => held + index + 1).find((fret) => {
    const sounding = pitchAt(frame.instrument, string, fret) - frame.instrument.capo;
    return wanted.steps.includes((midiToPitchClass(sounding) - wanted.root + 12) % 12);
  });
  return found ?? held + TWO_FRETS;
};
