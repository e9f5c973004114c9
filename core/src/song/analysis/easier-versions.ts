import { message, type Message } from '../../message/index.ts';
import { countActuatorStrokes, analysePattern, findPulseActuator } from '../../analysis/index.ts';
import type { FingeringOptions } from '../../fingering/index.ts';
import {
  fingerName,
  isMelodyStroke,
  actuatorOf,
  type Digit,
  type Pattern,
  type Actuator,
  type Stroke,
} from '../../pattern/index.ts';
import { offbeatTicks } from '../../time/index.ts';
import { expandUnboundBars, expandSong } from '../expansion/expand-song.ts';
import { SONG_LIMITS, type Bar, type Song } from '../model/song.ts';
import {
  createUnrolledSong,
  createWrittenBar,
  fitsSongLimits,
  keepStrokes,
  type StrokeFilter,
} from './keep-strokes.ts';
import type { SongAnalysis } from './analyse-song.ts';
import type { PlayedBar } from '../model/unfold-form.ts';

/** A song made easier: what is left out, and how far that gets. */
export interface EasierVersion {
  readonly key: 'thumb' | 'melody' | 'finger' | 'half' | 'written';
  readonly name: Message;
  /**
   * The song with only those strokes, still under its own name: bars written out. Undefined where it is the song as it
   * is.
   */
  readonly song?: Song;
  readonly strokes: number;
  /** Beats per minute; null where nothing limits. */
  readonly maxTempo: number | null;
}

/** The finger with the most strokes, the one nearer the thumb where two are level. */
const findBusiestFinger = (count: ReadonlyMap<Actuator, number>, pulse: Actuator | undefined): Actuator | undefined =>
  (['i', 'm', 'a', 'c'] as const)
    .filter((striker) => striker !== pulse && count.has(striker))
    .sort((a, b) => (count.get(b) as number) - (count.get(a) as number))[0];

/** A bar at half its speed, as two. */
const splitIntoTwoBars = ({ bar, ticks }: PlayedBar, strokes: readonly Stroke[]): readonly Bar[] =>
  [0, ticks].map((from) => {
    const within = <T extends { readonly at: number }>(all: readonly T[]): readonly T[] =>
      all.filter(({ at }) => at * 2 >= from && at * 2 < from + ticks).map((one) => ({ ...one, at: one.at * 2 - from }));
    const { words: _words, ...rest } = bar;
    return createWrittenBar({ ...(from === 0 ? bar : rest), chords: within(bar.chords) }, within(strokes));
  });

/** A song at half its speed: twice the bars, every length doubled. */
const createHalfSpeedSong = (song: Song, { expanded }: SongAnalysis): Song | undefined => {
  if (expanded.bars.length * 2 > SONG_LIMITS.unfolded) return undefined;
  const bars = expandUnboundBars(song).map((strokes, index) =>
    splitIntoTwoBars(expanded.bars[index] as PlayedBar, strokes),
  );
  const made = createUnrolledSong(
    song,
    bars,
    expanded.bars.map(({ formIndex }) => formIndex),
  );
  return fitsSongLimits(made) ? made : undefined;
};

/** Whether strokes follow each other within less than half a beat. */
const hasFastNotes = ({ strokes, metre }: Pattern): boolean => {
  const half = offbeatTicks(metre);
  let before = -Infinity;
  return strokes.some(({ at }) => {
    const gap = at - before;
    before = at;
    return gap > 0 && gap < half;
  });
};

/** A level before it is judged: what it is called and the song it comes to. */
interface EasierDraft {
  readonly key: EasierVersion['key'];
  readonly name: Message;
  readonly song: Song | undefined;
}

const createEasierDrafts = (song: Song, study: SongAnalysis): readonly EasierDraft[] => {
  const { digits } = study.analysis;
  const count = countActuatorStrokes(Object.values(digits));
  const pulse = findPulseActuator(count);
  const finger = findBusiestFinger(count, pulse);
  const isPulse = (digit: Digit | null): boolean => digit !== null && actuatorOf(digit) === pulse;
  const sings = study.expanded.pattern.strokes.some(({ id }) => isMelodyStroke(id));
  const level = (key: EasierDraft['key'], name: Message, keep: StrokeFilter): EasierDraft => ({
    key,
    name,
    song: keepStrokes(song, study, keep),
  });
  return [
    ...(pulse ? [level('thumb', message('song-version.pulse-only', { pulse }), isPulse)] : []),
    ...(sings
      ? [
          level(
            'melody',
            message('song-version.pulse-and-melody', { pulse: pulse ?? 'p' }),
            (digit, id) => isPulse(digit) || isMelodyStroke(id),
          ),
        ]
      : []),
    ...(finger
      ? [
          level(
            'finger',
            message('song-version.pulse-and-finger', { pulse: pulse ?? 'p', finger: fingerName(finger) }),
            (digit) => isPulse(digit) || (digit !== null && actuatorOf(digit) === finger),
          ),
        ]
      : []),
    ...(hasFastNotes(study.expanded.pattern)
      ? [{ key: 'half' as const, name: message('song-version.half-speed'), song: createHalfSpeedSong(song, study) }]
      : []),
  ];
};

/** How much higher a version's max tempo has to be than that of the next harder one to be worth offering. */
const LEAST_EASE = 1.1;

/** The versions, from the easiest to the hardest, that are each clearly easier than the next. */
const keepEasierOnes = (made: readonly EasierVersion[], written: number | null): readonly EasierVersion[] => {
  let harder = written ?? Infinity;
  const kept: EasierVersion[] = [];
  for (const version of [...made].reverse()) {
    const own = version.maxTempo ?? Infinity;
    if (own < LEAST_EASE * harder || harder === Infinity) continue;
    kept.unshift(version);
    harder = own;
  }
  return kept;
};

/**
 * Easier versions of a song, each a song by itself, the easiest first, with what is played and its tempo ceiling; the
 * song as it is written comes last. What would leave nothing out, or everything, is left out itself.
 * @example
 * createEasierVersions(createSong('Song'), analyseSong(createSong('Song')))
 *   .map(({ key }) => key)
 *   .join(' ') // => 'written'
 */
export const createEasierVersions = (
  song: Song,
  study: SongAnalysis,
  options: FingeringOptions = {},
): readonly EasierVersion[] => {
  const whole = study.expanded.pattern.strokes.length;
  const made = createEasierDrafts(song, study).flatMap(({ key, name, song: easier }): EasierVersion[] => {
    if (!easier) return [];
    const { pattern } = expandSong(easier);
    if (pattern.strokes.length === 0 || (key !== 'half' && pattern.strokes.length === whole)) return [];
    const { limit } = analysePattern(pattern, options);
    return [{ key, name, song: easier, strokes: pattern.strokes.length, maxTempo: limit?.maxTempo ?? null }];
  });
  const ceiling = study.analysis.limit?.maxTempo ?? null;
  return [
    ...keepEasierOnes(made, ceiling),
    { key: 'written', name: message('song-version.as-written'), strokes: whole, maxTempo: ceiling },
  ];
};
