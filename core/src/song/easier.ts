import { countStrikers, judge, pulseOf } from '../analysis/index.ts';
import type { FingerOptions } from '../fingering/index.ts';
import { strikerOf, type Digit, type Pattern, type Stroke, type Striker } from '../pattern/index.ts';
import { ticksPerBeat } from '../time/index.ts';
import { looseBars, writeSong } from './realise-song.ts';
import { SONG_LIMITS, type Bar, type Part, type Section, type Song } from './song.ts';
import type { SongStudy } from './study.ts';
import type { PlayedBar } from './unfold.ts';

/** A song made easier: what is left out, and how far that gets. */
export interface EasierVersion {
  readonly key: 'thumb' | 'melody' | 'finger' | 'half' | 'written';
  /** As a teacher says it: `the thumb alone`. */
  readonly name: string;
  /** The song with only those strokes: bars written out. Undefined where it is the song as it is. */
  readonly song?: Song;
  readonly strokes: number;
  /** Beats a minute; null where nothing limits. */
  readonly ceiling: number | null;
}

type Keep = (digit: Digit | null, stroke: string) => boolean;

const isMelody = (name: string): boolean => name.includes('/melody-');

/** The finger with the most strokes, the one nearer the thumb where two are level. */
const busiestFinger = (count: ReadonlyMap<Striker, number>, pulse: Striker | undefined): Striker | undefined =>
  (['i', 'm', 'a', 'c'] as const)
    .filter((striker) => striker !== pulse && count.has(striker))
    .sort((a, b) => (count.get(b) as number) - (count.get(a) as number))[0];

const FINGER_NAMES: Readonly<Partial<Record<Striker, string>>> = { i: 'index', m: 'middle', a: 'ring', c: 'little' };

/** A bar with strokes of its own in place of its figure and its melody. */
const barOf = ({ melody: _melody, ...bar }: Bar, strokes: readonly Stroke[]): Bar => ({
  ...bar,
  texture: strokes.length === 0 ? 'rest' : { written: strokes },
});

/** A bar at half its speed, as two. */
const twoBars = ({ bar, ticks }: PlayedBar, strokes: readonly Stroke[]): readonly Bar[] =>
  [0, ticks].map((from) => {
    const within = <T extends { readonly at: number }>(all: readonly T[]): readonly T[] =>
      all.filter(({ at }) => at * 2 >= from && at * 2 < from + ticks).map((one) => ({ ...one, at: one.at * 2 - from }));
    const { words: _words, ...rest } = bar;
    return barOf({ ...(from === 0 ? bar : rest), chords: within(bar.chords) }, within(strokes));
  });

/** A song whose form is played once through, bar by bar as given; parts that are alike share a section. */
const songOf = (song: Song, bars: readonly (readonly Bar[])[], parts: readonly number[], name: string): Song => {
  const byPart = song.form.map((_, part) => bars.filter((_bar, index) => parts[index] === part).flat());
  const known = new Map<string, Section>();
  const form = song.form.flatMap(({ section }, part): readonly Part[] => {
    const own = byPart[part] as readonly Bar[];
    if (own.length === 0) return [];
    const look = JSON.stringify([section, own]);
    const title = song.sections.find(({ id }) => id === section)?.name ?? 'Part';
    const { tempo } = song.sections.find(({ id }) => id === section) ?? {};
    const made = known.get(look) ?? {
      id: `section-${known.size + 1}`,
      name: title,
      bars: own,
      ...(tempo === undefined ? {} : { tempo }),
    };
    known.set(look, made);
    return [{ section: made.id, times: 1 }];
  });
  const title = `${song.name}, ${name}`.slice(0, SONG_LIMITS.name);
  return { ...song, name: title, figures: [], sections: [...known.values()], form };
};

const fits = ({ sections }: Song): boolean =>
  sections.length <= SONG_LIMITS.sections && sections.every(({ bars }) => bars.length <= SONG_LIMITS.bars);

