import type { Message } from '../../message/index.ts';
import type { Problem } from '../../errors/problem.ts';
import type { Actuator, Digit } from '../../pattern/digit.ts';
import type { IndexedDiagnostic } from '../diagnostics/diagnostic.ts';
import type { ActuatorLoad } from '../tempo/actuator-load.ts';

/** A problem with the IDs of the strokes it concerns. */
export interface PatternWarning extends Problem {
  readonly strokes: readonly string[];
}

/** The quickest tempo the fingering can reach and the two strokes that set it. */
export interface TempoLimit {
  readonly maxTempo: number;
  /** What limits the tempo. */
  readonly reason: Message;
  readonly strokeIds: readonly string[];
  /** Seconds needed, and seconds there are at the pattern's tempo. */
  readonly neededSeconds: number;
  readonly availableSeconds: number;
}

/** The ceiling one constraint sets by itself: a digit on its own, or two digits in turn (`striker` null). */
export interface ConstraintTempoLimit {
  readonly actuator: Actuator | null;
  readonly maxTempo: number;
  readonly strokes: readonly string[];
}

/** A finding with the names of its strokes. */
export interface Diagnostic extends Omit<IndexedDiagnostic, 'strokes'> {
  readonly strokeIds: readonly string[];
}

/** A striker's way from one of its strokes to the next: seconds needed, and seconds there are. */
export interface ActuatorTransition {
  readonly actuator: Actuator;
  readonly from: string;
  readonly to: string;
  readonly neededSeconds: number;
  readonly availableSeconds: number;
}

/** All that is said about a pattern: plain data that can cross to another thread. */
export interface PatternAnalysis {
  readonly digits: Readonly<Record<string, Digit | null>>;
  /** The digits of the second time round, where a figure in strict turn only comes out after two times. */
  readonly secondPassDigits?: Readonly<Record<string, Digit | null>>;
  readonly cost: number;
  readonly limit: TempoLimit | null;
  /** Ceilings by constraint, lowest first. */
  readonly limitsByConstraint: readonly ConstraintTempoLimit[];
  /** Share of the ceiling used at the tempo: 1 is at the limit; null where nothing limits. */
  readonly difficulty: number | null;
  readonly actuatorLoads: readonly ActuatorLoad[];
  readonly transitions: readonly ActuatorTransition[];
  readonly diagnostics: readonly Diagnostic[];
  readonly warnings: readonly PatternWarning[];
}
