import { namedAsFingered, parseChordBass, type Voicing } from '../harmony/index.ts';
import { midiToPitchClass, pitchAt } from '../instrument/index.ts';
import { tickToSeconds, type ChordSpan, type Score, type ScoreBar } from '../score/index.ts';
import { beatsPerBar } from '../time/index.ts';

/** What accompanies the music: nothing, its key held below it, its chords, or a bass with a shaker. */
export const BACKINGS = ['none', 'drone', 'chords', 'rhythm'] as const;

/** One of them. */
export type Backing = (typeof BACKINGS)[number];

/** A note of the backing: seconds from the start of the score, MIDI note number, loudness 0 to 1. */
export interface BackingNote {
  readonly onset: number;
  readonly pitch: number;
  readonly duration: number;
  readonly loudness: number;
  /** Whether a bass plays it, whatever the instrument is. */
  readonly isBass: boolean;
}

/** A stroke of the shaker. */
export interface ShakerHit {
  readonly time: number;
  readonly loudness: number;
}

/** How loud each part of the backing is (est., by ear): it stays behind the figure. */
const LOUDNESS = { drone: 0.3, chords: 0.3, bass: 0.6, shaker: { on: 0.3, off: 0.18 } } as const;

/** The lowest note of a bass, and of a drone: E. */
const LOWEST = { bass: 28, drone: 40 } as const;

/** Seconds from string to string of a brushed chord (est.). */
const BRUSH_SECONDS = 0.016;

const fromLowest = (lowest: number, pitchClass: number): number => lowest + ((((pitchClass - lowest) % 12) + 12) % 12);

const pitchesOf = ({ instrument }: Score, { frets }: Voicing): readonly number[] =>
  frets.flatMap((fret, index) => (fret === null ? [] : [pitchAt(instrument, frets.length - index, fret)]));

/** The bass and the root of a chord as they sound, as pitch classes. */
const rootsOf = (score: Score, voicing: Voicing): { readonly root: number; readonly bass: number } => {
  const lowest = midiToPitchClass(pitchesOf(score, voicing)[0] ?? 0);
  const named = parseChordBass(voicing.chord);
  if (!named) return { root: lowest, bass: lowest };
  const up = namedAsFingered(score.instrument, voicing) ? score.instrument.capo : 0;
  return { root: (named.root + up) % 12, bass: (named.bass + up) % 12 };
};

const chordAt = ({ chords }: Score, at: number): ChordSpan =>
  chords.findLast((span) => span.at <= at) ?? (chords[0] as ChordSpan);

interface Span {
  readonly at: number;
  readonly end: number;
}

/** Bars, cut where a chord changes inside them. */
const listHarmonySpans = (score: Score): readonly Span[] => {
  const cuts = new Set([...score.bars.map(({ at }) => at), ...score.chords.map(({ at }) => at)]);
  const sorted = [...cuts].filter((at) => at < score.length).sort((a, b) => a - b);
  return sorted.map((at, index) => ({ at, end: sorted[index + 1] ?? score.length }));
};

const secondsOf = (score: Score, { at, end }: Span) => {
  const onset = tickToSeconds(score, at);
  return { onset, duration: tickToSeconds(score, end) - onset };
};

const droneOf = (score: Score): readonly BackingNote[] => {
  const { root } = rootsOf(score, chordAt(score, 0).voicing);
  const low = fromLowest(LOWEST.drone, root);
  return score.bars.flatMap(({ at, ticks }) =>
    [low, low + 7, low + 12].map((pitch) => ({
      ...secondsOf(score, { at, end: Math.min(score.length, at + ticks) }),
      pitch,
      loudness: LOUDNESS.drone,
      isBass: false,
    })),
  );
};

const brushedChord = (score: Score, span: Span): readonly BackingNote[] => {
  const { onset, duration } = secondsOf(score, span);
  return pitchesOf(score, chordAt(score, span.at).voicing).map((pitch, index) => ({
    onset: onset + index * BRUSH_SECONDS,
    duration: Math.max(0.05, duration - index * BRUSH_SECONDS),
    pitch,
    loudness: LOUDNESS.chords,
    isBass: false,
  }));
};

/** The middle of a bar of four or more beats that halve evenly: there the bass plays the fifth. */
const middleOf = ({ at, ticks, metre }: ScoreBar): number | null => {
  const beats = beatsPerBar(metre);
  return beats >= 2 && beats % 2 === 0 ? at + ticks / 2 : null;
};

const bassOf = (score: Score): readonly BackingNote[] => {
  const middles = score.bars.flatMap((bar) => middleOf(bar) ?? []);
  const starts = new Set(listHarmonySpans(score).map(({ at }) => at));
  const times = [...new Set([...starts, ...middles])].filter((at) => at < score.length).sort((a, b) => a - b);
  return times.map((at, index) => {
    const { root, bass } = rootsOf(score, chordAt(score, at).voicing);
    return {
      ...secondsOf(score, { at, end: times[index + 1] ?? score.length }),
      pitch: fromLowest(LOWEST.bass, starts.has(at) ? bass : root + 7),
      loudness: LOUDNESS.bass,
      isBass: true,
    };
  });
};

/**
 * The notes of a backing for one time through a score.
 * @example
 * listBackingNotes(flattenScore(createPattern('Roll')), 'rhythm').map(({ pitch }) => pitch) // => [36, 31]
 */
export const listBackingNotes = (score: Score, backing: Backing): readonly BackingNote[] => {
  if (backing === 'drone') return droneOf(score);
  if (backing === 'chords') return listHarmonySpans(score).flatMap((span) => brushedChord(score, span));
  return backing === 'rhythm' ? bassOf(score) : [];
};

/**
 * The strokes of the shaker for one time through: on each beat, and softer on each half of one.
 * @example
 * listShakerHits(flattenScore(createPattern('Roll')), 'rhythm').length // => 8
 */
export const listShakerHits = (score: Score, backing: Backing): readonly ShakerHit[] => {
  if (backing !== 'rhythm') return [];
  return score.beats
    .filter(({ at }) => at < score.length)
    .flatMap(({ at, ticks }) => [
      { time: tickToSeconds(score, at), loudness: LOUDNESS.shaker.on },
      { time: tickToSeconds(score, at + ticks / 2), loudness: LOUDNESS.shaker.off },
    ]);
};
