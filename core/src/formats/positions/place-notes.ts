import type { Instrument } from '../../instrument/index.ts';
import { guessPositions, type NeckPlace } from './guess.ts';

/** A note that has to be put on a string: when it sounds, in ticks, and its MIDI number. */
export interface Unplaced {
  readonly at: number;
  readonly midi: number;
}

/** A note and the place on the neck that was guessed for it. */
export interface PlacedNote<N extends Unplaced> extends NeckPlace {
  readonly note: N;
  /** Which time it is of, and which note of that time from the lowest; names can be made of them. */
  readonly time: number;
  readonly rank: number;
}

/** Things by their time, in order of time. */
const byTime = <T extends { readonly at: number }>(things: readonly T[]): readonly (readonly T[])[] => {
  const groups = new Map<number, T[]>();
  for (const thing of things) {
    const group = groups.get(thing.at);
    if (group) group.push(thing);
    else groups.set(thing.at, [thing]);
  }
  return [...groups.values()].sort((a, b) => (a[0] as T).at - (b[0] as T).at);
};

/** Of several notes at one pitch and one time only the last counts: one string sounds it. */
const onePitchOnce = <N extends Unplaced>(notes: readonly N[]): readonly N[] =>
  [...new Map(notes.map((note) => [note.midi, note])).values()].sort((a, b) => a.midi - b.midi);

/**
 * Puts notes on the strings and frets of least effort, time by time. Those of a time that cannot be held together are
 * left out.
 */
export const placeNotes = <N extends Unplaced>(
  instrument: Instrument,
  notes: readonly N[],
): readonly PlacedNote<N>[] => {
  const together = byTime(notes).map(onePitchOnce);
  const grasps = guessPositions(
    instrument,
    together.map((all) => all.map(({ midi }) => ({ midi }))),
  );
  return together.flatMap((all, time) =>
    (grasps[time] ?? []).flatMap((place, rank) => (place ? [{ ...place, note: all[rank] as N, time, rank }] : [])),
  );
};
