import { fretOfString, createOpenStringsVoicing, isStringSounding, type Voicing } from '../../harmony/index.ts';
import { stringCount, type Instrument } from '../../instrument/index.ts';
import {
  compareByTimeThenString,
  findStringOfRole,
  formatBarStrokeId,
  formatStrokeReference,
  isThumbStroke,
  type VariableBar,
  type Pattern,
  type ChordRole,
  type ChordChange,
  type Stroke,
} from '../../pattern/index.ts';
import { flattenScore, type Score } from '../../score/index.ts';
import { convertTempo, isSubdivisionPossible, ticksPerBeat, type Metre } from '../../time/index.ts';
import type { Bar, BarChord, SectionDamping, Song } from '../model/song.ts';
import { unfoldForm, type PlayedBar } from '../model/unfold-form.ts';

/** A stroke that nothing sounds of, because the chord mutes its string, and the sounding string next to it. */
export interface MutedStroke {
  readonly bar: number;
  readonly stroke: string;
  readonly string: number;
  readonly chord: string;
  readonly nearest: number | null;
}

/** A song written out as one long pattern, every note with its fret, and what stood in the way. */
export interface ExpandedSong {
  /** Its strokes' ids are references to the song's (`parseStrokeReference`). */
  readonly pattern: Pattern;
  readonly bars: readonly PlayedBar[];
  /** The shape that holds where each bar begins. */
  readonly shapes: readonly Voicing[];
  /** Every chord with the tick it is held from, the first at 0. */
  readonly chords: readonly ChordChange[];
  readonly mutedStrokes: readonly MutedStroke[];
}

const getChords = (bar: Bar): readonly BarChord[] => (bar.chords.length > 0 ? bar.chords : []);

/** The shape that holds at a tick of a bar; what held before where the bar says nothing. */
const getShapeAt = (song: Song, bar: Bar, at: number, before: Voicing): Voicing => {
  const chord = [...getChords(bar)].reverse().find((one) => one.at <= at);
  return (chord && song.voicings[chord.voicing]) ?? before;
};

/** The ticks of a bar at which its figure begins. */
const listFigureStarts = (bar: Bar, ticks: number): readonly number[] => {
  if (typeof bar.texture === 'string' || !('figure' in bar.texture)) return [0];
  if (bar.texture.begins !== 'each chord') return [0];
  return [...new Set([0, ...bar.chords.map(({ at }) => at)])].filter((at) => at < ticks).sort((a, b) => a - b);
};

