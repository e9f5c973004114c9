import { midiToPitchClass } from '../../instrument/index.ts';

/** Steps of the line of fifths from F on. */
const LINE = ['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const;

/** A pitch as it is written: a step, sharps or flats, an octave. */
export interface SpelledPitch {
  readonly step: string;
  readonly alter: number;
  readonly octave: number;
}

const mod = (value: number, by: number): number => ((value % by) + by) % by;

/** The place on the line of fifths (C = 0) of a pitch class, where a key of so many sharps would write it. */
const placeOn = (pitchClass: number, fifths: number): number => {
  // From the flattened sixth of the key to its sharpened tonic: twelve places, one for each pitch class.
  const lowest = fifths - 4;
  const place = mod(pitchClass * 7, 12);
  return place + 12 * Math.ceil((lowest - place) / 12);
};

/** Semitones of the letters above C. */
export const SEMITONES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** How a MIDI note number is written in a key of so many sharps (flats are negative). */
export const spellPitch = (midi: number, fifths: number): SpelledPitch => {
  const place = placeOn(midiToPitchClass(midi), fifths);
  const step = LINE[mod(place + 1, 7)] as string;
  const alter = Math.floor((place + 1) / 7);
  return { step, alter, octave: (midi - alter - (SEMITONES[step] as number)) / 12 - 1 };
};

/** Most sharps or flats of a key that is written. */
const MOST = 6;

/**
 * The key, in sharps or flats, whose scale holds the most of the notes; of several the one with the fewest. Bass notes
 * count twice: they tell more of it (est.).
 */
export const inferKeySignature = (pitches: readonly number[]): number => {
  const counts = new Array<number>(12).fill(0);
  for (const pitch of pitches) counts[midiToPitchClass(pitch)] = (counts[midiToPitchClass(pitch)] as number) + 1;
  const inside = (fifths: number): number =>
    counts.reduce((sum, count, pitchClass) => {
      const place = placeOn(pitchClass, fifths);
      return place >= fifths - 1 && place <= fifths + 5 ? sum + count : sum;
    }, 0);
  const keys = Array.from({ length: 2 * MOST + 1 }, (_, index) => index - MOST);
  return [...keys].sort((a, b) => inside(b) - inside(a) || Math.abs(a) - Math.abs(b) || b - a)[0] as number;
};

/** Sharps or flats a step has by the key alone. */
export const byKey = (step: string, fifths: number): number => {
  const place = LINE.indexOf(step as (typeof LINE)[number]);
  if (fifths > 0) return place < fifths ? 1 : 0;
  return LINE.length - 1 - place < -fifths ? -1 : 0;
};

/** Which accidentals have to be written in a bar: those that neither the key nor a note before says. */
export class AccidentalTracker {
  private readonly said = new Map<string, number>();
  constructor(private readonly fifths: number) {}

  /** Whether a pitch needs its sign; from then on it holds to the end of the bar. */
  needs({ step, alter, octave }: SpelledPitch): boolean {
    const key = `${step}${octave}`;
    const holds = this.said.get(key) ?? byKey(step, this.fifths);
    this.said.set(key, alter);
    return holds !== alter;
  }
}
