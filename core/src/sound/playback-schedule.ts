import type { Digit, Pattern } from '../pattern/index.ts';
import { durationInSeconds, flattenScore, secondsToTick, tempoAt, tickToSeconds, type Score } from '../score/index.ts';
import { beatsPerBar, beginsGroup, ticksPerBeat } from '../time/index.ts';
import type { PitchPoint } from './articulation.ts';
import { listBackingNotes, listShakerHits, type Backing, type ShakerHit } from './backing.ts';
import { listCountWords, type CountWord, type CountingMode } from './count-words.ts';
import {
  touchOf,
  usualSound,
  type GuitarSound,
  type GuitarTone,
  type PluckPlace,
  type Touch,
} from './guitar-sounds.ts';
import {
  isClickMuted,
  listMetronomeClicks,
  listPlaybackNotes,
  type ClickBeats,
  type ClickMuteMode,
  type MetronomeClick,
  type PlaybackVoices,
} from './playback.ts';

/** A tempo that rises from a share of what is set to all of it, evenly over so many rounds. */
export interface TempoRamp {
  readonly from: number;
  readonly rounds: number;
}

/** How the teacher wants to hear a pattern. */
export interface PlaybackOptions {
  readonly voices: PlaybackVoices;
  readonly halfSpeed: boolean;
  readonly loop: boolean;
  readonly click: boolean;
  readonly countIn: boolean;
  /** Whether the figure is heard besides the click. */
  readonly figure: boolean;
  /** Whether the click comes on each part of a beat. */
  readonly divided: boolean;
  /** The beats that are clicked. */
  readonly clickBeats: ClickBeats;
  /** Bars in which the click is silent. */
  readonly silence: ClickMuteMode;
  /** What a voice counts along. */
  readonly counting: CountingMode;
  readonly backing: Backing;
  /** Whether thumb and pick are heard on the left, fingers on the right. */
  readonly apart: boolean;
  readonly ramp: TempoRamp | null;
  /** The instrument that is heard; null for the one that the strings suggest. */
  readonly sound: GuitarSound | null;
  readonly place: PluckPlace;
  readonly fingers: GuitarTone['fingers'];
}

/** Everything as it is first heard. */
export const DEFAULT_PLAYBACK_OPTIONS: PlaybackOptions = {
  voices: 'all',
  halfSpeed: false,
  loop: true,
  click: true,
  countIn: true,
  figure: true,
  divided: false,
  clickBeats: 'all',
  silence: 'none',
  counting: 'none',
  backing: 'none',
  apart: false,
  ramp: null,
  sound: null,
  place: 'middle',
  fingers: 'nail',
};

/** A note with all that its sound needs: seconds, MIDI note number, loudness 0 to 1, side −1 (left) to 1 (right). */
export interface VoicedNote {
  readonly onset: number;
  readonly duration: number;
  readonly pitch: number;
  readonly loudness: number;
  readonly side: number;
  readonly touch: Touch;
  readonly tone: GuitarTone;
  readonly curve?: readonly PitchPoint[];
}

/** What is to be played: times in seconds from the start, at the tempo that is reached in the end. */
export interface PlaybackSchedule {
  readonly notes: readonly VoicedNote[];
  readonly clicks: readonly MetronomeClick[];
  readonly words: readonly CountWord[];
  readonly hits: readonly ShakerHit[];
  readonly silence: ClickMuteMode;
  /** Bars of one time through. */
  readonly bars: number;
  /** Seconds one time through takes at the tempo that is reached in the end. */
  readonly seconds: number;
  readonly loop: boolean;
  readonly ramp: TempoRamp | null;
  /** Clicks and words before the start, at negative seconds. */
  readonly countIn: { readonly clicks: readonly MetronomeClick[]; readonly words: readonly CountWord[] };
  /** The tick of the score that is heard at a second of one time through, and the other way round. */
  readonly tickAt: (seconds: number) => number;
  readonly secondsAt: (tick: number) => number;
}

/** Beats of the first bar that come before a pickup, as a number that may end within one. */
const skippedBeats = ({ bars }: Score): number => {
  const [first] = bars;
  return first ? (first.skippedTicks ?? 0) / ticksPerBeat(first.metre) : 0;
};

/**
 * One bar of clicks before the first beat, at its tempo, and the beats up to a pickup; a voice that counts says their
 * numbers.
 */