/** The strokes of a figure over a stretch of a bar, from so far into the figure on, each named once. */
const tileFigure = (
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
const countContinuedTicks = (played: readonly PlayedBar[], index: number): number => {
  const here = played[index] as PlayedBar;
  let back = 0;
  for (let at = index - 1; at >= 0; at -= 1) {
    const before = played[at] as PlayedBar;
    if (before.formIndex !== here.formIndex || before.repeat !== here.repeat || !hasSameFigure(before.bar, here.bar))
      break;
    back += before.ticks;
  }
  return back;
};

const hasSameFigure = (a: Bar, b: Bar): boolean =>
  typeof a.texture === 'object' &&
  typeof b.texture === 'object' &&
  'figure' in a.texture &&
  'figure' in b.texture &&
  a.texture.figure === b.texture.figure &&
  a.texture.begins === 'runs on';

/** What the picking hand does in a bar before the chords say on which strings: ticks from the bar's start. */
const expandUnboundStrokes = (song: Song, played: readonly PlayedBar[], index: number): readonly Stroke[] => {
  const { bar, ticks } = played[index] as PlayedBar;
  const { texture } = bar;
  if (texture === 'rest') return [];
  if ('written' in texture) return texture.written.filter(({ at }) => at < ticks);
  const figure = song.figures.find(({ id }) => id === texture.figure);
  if (!figure || figure.length <= 0) return [];
  const starts = listFigureStarts(bar, ticks);
  const into = texture.begins === 'runs on' ? countContinuedTicks(played, index) % figure.length : 0;
  return starts.flatMap((from, place) =>
    tileFigure(figure.strokes, figure.length, [from, starts[place + 1] ?? ticks], into),
  );
};

/** A stroke of a bar before it is written out: of the melody or of what the hand plays otherwise. */
interface LooseStroke {
  readonly stroke: Stroke;
  readonly isMelody: boolean;
}

/** A melody note takes the place of what is struck on its string at its time. */
const mergeMelody = (strokes: readonly Stroke[], melody: readonly Stroke[] = []): readonly LooseStroke[] => {
  const taken = new Set(melody.map(({ at, string }) => `${at}/${string}`));
  return [
    ...strokes.filter(({ at, string }) => !taken.has(`${at}/${string}`)).map((stroke) => ({ stroke, isMelody: false })),
    ...melody.map((stroke) => ({ stroke, isMelody: true })),
  ];
};

/** What is played in each bar as the form goes, before the chords say on which strings; the melody with it. */
export const expandUnboundBars = (song: Song): readonly (readonly Stroke[])[] => {
  const played = unfoldForm(song);
  return played.map(({ bar }, index) =>
    removeDuplicatesPerString(
      mergeMelody(expandUnboundStrokes(song, played, index), bar.melody).map(({ stroke, isMelody }) => ({
        ...stroke,
        id: formatBarStrokeId(stroke.id, isMelody),
      })),
    ),
  );
};

const findNearestSoundingString = (voicing: Voicing, string: number, strings: number): number | null => {
  const all = Array.from({ length: strings }, (_, index) => index + 1).filter((one) => isStringSounding(voicing, one));
  return [...all].sort((a, b) => Math.abs(a - string) - Math.abs(b - string) || b - a)[0] ?? null;
};

/** The strings of the bass and what alternates with it, worked out once for a shape on an instrument. */
const roleStringCache = new WeakMap<
  Voicing,
  { readonly instrument: Instrument; readonly strings: Map<ChordRole, number | null> }
>();

const getRoleString = (instrument: Instrument, voicing: Voicing, role: ChordRole): number | null => {
  const known = roleStringCache.get(voicing);
  const own = known?.instrument === instrument ? known : { instrument, strings: new Map<ChordRole, number | null>() };
  const found = own.strings.get(role);
  if (found !== undefined) return found;
  const string = findStringOfRole(instrument, voicing, role);
  own.strings.set(role, string);
  roleStringCache.set(voicing, own);
  return string;
};

/** A stroke on the string its chord gives it, with the fret it sounds at; undefined where the chord mutes it. */
const bindToChord = (song: Song, stroke: Stroke, voicing: Voicing): Stroke | undefined => {
  const string = stroke.role ? (getRoleString(song.instrument, voicing, stroke.role) ?? stroke.string) : stroke.string;
  if (stroke.harmonic?.kind === 'natural' || stroke.fret !== undefined) return { ...stroke, string };
  const fret = fretOfString(voicing, string);
  // What it carries of the chord stays with it: the thumb's part is the thumb's wherever it lies.
  return fret === null ? undefined : { ...stroke, string, fret };
};

/** A stroke as its section has it damped; the thumb's part is what carries the chord's bass or lies on its strings. */
const dampBySection = (song: Song, stroke: Stroke, damping: SectionDamping | undefined): Stroke => {
  if (!damping || stroke.ring || stroke.harmonic) return stroke;
  const isThumb = stroke.role !== undefined || isThumbStroke(song.instrument, stroke);
  return damping === 'all' || isThumb ? { ...stroke, damped: true } : stroke;
};

interface ExpandedBar {
  readonly strokes: readonly Stroke[];
  readonly muted: readonly MutedStroke[];
  /** What holds at the bar's end. */
  readonly voicing: Voicing;
}

/** Two strokes on one string at one time are one: the later one in the list, as a melody over a figure is. */
const removeDuplicatesPerString = (strokes: readonly Stroke[]): readonly Stroke[] => [
  ...new Map(strokes.map((stroke) => [`${stroke.at}/${stroke.string}`, stroke])).values(),
];

/** A bar as it was written out, and all that hung on. */
interface BarCacheEntry {
  readonly written: ExpandedBar;
  readonly at: number;
  readonly before: Voicing;
  readonly into: number;
  readonly damping: SectionDamping | undefined;
  readonly song: Pick<Song, 'figures' | 'voicings' | 'instrument' | 'metre'>;
}

/** Bars stay the same values from edit to edit, and their strokes with them: by bar, then by its number as played. */
const barCache = new WeakMap<Bar, Map<number, BarCacheEntry>>();

const hasSameContext = (a: BarCacheEntry['song'], b: Song): boolean =>
  a.figures === b.figures && a.voicings === b.voicings && a.instrument === b.instrument && a.metre === b.metre;

const continuesFigure = ({ texture }: Bar): boolean =>
  typeof texture === 'object' && 'figure' in texture && texture.begins === 'runs on';

const expandBar = (song: Song, played: readonly PlayedBar[], index: number, before: Voicing): ExpandedBar => {
  const { bar, startTick, damping } = played[index] as PlayedBar;
  const into = continuesFigure(bar) ? countContinuedTicks(played, index) : 0;
  const all = barCache.get(bar) ?? new Map<number, BarCacheEntry>();
  const known = all.get(index);
  const isAsBefore = known?.at === startTick && known.before === before && known.into === into;
  if (isAsBefore && known.damping === damping && hasSameContext(known.song, song)) return known.written;
  const written = expandBarUncached(song, played, index, before);
  const { figures, voicings, instrument, metre } = song;
  all.set(index, { written, at: startTick, before, into, damping, song: { figures, voicings, instrument, metre } });
  barCache.set(bar, all);
  return written;
};

const expandBarUncached = (song: Song, played: readonly PlayedBar[], index: number, before: Voicing): ExpandedBar => {
  const { bar, ticks, startTick: start, damping } = played[index] as PlayedBar;
  const loose = mergeMelody(expandUnboundStrokes(song, played, index), bar.melody);
  const muted: MutedStroke[] = [];
  const strokes: Stroke[] = [];
  for (const { stroke, isMelody } of loose) {
    const voicing = getShapeAt(song, bar, stroke.at, before);
    const done = bindToChord(song, stroke, voicing);
    const id = formatStrokeReference({ bar: index, stroke: stroke.id, isMelody });
    if (done) strokes.push({ ...dampBySection(song, done, damping), id, at: stroke.at + start });
    else {
      const nearest = findNearestSoundingString(voicing, stroke.string, stringCount(song.instrument));
      muted.push({ bar: index, stroke: stroke.id, string: stroke.string, chord: voicing.chord, nearest });
    }
  }
  return { strokes: removeDuplicatesPerString(strokes), muted, voicing: getShapeAt(song, bar, ticks, before) };
};

const findFirstShape = (song: Song, played: readonly PlayedBar[]): Voicing =>
  played
    .flatMap(({ bar }) => bar.chords.map(({ voicing }) => song.voicings[voicing]))
    .find((voicing) => voicing !== undefined) ?? createOpenStringsVoicing(stringCount(song.instrument));

/** The chords of a song as they are held, in order. */
const listChordSpans = (song: Song, played: readonly PlayedBar[], first: Voicing): readonly ChordChange[] => {
  const spans = played.flatMap(({ bar, startTick }) =>
    bar.chords.flatMap(({ at, voicing }) => {
      const shape = song.voicings[voicing];
      return shape ? [{ at: startTick + at, voicing: shape }] : [];
    }),
  );
  return spans[0]?.at === 0 ? spans : [{ at: 0, voicing: first }, ...spans];
};

/**
 * Writes a song out as it is played: the form unfolded, figures laid over the bars, strokes bound to the bass on the
 * strings their chord gives them, every note with its fret. A stroke whose string the chord mutes is left out and
 * named.
 * @example
 * expandSong(createSong('Song')).pattern.bars // => 4
 */
export const expandSong = (song: Song): ExpandedSong => {
  const played = unfoldForm(song);
  const strokes: Stroke[] = [];
  const muted: MutedStroke[] = [];
  const shapes: Voicing[] = [];
  let voicing = findFirstShape(song, played);
  const first = voicing;
  played.forEach(({ bar }, index) => {
    shapes.push(getShapeAt(song, bar, 0, voicing));
    const written = expandBar(song, played, index, voicing);
    strokes.push(...written.strokes);
    muted.push(...written.muted);
    voicing = written.voicing;
  });
  const pattern = toPattern(song, first, Math.max(1, played.length), strokes.sort(compareByTimeThenString));
  const course = createTempoMap(song, played);
  const chords = listChordSpans(song, played, first);
  return { pattern: course ? { ...pattern, course } : pattern, bars: played, shapes, chords, mutedStrokes: muted };
};

/** A song's strokes as one long pattern: a line, not a cycle. */
const toPattern = (song: Song, voicing: Voicing, bars: number, strokes: readonly Stroke[]): Pattern => ({
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
  ...(song.swingUnit ? { swingUnit: song.swingUnit } : {}),
  ...(song.ownSchool ? { ownSchool: song.ownSchool } : {}),
});

/** A bar's tempo in beats of its own metre: the song's beat keeps its length whatever the metre. */
const getBarTempo = (song: Song, { bar, tempo }: PlayedBar): number =>
  convertTempo(tempo, song.metre, bar.metre ?? song.metre);

/** Metre and tempo bar by bar, where they are not the same all through. */
const createTempoMap = (song: Song, played: readonly PlayedBar[]): readonly VariableBar[] | undefined =>
  played.some(({ bar, tempo }) => bar.metre || tempo !== song.tempo)
    ? played.map((one) => ({ metre: one.bar.metre ?? song.metre, tempo: getBarTempo(song, one) }))
    : undefined;

/** The shape that holds at the beginning of a bar as it is played. */
const getShapeBefore = (song: Song, played: readonly PlayedBar[], index: number): Voicing => {
  return played
    .slice(0, index)
    .reduce((voicing, { bar, ticks }) => getShapeAt(song, bar, ticks, voicing), findFirstShape(song, played));
};

/**
 * One bar as it is played (counted from 0) as a pattern to be edited: its strokes still bound to the bass where they
 * are, with frets only where they have their own, on the chord it begins with.
 * @example
 * createBarPattern(createSong('Song'), 0).strokes[0].role // => 'bass'
 */
export const createBarPattern = (song: Song, index: number): Pattern => {
  const played = unfoldForm(song);
  const here = played[index];
  if (!here) return toPattern(song, findFirstShape(song, played), 1, []);
  const { bar } = here;
  const voicing = getShapeAt(song, bar, 0, getShapeBefore(song, played, index));
  const strokes = removeDuplicatesPerString(
    expandUnboundStrokes(song, played, index).map((stroke) => ({
      ...stroke,
      string: stroke.role ? (findStringOfRole(song.instrument, voicing, stroke.role) ?? stroke.string) : stroke.string,
    })),
  );
  return {
    ...toPattern(song, voicing, 1, [...strokes].sort(compareByTimeThenString)),
    ...getBarSettings(song, here),
    cyclic: true,
  };
};

/** Parts a beat of another metre is cut in, so that they are as long as they were, or whole beats. */
export const convertSubdivision = (
  { metre: own, subdivision }: Pick<Pattern, 'metre' | 'subdivision'>,
  metre: Metre,
): number => {
  const wanted = Math.round((subdivision * ticksPerBeat(metre)) / ticksPerBeat(own));
  return wanted >= 1 && isSubdivisionPossible(metre, wanted) ? wanted : 1;
};

/** What a bar's own metre and tempo make of it as a pattern; nothing where they are the song's. */
const getBarSettings = (song: Song, played: PlayedBar): Partial<Pick<Pattern, 'metre' | 'tempo' | 'subdivision'>> => {
  const metre = played.bar.metre ?? song.metre;
  return { metre, tempo: getBarTempo(song, played), subdivision: convertSubdivision(song, metre) };
};

/**
 * Makes a song flat: each stroke with its fret, pitch and sounding length, the chords, and the clock.
 * @example
 * flattenSong(createSong('Song')).bars.length // => 4
 */
export const flattenSong = (song: Song, written: ExpandedSong = expandSong(song)): Score => ({
  ...flattenScore(written.pattern),
  chords: written.chords,
});
