import {
  beginsGroup,
  beatsPerBar,
  listMetronomeClicks,
  isClickMuted,
  listPlaybackNotes,
  flattenScore,
  tickToSeconds,
  durationInSeconds,
  tempoAt,
  secondsToTick,
  type MetronomeClick,
  type Digit,
  type Pattern,
  type Score,
  type ClickMuteMode,
  type PlaybackNote,
  type PlaybackVoices,
} from '@fleet-wren/core';

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
  /** Bars in which the click is silent. */
  readonly silence: ClickMuteMode;
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
  silence: 'none',
};

/** What is to be played: times in seconds from the start. */
export interface PlaybackSchedule {
  readonly notes: readonly PlaybackNote[];
  readonly clicks: readonly MetronomeClick[];
  readonly silence: ClickMuteMode;
  /** Bars of one time through. */
  readonly bars: number;
  /** Seconds one time through takes. */
  readonly seconds: number;
  readonly loop: boolean;
  /** Clicks before the start, at negative seconds. */
  readonly countIn: readonly MetronomeClick[];
  /** The tick of the score that is heard at a second, and the other way round. */
  readonly tickAt: (seconds: number) => number;
  readonly secondsAt: (tick: number) => number;
}

/** One bar of clicks before the first beat, at its tempo. */
const countInOf = (score: Score): readonly MetronomeClick[] => {
  const metre = score.bars[0]?.metre ?? { beats: 4, unit: 4 };
  const beats = beatsPerBar(metre);
  const beat = 60 / tempoAt(score, 0);
  return Array.from({ length: beats }, (_, index) => ({
    time: (index - beats) * beat,
    isAccented: index === 0 || beginsGroup(metre, index),
    bar: -1,
  }));
};

/** A pattern as it is to be heard. */
export const createPlaybackSchedule = (
  pattern: Pattern,
  digits: readonly (Digit | null)[],
  listening: PlaybackOptions,
): PlaybackSchedule => {
  const score = flattenScore(pattern, { tempo: pattern.tempo * (listening.halfSpeed ? 0.5 : 1) });
  return {
    notes: listening.figure ? listPlaybackNotes({ ...score, loop: listening.loop }, digits, listening.voices) : [],
    clicks: listening.click ? listMetronomeClicks(score, listening.divided) : [],
    silence: listening.silence,
    bars: score.bars.length,
    seconds: durationInSeconds(score),
    loop: listening.loop,
    countIn: listening.countIn ? countInOf(score) : [],
    tickAt: (seconds) => secondsToTick(score, seconds),
    secondsAt: (tick) => tickToSeconds(score, tick),
  };
};

/** One thing to sound at a second counted from the very start, however often the programme has come round. */
export type ScheduledEvent = { readonly at: number } & (
  { readonly note: PlaybackNote } | { readonly click: MetronomeClick }
);

/** Everything due from one second up to another. */
export const listEventsBetween = (programme: PlaybackSchedule, from: number, to: number): readonly ScheduledEvent[] => {
  const rounds = programme.loop ? Math.floor(to / programme.seconds) + 1 : 1;
  const first = Math.max(0, Math.floor(from / programme.seconds));
  const found: ScheduledEvent[] = programme.countIn.map((click) => ({ at: click.time, click }));
  for (let round = first; round < rounds; round += 1) {
    const start = round * programme.seconds;
    for (const note of programme.notes) found.push({ at: start + note.onset, note });
    for (const click of programme.clicks)
      if (!isClickMuted(programme.silence, round * programme.bars + click.bar))
        found.push({ at: start + click.time, click });
  }
  return found.filter(({ at }) => at >= from && at < to).sort((a, b) => a.at - b.at);
};