const countInOf = (score: Score, { countIn, counting, ramp }: PlaybackOptions): PlaybackSchedule['countIn'] => {
  if (!countIn) return { clicks: [], words: [] };
  const metre = score.bars[0]?.metre ?? { beats: 4, unit: 4 };
  const inBar = beatsPerBar(metre);
  const beat = 60 / (tempoAt(score, 0) * (ramp?.from ?? 1));
  const whole = inBar + skippedBeats(score);
  const clicks = Array.from({ length: Math.ceil(whole) }, (_, index) => ({
    time: (index - whole) * beat,
    isAccented: index % inBar === 0 || beginsGroup(metre, index % inBar),
    beat: (index % inBar) + 1,
    bar: -1,
  }));
  const words = clicks.map(({ time, beat: number, bar }) => ({ time, word: String(number), bar }));
  return { clicks, words: counting === 'none' ? [] : words };
};

const sideOf = (digit: Digit | null, apart: boolean): number => {
  if (!apart || digit === null) return 0;
  return digit === 'p' || digit === 'down' || digit === 'up' ? -1 : 1;
};

const voiceNotes = (
  score: Score,
  digits: readonly (Digit | null)[],
  { figure, loop, voices, apart }: PlaybackOptions,
  tone: GuitarTone,
): readonly VoicedNote[] => {
  if (!figure) return [];
  return listPlaybackNotes({ ...score, loop }, digits, voices).map((note) => ({
    onset: note.onset,
    duration: note.duration,
    pitch: note.pitch,
    loudness: note.loudness,
    side: sideOf(note.digit, apart),
    touch: touchOf(note.digit, tone),
    tone,
    ...(note.curve ? { curve: note.curve } : {}),
  }));
};

const voiceBacking = (score: Score, { backing }: PlaybackOptions, tone: GuitarTone): readonly VoicedNote[] =>
  listBackingNotes(score, backing).map(({ isBass, ...note }) => ({
    ...note,
    side: 0,
    touch: 'flesh' as const,
    tone: isBass ? { ...tone, sound: 'bass' as const } : tone,
  }));

/**
 * A score as it is to be heard.
 * @example
 * scheduleScore(flattenScore(createPattern('Roll')), [], DEFAULT_PLAYBACK_OPTIONS).clicks.length // => 4
 */
export const scheduleScore = (
  score: Score,
  digits: readonly (Digit | null)[],
  options: PlaybackOptions,
): PlaybackSchedule => {
  const { sound, place, fingers } = options;
  const tone = { sound: sound ?? usualSound(score.instrument), place, fingers };
  return {
    notes: [...voiceNotes(score, digits, options, tone), ...voiceBacking(score, options, tone)],
    clicks: options.click ? listMetronomeClicks(score, options.divided, options.clickBeats) : [],
    words: listCountWords(score, digits, options.counting),
    hits: listShakerHits(score, options.backing),
    silence: options.silence,
    bars: score.bars.length,
    seconds: durationInSeconds(score),
    loop: options.loop,
    ramp: options.loop ? options.ramp : null,
    countIn: countInOf(score, options),
    tickAt: (seconds) => secondsToTick(score, seconds),
    secondsAt: (tick) => tickToSeconds(score, tick),
  };
};

/**
 * A pattern as it is to be heard.
 * @example
 * createPlaybackSchedule(createPattern('Roll', { tempo: 60 }), [], DEFAULT_PLAYBACK_OPTIONS).seconds // => 4
 */
export const createPlaybackSchedule = (
  pattern: Pattern,
  digits: readonly (Digit | null)[],
  options: PlaybackOptions,
): PlaybackSchedule => {
  const score = flattenScore(pattern, { tempo: pattern.tempo * (options.halfSpeed ? 0.5 : 1) });
  const { begins = 0 } = pattern;
  return {
    ...scheduleScore(score, digits, options),
    // The pattern counts its ticks from the bar line before a pickup.
    tickAt: (seconds) => secondsToTick(score, seconds) + begins,
    secondsAt: (tick) => tickToSeconds(score, tick - begins),
  };
};

type Rounds = Pick<PlaybackSchedule, 'seconds' | 'ramp'>;

/** Share of the tempo in the end at which a round, counted from 0, is played. */
const speedOf = ({ ramp }: Rounds, round: number): number =>
  ramp ? Math.min(1, ramp.from + ((1 - ramp.from) * round) / ramp.rounds) : 1;

