import { analysePattern, type PatternAnalysis } from '../analysis/index.ts';
import { findThumbStrokes, type FingeringOptions } from '../fingering/index.ts';
import { actuatorOf, patternLength, type Digit, type Pattern, type Stroke } from '../pattern/index.ts';
import { flattenScore } from '../score/index.ts';
import { ticksPerBeat } from '../time/index.ts';

/** One note of a figure with who plays it. */
export interface FigureNote {
  readonly stroke: Stroke;
  readonly digit: Digit;
  /** MIDI note number; null where nothing sounds. */
  readonly pitch: number | null;
  /** Whether it is the thumb's part, also where a pick plays it. */
  readonly isThumb: boolean;
}

/** What is struck at one time: ticks from the start, the first of the next round after the last. */
export interface FigureEvent {
  readonly at: number;
  readonly notes: readonly FigureNote[];
}

/** A figure as it is fingered, ready to be asked what it needs. */
export interface Figure {
  readonly pattern: Pattern;
  readonly analysis: PatternAnalysis;
  /** Ticks of a beat. */
  readonly beat: number;
  readonly events: readonly FigureEvent[];
  /** When each stroke comes, in ticks. */
  readonly tickOf: ReadonlyMap<string, number>;
  /** The events, and those of the next round that follow where it goes round. */
  readonly course: readonly FigureEvent[];
}

/** How many events of the next round are looked at: the longest run that has a name. */
const ROUND = 3;

const collectEvents = (pattern: Pattern, { digits }: PatternAnalysis): readonly FigureEvent[] => {
  // Without fingers beside it, a pick has no thumb's part.
  const hasHand = Object.values(digits).some((digit) => digit && actuatorOf(digit) !== 'pick');
  const thumb = hasHand ? findThumbStrokes(pattern) : new Set<string>();
  const pitches = new Map(flattenScore(pattern).strokes.map(({ sourceStrokeId, pitch }) => [sourceStrokeId, pitch]));
  const events = new Map<number, FigureNote[]>();
  for (const stroke of pattern.strokes) {
    const digit = digits[stroke.id];
    if (stroke.slur || !digit) continue;
    const note = { stroke, digit, pitch: pitches.get(stroke.id) ?? null, isThumb: thumb.has(stroke.id) };
    const known = events.get(stroke.at);
    if (known) known.push(note);
    else events.set(stroke.at, [note]);
  }
  return [...events].map(([at, notes]) => ({ at, notes }));
};

/** A pattern with its fingering, gathered by time. */
export const createFigure = (pattern: Pattern, options: FingeringOptions = {}): Figure => {
  const analysis = analysePattern(pattern, options);
  const events = collectEvents(pattern, analysis);
  const length = patternLength(pattern);
  const next = pattern.cyclic ? events.slice(0, ROUND).map(({ at, notes }) => ({ at: at + length, notes })) : [];
  const tickOf = new Map(pattern.strokes.map(({ id, at }) => [id, at]));
  return { pattern, analysis, beat: ticksPerBeat(pattern.metre), events, tickOf, course: [...events, ...next] };
};

/** Names of the strokes of events. */
export const strokeIdsOf = (...events: readonly FigureEvent[]): readonly string[] =>
  events.flatMap(({ notes }) => notes.map(({ stroke }) => stroke.id));

/** The only note of an event; undefined where several are struck together. */
export const soleNote = ({ notes }: FigureEvent): FigureNote | undefined => (notes.length === 1 ? notes[0] : undefined);
