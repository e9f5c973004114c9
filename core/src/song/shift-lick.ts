import { message, type Message } from '../message/index.ts';
import { failure, problem, success, type Result } from '../errors/index.ts';
import { readChord } from '../harmony/index.ts';
import type { Stroke } from '../pattern/index.ts';
import { patternOfBar, writeSong } from './realise-song.ts';
import type { SongEdit } from './song-kind.ts';
import type { Song } from './song.ts';
import { unfoldForm } from './unfold.ts';

/** A lick moved along the neck to another chord. */
export interface ShiftedLick {
  /** The bar after it, in which it is now written. */
  readonly edit: SongEdit;
  /** Frets it is moved by, towards the bridge. */
  readonly by: number;
  readonly from: string;
  readonly to: string;
  /** Lowest and highest fret it lands on, open strings left aside; null where it is all open. */
  readonly frets: readonly [number, number] | null;
  /** What no longer fits: a stroke's place in its bar and string, and the fret it would need. */
  readonly lost: readonly { readonly at: number; readonly string: number; readonly fret: number }[];
}

/** Semitones from one chord's root to another's, as moves along the neck: the shorter way first. */
const waysBetween = (from: number, to: number): readonly number[] => {
  const up = (to - from + 12) % 12;
  return up === 0 ? [0] : up > 6 ? [up - 12, up] : [up, up - 12];
};

interface Fretted extends Stroke {
  readonly fret: number;
}

const wrong = (why: Message): Result<ShiftedLick> => failure(problem('song-wrong', { problem: why }));

/** The strokes of a bar as it is played, ticks from its start, each with the fret it sounds at. */
const lickOf = (song: Song, played: number): readonly Fretted[] => {
  const own = `${played}/`;
  const { pattern, played: bars } = writeSong(song);
  const start = bars[played]?.at ?? 0;
  return pattern.strokes.flatMap(({ id, at, fret, ...stroke }) =>
    id.startsWith(own) ? [{ ...stroke, id: id.slice(own.length), at: at - start, fret: fret ?? 0 }] : [],
  );
};

/** A natural harmonic stands on its node, whatever the chord. */
const stays = ({ harmonic }: Stroke): boolean => harmonic?.kind === 'natural';

const moved = (lick: readonly Fretted[], by: number, highest: number) => {
  const all = lick.map((stroke) => (stays(stroke) ? stroke : { ...stroke, fret: stroke.fret + by }));
  const fits = ({ fret }: Fretted): boolean => fret >= 0 && fret <= highest;
  return { by, kept: all.filter(fits), lost: all.filter((stroke) => !fits(stroke)) };
};

const withoutFret = (stroke: Fretted): Stroke => {
  const { fret: _fret, ...rest } = stroke;
  return stays(stroke) ? rest : stroke;
};

/**
 * Repeats the lick of a bar (counted from 0 as played) for the chord of the bar after it: moved along the neck by what
 * lies between the roots of the two chords, the way on which more of it fits. What no longer fits is named and left out.
 * Errors: `song-wrong` where there is no bar after it in its section, or a chord has no root.
 * @example
 * shiftLick(newSong('Song'), 3).ok // => false
 */
export const shiftLick = (song: Song, played: number): Result<ShiftedLick> => {
  const form = unfoldForm(song);
  const [here, next] = [form[played], form[played + 1]];
  if (!here || here.ending || next?.section !== here.section || next.index !== here.index + 1 || next.ending)
    return wrong(message('song-problem.no-next-bar'));
  const names = [played, played + 1].map((bar) => patternOfBar(song, bar).voicing.chord);
  const [from, to] = names.map(readChord);
  if (!from?.ok || !to?.ok) return wrong(message('song-problem.no-chord-root'));
  const lick = lickOf(song, played);
  if (lick.length === 0) return wrong(message('song-problem.lick-empty'));
  const highest = song.instrument.frets - song.instrument.capo;
  const ways = waysBetween(from.value.root, to.value.root).map((by) => moved(lick, by, highest));
  const best = ways.reduce((a, b) => (b.lost.length < a.lost.length ? b : a));
  const frets = best.kept.flatMap((stroke) => (stays(stroke) || stroke.fret === 0 ? [] : [stroke.fret]));
  return success({
    edit: writtenInto(song, here.section, here.index + 1, best.kept.map(withoutFret)),
    by: best.by,
    from: names[0] as string,
    to: names[1] as string,
    frets: frets.length > 0 ? [Math.min(...frets), Math.max(...frets)] : null,
    lost: best.lost.map(({ at, string, fret }) => ({ at, string, fret })),
  });
};

const writtenInto = (song: Song, section: string, index: number, written: readonly Stroke[]): SongEdit => {
  const bars = song.sections.find(({ id }) => id === section)?.bars ?? [];
  const change = bars.map((bar, place) => {
    const { melody: _melody, ...rest } = bar;
    return place === index ? { ...rest, texture: { written } } : bar;
  });
  return { kind: 'setBars', section, bars: change };
};
