import type { Message, TextKey } from '../../message/message.ts';
import type { CostItem, Fingering, StrokeEvent, FingeringTask } from '../../fingering/index.ts';
import type { AnyPatternEdit } from '../../edit/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import type { Score } from '../../score/index.ts';
import type { TimedTransition } from '../tempo/timed-transitions.ts';

type FindingText = Extract<TextKey, `finding.${string}`>;

/**
 * What can be found in a fingering: what the catalogue has a text of, or a rule of the school, which brings its own.
 */
export type DiagnosticKind =
  (FindingText extends `finding.${infer Kind}` ? Exclude<Kind, `${string}-details`> : never) | 'rule-broken';

/** A way out of a finding: what it is called on a button, and the edit it makes. */
export interface FixCandidate {
  readonly label: Message;
  readonly edit: AnyPatternEdit;
}

/** Something to look at in a fingering: where, why, how bad, and what might mend it. */
export interface IndexedDiagnostic {
  readonly code: DiagnosticKind;
  /** Indexes of the strokes concerned, the one where it shows last. */
  readonly strokes: readonly number[];
  /** What is the matter; its parameter `place` says where. */
  readonly message: Message;
  /** The figures behind it, where there are any. */
  readonly details?: Message;
  /** 0 hardly to 1 as bad as it gets. */
  readonly severity: number;
  /** Ways out that belong to this kind alone; those that any finding may have are added by cures. */
  readonly fixCandidates?: readonly FixCandidate[];
}

/** Everything a rule may look at. */
export interface DiagnosticContext {
  readonly pattern: Pattern;
  readonly score: Score;
  readonly task: FingeringTask;
  readonly digits: Fingering;
  readonly costItems: readonly CostItem[];
  readonly transitions: readonly TimedTransition[];
  readonly events: readonly StrokeEvent[];
}

/** One kind of finding, or a few that are told apart on the way. */
export type DiagnosticRule = (context: DiagnosticContext) => readonly IndexedDiagnostic[];

/**
 * How bad, in three grades.
 * @example
 * gradeSeverity(0.9) // => 'serious'
 */
export const gradeSeverity = (severity: number): 'slight' | 'notable' | 'serious' => {
  if (severity < 0.34) return 'slight';
  return severity < 0.67 ? 'notable' : 'serious';
};

/** A severity from an amount: 0 at nothing, 1 at the most. */
export const computeSeverity = (amount: number, most: number): number => Math.min(1, Math.max(0, amount / most));
