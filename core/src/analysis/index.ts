export { groupDiagnostics, type DiagnosticGroup } from './pattern/group-diagnostics.ts';
export * from './tempo/timed-transitions.ts';
export * from './tempo/max-tempo.ts';
export * from './tempo/actuator-load.ts';
export { explainDigit, type DigitExplanation, type DigitAlternative } from './pattern/explain-digit.ts';
export {
  severityGrade,
  type FixCandidate as CureIdea,
  type IndexedDiagnostic as Finding,
  type DiagnosticKind as FindingKind,
} from './diagnostics/index.ts';
export * from './strings/sustain.ts';
export * from './strings/string-changes.ts';
export * from './strings/stroke-groups.ts';
export * from './pattern/analyse-pattern.ts';
export * from './pattern/pattern-summary.ts';
export * from './pattern/quick-fixes.ts';
export * from './pattern/string-usage.ts';
export * from './pattern/alternative-fingerings.ts';
export * from './compare/index.ts';
export * from './strings/count-actuators.ts';
