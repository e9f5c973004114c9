import type { Label } from '../../message/index.ts';
import {
  listDigitsInOrder,
  analysePattern,
  computeTimedTransitions,
  type PatternAnalysis,
} from '../../analysis/index.ts';
import { createTaskFromPattern, type FingeringOptions, type School } from '../../fingering/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { expandSong } from '../expansion/expand-song.ts';
import { parseBarIndex } from '../../pattern/index.ts';
import type { Song } from '../model/song.ts';

/** How one section goes in a school. */
export interface SectionSchoolResult {
  readonly section: string;
  readonly name: string;
  /** Quickest tempo of the section, in beats a minute; null where nothing limits. */
  readonly ceiling: number | null;
  /** Strokes that nobody is left for. */
  readonly unplayed: number;
  readonly findings: number;
}

/** A song in one school: as a whole and by section. */
export interface SongSchoolResult {
  readonly school: string;
  readonly name: Label;
  readonly ceiling: number | null;
  readonly unplayed: number;
  readonly findings: number;
  readonly sections: readonly SectionSchoolResult[];
}

const minOrNull = (values: readonly number[]): number | null => (values.length > 0 ? Math.min(...values) : null);

/** Tempos at which each need takes all the time there is, by the bar in which it ends. */
const computeTempoLimitsByBar = (
  pattern: Pattern,
  judgement: PatternAnalysis,
  options: FingeringOptions,
): ReadonlyMap<number, number> => {
  const limits = new Map<number, number>();
  for (const { to, neededSeconds, availableSeconds } of computeTimedTransitions(
    createTaskFromPattern(pattern, options),
    listDigitsInOrder(pattern, judgement),
  )) {
    const bar = parseBarIndex(pattern.strokes[to]?.id ?? '0/');
    limits.set(bar, Math.min(limits.get(bar) ?? Infinity, (pattern.tempo * availableSeconds) / neededSeconds));
  }
  return limits;
};

/**
 * A song in several schools, each as a whole and section by section. A section's ceiling is
 * the least of what its strokes need.
 * @example
 * compareSongSchools(createSong('Song'), [resolveSchoolOrThrow({ school: 'rolling' })])[0].sections.length // => 1
 */
export const compareSongSchools = (
  song: Song,
  schools: readonly School[],
  options: FingeringOptions = {},
): readonly SongSchoolResult[] => {
  const { pattern, bars: played } = expandSong(song);
  return schools.map((school): SongSchoolResult => {
    const judgement = analysePattern(pattern, { ...options, school });
    const limits = computeTempoLimitsByBar(pattern, judgement, { ...options, school });
    const unplayed = pattern.strokes.filter(({ id, slur }) => !slur && !judgement.digits[id]).map(({ id }) => id);
    const sections = song.sections.flatMap(({ id, name }): readonly SectionSchoolResult[] => {
      const bars = new Set(played.flatMap(({ section }, bar) => (section === id ? [bar] : [])));
      if (bars.size === 0) return [];
      const inside = (stroke: string | undefined): boolean => stroke !== undefined && bars.has(parseBarIndex(stroke));
      return [
        {
          section: id,
          name,
          ceiling: minOrNull([...limits].flatMap(([bar, bpm]) => (bars.has(bar) ? [bpm] : []))),
          unplayed: unplayed.filter(inside).length,
          findings: judgement.diagnostics.filter(({ strokeIds }) => inside(strokeIds.at(-1))).length,
        },
      ];
    });
    return {
      school: school.key,
      name: school.name,
      ceiling: judgement.limit?.maxTempo ?? null,
      unplayed: unplayed.length,
      findings: judgement.diagnostics.length,
      sections,
    };
  });
};
