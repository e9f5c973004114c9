import {
  DAMPED_DURATION_RATIO,
  DEAD_DURATION_RATIO,
  STACCATO_DURATION_RATIO,
  playedSpan,
  findStoppedFret,
  findTouchFret,
  listChordSpans,
  voicingAt,
  soundEndings,
  soundingPitchOfStroke,
  type FrettingFinger,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import type { Voicing } from '../harmony/index.ts';
import { beatsPerBar, secondsPerTick, ticksPerBar, ticksPerBeat } from '../time/index.ts';
import { findLastIndexAtOrBefore } from './tempo-map.ts';
import type { Score, ScoreBar, ScoreBeat, ScoreStroke, TempoChange } from './score.ts';

/** How a document is realised, where it differs from what it says. */
export interface FlattenOptions {
  /** Beats per minute. */
  readonly tempo?: number;
  /** Ticks after which a figure begins again, where it is shorter than its bars. */
  readonly loopTicks?: number;
}

const barsOf = ({ metre, bars, course }: Pattern): readonly ScoreBar[] => {
  const ticks = ticksPerBar(metre);
  if (!course) return Array.from({ length: bars }, (_, bar) => ({ at: bar * ticks, ticks, metre }));
  let next = 0;
  return course.map((bar) => {
    const at = next;
    next += ticksPerBar(bar.metre);
    return { at, ticks: next - at, metre: bar.metre };
  });
};

/** The beats of bars that are not all alike. */
const beatsByBar = ({ subdivision, metre }: Pattern, bars: readonly ScoreBar[]): readonly ScoreBeat[] =>
  bars.flatMap((bar, index) => {
    const ticks = ticksPerBeat(bar.metre);
    // Parts keep their length: a beat of half the song's is cut in half as many.
    const parts = Math.max(1, Math.round((subdivision * ticks) / ticksPerBeat(metre)));
    return Array.from({ length: beatsPerBar(bar.metre) }, (_, beat) => ({
      at: bar.at + beat * ticks,
      ticks,
      parts,
      number: beat + 1,
      bar: index,
    }));
  });

/** Where the tempo changes: each mark from its bar on; where another tempo is asked for, all in the same ratio. */
const temposOf = (pattern: Pattern, bars: readonly ScoreBar[], options: FlattenOptions): readonly TempoChange[] => {
  const { metre, tempo, course } = pattern;
  const asked = options.tempo ?? tempo;
  const first = { at: 0, bpm: asked, secondsPerTick: secondsPerTick(metre, asked), seconds: 0 };
  if (!course) return [first];
  const marks: TempoChange[] = [];
  course.forEach((bar, index) => {
    const bpm = (bar.tempo * asked) / tempo;
    const { at } = bars[index] as ScoreBar;
    const last = marks.at(-1);
    const pace = secondsPerTick(bar.metre, bpm);
    if (last && last.bpm === bpm && last.secondsPerTick === pace) return;
    const seconds = last ? last.seconds + (at - last.at) * last.secondsPerTick : 0;
    marks.push({ at, bpm, secondsPerTick: pace, seconds });
  });
  return marks.length > 0 ? marks : [first];
};

const beatsOf = (pattern: Pattern, scoreBars: readonly ScoreBar[]): readonly ScoreBeat[] => {
  if (pattern.course) return beatsByBar(pattern, scoreBars);
  const { metre, bars, subdivision, divisions = [] } = pattern;
  const ticks = ticksPerBeat(metre);
  const cuts = new Map(divisions.map(({ beat, parts }) => [beat, parts]));
  const inBar = beatsPerBar(metre);
  return Array.from({ length: inBar * bars }, (_, beat) => ({
    at: beat * ticks,
    ticks,
    parts: cuts.get(beat) ?? subdivision,
    number: (beat % inBar) + 1,
    bar: Math.floor(beat / inBar),
  }));
};

/**
 * For each stroke the tick at which its string is struck again; the length where it is not. In one pass from the end.
 */
const nextOnString = (strokes: readonly Stroke[], length: number, cyclic: boolean, from: number): readonly number[] => {
  const end = from + length;
  const next = new Array<number>(strokes.length).fill(end);
  const following = new Map<number, number>();
  if (cyclic)
    for (let index = strokes.length - 1; index >= 0; index -= 1) {
      const { at, string } = strokes[index] as Stroke;
      following.set(string, at + length);
    }
  for (let index = strokes.length - 1; index >= 0; index -= 1) {
    const { at, string } = strokes[index] as Stroke;
    next[index] = following.get(string) ?? end;
    following.set(string, at);
  }
  return next;
};

/** What a stroke came to the last time, and what that hung on. */
interface Resolved {
  readonly voicing: Voicing;
  readonly pattern: Pick<Pattern, 'instrument' | 'metre' | 'begins'>;
  readonly next: number;
  readonly stroke: ScoreStroke;
}

/** Strokes stay the same values from edit to edit: what one came to holds as long as its strings and its chord do. */
const resolved = new WeakMap<Stroke, Resolved>();

const sameStrings = (a: Resolved['pattern'], b: Pattern): boolean =>
  a.instrument === b.instrument && a.metre === b.metre && a.begins === b.begins;

/** The index of the chord held at a tick among those that are held from where the pattern begins. */
const chordIndexAt = ({ chordChanges, begins = 0 }: Pattern, at: number): number => {
  if (!chordChanges) return 0;
  const before = chordChanges.filter((change) => change.at <= begins).length;
  return chordChanges.findLastIndex((change) => change.at <= at) + 1 - before;
};

const scoreStroke = (pattern: Pattern, stroke: Stroke, next: number): ScoreStroke => {
  const voicing = voicingAt(pattern, stroke.at);
  const known = resolved.get(stroke);
  const chord = chordIndexAt(pattern, stroke.at);
  const isKnown = known?.next === next && known.voicing === voicing && known.stroke.chord === chord;
  if (isKnown && sameStrings(known.pattern, pattern)) return known.stroke;
  const made = resolve(pattern, stroke, next, chord);
  // Not the pattern itself: it would be kept as long as any of its strokes.
  const { instrument, metre, begins } = pattern;
  resolved.set(stroke, {
    voicing,
    pattern: { instrument, metre, ...(begins === undefined ? {} : { begins }) },
    next,
    stroke: made,
  });
  return made;
};

/** The finger of the other hand, where the stroke is played on the place it was written for. */
const frettedHere = (pattern: Pattern, stroke: Stroke): FrettingFinger | undefined =>
  stroke.fretted?.string === stroke.string && stroke.fretted.fret === findStoppedFret(pattern, stroke)
    ? stroke.fretted
    : undefined;

/** A harmonic where it is touched on the shape at hand; one that does not go along with it stays the same value. */
const touchedHere = (pattern: Pattern, stroke: Stroke): Stroke['harmonic'] => {
  const { harmonic } = stroke;
  if (harmonic?.above === undefined) return harmonic;
  return { kind: harmonic.kind, touch: findTouchFret(harmonic, findStoppedFret(pattern, stroke)) };
};

/** Ticks a stroke sounds of those until its string is struck again. */
const soundingTicks = ({ metre }: Pattern, { damped, dead, staccato }: Stroke, whole: number): number => {
  const beat = ticksPerBeat(metre);
  if (dead) return Math.min(whole, Math.round(DEAD_DURATION_RATIO * beat));
  if (damped) return Math.min(whole, Math.round(DAMPED_DURATION_RATIO * beat));
  return staccato ? Math.round(STACCATO_DURATION_RATIO * Math.min(whole, beat)) : whole;
};

const resolve = (pattern: Pattern, stroke: Stroke, next: number, chord: number): ScoreStroke => {
  // Every field is written out for every stroke: values of one shape are read several times as fast.
  return {
    sourceStrokeId: stroke.id,
    at: stroke.at - (pattern.begins ?? 0),
    string: stroke.string,
    durationTicks: soundingTicks(pattern, stroke, next - stroke.at),
    fret: findStoppedFret(pattern, stroke),
    pitch: soundingPitchOfStroke(pattern, stroke),
    chord,
    pin: stroke.pin,
    accent: stroke.accent,
    slur: stroke.slur,
    role: stroke.role,
    rake: stroke.rake,
    brush: stroke.brush,
    harmonic: touchedHere(pattern, stroke),
    damped: stroke.damped,
    ring: stroke.ring,
    loudness: stroke.loudness,
    fretted: frettedHere(pattern, stroke),
    silent: stroke.silent,
    unplanted: stroke.unplanted,
    bend: stroke.bend,
    grace: stroke.grace,
    trill: stroke.trill,
    slideIn: stroke.slideIn,
    slideOut: stroke.slideOut,
    vibrato: stroke.vibrato,
    staccato: stroke.staccato,
    dead: stroke.dead,
    restStroke: stroke.restStroke,
    glide: stroke.glide,
    rolled: stroke.rolled,
    tapped: stroke.tapped,
  } satisfies Record<keyof ScoreStroke, unknown>;
};

/** Beats with notes off the parts that swing stay straight; where nothing swings, beats stay the same values. */
const markStraight = ({ swing, swingUnit, strokes }: Pattern, beats: readonly ScoreBeat[]): readonly ScoreBeat[] => {
  if (swing === undefined) return beats;
  const straight = new Set<number>();
  for (const { at } of strokes) {
    const index = findLastIndexAtOrBefore(beats, at);
    const beat = beats[index];
    if (beat && ((swingUnit ? 4 : 2) * (at - beat.at)) % beat.ticks !== 0) straight.add(index);
  }
  return beats.map((beat, index) => (straight.has(index) ? { ...beat, isStraight: true } : beat));
};

type Frame = Pick<Score, 'bars' | 'beats' | 'chords'>;

/** A bar that is cut to what is played of it. */
const cutBar = (bar: ScoreBar, from: number, to: number): ScoreBar => {
  const start = Math.max(bar.at, from);
  const skipped = start - bar.at;
  const ticks = Math.min(bar.at + bar.ticks, to) - start;
  return { ...bar, at: start - from, ticks, ...(skipped > 0 ? { skippedTicks: skipped } : {}) };
};

/** A beat that is cut to what is played of it; its parts keep their length. */
const cutBeat = (beat: ScoreBeat, from: number, to: number): ScoreBeat => {
  const start = Math.max(beat.at, from);
  const end = Math.min(beat.at + beat.ticks, to);
  const part = beat.ticks / beat.parts;
  const skipped = Math.round((start - beat.at) / part);
  const parts = Math.max(1, Math.round((end - start) / part));
  return { ...beat, at: start - from, ticks: end - start, parts, ...(skipped > 0 ? { skippedParts: skipped } : {}) };
};

/** Bars, beats and chords of a pattern from its pickup to its end, counted from there. */
const cutToSpan = (frame: Frame, pattern: Pattern): Frame => {
  if (pattern.begins === undefined && pattern.ends === undefined) return frame;
  const { from, to } = playedSpan(pattern);
  const isPlayed = ({ at, ticks }: { readonly at: number; readonly ticks: number }): boolean =>
    at + ticks > from && at < to;
  const held = frame.chords.findLastIndex(({ at }) => at <= from);
  return {
    bars: frame.bars.filter(isPlayed).map((bar) => cutBar(bar, from, to)),
    beats: frame.beats.filter(isPlayed).map((beat) => cutBeat(beat, from, to)),
    chords: frame.chords
      .filter(({ at }, index) => index >= held && at < to)
      .map((chord) => ({ ...chord, at: Math.max(0, chord.at - from) })),
  };
};

/**
 * Makes a pattern flat: each stroke with its fret, pitch and sounding length, the chords, and the clock.
 * @example
 * flattenScore(valueOrThrow(parseStringNotation('5 3 2 3', { chord: 'C' })).pattern)
 *   .strokes.map(({ pitch }) => pitch)
 *   .join(' ') // => '48 55 60 55'
 */
export const flattenScore = (pattern: Pattern, options: FlattenOptions = {}): Score => {
  const { from, to } = playedSpan(pattern);
  const bars = barsOf(pattern);
  const length = options.loopTicks ?? to - from;
  const next = nextOnString(pattern.strokes, length, pattern.cyclic, from);
  const endings = soundEndings(pattern);
  return {
    name: pattern.name,
    instrument: pattern.instrument,
    length,
    loop: pattern.cyclic,
    swing: pattern.swing ?? 50,
    swingParts: pattern.swingUnit ? 4 : 2,
    tempos: temposOf(pattern, bars, options),
    ...cutToSpan(
      { bars, beats: markStraight(pattern, beatsOf(pattern, bars)), chords: listChordSpans(pattern) },
      pattern,
    ),
    strokes: pattern.strokes.map((stroke, index) => scoreStroke(pattern, stroke, next[index] as number)),
    ...(endings ? { endings } : {}),
  };
};
