import { displayNote, nearestSpelling } from './spelled-note.ts';

/** A kind of chord: how it is written, its tones above the root, and how unusual it is (est.). */
type Kind = readonly [suffix: string, tones: readonly number[], cost: number];

const KINDS: readonly Kind[] = [
  ['', [0, 4, 7], 0],
  ['m', [0, 3, 7], 0],
  ['7', [0, 4, 7, 10], 0.3],
  ['m7', [0, 3, 7, 10], 0.35],
  ['maj7', [0, 4, 7, 11], 0.4],
  ['5', [0, 7], 0.6],
  ['6', [0, 4, 7, 9], 0.8],
  ['m6', [0, 3, 7, 9], 0.8],
  ['sus4', [0, 5, 7], 0.8],
  ['sus2', [0, 2, 7], 0.9],
  ['7sus4', [0, 5, 7, 10], 0.9],
  ['dim', [0, 3, 6], 0.9],
  ['dim7', [0, 3, 6, 9], 0.9],
  ['m7b5', [0, 3, 6, 10], 0.9],
  ['aug', [0, 4, 8], 0.9],
  ['add9', [0, 2, 4, 7], 0.9],
  ['madd9', [0, 2, 3, 7], 1],
  ['9', [0, 2, 4, 7, 10], 0.9],
  ['m9', [0, 2, 3, 7, 10], 1],
  ['maj9', [0, 2, 4, 7, 11], 1],
  ['mMaj7', [0, 3, 7, 11], 1.1],
  ['7#5', [0, 4, 8, 10], 1.2],
  ['7b5', [0, 4, 6, 10], 1.2],
  ['7b9', [0, 1, 4, 7, 10], 1.3],
  ['7#9', [0, 3, 4, 7, 10], 1.3],
  ['6/9', [0, 2, 4, 7, 9], 1.3],
  ['m6/9', [0, 2, 3, 7, 9], 1.5],
  ['add11', [0, 4, 5, 7], 1.4],
  ['13', [0, 4, 7, 9, 10], 1.4],
  ['13', [0, 2, 4, 7, 9, 10], 1.4],
  ['m11', [0, 2, 3, 5, 7, 10], 1.5],
  ['m11', [0, 3, 5, 7, 10], 1.5],
  ['11', [0, 2, 5, 7, 10], 1.5],
  ['9sus4', [0, 2, 5, 7, 10], 1.6],
  ['maj7#11', [0, 4, 6, 7, 11], 1.6],
  ['maj13', [0, 4, 7, 9, 11], 1.7],
  ['maj13', [0, 2, 4, 7, 9, 11], 1.7],
  ['maj7sus2', [0, 2, 7, 11], 1.8],
];

/**
 * What a name costs besides its kind (est.): another bass, one that is no tone of the chord, a fifth that is missing.
 */
const COSTS = { otherBass: 1.2, foreignBass: 1.6, noFifth: 0.5 } as const;

interface Candidate {
  readonly root: number;
  readonly suffix: string;
  readonly slash: boolean;
  readonly cost: number;
}

const isSame = (a: ReadonlySet<number>, b: readonly number[]): boolean =>
  a.size === b.length && b.every((tone) => a.has(tone));

/** The fifth of a chord with a seventh or a ninth is often left out. */
const withoutFifth = (tones: readonly number[]): readonly number[] | undefined =>
  tones.length > 3 && tones.includes(7) ? tones.filter((tone) => tone !== 7) : undefined;

const matchKinds = (tones: ReadonlySet<number>, root: number, extra: number, slash: boolean): readonly Candidate[] => {
  const above = new Set([...tones].map((tone) => (tone - root + 12) % 12));
  return KINDS.flatMap(([suffix, kind, cost]) => {
    if (isSame(above, kind)) return [{ root, suffix, slash, cost: cost + extra }];
    const short = withoutFifth(kind);
    return short && isSame(above, short) ? [{ root, suffix, slash, cost: cost + extra + COSTS.noFifth }] : [];
  });
};

const isMinor = (suffix: string): boolean => /^(m(?!aj)|dim)/.test(suffix);

/** Roots as they are usually written: flats and F♯, but C♯m and G♯m. */
const rootName = (root: number, suffix: string): string => displayNote(nearestSpelling(root, isMinor(suffix) ? 2 : 0));

/** Names that are answered. */
const MOST = 4;

/**
 * What a chord of notes (MIDI numbers) may be called, the likeliest first: its lowest note as root before others, plain
 * chords before rare ones; nothing where it has no usual name.
 * @example
 * nameChord([48, 52, 55, 60, 64]).join() // => 'C'
 * nameChord([45, 48, 52, 55])[0] // => 'Am7'
 */
export const nameChord = (pitches: readonly number[]): readonly string[] => {
  if (pitches.length < 2) return [];
  const bass = Math.min(...pitches) % 12;
  const tones = new Set(pitches.map((pitch) => pitch % 12));
  const upper = new Set([...tones].filter((tone) => tone !== bass));
  const found = [
    ...[...tones].flatMap((root) => matchKinds(tones, root, root === bass ? 0 : COSTS.otherBass, root !== bass)),
    ...[...upper].flatMap((root) => matchKinds(upper, root, COSTS.foreignBass, true)),
  ].sort((a, b) => a.cost - b.cost);
  const names = found.map(({ root, suffix, slash }) => {
    const over = slash ? `/${displayNote(nearestSpelling(bass, isMinor(suffix) ? 2 : 0))}` : '';
    return rootName(root, suffix) + suffix + over;
  });
  return [...new Set(names)].slice(0, MOST);
};
