import { formatStrokeReference, type Digit, type Stroke } from '../../pattern/index.ts';
import { expandUnboundBars } from '../expansion/expand-song.ts';
import { SONG_LIMITS, type Bar, type FormEntry, type Section, type Song } from '../model/song.ts';
import type { PlayedBar } from '../model/unfold-form.ts';
import type { SongAnalysis } from './analyse-song.ts';

/** A bar with strokes of its own in place of its figure and its melody. */
export const createWrittenBar = ({ melody: _melody, ...bar }: Bar, strokes: readonly Stroke[]): Bar => ({
  ...bar,
  texture: strokes.length === 0 ? 'rest' : { written: strokes },
});

/** A song whose form is played once through, bar by bar as given; parts that are alike share a section. */
export const createUnrolledSong = (song: Song, bars: readonly (readonly Bar[])[], parts: readonly number[]): Song => {
  const byPart = song.form.map((_, part) => bars.filter((_bar, index) => parts[index] === part).flat());
  const known = new Map<string, Section>();
  const form = song.form.flatMap(({ section }, part): readonly FormEntry[] => {
    const own = byPart[part] as readonly Bar[];
    if (own.length === 0) return [];
    const look = JSON.stringify([section, own]);
    const { name = 'Part', tempo } = song.sections.find(({ id }) => id === section) ?? {};
    const made = known.get(look) ?? {
      id: `section-${known.size + 1}`,
      name,
      bars: own,
      ...(tempo === undefined ? {} : { tempo }),
    };
    known.set(look, made);
    return [{ section: made.id, times: 1 }];
  });
  return { ...song, figures: [], sections: [...known.values()], form };
};

/** Whether a song made of another is one that can be kept. */
export const fitsSongLimits = ({ sections }: Song): boolean =>
  sections.length <= SONG_LIMITS.sections && sections.every(({ bars }) => bars.length <= SONG_LIMITS.bars);

/** Which strokes stay, by the digit that plays each and its name in the whole, and what becomes of them. */
export type StrokeFilter = (digit: Digit | null, stroke: string, written: Stroke) => boolean;

/**
 * A song with only some of its strokes, each bar written out; undefined where it cannot be held. Strokes are changed as
 * asked, by the digit that plays them in the whole.
 */
export const keepStrokes = (
  song: Song,
  { expanded, analysis }: SongAnalysis,
  keep: StrokeFilter,
  change: (stroke: Stroke, digit: Digit | null) => Stroke = (stroke) => stroke,
): Song | undefined => {
  const bars = expandUnboundBars(song).map((strokes, index) =>
    createWrittenBar(
      (expanded.bars[index] as PlayedBar).bar,
      strokes.flatMap((stroke) => {
        const played = formatStrokeReference({ bar: index, stroke: stroke.id, isMelody: false });
        const digit = analysis.digits[played] ?? null;
        return keep(digit, played, stroke) ? [change(stroke, digit)] : [];
      }),
    ),
  );
  const made = createUnrolledSong(
    song,
    bars.map((bar) => [bar]),
    expanded.bars.map(({ formIndex }) => formIndex),
  );
  return fitsSongLimits(made) ? made : undefined;
};
