import type { PlayedNote } from '../../formats/index.ts';

/** Seconds of silence before the first note, and of a take of notes at the most: what comes later is left aside. */
const TRIM_LIMITS = { before: 0.2, longest: 600 } as const;

/** Notes as a take: from a little before the first of them, no longer than takes are. Sorted. */
export const trimNotes = (notes: readonly PlayedNote[]): readonly PlayedNote[] => {
  const first = notes[0]?.at ?? 0;
  return notes
    .filter(({ at }) => at - first < TRIM_LIMITS.longest)
    .map((note) => ({ ...note, at: note.at - first + TRIM_LIMITS.before }));
};
