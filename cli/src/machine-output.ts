/**
 * What `--json` writes. Scripts rely on these names, so they are written here and do not follow core's own; a new field
 * may be added, none is renamed.
 */
import type {
  ActuatorLoad,
  CapoProposal,
  Cascade,
  CustomSchool,
  Diagnostic,
  HarmonicPoint,
  LearningStep,
  Message,
  PatternAnalysis,
  SkillUse,
  StringUsage,
} from '@fleet-wren/core';

const diagnosticForMachines = ({ code, strokeIds, fixCandidates, ...rest }: Diagnostic) => ({
  kind: code,
  strokes: strokeIds,
  ...rest,
  ...(fixCandidates ? { ideas: fixCandidates } : {}),
});

const loadForMachines = ({ actuator, strokes, strokesPerSecond, longestRest, idleShare, strain }: ActuatorLoad) => ({
  striker: actuator,
  strokes,
  rate: strokesPerSecond,
  longestRest,
  free: idleShare,
  strain,
});

const limitForMachines = ({
  maxTempo,
  reason,
  strokeIds,
  neededSeconds,
  availableSeconds,
}: NonNullable<PatternAnalysis['limit']>) => ({
  bpm: maxTempo,
  cause: reason,
  strokes: strokeIds,
  need: neededSeconds,
  has: availableSeconds,
});

/** The analysis of a pattern. */
export const analysisForMachines = (analysis: PatternAnalysis) => ({
  digits: analysis.digits,
  ...(analysis.secondPassDigits ? { secondTime: analysis.secondPassDigits } : {}),
  cost: analysis.cost,
  ceiling: analysis.limit && limitForMachines(analysis.limit),
  ceilings: analysis.limitsByConstraint.map(({ actuator, maxTempo, strokes }) => ({
    striker: actuator,
    bpm: maxTempo,
    strokes,
  })),
  difficulty: analysis.difficulty,
  load: analysis.actuatorLoads.map(loadForMachines),
  motions: analysis.transitions.map(({ actuator, neededSeconds, availableSeconds, ...rest }) => ({
    striker: actuator,
    ...rest,
    need: neededSeconds,
    has: availableSeconds,
  })),
  findings: analysis.diagnostics.map(diagnosticForMachines),
  troubles: analysis.warnings,
});

/** What happens on the strings. */
export const stringsForMachines = ({ rings, changes }: StringUsage) => ({
  rings: rings.map(({ endReason, ...rest }) => ({ ...rest, how: endReason })),
  changes,
});

/** A harmonic over a stopped string. */
export const pointForMachines = ({ stoppedFret, touchFret, noteName, isReachable, ...rest }: HarmonicPoint) => ({
  ...rest,
  stopped: stoppedFret,
  touch: touchFret,
  note: noteName,
  reachable: isReachable,
});

/** A cascade of harmonics and natural notes. */
export const cascadeForMachines = ({ notes, pitchSetName, isMonotonic }: Cascade) => ({
  notes: notes.map(({ harmonic, noteName, ...rest }) => ({
    ...rest,
    harmonic: harmonic && pointForMachines(harmonic),
    note: noteName,
  })),
  makes: pitchSetName,
  oneWay: isMonotonic,
});

/** A capo, and the shapes it makes of a song's chords. */
export const capoForMachines = ({ openShapeCount, barreCount, difficulty, openBassCount, ...rest }: CapoProposal) => ({
  ...rest,
  open: openShapeCount,
  barres: barreCount,
  hardness: difficulty,
  openBasses: openBassCount,
});

/** A step of learning a song. */
export const stepForMachines = ({ motif, playableBars, totalBars }: LearningStep) => ({
  motif,
  reached: playableBars,
  of: totalBars,
});

interface Learned {
  readonly school: CustomSchool;
  readonly rules: readonly Message[];
  readonly weightChanges: readonly unknown[];
  readonly crossValidation: unknown;
  readonly pinConflicts: readonly Message[];
}

/** A school that was learned, without the patterns it fingers anew. */
export const learnedForMachines = <T extends Learned>({
  rules,
  weightChanges,
  crossValidation,
  pinConflicts,
  ...rest
}: T) => ({
  ...rest,
  learnt: rules,
  weights: weightChanges,
  heldBack: crossValidation,
  contradictions: pinConflicts,
});

/** What a pattern asks for: the share of the time there is, seconds to the tightest place, and the strokes. */
export const skillForMachines = ({ code, count, strain, seconds, strokeIds }: SkillUse) => ({
  skill: code,
  places: count,
  strain,
  seconds,
  strokes: strokeIds,
});
