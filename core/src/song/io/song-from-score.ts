import { message } from '../../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import {
  inferShape,
  assignStrings,
  removeRedundantFrets,
  type ParsedBar,
  type ParsedChord,
  type ParsedMusic,
  type TimedNote,
} from '../../formats/index.ts';
import { createOpenStringsVoicing, findShape, findVoicings, type Voicing } from '../../harmony/index.ts';
import { formatKey } from '../../theory/index.ts';
import { isBassString, stringCount, type Instrument } from '../../instrument/index.ts';
import {
  findRoleOfString,
  findSubdivisionGrid,
  UNTITLED,
  compareByTimeThenString,
  type ChordRole,
  type Stroke,
} from '../../pattern/index.ts';
import {
  metreKey,
  isSameMetre,
  withUsualBeats,
  ticksPerUnit,
  TEMPO_RANGE,
  ticksPerBar,
  type Metre,
} from '../../time/index.ts';
import { createSong } from '../model/create-song.ts';
import { inferForm, type ImportedSection } from './infer-form.ts';
import { validateSong } from '../model/validate-song.ts';
import { SONG_LIMITS, type Bar, type BarChord, type Song, type SongFigure } from '../model/song.ts';

/** A song made of what was read of a file, and what has to be looked at. */
export interface ImportedSong {
  readonly song: Song;
  readonly remarks: readonly Problem[];
}

/** A bar with its strokes on their strings, each with its fret. */
interface BarWithStrings {
  readonly bar: ParsedBar;
  readonly ticks: number;
  readonly metre: Metre | undefined;
  readonly strokes: readonly Stroke[];
}

/**
 * The metre of a bar of its own length, where that is whole beats; undefined where the song's holds or none can be
 * said.
 */
const inferMetre = ({ metre, ticks }: ParsedBar, usual: Metre): Metre | undefined => {
  const beats = ticks / ticksPerUnit(metre);
  const isShort = Number.isInteger(beats) && beats >= 1 && ticks < ticksPerBar(metre);
  const whole = isShort ? withUsualBeats({ beats, unit: metre.unit }) : metre;
  return isSameMetre(whole, usual) ? undefined : whole;
};

/** All notes on their strings, bar by bar: positions are looked for over the whole piece. */
const assignStringsByBar = (music: ParsedMusic, usual: Metre) => {
  const starts: number[] = [];
  const notes: TimedNote[] = [];
  let start = 0;
  const lengths = music.bars.map((bar) => {
    const metre = inferMetre(bar, usual);
    const ticks = ticksPerBar(metre ?? usual);
    // A pickup that is no whole beats comes at the end of its bar.
    const by = starts.length === 0 && bar.ticks < ticks && music.bars.length > 1 ? ticks - bar.ticks : 0;
    for (const note of bar.notes) if (note.at + by < ticks) notes.push({ note, at: start + by + note.at });
    starts.push(start);
    start += ticks;
    return { metre, ticks };
  });
  const found = assignStrings(notes, music.instrument);
  const byBar = music.bars.map((): Stroke[] => []);
  let bar = 0;
  for (const stroke of [...found.strokes].sort(compareByTimeThenString)) {
    while (bar + 1 < starts.length && (starts[bar + 1] as number) <= stroke.at) bar += 1;
    byBar[bar]?.push({ ...stroke, at: stroke.at - (starts[bar] as number) });
  }
  const bars = music.bars.map((one, index): BarWithStrings => ({
    bar: one,
    strokes: (byBar[index] as Stroke[]).map((stroke, place) => ({ ...stroke, id: `s${place}` })),
    ...(lengths[index] as { readonly metre: Metre | undefined; readonly ticks: number }),
  }));
  return { bars, found };
};

/** Shapes by the names of their chords. */
interface ShapeTable {
  readonly byName: Map<string, Voicing>;
  readonly unheld: Set<string>;
}

const chooseShape = (instrument: Instrument, { symbol, frets }: ParsedChord): Voicing | undefined => {
  if (frets?.length === stringCount(instrument)) return { chord: symbol, frets };
  const found = findVoicings(symbol, instrument, { maxResults: 1 });
  const shape = findShape(instrument, symbol) ?? (found.ok ? found.value[0]?.voicing : undefined);
  return shape && { ...shape, chord: symbol };
};

/** The name under which a chord's shape is kept; undefined where it has none. */
const registerShape = (shapes: ShapeTable, instrument: Instrument, chord: ParsedChord): string | undefined => {
  const shape = chooseShape(instrument, chord);
  if (!shape) {
    shapes.unheld.add(chord.symbol);
    return undefined;
  }
  if (!shapes.byName.has(chord.symbol) && shapes.byName.size < SONG_LIMITS.voicings)
    shapes.byName.set(chord.symbol, shape);
  return chord.symbol;
};