/** A song with only some of its strokes, each bar written out; undefined where it cannot be held. */
const only = (song: Song, { written, judgement }: SongStudy, name: string, keep: Keep): Song | undefined => {
  const bars = looseBars(song).map((strokes, index) =>
    barOf(
      (written.played[index] as PlayedBar).bar,
      strokes.filter(({ id }) => keep(judgement.digits[`${index}/${id}`] ?? null, `${index}/${id}`)),
    ),
  );
  const made = songOf(
    song,
    bars.map((bar) => [bar]),
    written.played.map(({ part }) => part),
    name,
  );
  return fits(made) ? made : undefined;
};

/** A song at half its speed: twice the bars, every length doubled. */
const halved = (song: Song, { written }: SongStudy, name: string): Song | undefined => {
  if (written.played.length * 2 > SONG_LIMITS.unfolded) return undefined;
  const bars = looseBars(song).map((strokes, index) => twoBars(written.played[index] as PlayedBar, strokes));
  const made = songOf(
    song,
    bars,
    written.played.map(({ part }) => part),
    name,
  );
  return fits(made) ? made : undefined;
};

/** Whether strokes follow each other within less than half a beat. */
const hasQuick = ({ strokes, metre }: Pattern): boolean => {
  const half = ticksPerBeat(metre) / 2;
  let before = -Infinity;
  return strokes.some(({ at }) => {
    const gap = at - before;
    before = at;
    return gap > 0 && gap < half;
  });
};

/** A level before it is judged: what it is called and the song it comes to. */
interface Level {
  readonly key: EasierVersion['key'];
  readonly name: string;
  readonly song: Song | undefined;
}

const levelsOf = (song: Song, study: SongStudy): readonly Level[] => {
  const { digits } = study.judgement;
  const count = countStrikers(Object.values(digits));
  const pulse = pulseOf(count);
  const finger = busiestFinger(count, pulse);
  const pulseName = pulse === 'p' ? 'the thumb' : 'the pick';
  const isPulse = (digit: Digit | null): boolean => digit !== null && strikerOf(digit) === pulse;
  const sings = study.written.pattern.strokes.some(({ id }) => isMelody(id));
  const level = (key: Level['key'], name: string, keep: Keep): Level => ({
    key,
    name,
    song: only(song, study, name, keep),
  });
  return [
    ...(pulse ? [level('thumb', `${pulseName} alone`, isPulse)] : []),
    ...(sings ? [level('melody', `${pulseName} and the melody`, (digit, id) => isPulse(digit) || isMelody(id))] : []),
    ...(finger
      ? [
          level(
            'finger',
            `${pulseName} and the ${FINGER_NAMES[finger]}`,
            (digit) => isPulse(digit) || (digit !== null && strikerOf(digit) === finger),
          ),
        ]
      : []),
    ...(hasQuick(study.written.pattern)
      ? [{ key: 'half' as const, name: 'at half the speed', song: halved(song, study, 'at half the speed') }]
      : []),
  ];
};

/**
 * Easier versions of a song, each a song by itself, the easiest first, with what is played and its tempo ceiling; the
 * song as it is written comes last. What would leave nothing out, or everything, is left out itself.
 * @example
 * easierVersions(newSong('Song'), studySong(newSong('Song'))).map(({ name }) => name).join(', ') // => 'the thumb alone, the thumb and the middle, as written'
 */
export const easierVersions = (song: Song, study: SongStudy, options: FingerOptions = {}): readonly EasierVersion[] => {
  const whole = study.written.pattern.strokes.length;
  const made = levelsOf(song, study).flatMap(({ key, name, song: easier }): EasierVersion[] => {
    if (!easier) return [];
    const { pattern } = writeSong(easier);
    if (pattern.strokes.length === 0 || (key !== 'half' && pattern.strokes.length === whole)) return [];
    const { ceiling } = judge(pattern, options);
    return [{ key, name, song: easier, strokes: pattern.strokes.length, ceiling: ceiling?.bpm ?? null }];
  });
  const ceiling = study.judgement.ceiling?.bpm ?? null;
  return [...made, { key: 'written', name: 'as written', strokes: whole, ceiling }];
};
