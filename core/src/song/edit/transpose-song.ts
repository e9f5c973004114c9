import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { findVoicings, type Voicing } from '../../harmony/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import type { SongChange } from './song-edit.ts';
import type { Bar, Song } from '../model/song.ts';
import { transposeChordSymbol } from '../chart/transpose-symbol.ts';

interface ReplacedShape {
  readonly from: string;
  readonly to: string;
  readonly voicing: Voicing;
}

/** The easiest shape of each of a song's chords once its symbol is another, on an instrument. */
const chooseShapes = (
  { voicings }: Song,
  instrument: Instrument,
  rename: (symbol: string) => string,
): Result<readonly ReplacedShape[]> => {
  const problems: Problem[] = [];
  const shapes = Object.entries(voicings).flatMap(([from, old]): ReplacedShape[] => {
    const to = rename(from);
    // What is named by its frets, or not at all, moves with no symbol.
    if (!/^[A-G]/.test(from)) return [{ from, to: from, voicing: old }];
    const found = findVoicings(to, instrument, { maxResults: 1 });
    if (!found.ok) problems.push(...found.problems);
    else if (found.value[0]) return [{ from, to, voicing: { ...found.value[0].voicing, chord: to } }];
    else problems.push(createProblem('chord-without-shape', { value: to }));
    return [];
  });
  return problems.length > 0 ? failure(...problems.slice(0, 20)) : success(shapes);
};

const renameChords = (bar: Bar, names: ReadonlyMap<string, string>): Bar => ({
  ...bar,
  chords: bar.chords.map(({ at, voicing }) => ({ at, voicing: names.get(voicing) ?? voicing })),
});

/** The edit that gives a song other shapes under other names. */
const createShapesEdit = (song: Song, instrument: Instrument, shapes: readonly ReplacedShape[]): SongChange => {
  const names = new Map(shapes.map(({ from, to }) => [from, to]));
  const kept = new Set(shapes.map(({ to }) => to));
  const bars = (all: readonly Bar[]): readonly Bar[] => all.map((bar) => renameChords(bar, names));
  return {
    kind: 'batch',
    edits: [
      { kind: 'setInstrument', instrument },
      ...shapes.map(({ to, voicing }) => ({ kind: 'setVoicing' as const, id: to, voicing })),
      { kind: 'setSections', sections: song.sections.map((section) => ({ ...section, bars: bars(section.bars) })) },
      {
        kind: 'setForm',
        form: song.form.map((part) =>
          part.endings ? { ...part, endings: part.endings.map((one) => ({ ...one, bars: bars(one.bars) })) } : part,
        ),
      },
      ...Object.keys(song.voicings)
        .filter((id) => !kept.has(id))
        .map((id) => ({ kind: 'setVoicing' as const, id, voicing: undefined })),
    ],
  };
};

/**
 * The edit that moves a song by semitones: every chord under its new name, with its easiest shape. Errors: those of
 * symbols, `chord-without-shape`.
 * @example
 * Object.keys(
 *   valueOrThrow(applySongEdit(createSong('Song'), valueOrThrow(createTransposeEdit(createSong('Song'), 2)))).document
 *     .voicings,
 * ).join() // => 'D'
 */
export const createTransposeEdit = (song: Song, semitones: number): Result<SongChange> => {
  const shapes = chooseShapes(song, song.instrument, (symbol) => transposeChordSymbol(symbol, semitones));
  return shapes.ok ? success(createShapesEdit(song, song.instrument, shapes.value)) : shapes;
};

/**
 * The edit that puts a capo on and keeps the key a song sounds in: the same chords with the shapes that sound them
 * there.
 * @example
 * valueOrThrow(
 *   applySongEdit(createSong('Song'), valueOrThrow(createCapoEdit(createSong('Song'), 5))),
 * ).document.voicings.C.frets.join(' ') // => '3 2 0 0 0 3'
 */
export const createCapoEdit = (song: Song, capo: number): Result<SongChange> => {
  const instrument = { ...song.instrument, capo };
  const shapes = chooseShapes(song, instrument, (symbol) => symbol);
  return shapes.ok ? success(createShapesEdit(song, instrument, shapes.value)) : shapes;
};