/** The chords of a bar: those that are named, else one that is heard whole in it. */
const inferChords = (
  { bar, strokes, ticks }: BarWithStrings,
  shapes: ShapeTable,
  instrument: Instrument,
  named: boolean,
): readonly BarChord[] => {
  if (named)
    return bar.chords
      .filter(({ at }) => at < ticks)
      .slice(0, SONG_LIMITS.chords)
      .flatMap((chord) => {
        const voicing = registerShape(shapes, instrument, chord);
        return voicing === undefined ? [] : [{ at: chord.at, voicing }];
      })
      .filter(({ at }, index, all) => all.findIndex((one) => one.at === at) === index);
  const heard = inferShape(instrument, strokes);
  if (!heard) return [];
  shapes.byName.set(heard.chord, heard);
  return [{ at: 0, voicing: heard.chord }];
};

/** What of its chord a stroke that is free of frets carries. */
const getChordRole = (instrument: Instrument, shape: Voicing, { string, fret }: Stroke): ChordRole | undefined => {
  if (fret !== undefined || !isBassString(instrument, string)) return undefined;
  return findRoleOfString(instrument, shape, string);
};

/** The strokes of a bar over its chords: frets that are the chord's are left to it, basses bound to it. */
const bindToChords = (
  strokes: readonly Stroke[],
  chords: readonly BarChord[],
  held: Voicing,
  shapes: ShapeTable,
  instrument: Instrument,
): readonly Stroke[] =>
  strokes.map((stroke) => {
    const chord = chords.findLast(({ at }) => at <= stroke.at);
    const shape = (chord && shapes.byName.get(chord.voicing)) ?? held;
    const [free] = removeRedundantFrets([stroke], shape);
    const role = free && getChordRole(instrument, shape, free);
    return role && free ? { ...free, role } : (free ?? stroke);
  });

/** What the picking hand does in a bar, without the strings that the chord decides: equal bars are one figure. */
const createFingerprint = (strokes: readonly Stroke[], ticks: number): string =>
  JSON.stringify([
    ticks,
    strokes.map(({ id: _id, string, role, fretted: _fretted, ...rest }) => [role ?? string, rest]),
  ]);

/** Bars whose strokes come at least twice become figures, named in the order they come. */
const extractFigures = (bars: readonly { readonly strokes: readonly Stroke[]; readonly ticks: number }[]) => {
  const counts = new Map<string, number>();
  for (const { strokes, ticks } of bars) {
    const look = createFingerprint(strokes, ticks);
    counts.set(look, (counts.get(look) ?? 0) + 1);
  }
  const figures = new Map<string, SongFigure>();
  for (const { strokes, ticks } of bars) {
    const look = createFingerprint(strokes, ticks);
    if (strokes.length === 0 || (counts.get(look) ?? 0) < 2 || figures.has(look)) continue;
    if (figures.size >= SONG_LIMITS.figures) break;
    const number = figures.size + 1;
    figures.set(look, { id: `figure-${number}`, name: String(number), length: ticks, strokes });
  }
  return figures;
};

interface ImportedBars {
  readonly bars: readonly Bar[];
  readonly figures: readonly SongFigure[];
  readonly shapes: ShapeTable;
  readonly heard: boolean;
}

/** Whether something else than the bar before may be played before a bar: then its chord has to be said. */
const needsChordRestated = (bars: readonly BarWithStrings[], index: number): boolean => {
  const [here, before] = [bars[index]?.bar, bars[index - 1]?.bar];
  if (!here || !before) return true;
  return (
    here.section !== undefined ||
    here.repeatBegins === true ||
    here.tempo !== undefined ||
    before.endsSection === true ||
    before.repeatEnds !== undefined ||
    here.endings?.join() !== before.endings?.join()
  );
};

/** The chords of a bar as they are written: one that goes on is not said again, unless the bar begins something. */
const omitRepeatedChords = (all: readonly BarChord[], last: string, anew: boolean): readonly BarChord[] => {
  if (!anew) return all.filter(({ at, voicing }) => at > 0 || voicing !== last);
  return all[0]?.at === 0 || last === '' ? all : [{ at: 0, voicing: last }, ...all];
};

const textureOf = (strokes: readonly Stroke[], figure: SongFigure | undefined): Bar['texture'] => {
  if (strokes.length === 0) return 'rest';
  return figure ? { figure: figure.id, begins: 'each bar' } : { written: strokes };
};

