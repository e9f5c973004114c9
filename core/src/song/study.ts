import { analysePattern, type PatternAnalysis, type Diagnostic } from '../analysis/index.ts';
import type { FingerOptions } from '../fingering/index.ts';
import { motifsOf, type Motif } from './motifs.ts';
import { barOfStroke, writeSong, type MutedStroke, type WrittenSong } from './realise-song.ts';
import type { Song } from './song.ts';
import { thumbLineOf, type ThumbBar } from './thumb-line.ts';

/** What is said of one bar as it is played. */
export interface BarReading {
  /** Counted from 0 as played. */
  readonly bar: number;
  /** Share of the time there is that its tightest need takes at the song's tempo: 1 is at the limit. */
  readonly strain: number;
  readonly worst: Diagnostic | null;
  readonly findings: number;
  readonly muted: readonly MutedStroke[];
  /** Index of its motif; null where nothing is played. */
  readonly motif: number | null;
}

/** A song fingered as one, and what there is to say of it bar by bar. */
export interface SongStudy {
  readonly written: WrittenSong;
  readonly judgement: PatternAnalysis;
  readonly bars: readonly BarReading[];
  /** The bar that sets the tempo ceiling, counted from 0 as played. */
  readonly ceilingBar: number | null;
  readonly motifs: readonly Motif[];
  readonly thumb: readonly ThumbBar[];
}

const strainByBar = ({ transitions: motions }: PatternAnalysis, bars: number): Float64Array => {
  const strain = new Float64Array(bars);
  for (const { to, neededSeconds: need, availableSeconds: has } of motions) {
    const bar = barOfStroke(to);
    strain[bar] = Math.max(strain[bar] as number, need / has);
  }
  return strain;
};

const findingsByBar = ({ diagnostics: findings }: PatternAnalysis): ReadonlyMap<number, readonly Diagnostic[]> => {
  const found = new Map<number, Diagnostic[]>();
  for (const finding of findings) {
    const bar = barOfStroke(finding.strokeIds.at(-1) ?? '0/');
    found.set(bar, [...(found.get(bar) ?? []), finding]);
  }
  return found;
};

const readingsOf = (
  written: WrittenSong,
  judgement: PatternAnalysis,
  motifs: readonly Motif[],
): readonly BarReading[] => {
  const strain = strainByBar(judgement, written.played.length);
  const findings = findingsByBar(judgement);
  const motifOf = new Map(motifs.flatMap(({ bars }, index) => bars.map((bar) => [bar, index] as const)));
  return written.played.map((_, bar): BarReading => {
    const own = findings.get(bar) ?? [];
    return {
      bar,
      strain: strain[bar] as number,
      worst: [...own].sort((a, b) => b.severity - a.severity)[0] ?? null,
      findings: own.length,
      muted: written.muted.filter((one) => one.bar === bar),
      motif: motifOf.get(bar) ?? null,
    };
  });
};

/**
 * Fingers a song as a whole and reads it: trouble and strain by bar, the tempo ceiling and the bar that sets it, what
 * there is to learn, the thumb's line.
 * @example
 * studySong(newSong('Song')).motifs.length // => 1
 */
export const studySong = (song: Song, options: FingerOptions = {}): SongStudy => {
  const written = writeSong(song);
  const judgement = analysePattern(written.pattern, options);
  const strain = strainByBar(judgement, Math.max(1, written.played.length));
  const motifs = motifsOf(song, written, strain);
  const set = judgement.limit?.strokeIds.at(-1);
  return {
    written,
    judgement,
    bars: readingsOf(written, judgement, motifs),
    ceilingBar: set === undefined ? null : barOfStroke(set),
    motifs,
    thumb: thumbLineOf(written, judgement),
  };
};
