import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { describeGrip, findShapeMismatch, findVoicings, type Voicing } from '../../harmony/index.ts';
import { formatTuning, type Instrument } from '../../instrument/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import { createSymbolTransposer, formatKey, parseKey, transposeKey } from '../../theory/index.ts';
import { findSongKey } from '../analysis/song-key.ts';
import { listChordSymbols } from '../analysis/list-chord-symbols.ts';
import type { Bar, Song } from '../model/song.ts';
import { moveStrokes, type FretMove } from './move-strokes.ts';
import type { SongChange, SongEdit } from './song-edit.ts';

/**
 * What becomes of the shapes: the same grips moved along the neck, so that every note moves alike, or the easiest
 * shapes of the new chords, which sound the same chords in other positions.
 */
export const TRANSPOSE_METHODS = ['same-grips', 'easiest-shapes'] as const;

/** A way of moving shapes. */
export type TransposeMethod = (typeof TRANSPOSE_METHODS)[number];

/** Where a song is to go: by semitones, with another capo or not, or to a capo behind which it sounds as before. */
export type TransposeTarget = { readonly semitones: number; readonly capo?: number } | { readonly capo: number };

/** A chord before and after. */
export interface TransposedChord {
  readonly from: string;
  readonly to: string;
  readonly before: Voicing;
  readonly after: Voicing;
  /** The fret of its barre before and after; 0 for none. */
  readonly barres: readonly [before: number, after: number];
}

/** A note that cannot go where it should: it stays as it is written. */
export interface UnmovableNote {
  /** The section, or the figure, it stands in, by name. */
  readonly place: string;
  /** Its bar in the section, from 1; null in a figure. */
  readonly bar: number | null;
  readonly string: number;
  readonly fret: number;
  /** The fret it would need on its own string; null for a natural harmonic, which has its place on the string. */
  readonly needed: number | null;
}

/** What moving a song comes to, before it is done. */
export interface TransposePlan {
  readonly edit: SongChange;
  readonly chords: readonly TransposedChord[];
  /** Notes with a fret of their own that move along, those that go to another string among them. */
  readonly movedNotes: number;
  readonly notesOnOtherStrings: number;
  readonly unmovable: readonly UnmovableNote[];
}

interface Move extends FretMove {
  /** Semitones what sounds moves by. */
  readonly semitones: number;
  /** The instrument shapes are looked for on: raised by its capo where symbols name what sounds. */
  readonly shapesOn: Instrument;
  readonly rename: (symbol: string) => string;
  readonly method: TransposeMethod;
}

/** What is named by its frets, or not at all, has no symbol to move. */
const hasSymbol = (name: string): boolean => /^[A-H]/.test(name);

const shiftShape = (voicing: Voicing, { by, instrument }: FretMove): Voicing | undefined => {
  const highest = instrument.frets - instrument.capo;
  const frets = voicing.frets.map((fret) => (fret === null ? null : fret + by));
  const fits = frets.every((fret) => fret === null || (fret >= 0 && fret <= highest));
  return fits ? { ...voicing, frets } : undefined;
};

const chooseShape = (old: Voicing, to: string, move: Move): Result<Voicing> => {
  if (move.method === 'same-grips') {
    const shifted = shiftShape(old, move);
    return shifted ? success(shifted) : failure(createProblem('chord-without-shape', { value: to }));
  }
  if (!hasSymbol(to)) return success(shiftShape(old, move) ?? old);
  const found = findVoicings(to, move.shapesOn, { maxResults: 1 });
  if (!found.ok) return found;
  const best = found.value[0];
  return best ? success(best.voicing) : failure(createProblem('chord-without-shape', { value: to }));
};

const moveChords = (song: Song, move: Move): Result<readonly (TransposedChord & { readonly id: string })[]> => {
  const problems: Problem[] = [];
  const taken = new Map<string, string>();
  const chords = Object.entries(song.voicings).flatMap(([from, before]) => {
    const to = hasSymbol(from) ? move.rename(from) : from;
    const chosen = chooseShape(before, to, move);
    if (!chosen.ok) {
      problems.push(...chosen.problems);
      return [];
    }
    const after = { ...chosen.value, chord: hasSymbol(from) ? to : before.chord };
    // Two shapes that come by the same name are told apart, as long as they differ.
    const look = after.frets.join();
    const id = taken.has(to) && taken.get(to) !== look ? `${to} ${taken.size}` : to;
    taken.set(id, look);
    const barres = [before, after].map((voicing) => describeGrip(voicing)?.barre ?? 0);
    return [{ id, from, to, before, after, barres: [barres[0] as number, barres[1] as number] as const }];
  });
  return problems.length > 0 ? failure(...problems.slice(0, 20)) : success(chords);
};

interface Counted {
  moved: number;
  onOtherStrings: number;
  readonly unmovable: UnmovableNote[];
}

/** Moves strokes of one place and writes down what became of them. */
const createMover =
  (move: FretMove, counted: Counted) =>
  (strokes: readonly Stroke[], place: string, bar: number | null): readonly Stroke[] => {
    const done = moveStrokes(strokes, move);
    counted.moved += done.moved;
    counted.onOtherStrings += done.onOtherStrings;
    counted.unmovable.push(...done.unmovable.map((note) => ({ ...note, place, bar })));
    return done.strokes;
  };

