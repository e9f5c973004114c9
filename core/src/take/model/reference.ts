import { pitchAt } from '../../instrument/index.ts';
import type { Digit } from '../../pattern/index.ts';
import {
  listSoundingStrokes,
  tickToSeconds,
  durationInSeconds,
  type Score,
  type ScoreStroke,
} from '../../score/index.ts';

/** One stroke that is asked for in a take. */
export interface ReferenceStroke {
  /** Which time through, from 0. */
  readonly pass: number;
  /** Index of the stroke in the score. */
  readonly scoreIndex: number;
  /** Its name in the document. */
  readonly strokeId: string;
  /** Seconds from the beginning, at the tempo that is asked for. */
  readonly onset: number;
  /** Seconds until its string is struck again. */
  readonly duration: number;
  /** 1 is the highest. */
  readonly string: number;
  /** MIDI note number. */
  readonly pitch: number;
  /** What strikes; null where the other hand sounds it, or nobody can. */
  readonly digit: Digit | null;
  /** Whether it is struck at all: slurred notes are sounded by the other hand. */
  readonly isPlucked: boolean;
  readonly harmonic: boolean;
  readonly accent: boolean;
}

/** What a take is judged against. */
export interface TakeReference {
  /** Sorted by time. */
  readonly strokes: readonly ReferenceStroke[];
  /** Seconds of one time through. */
  readonly passSeconds: number;
  readonly passes: number;
  /** Beats per minute at the beginning. */
  readonly tempo: number;
  /** MIDI note numbers other strings of the chords would sound, which a wrong string is told by. */
  readonly chordPitches: readonly number[];
}

const collectChordPitches = ({ chords, instrument }: Score): readonly number[] => [
  ...new Set(
    chords.flatMap(({ voicing: { frets } }) =>
      frets.flatMap((fret, index) => (fret === null ? [] : [pitchAt(instrument, frets.length - index, fret)])),
    ),
  ),
];

/** What has a pitch to be heard by: a dead note is a thud. */
const listPitchedStrokes = (score: Score): readonly ScoreStroke[] =>
  listSoundingStrokes(score).filter(({ dead }) => !dead);

/**
 * What a take of so many times through a score is judged against: each stroke that is heard, with its time, pitch and
 * digit.
 * @example
 * createTakeReference(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i'], 3)
 *   .strokes.length // => 12
 */
export const createTakeReference = (score: Score, digits: readonly (Digit | null)[], cycles = 1): TakeReference => {
  const cycleSeconds = durationInSeconds(score);
  const index = new Map(score.strokes.map((stroke, place) => [stroke, place]));
  const once = listPitchedStrokes(score).map((stroke): Omit<ReferenceStroke, 'pass'> => {
    const place = index.get(stroke) ?? 0;
    const at = tickToSeconds(score, stroke.at);
    return {
      scoreIndex: place,
      strokeId: stroke.sourceStrokeId,
      onset: at,
      duration: tickToSeconds(score, stroke.at + stroke.durationTicks) - at,
      string: stroke.string,
      // What is plucked is the grace note: its note is slurred to.
      pitch: (stroke.pitch as number) + (stroke.grace?.frets ?? 0),
      digit: stroke.slur ? null : (digits[place] ?? null),
      isPlucked: !stroke.slur,
      harmonic: stroke.harmonic !== undefined,
      accent: stroke.accent ?? false,
    };
  });
  const strokes = Array.from({ length: cycles }, (_, cycle) =>
    once.map((stroke) => ({ ...stroke, pass: cycle, onset: stroke.onset + cycle * cycleSeconds })),
  )
    .flat()
    .sort((a, b) => a.onset - b.onset);
  return {
    strokes,
    passSeconds: cycleSeconds,
    passes: cycles,
    tempo: score.tempos[0]?.bpm ?? 60,
    chordPitches: collectChordPitches(score),
  };
};

/** What is asked of one time through, so many times over. */
export const repeatReference = (asked: TakeReference, passes: number): TakeReference => {
  const once = asked.strokes.filter(({ pass }) => pass === 0);
  const strokes = Array.from({ length: passes }, (_, pass) =>
    once.map((stroke) => ({ ...stroke, pass, onset: stroke.onset + pass * asked.passSeconds })),
  ).flat();
  return { ...asked, strokes, passes };
};
