import { message, type Message } from '../../message/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { parseChordSymbol } from '../../harmony/index.ts';
import { pitchAt } from '../../instrument/index.ts';
import { formatBarStrokeId, parseBarIndex, parseStrokeReference, type Stroke } from '../../pattern/index.ts';
import { intervalSemitones, isReadChord, readChord } from '../../theory/index.ts';
import { createBarPattern, expandSong } from '../expansion/expand-song.ts';
import type { SongEdit } from './song-edit.ts';
import type { Song } from '../model/song.ts';
import { unfoldForm } from '../model/unfold-form.ts';

/** A note of a lick that follows its degree to the other chord. */
export interface FittedNote {
  readonly at: number;
  readonly string: number;
  /** The fret it has now. */
  readonly fret: number;
  /** Frets by which it differs from the lick moved as it was. */
  readonly by: number;
}

/** A lick moved along the neck to another chord. */
export interface MovedLick {
  /** The bar after it, in which it is now written. */
  readonly edit: SongEdit;
  /** Frets it is moved by, towards the bridge. */
  readonly fretShift: number;
  readonly from: string;
  readonly to: string;
  /** Lowest and highest fret it lands on, open strings left aside; null where it is all open. */
  readonly frets: readonly [number, number] | null;
  /** Notes that are another degree over the other chord, a third that becomes minor: where, and by how many frets. */
  readonly fittedNotes: readonly FittedNote[];
  /** Notes that rub against the other chord, a semitone from its third or seventh; they stay. */
  readonly clashes: readonly { readonly at: number; readonly string: number; readonly fret: number }[];
  /** What no longer fits: a stroke's place in its bar and string, and the fret it would need. */
  readonly droppedStrokes: readonly { readonly at: number; readonly string: number; readonly fret: number }[];
}

/** Semitones from one chord's root to another's, as moves along the neck: the shorter way first. */
const listSemitoneOffsets = (from: number, to: number): readonly number[] => {
  const up = (to - from + 12) % 12;
  if (up === 0) return [0];
  return up > 6 ? [up - 12, up] : [up, up - 12];
};

interface FrettedStroke extends Stroke {
  readonly fret: number;
}

const failLick = (why: Message): Result<MovedLick> => failure(createProblem('song-wrong', { problem: why }));

const idInBar = (id: string): string => {
  const found = parseStrokeReference(id);
  return found ? formatBarStrokeId(found.stroke, found.isMelody) : id;
};

/** The strokes of a bar as it is played, ticks from its start, each with the fret it sounds at. */
const extractLick = (song: Song, played: number): readonly FrettedStroke[] => {
  const { pattern, bars } = expandSong(song);
  const start = bars[played]?.startTick ?? 0;
  return pattern.strokes.flatMap(({ id, at, fret, role: _role, ...stroke }) =>
    parseBarIndex(id) === played ? [{ ...stroke, id: idInBar(id), at: at - start, fret: fret ?? 0 }] : [],
  );
};

/** A natural harmonic stands on its node, whatever the chord. */
const isNaturalHarmonic = ({ harmonic }: Stroke): boolean => harmonic?.kind === 'natural';

/** Intervals of a chord by degree, in semitones within the octave; a ninth is a second, a thirteenth a sixth. */
const degreesOf = (symbol: string): ReadonlyMap<number, number> => {
  const chord = readChord(symbol);
  if (!isReadChord(chord)) return new Map();
  return new Map(
    chord.intervals.map((interval) => {
      const number = Number(/^\d+/.exec(interval)?.[0]);
      return [((number - 1) % 7) + 1, intervalSemitones(interval) % 12] as const;
    }),
  );
};

/** Degrees that say what kind of chord it is: others stay where they are. */
const TELLING = [3, 5, 7] as const;

/** By how much a note over one chord’s root moves to be the same degree over another’s: a minor third a major one. */
const degreeShift = (interval: number, from: ReadonlyMap<number, number>, to: ReadonlyMap<number, number>): number => {
  const degree = TELLING.find((one) => from.get(one) === interval);
  const wanted = degree === undefined ? undefined : to.get(degree);
  return wanted === undefined ? 0 : wanted - interval;
};

/** Whether a note that is no tone of the chord lies a semitone from its third or seventh. */
const rubs = (interval: number, chord: ReadonlyMap<number, number>): boolean => {
  if ([...chord.values()].includes(interval)) return false;
  return [3, 7].some((degree) => {
    const tone = chord.get(degree);
    return tone !== undefined && (interval === (tone + 1) % 12 || interval === (tone + 11) % 12);
  });
};

