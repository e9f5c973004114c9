import { analysePattern, type PatternAnalysis, type Diagnostic } from '../../analysis/index.ts';
import type { FingeringOptions } from '../../fingering/index.ts';
import { findMotifs, type Motif } from './motifs.ts';
import { expandSong, type MutedStroke, type ExpandedSong } from '../expansion/expand-song.ts';
import { parseBarIndex } from '../../pattern/index.ts';
import type { Song } from '../model/song.ts';
import { extractThumbLine, type ThumbBar } from './thumb-line.ts';

/** What is said of one bar as it is played. */
export interface BarAnalysis {
  /** Counted from 0 as played. */
  readonly bar: number;
  /** Share of the time there is that its tightest need takes at the song's tempo: 1 is at the limit. */
  readonly strain: number;
  readonly worst: Diagnostic | null;
  readonly diagnostics: number;
  readonly mutedStrokes: readonly MutedStroke[];
  /** Index of its motif; null where nothing is played. */
  readonly motif: number | null;
}

/** A song fingered as one, and what there is to say of it bar by bar. */
export interface SongAnalysis {
  readonly expanded: ExpandedSong;
  readonly analysis: PatternAnalysis;
  readonly barAnalyses: readonly BarAnalysis[];
  /** The bar that sets the tempo ceiling, counted from 0 as played. */
  readonly limitingBar: number | null;
  readonly motifs: readonly Motif[];
  readonly thumbLine: readonly ThumbBar[];
}

const computeStrainByBar = ({ transitions }: PatternAnalysis, bars: number): Float64Array => {
  const strain = new Float64Array(bars);
  for (const { to, neededSeconds, availableSeconds } of transitions) {
    const bar = parseBarIndex(to);
    strain[bar] = Math.max(strain[bar] as number, neededSeconds / availableSeconds);
  }
  return strain;
};

const groupDiagnosticsByBar = ({ diagnostics }: PatternAnalysis): ReadonlyMap<number, readonly Diagnostic[]> => {
  const found = new Map<number, Diagnostic[]>();
  for (const finding of diagnostics) {
    const bar = parseBarIndex(finding.strokeIds.at(-1) ?? '0/');
    found.set(bar, [...(found.get(bar) ?? []), finding]);
  }
  return found;
};

const createBarAnalyses = (
  written: ExpandedSong,
  judgement: PatternAnalysis,
  motifs: readonly Motif[],
): readonly BarAnalysis[] => {
  const strain = computeStrainByBar(judgement, written.bars.length);
  const findings = groupDiagnosticsByBar(judgement);
  const motifOf = new Map(motifs.flatMap(({ bars }, index) => bars.map((bar) => [bar, index] as const)));
  return written.bars.map((_, bar): BarAnalysis => {
    const own = findings.get(bar) ?? [];
    return {
      bar,
      strain: strain[bar] as number,
      worst: [...own].sort((a, b) => b.severity - a.severity)[0] ?? null,
      diagnostics: own.length,
      mutedStrokes: written.mutedStrokes.filter((one) => one.bar === bar),
      motif: motifOf.get(bar) ?? null,
    };
  });
};

/**
 * Fingers a song as a whole and reads it: trouble and strain by bar, the tempo ceiling and the bar that sets it, what
 * there is to learn, the thumb's line.
 * @example
 * analyseSong(createSong('Song')).motifs.length // => 1
 */
export const analyseSong = (song: Song, options: FingeringOptions = {}): SongAnalysis => {
  const written = expandSong(song);
  const judgement = analysePattern(written.pattern, options);
  const strain = computeStrainByBar(judgement, Math.max(1, written.bars.length));
  const motifs = findMotifs(song, written, strain);
  const set = judgement.limit?.strokeIds.at(-1);
  return {
    expanded: written,
    analysis: judgement,
    barAnalyses: createBarAnalyses(written, judgement, motifs),
    limitingBar: set === undefined ? null : parseBarIndex(set),
    motifs,
    thumbLine: extractThumbLine(written, judgement),
  };
};
