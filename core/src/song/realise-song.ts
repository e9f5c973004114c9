import { fretOn, openStrings, sounds, type Voicing } from '../harmony/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';
import {
  byTimeThenString,
  roleString,
  type CourseBar,
  type Pattern,
  type Role,
  type Stroke,
} from '../pattern/index.ts';
import { realise, type Score } from '../score/index.ts';
import { canSubdivide, ticksPerBeat, type Metre } from '../time/index.ts';
import type { Bar, BarChord, Song } from './song.ts';
import { unfoldForm, type PlayedBar } from './unfold.ts';

/** A stroke that nothing sounds of, because the chord mutes its string, and the sounding string next to it. */
export interface MutedStroke {
  readonly bar: number;
  readonly stroke: string;
  readonly string: number;
  readonly chord: string;
  readonly nearest: number | null;
}

/** A song written out as one long pattern, every note with its fret, and what stood in the way. */
export interface WrittenSong {
  /** Its strokes are named `bar/stroke`, the bar being counted from 0 as played. */
  readonly pattern: Pattern;
  readonly played: readonly PlayedBar[];
  readonly muted: readonly MutedStroke[];
}

/**
 * The bar, counted from 0 as played, of a stroke by its name.
 * @example
 * barOfStroke('3/t0.0.0') // => 3
 */
export const barOfStroke = (name: string): number => Number(name.slice(0, name.indexOf('/')));

const chordsOf = (bar: Bar): readonly BarChord[] => (bar.chords.length > 0 ? bar.chords : []);

/** The shape that holds at a tick of a bar; what held before where the bar says nothing. */
const shapeAt = (song: Song, bar: Bar, at: number, before: Voicing): Voicing => {
  const chord = [...chordsOf(bar)].reverse().find((one) => one.at <= at);
  return (chord && song.voicings[chord.voicing]) ?? before;
};

/** The ticks of a bar at which its figure begins. */
const beginnings = (bar: Bar, ticks: number): readonly number[] => {
  if (typeof bar.texture === 'string' || !('figure' in bar.texture)) return [0];
  if (bar.texture.begins !== 'each chord') return [0];
  return [...new Set([0, ...bar.chords.map(({ at }) => at)])].filter((at) => at < ticks).sort((a, b) => a - b);
};

/** The strokes of a figure over a stretch of a bar, from so far into the figure on, each named once. */
const figureOver = (
  strokes: readonly Stroke[],
  length: number,
  [from, to]: readonly [number, number],
  into: number,
): readonly Stroke[] => {
  const found: Stroke[] = [];
  for (let round = 0; round * length - into < to - from; round += 1)
    for (const stroke of strokes) {
      const at = from + stroke.at + round * length - into;
      if (at >= from && at < to) found.push({ ...stroke, id: `${stroke.id}.${round}.${from}`, at });
    }
  return found;
};

/** How far a figure that runs on has come when a bar begins: the bars before it in the same section that run on too. */
const ranOn = (played: readonly PlayedBar[], index: number): number => {
  const here = played[index] as PlayedBar;
  let back = 0;
  for (let at = index - 1; at >= 0; at -= 1) {
    const before = played[at] as PlayedBar;
    if (before.part !== here.part || before.time !== here.time || !sameFigure(before.bar, here.bar)) break;
    back += before.ticks;
  }
  return back;
};

const sameFigure = (a: Bar, b: Bar): boolean =>
  typeof a.texture === 'object' &&
  typeof b.texture === 'object' &&
  'figure' in a.texture &&
  'figure' in b.texture &&
  a.texture.figure === b.texture.figure &&
  a.texture.begins === 'runs on';

/** What the picking hand does in a bar before the chords say on which strings: ticks from the bar's start. */
const looseStrokes = (song: Song, played: readonly PlayedBar[], index: number): readonly Stroke[] => {
  const { bar, ticks } = played[index] as PlayedBar;
  const { texture } = bar;
  if (texture === 'rest') return [];
  if ('written' in texture) return texture.written.filter(({ at }) => at < ticks);
  const figure = song.figures.find(({ id }) => id === texture.figure);
  if (!figure || figure.length <= 0) return [];
  const starts = beginnings(bar, ticks);
  const into = texture.begins === 'runs on' ? ranOn(played, index) % figure.length : 0;
  return starts.flatMap((from, place) =>
    figureOver(figure.strokes, figure.length, [from, starts[place + 1] ?? ticks], into),
  );
};

/** A melody note takes the place of what is struck on its string at its time. */
const withMelody = (strokes: readonly Stroke[], melody: readonly Stroke[] = []): readonly Stroke[] => {
  const taken = new Set(melody.map(({ at, string }) => `${at}/${string}`));
  return [
    ...strokes.filter(({ at, string }) => !taken.has(`${at}/${string}`)),
    ...melody.map((stroke) => ({ ...stroke, id: `melody-${stroke.id}` })),
  ];
};

/** What is played in each bar as the form goes, before the chords say on which strings; the melody with it. */
export const looseBars = (song: Song): readonly (readonly Stroke[])[] => {
  const played = unfoldForm(song);
  return played.map(({ bar }, index) => onePerString(withMelody(looseStrokes(song, played, index), bar.melody)));
};