/** A key that was given goes along; behind a capo that changes nothing it stays. */
const moveKey = (song: Song, { semitones }: Move): readonly SongEdit[] => {
  const key = song.key === undefined || semitones === 0 ? undefined : parseKey(song.key);
  return key ? [{ kind: 'setKey', key: formatKey(transposeKey(key, semitones)) }] : [];
};

/** The edit that gives a song other shapes under other names, and its own notes other frets. */
const createMoveEdit = (
  song: Song,
  move: Move,
  chords: readonly (TransposedChord & { readonly id: string })[],
  counted: Counted,
): SongChange => {
  const names = new Map(chords.map(({ from, id }) => [from, id]));
  const moveAll = createMover(move, counted);
  const moveBar = (bar: Bar, place: string, number: number): Bar => ({
    ...bar,
    chords: bar.chords.map(({ at, voicing }) => ({ at, voicing: names.get(voicing) ?? voicing })),
    ...(typeof bar.texture === 'object' && 'written' in bar.texture
      ? { texture: { written: moveAll(bar.texture.written, place, number) } }
      : {}),
    ...(bar.melody ? { melody: moveAll(bar.melody, place, number) } : {}),
  });
  const moveBars = (bars: readonly Bar[], place: string): readonly Bar[] =>
    bars.map((bar, index) => moveBar(bar, place, index + 1));
  const nameOf = (id: string): string => song.sections.find((section) => section.id === id)?.name ?? id;
  const kept = new Set(names.values());
  return {
    kind: 'batch',
    edits: [
      { kind: 'setInstrument', instrument: move.instrument },
      ...moveKey(song, move),
      ...chords.map(({ id, after }) => ({ kind: 'setVoicing' as const, id, voicing: after })),
      {
        kind: 'setFigures',
        figures: song.figures.map((figure) => ({ ...figure, strokes: moveAll(figure.strokes, figure.name, null) })),
      },
      {
        kind: 'setSections',
        sections: song.sections.map((section) => ({ ...section, bars: moveBars(section.bars, section.name) })),
      },
      {
        kind: 'setForm',
        form: song.form.map((part) =>
          part.endings
            ? {
                ...part,
                endings: part.endings.map((one) => ({ ...one, bars: moveBars(one.bars, nameOf(part.section)) })),
              }
            : part,
        ),
      },
      ...Object.keys(song.voicings)
        .filter((id) => !kept.has(id))
        .map((id) => ({ kind: 'setVoicing' as const, id, voicing: undefined })),
    ],
  };
};

/** Whether the symbols of a song name what is fingered, and not what sounds: without a capo they do both. */
const isNamedAsFingered = ({ instrument, voicings }: Song): boolean => {
  if (instrument.capo === 0) return true;
  const named = Object.values(voicings).filter(({ chord }) => hasSymbol(chord));
  const fits = (capo: number): number =>
    named.filter((voicing) => findShapeMismatch(voicing, { ...instrument, capo }, 'sounding') === undefined).length;
  return fits(0) > fits(instrument.capo);
};

/** The strings behind the capo as an instrument of their own, for symbols that name what sounds. */
const withoutCapo = ({ pitches, capo, frets }: Instrument): Instrument => ({
  tuning: formatTuning(pitches.map((pitch) => pitch + capo)),
  pitches: pitches.map((pitch) => pitch + capo),
  capo: 0,
  frets: frets - capo,
});

const createMove = (song: Song, target: TransposeTarget, method: TransposeMethod): Move => {
  const semitones = 'semitones' in target ? target.semitones : 0;
  const capo = target.capo ?? song.instrument.capo;
  const instrument: Instrument = { ...song.instrument, capo };
  const by = semitones - (capo - song.instrument.capo);
  const asFingered = isNamedAsFingered(song);
  const found = findSongKey(song);
  const songKey = asFingered ? found?.fingered : found?.sounding;
  const rename = createSymbolTransposer(listChordSymbols(song), asFingered ? by : semitones, songKey);
  const shapesOn = asFingered ? instrument : withoutCapo(instrument);
  const chordsMoveAlike = method === 'same-grips';
  return { semitones, by, instrument, shapesOn, rename, method, chordsMoveAlike };
};

/**
 * What it comes to to transpose a song, or to put a capo on and let it sound as before: chords under their new names
 * with their shapes, and every note with a fret of its own (written, melody, in a figure) moved by the same interval,
 * on
 * another string where its own has no such fret. What cannot move stays and is named. Errors: those of symbols,
 * `chord-without-shape` where a grip leaves the neck or a chord has no shape.
 * @example
 * valueOrThrow(planTransposition(createSong('Song'), { semitones: 2 }, 'easiest-shapes')).chords[0].to // => 'D'
 * valueOrThrow(planTransposition(createSong('Song'), { semitones: 2 }, 'same-grips')).chords[0].after.frets.join(' ')
 * // => ' 5 4 2 3 2'
 */
export const planTransposition = (
  song: Song,
  target: TransposeTarget,
  method: TransposeMethod,
): Result<TransposePlan> => {
  const move = createMove(song, target, method);
  const chords = moveChords(song, move);
  if (!chords.ok) return chords;
  const counted: Counted = { moved: 0, onOtherStrings: 0, unmovable: [] };
  const edit = createMoveEdit(song, move, chords.value, counted);
  return success({
    edit,
    chords: chords.value.map(({ id: _id, ...chord }) => chord),
    movedNotes: counted.moved,
    notesOnOtherStrings: counted.onOtherStrings,
    unmovable: counted.unmovable,
  });
};
