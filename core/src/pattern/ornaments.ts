import { message, type Message } from '../message/message.ts';
import { findStoppedFret } from './sounding-pitch.ts';
import type { ChordCourse } from './chord-changes.ts';
import type { Pattern, Stroke } from './pattern.ts';

/** Keys of the catalogue by semitones, as no key may hold a point. */
const BEND_KEYS: Readonly<Record<number, 'quarter' | 'half' | 'three-quarters' | 'whole' | 'one-and-half' | 'two'>> = {
  0.5: 'quarter',
  1: 'half',
  1.5: 'three-quarters',
  2: 'whole',
  3: 'one-and-half',
  4: 'two',
};

/**
 * How far a bend goes, in words or as the sign over the note.
 * @example
 * bendName(2, 'word').code // => 'bend.whole.word'
 */
export const bendName = (semitones: number, as: 'word' | 'sign'): Message =>
  message(`bend.${BEND_KEYS[semitones] ?? 'whole'}.${as}`);

/** What keeps the other hand from an ornament of a note. */
export type OrnamentObstacle = 'bend-open' | 'vibrato-open' | 'below-nut' | 'beyond-neck' | 'no-slur' | 'tap-open';

/**
 * Why an ornament of a stroke cannot be played on the string as it is; undefined where it can, and where nothing is
 * known of its fret (common practice, no source).
 * @example
 * findOrnamentObstacle(createPattern('P'), { at: 0, string: 1, fret: 0, bend: { semitones: 2 } }) // => 'bend-open'
 * findOrnamentObstacle(createPattern('P'), { at: 0, string: 1, fret: 3, bend: { semitones: 2 } }) // => undefined
 */
export const findOrnamentObstacle = (
  pattern: ChordCourse & Pick<Pattern, 'instrument'>,
  stroke: Omit<Stroke, 'id'>,
): OrnamentObstacle | undefined => {
  const fret = findStoppedFret(pattern, stroke);
  if (fret === null) return undefined;
  const most = pattern.instrument.frets - pattern.instrument.capo;
  const { bend, vibrato, grace, trill, tapped } = stroke;
  if (tapped && fret === 0) return 'tap-open';
  if (bend && fret === 0) return 'bend-open';
  if (vibrato && fret === 0 && !stroke.harmonic) return 'vibrato-open';
  if (grace && fret + grace.frets < 0) return 'below-nut';
  if (grace && (fret + grace.frets > most || grace.frets === 0)) return 'beyond-neck';
  if (trill !== undefined && fret + trill > most) return 'beyond-neck';
  return grace && isImpossibleGraceSlur(grace, fret) ? 'no-slur' : undefined;
};

/** Hammered from below, pulled off from above, slid from one stopped fret to another. */
const isImpossibleGraceSlur = ({ frets, slur }: NonNullable<Stroke['grace']>, fret: number): boolean => {
  if (slur === 'hammer-on') return frets > 0;
  if (slur === 'pull-off') return frets < 0;
  return slur === 'slide' && (fret === 0 || fret + frets === 0);
};