interface LickFit {
  readonly fit: (stroke: FrettedStroke) => FrettedStroke;
  readonly rubs: (stroke: FrettedStroke) => boolean;
}

/** How notes of a lick over one chord become notes over another, once they are moved by what lies between the roots. */
const createFit = (song: Song, names: readonly string[], root: number): LickFit => {
  const [from, to] = names.map(degreesOf) as [ReadonlyMap<number, number>, ReadonlyMap<number, number>];
  const above = ({ string, fret }: FrettedStroke): number =>
    (((pitchAt(song.instrument, string, fret) - root) % 12) + 12) % 12;
  return {
    fit: (stroke) =>
      isNaturalHarmonic(stroke) ? stroke : { ...stroke, fret: stroke.fret + degreeShift(above(stroke), from, to) },
    rubs: (stroke) => !isNaturalHarmonic(stroke) && rubs(above(stroke), to),
  };
};

const moveStrokes = (lick: readonly FrettedStroke[], by: number, highest: number, { fit }: LickFit) => {
  const all = lick.map((stroke) => (isNaturalHarmonic(stroke) ? stroke : fit({ ...stroke, fret: stroke.fret + by })));
  const fits = ({ fret }: FrettedStroke): boolean => fret >= 0 && fret <= highest;
  return { by, kept: all.filter(fits), lost: all.filter((stroke) => !fits(stroke)) };
};

const removeFret = (stroke: FrettedStroke): Stroke => {
  const { fret: _fret, ...rest } = stroke;
  return isNaturalHarmonic(stroke) ? rest : stroke;
};

/**
 * Repeats the lick of a bar (counted from 0 as played) for the chord of the bar after it: moved along the neck by what
 * lies between the roots of the two chords, the way on which more of it fits, its thirds, fifths and sevenths those of
 * the other chord. What rubs is named, and what no longer fits is named and left out. Errors: `song-wrong` where there
 * is no bar after it in its section, or a chord has no root.
 * @example
 * moveLick(createSong('Song'), 3).ok // => false
 */
export const moveLick = (song: Song, played: number): Result<MovedLick> => {
  const form = unfoldForm(song);
  const [here, next] = [form[played], form[played + 1]];
  if (!here || here.isInEnding || next?.section !== here.section || next.index !== here.index + 1 || next.isInEnding)
    return failLick(message('song-problem.no-next-bar'));
  const names = [played, played + 1].map((bar) => createBarPattern(song, bar).voicing.chord);
  const [from, to] = names.map(parseChordSymbol);
  if (!from?.ok || !to?.ok) return failLick(message('song-problem.no-chord-root'));
  const lick = extractLick(song, played);
  if (lick.length === 0) return failLick(message('song-problem.lick-empty'));
  const highest = song.instrument.frets - song.instrument.capo;
  const fit = createFit(song, names, to.value.root);
  const ways = listSemitoneOffsets(from.value.root, to.value.root).map((by) => moveStrokes(lick, by, highest, fit));
  const best = ways.reduce((a, b) => (b.lost.length < a.lost.length ? b : a));
  const frets = best.kept.flatMap((stroke) => (isNaturalHarmonic(stroke) || stroke.fret === 0 ? [] : [stroke.fret]));
  return success({
    edit: createBarEdit(song, here.section, here.index + 1, best.kept.map(removeFret)),
    fretShift: best.by,
    from: names[0] as string,
    to: names[1] as string,
    frets: frets.length > 0 ? [Math.min(...frets), Math.max(...frets)] : null,
    fittedNotes: listFitted(lick, best),
    clashes: best.kept.filter(fit.rubs).map(({ at, string, fret }) => ({ at, string, fret })),
    droppedStrokes: best.lost.map(({ at, string, fret }) => ({ at, string, fret })),
  });
};

/** Notes that differ from the lick moved as it was. */
const listFitted = (
  lick: readonly FrettedStroke[],
  { by, kept }: { readonly by: number; readonly kept: readonly FrettedStroke[] },
): readonly FittedNote[] =>
  kept.flatMap(({ id, at, string, fret }) => {
    const before = lick.find((stroke) => stroke.id === id);
    const differs = before && !isNaturalHarmonic(before) ? fret - before.fret - by : 0;
    return differs === 0 ? [] : [{ at, string, fret, by: differs }];
  });

const createBarEdit = (song: Song, section: string, index: number, written: readonly Stroke[]): SongEdit => {
  const bars = song.sections.find(({ id }) => id === section)?.bars ?? [];
  const change = bars.map((bar, place) => {
    const { melody: _melody, ...rest } = bar;
    return place === index ? { ...rest, texture: { written } } : bar;
  });
  return { kind: 'setBars', section, bars: change };
};
