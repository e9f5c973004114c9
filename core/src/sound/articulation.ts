import type { Bend, GraceNote, SlideSide } from '../pattern/index.ts';
import type { ScoreStroke } from '../score/index.ts';

/** How far a note is from its pitch at a moment after its onset; between two moments it moves evenly. */
export interface PitchPoint {
  readonly seconds: number;
  readonly semitones: number;
}

/** One attack or slurred note that a stroke is made of: when, how far from the stroke's pitch, how long, how loud. */
export interface ArticulatedNote {
  /** Seconds from the stroke. */
  readonly delay: number;
  readonly semitones: number;
  readonly seconds: number;
  /** Share of the stroke's loudness. */
  readonly loudness: number;
  readonly curve: readonly PitchPoint[];
}

/** A stroke as far as its sound goes; `slideTo` is how far the note after it lies to which it slides, in semitones. */
export type ArticulatedStroke = Pick<
  ScoreStroke,
  'bend' | 'grace' | 'trill' | 'slideIn' | 'slideOut' | 'vibrato' | 'dead'
> & { readonly slideTo?: number };

/** Times in seconds and widths in semitones (est., by ear). */
const SHAPE = {
  bend: { from: 0.04, rise: 0.18, hold: 0.55, fall: 0.2 },
  vibrato: { from: 0.12, rate: 5.5, width: 0.25, step: 1 / 44 },
  slideIn: { seconds: 0.09, semitones: 2 },
  slideOut: { seconds: 0.16, semitones: 3 },
  slide: { seconds: 0.09 },
  grace: { seconds: 0.07, slurred: 0.8 },
  trill: { seconds: 0.085, loudness: 0.72 },
  dead: 0.7,
} as const;

/** Seconds from one string of a rolled chord to the next (est., by ear). */
export const ROLL_SECONDS = 0.028;

const point = (seconds: number, semitones: number): PitchPoint => ({ seconds, semitones });

const bendCurve = ({ semitones, isReleased }: Bend, seconds: number): readonly PitchPoint[] => {
  const { from, rise, hold, fall } = SHAPE.bend;
  const up = Math.min(from + rise, seconds * 0.4);
  const bent = [point(0, 0), point(Math.min(from, up / 2), 0), point(up, semitones)];
  if (!isReleased) return bent;
  const back = Math.max(up, seconds * hold);
  return [...bent, point(back, semitones), point(Math.min(seconds, back + fall), 0)];
};

const vibratoCurve = (seconds: number): readonly PitchPoint[] => {
  const { from, rate, width, step } = SHAPE.vibrato;
  const points = Math.max(0, Math.floor((seconds - from) / step));
  const waves = Array.from({ length: points }, (_, index) =>
    point(from + index * step, width * Math.sin(2 * Math.PI * rate * index * step)),
  );
  return [point(0, 0), ...waves];
};

const sideOf = (side: SlideSide): 1 | -1 => (side === 'above' ? 1 : -1);

const slideInCurve = (side: SlideSide, seconds: number): readonly PitchPoint[] => {
  const { seconds: usual, semitones } = SHAPE.slideIn;
  return [point(0, sideOf(side) * semitones), point(Math.min(usual, seconds / 2), 0)];
};

/** The end of a note that moves away, to another note or to nowhere. */
const slideAwayCurve = (semitones: number, usual: number, seconds: number): readonly PitchPoint[] => [
  point(Math.max(seconds / 2, seconds - usual), 0),
  point(seconds, semitones),
];

const curveOf = (stroke: ArticulatedStroke, seconds: number): readonly PitchPoint[] => {
  const { bend, vibrato, slideIn, slideOut, slideTo } = stroke;
  if (bend) return bendCurve(bend, seconds);
  const away = slideOut ? sideOf(slideOut) * SHAPE.slideOut.semitones : (slideTo ?? 0);
  const end = slideAwayCurve(away, slideOut ? SHAPE.slideOut.seconds : SHAPE.slide.seconds, seconds);
  const middle = vibrato ? vibratoCurve(away === 0 ? seconds : (end[0] as PitchPoint).seconds) : [];
  const start = slideIn ? slideInCurve(slideIn, seconds) : [];
  const reached = start.at(-1)?.seconds ?? -1;
  return [...start, ...middle.filter((one) => one.seconds > reached), ...(away === 0 ? [] : end)];
};

const graceNotes = ({ frets, slur }: GraceNote, stroke: ArticulatedStroke, seconds: number) => {
  const length = Math.min(SHAPE.grace.seconds, seconds / 2);
  const rest = seconds - length;
  const glides = slur === 'slide' ? slideAwayCurve(-frets, length, length) : [];
  return [
    { delay: 0, semitones: frets, seconds: length, loudness: 1, curve: glides },
    {
      delay: length,
      semitones: 0,
      seconds: rest,
      loudness: slur ? SHAPE.grace.slurred : 1,
      curve: curveOf(stroke, rest),
    },
  ];
};

const trillNotes = (frets: number, seconds: number): readonly ArticulatedNote[] => {
  const { seconds: each, loudness } = SHAPE.trill;
  // It ends on its own note.
  const count = Math.max(1, 2 * Math.floor((seconds / each - 1) / 2) + 1);
  return Array.from({ length: count }, (_, index) => ({
    delay: index * each,
    semitones: index % 2 === 0 ? 0 : frets,
    seconds: index === count - 1 ? seconds - index * each : each,
    loudness: index === 0 ? 1 : loudness,
    curve: [],
  }));
};

/**
 * What is heard of one stroke of so many seconds, with its ornaments played out: a grace note comes on the beat and its
 * note after it, as the hand strikes once (common practice, no source).
 * @example
 * articulateStroke({ grace: { frets: -2, slur: 'hammer-on' } }, 1).map(({ semitones }) => semitones) // => [-2, 0]
 * articulateStroke({}, 1).length // => 1
 */
export const articulateStroke = (stroke: ArticulatedStroke, seconds: number): readonly ArticulatedNote[] => {
  const { grace, trill, dead } = stroke;
  if (dead) return [{ delay: 0, semitones: 0, seconds, loudness: SHAPE.dead, curve: [] }];
  if (grace) return graceNotes(grace, stroke, seconds);
  if (trill) return trillNotes(trill, seconds);
  return [{ delay: 0, semitones: 0, seconds, loudness: 1, curve: curveOf(stroke, seconds) }];
};

/**
 * For each stroke that slides on to the next of its string how far that lies, in semitones.
 * @example
 * listSlideTargets([], true).size // => 0
 */
export const listSlideTargets = (
  strokes: readonly ScoreStroke[],
  isLooping: boolean,
): ReadonlyMap<ScoreStroke, number> => {
  const before = new Map<number, ScoreStroke>();
  const targets = new Map<ScoreStroke, number>();
  if (isLooping) for (const stroke of strokes) before.set(stroke.string, stroke);
  for (const stroke of strokes) {
    const last = before.get(stroke.string);
    before.set(stroke.string, stroke);
    if (!last || last === stroke || (stroke.slur !== 'slide' && !stroke.glide)) continue;
    if (last.pitch !== null && stroke.pitch !== null) targets.set(last, stroke.pitch - last.pitch);
  }
  return targets;
};