const nearestSounding = (voicing: Voicing, string: number, strings: number): number | null => {
  const all = Array.from({ length: strings }, (_, index) => index + 1).filter((one) => sounds(voicing, one));
  return [...all].sort((a, b) => Math.abs(a - string) - Math.abs(b - string) || b - a)[0] ?? null;
};

/** The strings of the bass and what alternates with it, worked out once for a shape on an instrument. */
const roleStrings = new WeakMap<
  Voicing,
  { readonly instrument: Instrument; readonly strings: Map<Role, number | null> }
>();

const stringOfRole = (instrument: Instrument, voicing: Voicing, role: Role): number | null => {
  const known = roleStrings.get(voicing);
  const own = known?.instrument === instrument ? known : { instrument, strings: new Map<Role, number | null>() };
  const found = own.strings.get(role);
  if (found !== undefined) return found;
  const string = roleString(instrument, voicing, role);
  own.strings.set(role, string);
  roleStrings.set(voicing, own);
  return string;
};

/** A stroke on the string its chord gives it, with the fret it sounds at; undefined where the chord mutes it. */
const placed = (song: Song, stroke: Stroke, voicing: Voicing): Stroke | undefined => {
  const string = stroke.role ? (stringOfRole(song.instrument, voicing, stroke.role) ?? stroke.string) : stroke.string;
  const { role: _role, ...rest } = stroke;
  if (stroke.harmonic?.kind === 'natural' || stroke.fret !== undefined) return { ...rest, string };
  const fret = fretOn(voicing, string);
  return fret === null ? undefined : { ...rest, string, fret };
};

interface Written {
  readonly strokes: readonly Stroke[];
  readonly muted: readonly MutedStroke[];
  /** What holds at the bar's end. */
  readonly voicing: Voicing;
}

/** Two strokes on one string at one time are one: the later one in the list, as a melody over a figure is. */
const onePerString = (strokes: readonly Stroke[]): readonly Stroke[] => [
  ...new Map(strokes.map((stroke) => [`${stroke.at}/${stroke.string}`, stroke])).values(),
];

/** A bar as it was written out, and all that hung on. */
interface WrittenBar {
  readonly written: Written;
  readonly at: number;
  readonly before: Voicing;
  readonly into: number;
  readonly song: Pick<Song, 'figures' | 'voicings' | 'instrument' | 'metre'>;
}

/** Bars stay the same values from edit to edit, and their strokes with them: by bar, then by its number as played. */
const writtenBars = new WeakMap<Bar, Map<number, WrittenBar>>();

const sameSong = (a: WrittenBar['song'], b: Song): boolean =>
  a.figures === b.figures && a.voicings === b.voicings && a.instrument === b.instrument && a.metre === b.metre;

const runsOn = ({ texture }: Bar): boolean =>
  typeof texture === 'object' && 'figure' in texture && texture.begins === 'runs on';

const writeBar = (song: Song, played: readonly PlayedBar[], index: number, before: Voicing): Written => {
  const { bar, at } = played[index] as PlayedBar;
  const into = runsOn(bar) ? ranOn(played, index) : 0;
  const all = writtenBars.get(bar) ?? new Map<number, WrittenBar>();
  const known = all.get(index);
  if (known?.at === at && known.before === before && known.into === into && sameSong(known.song, song))
    return known.written;
  const written = writeBarAnew(song, played, index, before);
  const { figures, voicings, instrument, metre } = song;
  all.set(index, { written, at, before, into, song: { figures, voicings, instrument, metre } });
  writtenBars.set(bar, all);
  return written;
};

const writeBarAnew = (song: Song, played: readonly PlayedBar[], index: number, before: Voicing): Written => {
  const { bar, ticks, at: start } = played[index] as PlayedBar;
  const loose = withMelody(looseStrokes(song, played, index), bar.melody);
  const muted: MutedStroke[] = [];
  const strokes: Stroke[] = [];
  for (const stroke of loose) {
    const voicing = shapeAt(song, bar, stroke.at, before);
    const done = placed(song, stroke, voicing);
    if (done) strokes.push({ ...done, id: `${index}/${stroke.id}`, at: stroke.at + start });
    else {
      const nearest = nearestSounding(voicing, stroke.string, stringCount(song.instrument));
      muted.push({ bar: index, stroke: stroke.id, string: stroke.string, chord: voicing.chord, nearest });
    }
  }
  return { strokes: onePerString(strokes), muted, voicing: shapeAt(song, bar, ticks, before) };
};

const firstShape = (song: Song, played: readonly PlayedBar[]): Voicing =>
  played
    .flatMap(({ bar }) => bar.chords.map(({ voicing }) => song.voicings[voicing]))
    .find((voicing) => voicing !== undefined) ?? openStrings(stringCount(song.instrument));

/**
 * Writes a song out as it is played: the form unfolded, figures laid over the bars, strokes bound to the bass on the
 * strings their chord gives them, every note with its fret. A stroke whose string the chord mutes is left out and named.
 * @example
 * writeSong(newSong('Song')).pattern.bars // => 4
 */
