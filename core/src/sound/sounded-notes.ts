import { listSoundingStrokes, tickToSeconds, type Score, type ScoreStroke } from '../score/index.ts';
import { ROLL_SECONDS, articulateStroke, listSlideTargets, type ArticulatedNote } from './articulation.ts';

/** One note that is heard of a stroke, its ornaments played out; `onset` in seconds from the start of the score. */
export interface SoundedNote {
  readonly stroke: ScoreStroke;
  readonly onset: number;
  /** Seconds after the stroke’s own time. */
  readonly delay: number;
  /** Whether it ends with its stroke. */
  readonly isLast: boolean;
  readonly note: ArticulatedNote;
}

/** Seconds by which each stroke comes after its time: those of a rolled chord one after the other, the lowest first. */
const listRollDelays = (strokes: readonly ScoreStroke[]): readonly number[] => {
  let [at, before] = [-1, 0];
  return strokes.map((stroke) => {
    if (stroke.at !== at) [at, before] = [stroke.at, 0];
    if (!stroke.rolled) return 0;
    before += 1;
    return (before - 1) * ROLL_SECONDS;
  });
};

/**
 * Everything that is heard of a score, in order of its strokes: grace notes, trills and rolled chords played out, each
 * note with how its pitch moves.
 * @example
 * listSoundedNotes(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern)).length // => 4
 */
export const listSoundedNotes = (score: Score): readonly SoundedNote[] => {
  const strokes = listSoundingStrokes(score);
  const slides = listSlideTargets(strokes, score.loop);
  const delays = listRollDelays(strokes);
  return strokes.flatMap((stroke, index) => {
    const at = tickToSeconds(score, stroke.at);
    const whole = tickToSeconds(score, stroke.at + stroke.durationTicks) - at;
    const rolled = Math.min(delays[index] as number, whole / 2);
    const slideTo = slides.get(stroke);
    const notes = articulateStroke(slideTo === undefined ? stroke : { ...stroke, slideTo }, whole - rolled);
    return notes.map((note, place) => {
      const delay = rolled + note.delay;
      return { stroke, onset: at + delay, delay, isLast: place === notes.length - 1, note };
    });
  });
};
