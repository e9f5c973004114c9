import { fretOfString } from '../harmony/index.ts';
import { pitchAt } from '../instrument/index.ts';
import { voicingAt, type ChordCourse } from './chord-changes.ts';
import type { Harmonic, Pattern, Stroke } from './pattern.ts';

/**
 * Semitones above the stopped note that a harmonic sounds, by frets from the stopped one to the touch. The nth
 * partial has its nodes at 12 · log2(n/(n−k)) frets (physics of the ideal string), the nearest fret is named here.
 */
const NODES: Readonly<Record<number, number>> = { 4: 28, 5: 24, 7: 19, 9: 28, 12: 12, 16: 28, 19: 19, 24: 24 };

/** Frets above the stopped note over which a harmonic speaks. */
export const NODE_FRETS: readonly number[] = Object.keys(NODES).map(Number);

/** The highest MIDI note number there is. */
export const MAX_MIDI_PITCH = 127;

/** Share of a beat that a damped note, and one without pitch, sounds (est., by ear). */
export const DAMPED_DURATION_RATIO = 0.3;
export const DEAD_DURATION_RATIO = 0.1;

/** Share of its time, and of a beat at most, that a note played short sounds (common practice, no source). */
export const STACCATO_DURATION_RATIO = 0.5;

/**
 * The fret the other hand stops for a stroke, 0 for the open string, null where nothing sounds. Frets above the capo.
 * @example
 * findStoppedFret(createPattern('P'), { at: 0, string: 2 }) // => 1
 */
export const findStoppedFret = (
  course: ChordCourse,
  { at, string, fret, harmonic }: Pick<Stroke, 'at' | 'string' | 'fret' | 'harmonic'>,
): number | null => {
  if (harmonic?.kind === 'natural') return 0;
  return fret ?? fretOfString(voicingAt(course, at), string);
};

/**
 * The fret (above the capo) over which a harmonic of a stopped note is touched.
 * @example
 * findTouchFret({ kind: 'harp', touch: 13, above: 12 }, 3) // => 15
 */
export const findTouchFret = ({ kind, touch, above }: Harmonic, stopped: number | null): number =>
  kind === 'harp' && above !== undefined ? (stopped ?? 0) + above : touch;

/**
 * A harmonic whose stopped note moved by so many frets: what the picking hand touches lies as far above it as before.
 * @example
 * moveHarmonic({ kind: 'harp', touch: 13 }, 2).touch // => 15
 */
export const moveHarmonic = (harmonic: Harmonic, by: number): Harmonic =>
  harmonic.kind === 'harp' && harmonic.above === undefined ? { ...harmonic, touch: harmonic.touch + by } : harmonic;

/**
 * Frets from the stopped note of a harmonic to its touch.
 * @example
 * harmonicNodeInterval(createPattern('P'), { id: 'a', at: 0, string: 1 }) // => undefined
 */
export const harmonicNodeInterval = (pattern: ChordCourse, stroke: Stroke): number | undefined =>
  stroke.harmonic &&
  findTouchFret(stroke.harmonic, findStoppedFret(pattern, stroke)) - (findStoppedFret(pattern, stroke) ?? 0);

/**
 * MIDI note number a stroke sounds, harmonics at their partial; null where its string is muted.
 * @example
 * soundingPitchOfStroke(createPattern('Roll'), {
 *   id: 'a',
 *   at: 0,
 *   string: 1,
 *   harmonic: { kind: 'natural', touch: 12 },
 * }) // => 76
 */
export const soundingPitchOfStroke = (
  pattern: ChordCourse & Pick<Pattern, 'instrument'>,
  stroke: Stroke,
): number | null => {
  const stopped = findStoppedFret(pattern, stroke);
  // A thud is heard of a string that the chord mutes too.
  const fret = stopped ?? (stroke.dead ? 0 : null);
  if (fret === null) return null;
  const partial = stroke.harmonic ? (NODES[findTouchFret(stroke.harmonic, fret) - fret] ?? 12) : 0;
  return pitchAt(pattern.instrument, stroke.string, fret) + partial;
};
