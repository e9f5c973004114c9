import { isFinger, isMelodyStroke, type Digit } from '../pattern/index.ts';
import { listSoundedNotes } from './sounded-notes.ts';
import type { PitchPoint } from './articulation.ts';
import { tickToSeconds, type Score, type ScoreBar, type ScoreStroke } from '../score/index.ts';
import { beginsGroup } from '../time/index.ts';

/** One note to be heard: seconds from the start of the score, MIDI note number, loudness 0 to 1. */
export interface PlaybackNote {
  readonly onset: number;
  readonly string: number;
  readonly pitch: number;
  readonly loudness: number;
  /** Seconds until its string is struck again or the score ends. */
  readonly duration: number;
  readonly digit: Digit | null;
  /** How its pitch moves, where it does: bends, slides, vibrato. */
  readonly curve?: readonly PitchPoint[];
}

/** One click of the metronome, in seconds; `accent` on the first beat of a bar, `soft` between beats. */
export interface MetronomeClick {
  readonly time: number;
  readonly isAccented: boolean;
  readonly isSubdivision?: boolean;
  /** Its beat, from 1. */
  readonly beat: number;
  /** Index of its bar. */
  readonly bar: number;
}

/** Bars in which the click falls silent, so that time is kept by oneself. */
export const CLICK_MUTE_MODES = ['none', 'every other bar', 'two of four bars'] as const;

/** Which bars of the click are silent. */
export type ClickMuteMode = (typeof CLICK_MUTE_MODES)[number];

/**
 * Whether the click is silent in a bar, counted from 0 over all rounds.
 * @example
 * isClickMuted('two of four bars', 2) // => true
 */
export const isClickMuted = (silence: ClickMuteMode, bar: number): boolean =>
  silence === 'every other bar' ? bar % 2 === 1 : silence === 'two of four bars' && bar % 4 >= 2;

/** Beats that are clicked: all, the first of a bar, or every second one, as a drummer's snare. */
export const CLICK_BEATS = ['all', 'first', 'backbeat'] as const;

/** Which of them. */
export type ClickBeats = (typeof CLICK_BEATS)[number];

const isClicked = (beats: ClickBeats, number: number): boolean => {
  if (beats === 'first') return number === 1;
  return beats === 'all' || number % 2 === 0;
};

/** What is to be heard: all of it, some digits, or a song's melody. */
export type PlaybackVoices = 'all' | 'thumb alone' | 'fingers alone' | 'melody alone';

/**
 * How loud strokes are heard, 0 to 1 (est., by ear); slurred notes come after the strength of the note before, and a
 * tap has no more strength than the finger's fall.
 */
const LOUDNESS_LEVELS = { soft: 0.45, plain: 0.7, loud: 0.88, accent: 1, slurred: 0.5, tapped: 0.55 } as const;

type LoudnessMarks = Pick<ScoreStroke, 'accent' | 'slur' | 'loudness' | 'tapped'>;

/**
 * How loud a stroke is, 0 to 1.
 * @example
 * getLoudness({ accent: true }) // => 1
 */
export const getLoudness = ({ accent, slur, loudness, tapped }: LoudnessMarks): number => {
  if (accent) return LOUDNESS_LEVELS.accent;
  if (tapped) return LOUDNESS_LEVELS.tapped;
  return slur ? LOUDNESS_LEVELS.slurred : LOUDNESS_LEVELS[loudness ?? 'plain'];
};

/**
 * Whether a digit belongs to the voices asked for; the pick counts with the thumb.
 * @example
 * isAudible('thumb alone', 'i') // => false
 */
export const isAudible = (voices: PlaybackVoices, digit: Digit | null): boolean =>
  voices === 'all' || (voices !== 'melody alone' && digit !== null && (voices === 'fingers alone') === isFinger(digit));

/**
 * The notes of a score at their real pitches and times; strokes on muted strings and silent ones make none.
 * @example
 * listPlaybackNotes(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern)).length // => 4
 */
export const listPlaybackNotes = (
  score: Score,
  digits: readonly (Digit | null)[] = [],
  voices: PlaybackVoices = 'all',
): readonly PlaybackNote[] => {
  const digitOf = new Map(score.strokes.map((stroke, index) => [stroke, digits[index] ?? null]));
  return listSoundedNotes(score).flatMap(({ stroke, onset, note }): PlaybackNote[] => {
    const digit = digitOf.get(stroke) ?? null;
    if (voices === 'melody alone' ? !isMelodyStroke(stroke.sourceStrokeId) : !isAudible(voices, digit)) return [];
    return [
      {
        onset,
        string: stroke.string,
        pitch: (stroke.pitch as number) + note.semitones,
        loudness: getLoudness(stroke) * note.loudness,
        duration: note.seconds,
        digit,
        ...(note.curve.length > 0 ? { curve: note.curve } : {}),
      },
    ];
  });
};

/**
 * The clicks of one time through a score: one on each beat that is clicked, or one for each part a beat is cut in.
 * @example
 * listMetronomeClicks(flattenScore(createPattern('Roll'))).filter((click) => click.isAccented).length // => 1
 * listMetronomeClicks(flattenScore(createPattern('Roll')), false, 'backbeat').map(({ beat }) => beat) // => [2, 4]
 */
export const listMetronomeClicks = (
  score: Score,
  divided = false,
  clickBeats: ClickBeats = 'all',
): readonly MetronomeClick[] =>
  score.beats
    .filter(({ at, number }) => at < score.length && isClicked(clickBeats, number))
    .flatMap(({ at, ticks, parts, number, bar, skippedParts }) => [
      ...(skippedParts === undefined
        ? [
            {
              time: tickToSeconds(score, at),
              isAccented: number === 1 || beginsGroup((score.bars[bar] as ScoreBar).metre, number - 1),
              beat: number,
              bar,
            },
          ]
        : []),
      ...Array.from({ length: divided ? parts - 1 : 0 }, (_, part) => ({
        time: tickToSeconds(score, at + ((part + 1) * ticks) / parts),
        isAccented: false,
        isSubdivision: true,
        beat: number,
        bar,
      })),
    ]);