/**
 * The second at which a round begins, counted from 0.
 * @example
 * startOfRound({ seconds: 4, ramp: { from: 0.5, rounds: 1 } }, 2) // => 12
 */
export const startOfRound = (schedule: Rounds, round: number): number => {
  const rising = Math.min(round, schedule.ramp?.rounds ?? 0);
  let start = 0;
  for (let before = 0; before < rising; before += 1) start += schedule.seconds / speedOf(schedule, before);
  return start + (round - rising) * schedule.seconds;
};

/** A place in what is played: the round from 0, and the second of one time through at its final tempo. */
export interface PlaybackPlace {
  readonly round: number;
  readonly second: number;
}

/**
 * Where a second counted from the very start falls. What does not loop has one round.
 * @example
 * locateSecond({ seconds: 4, ramp: { from: 0.5, rounds: 1 }, loop: true }, 10) // => { round: 1, second: 2 }
 */
export const locateSecond = (schedule: Rounds & Pick<PlaybackSchedule, 'loop'>, at: number): PlaybackPlace => {
  if (at < 0 || !schedule.loop) return { round: 0, second: at };
  let round = 0;
  for (; round < (schedule.ramp?.rounds ?? 0); round += 1) if (at < startOfRound(schedule, round + 1)) break;
  const steady = startOfRound(schedule, round);
  const more = speedOf(schedule, round) < 1 ? 0 : Math.floor((at - steady) / schedule.seconds);
  const begins = startOfRound(schedule, round + more);
  return { round: round + more, second: (at - begins) * speedOf(schedule, round + more) };
};

/**
 * The second counted from the very start at which a place comes.
 * @example
 * secondOfPlace({ seconds: 4, ramp: null }, { round: 2, second: 1 }) // => 9
 */
export const secondOfPlace = (schedule: Rounds, { round, second }: PlaybackPlace): number =>
  startOfRound(schedule, round) + second / speedOf(schedule, round);

/** One thing to sound at a second counted from the very start, however often the programme has come round. */
export type ScheduledEvent = { readonly at: number } & (
  | { readonly note: VoicedNote }
  | { readonly click: MetronomeClick }
  | { readonly word: CountWord }
  | { readonly hit: ShakerHit }
);

/** A note as long as it is at the tempo of its round. */
const atSpeed = (note: VoicedNote, speed: number): VoicedNote => {
  if (speed === 1) return note;
  const curve = note.curve?.map(({ seconds, semitones }) => ({ seconds: seconds / speed, semitones }));
  return { ...note, duration: note.duration / speed, ...(curve ? { curve } : {}) };
};

const listRound = (schedule: PlaybackSchedule, round: number): readonly ScheduledEvent[] => {
  const speed = speedOf(schedule, round);
  const start = startOfRound(schedule, round);
  const isHeard = ({ bar }: MetronomeClick): boolean => !isClickMuted(schedule.silence, round * schedule.bars + bar);
  return [
    ...schedule.notes.map((note) => ({ at: start + note.onset / speed, note: atSpeed(note, speed) })),
    ...schedule.clicks.filter(isHeard).map((click) => ({ at: start + click.time / speed, click })),
    ...schedule.words.map((word) => ({ at: start + word.time / speed, word })),
    ...schedule.hits.map((hit) => ({ at: start + hit.time / speed, hit })),
  ];
};

/**
 * Everything due from one second up to another, in order.
 * @example
 * listEventsBetween(createPlaybackSchedule(createPattern('Roll', { tempo: 60 }), [], DEFAULT_PLAYBACK_OPTIONS), 0, 8)
 *   .length // => 8
 */
export const listEventsBetween = (schedule: PlaybackSchedule, from: number, to: number): readonly ScheduledEvent[] => {
  const first = locateSecond(schedule, Math.max(0, from)).round;
  const last = locateSecond(schedule, Math.max(0, to)).round;
  const found: ScheduledEvent[] = [
    ...schedule.countIn.clicks.map((click) => ({ at: click.time, click })),
    ...schedule.countIn.words.map((word) => ({ at: word.time, word })),
  ];
  for (let round = first; round <= last; round += 1) found.push(...listRound(schedule, round));
  return found.filter(({ at }) => at >= from && at < to).sort((a, b) => a.at - b.at);
};
