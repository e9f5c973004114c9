import { fretOfString, type Voicing } from '../harmony/index.ts';
import { isDeepEqual, type ChordChange, type Pattern } from './pattern.ts';

/** What says which chord is held when. */
export type ChordCourse = Pick<Pattern, 'voicing' | 'chordChanges'>;

/**
 * The chord that is held at a tick.
 * @example
 * voicingAt(createPattern('P'), 420).chord // => 'C'
 */
export const voicingAt = ({ voicing, chordChanges }: ChordCourse, at: number): Voicing =>
  chordChanges?.findLast((change) => change.at <= at)?.voicing ?? voicing;

/**
 * Every chord with the tick it is held from, the first at 0.
 * @example
 * listChordSpans(createPattern('P')).map(({ at, voicing }) => `${at} ${voicing.chord}`) // => ['0 C']
 */
export const listChordSpans = ({ voicing, chordChanges = [] }: ChordCourse): readonly ChordChange[] => [
  { at: 0, voicing },
  ...chordChanges,
];

/**
 * The chords of a pattern from some spans, of which the first begins at 0; a chord that goes on is not named again.
 * @example
 * toChordCourse([{ at: 0, voicing: createPattern('P').voicing }]).chordChanges // => undefined
 */
export const toChordCourse = (spans: readonly ChordChange[]): ChordCourse => {
  const [first, ...rest] = spans as readonly [ChordChange, ...ChordChange[]];
  const changes = rest.filter(({ voicing }, index) => !isDeepEqual(voicing, (rest[index - 1] ?? first).voicing));
  return { voicing: first.voicing, ...(changes.length > 0 ? { chordChanges: changes } : {}) };
};

/**
 * The different shapes of a pattern, each once, in the order in which they come.
 * @example
 * listShapes(createPattern('P')).length // => 1
 */
export const listShapes = (course: ChordCourse): readonly Voicing[] =>
  listChordSpans(course)
    .map(({ voicing }) => voicing)
    .filter((voicing, index, all) => all.findIndex((other) => isDeepEqual(other, voicing)) === index);

/**
 * Names of the chords in their order, as on a sheet.
 * @example
 * listChordNames(createPattern('P')) // => ['C']
 */
export const listChordNames = (course: ChordCourse): readonly string[] =>
  listChordSpans(course).map(({ voicing }) => voicing.chord);

/**
 * A pattern whose notes follow its chords where they are the chord's anyhow; what another finger holds, harmonics and
 * slurred notes keep the fret they have.
 * @example
 * followChords({ ...createPattern('P'), strokes: [{ id: 'a', at: 0, string: 5, fret: 3 }] }).strokes[0].fret
 * // => undefined
 */
export const followChords = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map((stroke) => {
    const { fret, ...free } = stroke;
    const isChords = fret === fretOfString(voicingAt(pattern, stroke.at), stroke.string);
    return isChords && !stroke.slur && !stroke.harmonic ? free : stroke;
  }),
});
