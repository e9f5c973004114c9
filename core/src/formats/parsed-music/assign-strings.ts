import { pitchAt, stringCount, type Instrument } from '../../instrument/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import { guessPositions, type FretboardPosition, type UnplacedNote } from '../fretboard-positions/guess-positions.ts';
import type { ParsedNote } from './parsed-music.ts';

/** A note of a whole piece: its time from the start, in ticks. */
export interface TimedNote {
  readonly note: ParsedNote;
  readonly at: number;
}

/** Strokes made of notes, and what became of the notes that are none of them. */
export interface StringAssignment {
  readonly strokes: readonly Stroke[];
  /** How many strings were guessed. */
  readonly inferredCount: number;
  /** Notes that lie off the neck or cannot be held with the others. */
  readonly unplayableNotes: readonly TimedNote[];
  /** Notes that were on one string, or at one pitch, at one time. */
  readonly duplicateCount: number;
}

/** The place a note has by its file: where its string and fret are on the neck and give its pitch. */
const placeOf = ({ string, fret, midi, marks }: ParsedNote, instrument: Instrument): FretboardPosition | undefined => {
  if (string === undefined || fret === undefined) return undefined;
  if (!Number.isInteger(string) || string < 1 || string > stringCount(instrument)) return undefined;
  if (!Number.isInteger(fret) || fret < 0 || fret > instrument.frets) return undefined;
  const sounds =
    midi === undefined ||
    marks.harmonic !== undefined ||
    pitchAt(instrument, string, fret) === midi ||
    pitchAt({ ...instrument, capo: 0 }, string, fret) === midi;
  return sounds ? { string, fret } : undefined;
};

/** A harmonic that is touched has no fret of its own. */
const strokeOf = (
  id: string,
  { note, at }: TimedNote,
  { string, fret }: FretboardPosition,
  guessed: boolean,
): Stroke => {
  const { harmonic, ...others } = note.marks;
  const marks = guessed ? others : note.marks;
  const stopped = marks === note.marks && harmonic?.kind === 'natural' ? {} : { fret };
  const fretted = note.finger ? { fretted: { finger: note.finger, string, fret } } : {};
  return { id, at, string, ...stopped, ...marks, ...(guessed ? {} : fretted) };
};

const byTime = (notes: readonly TimedNote[]): readonly (readonly TimedNote[])[] => {
  const groups = new Map<number, TimedNote[]>();
  for (const one of notes) {
    const group = groups.get(one.at);
    if (group) group.push(one);
    else groups.set(one.at, [one]);
  }
  return [...groups.values()].sort((a, b) => (a[0] as TimedNote).at - (b[0] as TimedNote).at);
};

/**
 * Of notes on one string at one time the last counts, and of those without a string each pitch once: a voice doubles
 * another.
 */
const once = (notes: readonly TimedNote[], instrument: Instrument): readonly TimedNote[] => {
  const placed = new Map<number, TimedNote>();
  const free = new Map<number, TimedNote>();
  for (const one of notes) {
    const place = placeOf(one.note, instrument);
    if (place) placed.set(place.string, one);
    else if (one.note.midi !== undefined) free.set(one.note.midi, one);
  }
  for (const { note } of placed.values()) if (note.midi !== undefined) free.delete(note.midi);
  return [...placed.values(), ...[...free.values()].sort((a, b) => (a.note.midi ?? 0) - (b.note.midi ?? 0))];
};

const toPlace = ({ note }: TimedNote, instrument: Instrument): UnplacedNote => {
  const place = placeOf(note, instrument);
  return place ? { midi: pitchAt(instrument, place.string, place.fret), place } : { midi: note.midi ?? Number.NaN };
};

/**
 * Puts notes on strings: where the file says them, and only where it does not, on those of least effort.
 * @example
 * assignStrings([{ at: 0, note: { at: 0, midi: 40, marks: {} } }], createPattern('P').instrument).strokes[0].string
 * // => 6
 */
export const assignStrings = (notes: readonly TimedNote[], instrument: Instrument): StringAssignment => {
  const together = byTime(notes).map((all) => once(all, instrument));
  const places = guessPositions(
    instrument,
    together.map((all) => all.map((one) => toPlace(one, instrument))),
  );
  const strokes: Stroke[] = [];
  const lost: TimedNote[] = [];
  let guessed = 0;
  let kept = 0;
  together.forEach((all, time) =>
    all.forEach((one, rank) => {
      kept += 1;
      const place = places[time]?.[rank];
      if (!place) return void lost.push(one);
      const own = placeOf(one.note, instrument) !== undefined;
      if (!own) guessed += 1;
      strokes.push(strokeOf(`n${time}-${rank}`, one, place, !own));
    }),
  );
  return { strokes, inferredCount: guessed, unplayableNotes: lost, duplicateCount: notes.length - kept };
};
