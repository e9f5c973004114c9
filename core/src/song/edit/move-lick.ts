import { message, type Message } from '../../message/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { parseChordSymbol } from '../../harmony/index.ts';
import type { Stroke } from '../../pattern/index.ts';
import { createBarPattern, expandSong } from '../expansion/expand-song.ts';
import type { SongEdit } from './song-edit.ts';
import type { Song } from '../model/song.ts';
import { unfoldForm } from '../model/unfold-form.ts';

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

/** The strokes of a bar as it is played, ticks from its start, each with the fret it sounds at. */
const extractLick = (song: Song, played: number): readonly FrettedStroke[] => {
  const own = `${played}/`;
  const { pattern, bars } = expandSong(song);
  const start = bars[played]?.startTick ?? 0;
  return pattern.strokes.flatMap(({ id, at, fret, ...stroke }) =>
    id.startsWith(own) ? [{ ...stroke, id: id.slice(own.length), at: at - start, fret: fret ?? 0 }] : [],
  );
};

/** A natural harmonic stands on its node, whatever the chord. */
const isNaturalHarmonic = ({ harmonic }: Stroke): boolean => harmonic?.kind === 'natural';

const moveStrokes = (lick: readonly FrettedStroke[], by: number, highest: number) => {
  const all = lick.map((stroke) => (isNaturalHarmonic(stroke) ? stroke : { ...stroke, fret: stroke.fret + by }));
  const fits = ({ fret }: FrettedStroke): boolean => fret >= 0 && fret <= highest;
  return { by, kept: all.filter(fits), lost: all.filter((stroke) => !fits(stroke)) };
};

const removeFret = (stroke: FrettedStroke): Stroke => {
  const { fret: _fret, ...rest } = stroke;
  return isNaturalHarmonic(stroke) ? rest : stroke;
};

/**
 * Repeats the lick of a bar (counted from 0 as played) for the chord of the bar after it: moved along the neck by what
 * lies between the roots of the two chords, the way on which more of it fits. What no longer fits is named and left
 * out. Errors: `song-wrong` where there is no bar after it in its section, or a chord has no root.
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
  const ways = listSemitoneOffsets(from.value.root, to.value.root).map((by) => moveStrokes(lick, by, highest));
  const best = ways.reduce((a, b) => (b.lost.length < a.lost.length ? b : a));
  const frets = best.kept.flatMap((stroke) => (isNaturalHarmonic(stroke) || stroke.fret === 0 ? [] : [stroke.fret]));
  return success({
    edit: createBarEdit(song, here.section, here.index + 1, best.kept.map(removeFret)),
    fretShift: best.by,
    from: names[0] as string,
    to: names[1] as string,
    frets: frets.length > 0 ? [Math.min(...frets), Math.max(...frets)] : null,
    droppedStrokes: best.lost.map(({ at, string, fret }) => ({ at, string, fret })),
  });
};

const createBarEdit = (song: Song, section: string, index: number, written: readonly Stroke[]): SongEdit => {
  const bars = song.sections.find(({ id }) => id === section)?.bars ?? [];
  const change = bars.map((bar, place) => {
    const { melody: _melody, ...rest } = bar;
    return place === index ? { ...rest, texture: { written } } : bar;
  });
  return { kind: 'setBars', section, bars: change };
};
