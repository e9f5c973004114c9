import { message, type Message } from '../message/index.ts';
import { displayNote, spellTogether } from '../theory/index.ts';
import { fretOfString, type Voicing } from '../harmony/index.ts';
import { midiToPitchClass, nameNotes, pitchAt, stringCount, type Instrument } from '../instrument/index.ts';
import { computeHarmonicPoint, type HarmonicPoint } from './harmonic-points.ts';
import type { HarmonicNode } from './nodes.ts';

/** One note of a cascade in the order they sound. */
export interface CascadeNote {
  readonly string: number;
  /** The touched harmonic; null for a natural note. */
  readonly harmonic: HarmonicPoint | null;
  readonly pitch: number;
  readonly noteName: string;
}

/** A cascade: its notes, and what they make together. */
export interface Cascade {
  readonly notes: readonly CascadeNote[];
  /** `G major`, `a G pentatonic scale` …; null where they make nothing that has a name. */
  readonly pitchSetName: Message | null;
  /** Whether each note is higher than the one before, or each lower. */
  readonly isMonotonic: boolean;
}

/** One step asked for: a string, and whether its harmonic is touched. */
export interface CascadeStep {
  readonly string: number;
  readonly isHarmonic: boolean;
}

type Named =
  | 'major-scale'
  | 'natural-minor-scale'
  | 'dorian-scale'
  | 'mixolydian-scale'
  | 'pentatonic-scale'
  | 'minor-pentatonic-scale'
  | 'major-seventh'
  | 'seventh'
  | 'minor-seventh'
  | 'added-ninth'
  | 'suspended-fourth'
  | 'suspended-second'
  | 'major'
  | 'minor';

/**
 * Scales and chords by the semitones above their root, the fullest first (handbook tables, from memory).
 */
const NAMED_PITCH_SETS: readonly (readonly [name: Named, steps: readonly number[]])[] = [
  ['major-scale', [0, 2, 4, 5, 7, 9, 11]],
  ['natural-minor-scale', [0, 2, 3, 5, 7, 8, 10]],
  ['dorian-scale', [0, 2, 3, 5, 7, 9, 10]],
  ['mixolydian-scale', [0, 2, 4, 5, 7, 9, 10]],
  ['pentatonic-scale', [0, 2, 4, 7, 9]],
  ['minor-pentatonic-scale', [0, 3, 5, 7, 10]],
  ['major-seventh', [0, 4, 7, 11]],
  ['seventh', [0, 4, 7, 10]],
  ['minor-seventh', [0, 3, 7, 10]],
  ['added-ninth', [0, 2, 4, 7]],
  ['suspended-fourth', [0, 5, 7]],
  ['suspended-second', [0, 2, 7]],
  ['major', [0, 4, 7]],
  ['minor', [0, 3, 7]],
];

/**
 * What some pitches make: the chord or scale whose tones they are all and no others; the lowest note first as root.
 * @example
 * namePitchSet([60, 64, 67]).params // => { root: 'C', what: { code: 'cascade.major' } }
 */
export const namePitchSet = (pitches: readonly number[]): Message | null => {
  if (pitches.length === 0) return null;
  const classes = [...new Set(pitches.map(midiToPitchClass))];
  const lowest = midiToPitchClass(Math.min(...pitches));
  const names = spellTogether(classes).map(displayNote);
  const spelled = new Map(classes.map((one, index) => [one, names[index] as string]));
  const roots = [lowest, ...classes.filter((one) => one !== lowest)];
  for (const root of roots) {
    const steps = new Set(classes.map((one) => (one - root + 12) % 12));
    const found = NAMED_PITCH_SETS.find(
      ([, wanted]) => wanted.length === steps.size && wanted.every((step) => steps.has(step)),
    );
    if (found) return message('cascade.makes', { root: spelled.get(root) ?? '', what: message(`cascade.${found[0]}`) });
  }
  return null;
};

const isMonotonic = (pitches: readonly number[]): boolean => {
  const steps = pitches.slice(1).map((pitch, index) => pitch - (pitches[index] as number));
  return steps.every((step) => step > 0) || steps.every((step) => step < 0);
};

/**
 * A cascade over a shape: touched harmonics (an octave up unless another node is named) and natural notes in the order
 * asked for, their sounding pitches
 * and what they make. Strings the shape mutes are passed over.
 * @example
 * createCascade(createPattern('P').instrument, { chord: 'G', frets: [3, 5, 5, 4, 3, 3] }, [
 *   { string: 6, isHarmonic: true },
 *   { string: 3, isHarmonic: false },
 * ])
 *   .notes.map(({ noteName }) => noteName)
 *   .join(' ') // => 'G3 B3'
 */
export const createCascade = (
  instrument: Instrument,
  voicing: Voicing,
  steps: readonly CascadeStep[],
  node?: HarmonicNode,
): Cascade => {
  const sounding = steps.flatMap(({ string, isHarmonic }): Omit<CascadeNote, 'noteName'>[] => {
    const stopped = fretOfString(voicing, string);
    if (stopped === null) return [];
    const point = isHarmonic ? computeHarmonicPoint(instrument, { string, stopped }, node) : null;
    const pitch = point?.pitch ?? pitchAt(instrument, string, stopped);
    return [{ string, harmonic: point, pitch }];
  });
  const pitches = sounding.map(({ pitch }) => pitch);
  const names = nameNotes(pitches);
  const notes = sounding.map((note, index): CascadeNote => ({ ...note, noteName: names[index] as string }));
  return { notes, pitchSetName: namePitchSet(pitches), isMonotonic: isMonotonic(pitches) };
};

/**
 * The usual order of a cascade: harmonics on the lower strings in turn with natural notes some strings higher.
 * @example
 * createDefaultSteps(createPattern('P').instrument, 3)
 *   .map(({ string, isHarmonic }) => `${isHarmonic ? 'H' : ''}${string}`)
 *   .join(' ') // => 'H6 3 H5 2 H4 1'
 */
export const createDefaultSteps = (instrument: Instrument, gap = 3): readonly CascadeStep[] =>
  Array.from({ length: stringCount(instrument) - gap }, (_, index) => stringCount(instrument) - index).flatMap(
    (string) => [
      { string, isHarmonic: true },
      { string: string - gap, isHarmonic: false },
    ],
  );