export const writeSong = (song: Song): WrittenSong => {
  const played = unfoldForm(song);
  const strokes: Stroke[] = [];
  const muted: MutedStroke[] = [];
  let voicing = firstShape(song, played);
  const first = voicing;
  played.forEach((_, index) => {
    const written = writeBar(song, played, index, voicing);
    strokes.push(...written.strokes);
    muted.push(...written.muted);
    voicing = written.voicing;
  });
  const pattern = asPattern(song, first, Math.max(1, played.length), strokes.sort(byTimeThenString));
  const course = courseOf(song, played);
  return { pattern: course ? { ...pattern, course } : pattern, played, muted };
};

/** A song's strokes as one long pattern: a line, not a cycle. */
const asPattern = (song: Song, voicing: Voicing, bars: number, strokes: readonly Stroke[]): Pattern => ({
  name: song.name,
  metre: song.metre,
  bars,
  subdivision: song.subdivision,
  tempo: song.tempo,
  instrument: song.instrument,
  voicing,
  school: song.school,
  cyclic: false,
  strokes,
  ...(song.swing === undefined ? {} : { swing: song.swing }),
  ...(song.ownSchool ? { ownSchool: song.ownSchool } : {}),
});

/** A bar's tempo in beats of its own metre: the song's beat keeps its length whatever the metre. */
const tempoOf = (song: Song, { bar, tempo }: PlayedBar): number =>
  (tempo * (bar.metre ?? song.metre).unit) / song.metre.unit;

/** Metre and tempo bar by bar, where they are not the same all through. */
const courseOf = (song: Song, played: readonly PlayedBar[]): readonly CourseBar[] | undefined =>
  played.some(({ bar, tempo }) => bar.metre || tempo !== song.tempo)
    ? played.map((one) => ({ metre: one.bar.metre ?? song.metre, tempo: tempoOf(song, one) }))
    : undefined;

/** The shape that holds at the beginning of a bar as it is played. */
const shapeBefore = (song: Song, played: readonly PlayedBar[], index: number): Voicing => {
  return played
    .slice(0, index)
    .reduce((voicing, { bar, ticks }) => shapeAt(song, bar, ticks, voicing), firstShape(song, played));
};

/**
 * One bar as it is played (counted from 0) as a pattern to be edited: its strokes still bound to the bass where they are,
 * with frets only where they have their own, on the chord it begins with.
 * @example
 * patternOfBar(newSong('Song'), 0).strokes[0].role // => 'bass'
 */
export const patternOfBar = (song: Song, index: number): Pattern => {
  const played = unfoldForm(song);
  const here = played[index];
  if (!here) return asPattern(song, firstShape(song, played), 1, []);
  const { bar } = here;
  const voicing = shapeAt(song, bar, 0, shapeBefore(song, played, index));
  const strokes = onePerString(
    looseStrokes(song, played, index).map((stroke) => ({
      ...stroke,
      string: stroke.role ? (roleString(song.instrument, voicing, stroke.role) ?? stroke.string) : stroke.string,
    })),
  );
  return {
    ...asPattern(song, voicing, 1, [...strokes].sort(byTimeThenString)),
    ...barFrame(song, here),
    cyclic: true,
  };
};

/** Parts a beat of another metre is cut in, so that they are as long as they were, or whole beats. */
export const subdivisionIn = (
  { metre: own, subdivision }: Pick<Pattern, 'metre' | 'subdivision'>,
  metre: Metre,
): number => {
  const wanted = Math.round((subdivision * ticksPerBeat(metre)) / ticksPerBeat(own));
  return wanted >= 1 && canSubdivide(metre, wanted) ? wanted : 1;
};

/** What a bar's own metre and tempo make of it as a pattern; nothing where they are the song's. */
const barFrame = (song: Song, played: PlayedBar): Partial<Pick<Pattern, 'metre' | 'tempo' | 'subdivision'>> => {
  const metre = played.bar.metre ?? song.metre;
  return { metre, tempo: tempoOf(song, played), subdivision: subdivisionIn(song, metre) };
};

/** The chords of a song as spans of its score. */
const chordSpans = (song: Song, played: readonly PlayedBar[], first: Voicing): Score['chords'] => {
  const spans = played.flatMap(({ bar, at: from }) =>
    bar.chords.flatMap(({ at, voicing }) => {
      const shape = song.voicings[voicing];
      return shape ? [{ at: from + at, voicing: shape }] : [];
    }),
  );
  return spans[0]?.at === 0 ? spans : [{ at: 0, voicing: first }, ...spans];
};

/**
 * Makes a song flat: each stroke with its fret, pitch and sounding length, the chords, and the clock.
 * @example
 * realiseSong(newSong('Song')).bars.length // => 4
 */
export const realiseSong = (song: Song, written: WrittenSong = writeSong(song)): Score => ({
  ...realise(written.pattern),
  chords: chordSpans(song, written.played, written.pattern.voicing),
});