const createBars = (strungOnes: readonly BarWithStrings[], instrument: Instrument): ImportedBars => {
  const shapes: ShapeTable = { byName: new Map(), unheld: new Set() };
  const named = strungOnes.some(({ bar }) => bar.chords.length > 0);
  let held: Voicing = createOpenStringsVoicing(stringCount(instrument));
  let last = '';
  const made = strungOnes.map((one, index) => {
    const all = inferChords(one, shapes, instrument, named);
    const chords = omitRepeatedChords(all, last, needsChordRestated(strungOnes, index));
    const strokes = bindToChords(one.strokes, all, held, shapes, instrument);
    const end = all.at(-1);
    held = (end && shapes.byName.get(end.voicing)) ?? held;
    last = end?.voicing ?? last;
    return { ...one, chords, strokes };
  });
  const figures = extractFigures(made);
  const bars = made.map(({ bar, chords, strokes, ticks, metre }): Bar => {
    return {
      chords,
      texture: textureOf(strokes, figures.get(createFingerprint(strokes, ticks))),
      ...(metre ? { metre } : {}),
      ...(bar.lyrics ? { words: bar.lyrics.slice(0, SONG_LIMITS.words) } : {}),
    };
  });
  return { bars, figures: [...figures.values()], shapes, heard: !named && shapes.byName.size > 0 };
};

const clampTempo = (tempo: number): number =>
  Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, Math.round(tempo * 100) / 100));

const createSections = (written: readonly ImportedSection[], tempo: number): Song['sections'] =>
  written.map(({ id, name, bars, tempo: own }) => ({
    id,
    name,
    bars,
    ...(own !== undefined && clampTempo(own) !== tempo ? { tempo: clampTempo(own) } : {}),
  }));

const findMostCommonMetre = (bars: readonly ParsedBar[]): Metre => {
  const votes = new Map<string, { count: number; readonly metre: Metre }>();
  for (const { metre } of bars) {
    const key = metreKey(metre);
    const vote = votes.get(key) ?? { count: 0, metre };
    vote.count += 1;
    votes.set(key, vote);
  }
  return [...votes.values()].sort((a, b) => b.count - a.count)[0]?.metre ?? { beats: 4, unit: 4 };
};

/** Bars that are taken of a piece that is longer than a song may be. */
const truncateScore = (music: ParsedMusic): ParsedMusic =>
  music.bars.length > SONG_LIMITS.bars ? { ...music, bars: music.bars.slice(0, SONG_LIMITS.bars) } : music;

const createImportRemarks = (
  music: ParsedMusic,
  { found, made }: { readonly found: ReturnType<typeof assignStrings>; readonly made: ImportedBars },
) => [
  ...(found.inferredCount > 0
    ? [
        createProblem(found.inferredCount === found.strokes.length ? 'positions-guessed' : 'some-positions-guessed', {
          value: found.inferredCount,
        }),
      ]
    : []),
  ...(found.unplayableNotes.length > 0
    ? [createProblem('notes-left-out', { value: found.unplayableNotes.length, where: message('place.several') })]
    : []),
  ...(found.duplicateCount > 0 ? [createProblem('notes-doubled', { value: found.duplicateCount })] : []),
  ...(made.heard ? [createProblem('chords-heard', { value: made.shapes.byName.size })] : []),
  ...[...made.shapes.unheld].map((symbol) => createProblem('chord-unheld', { symbol })),
  ...(music.bars.length > SONG_LIMITS.bars
    ? [createProblem('bars-left-out', { value: music.bars.length - SONG_LIMITS.bars })]
    : []),
  ...music.warnings,
];

/**
 * A song made of what was read of a file: sections by their marks, double lines and repeats, equal bars as one figure,
 * chords as they are named, else where one is heard whole. Errors: `no-notes`, `song-wrong`.
 * @example
 * createSongFromScore({ instrument: createPattern('P').instrument, bars: [], remarks: [] }).ok // => false
 */
export const createSongFromScore = (given: ParsedMusic): Result<ImportedSong> => {
  const music = truncateScore(given);
  if (!music.bars.some(({ notes }) => notes.length > 0)) return failure(createProblem('no-notes'));
  const metre = findMostCommonMetre(music.bars);
  const { bars: strungOnes, found } = assignStringsByBar(music, metre);
  const made = createBars(strungOnes, music.instrument);
  // A tempo that is said later on is that of its section.
  const tempo = clampTempo(music.bars.slice(0, 2).find((bar) => bar.tempo !== undefined)?.tempo ?? 80);
  const { sections, form } = inferForm(music.bars, made.bars);
  const { subdivision } = findSubdivisionGrid(
    strungOnes.flatMap(({ strokes }) => strokes.map(({ at }) => at)),
    metre,
  );
  const song = createSong((music.name || UNTITLED).slice(0, SONG_LIMITS.name), {
    instrument: music.instrument,
    metre,
    tempo,
    subdivision,
    ...(music.swing ? { swing: music.swing } : {}),
    ...(music.swingUnit ? { swingUnit: music.swingUnit } : {}),
    ...(music.key ? { key: formatKey(music.key) } : {}),
    ...(music.school ? { school: music.school } : {}),
    voicings: Object.fromEntries(made.shapes.byName),
    figures: made.figures,
    sections: createSections(sections, tempo),
    form,
  });
  const problems = validateSong(song);
  return problems.length > 0
    ? failure(...problems)
    : success({ song, remarks: createImportRemarks(given, { found, made }) });
};
