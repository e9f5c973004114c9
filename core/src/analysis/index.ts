export { groupDiagnostics as causesOf, type DiagnosticGroup as Cause } from './pattern/group-diagnostics.ts';
export * from './tempo/timed-transitions.ts';
export * from './tempo/max-tempo.ts';
export * from './tempo/actuator-load.ts';
export {
  explainDigit as explain,
  type DigitExplanation as Explanation,
  type DigitAlternative as Instead,
} from './pattern/explain-digit.ts';
export { severityGrade, type CureIdea, type Finding, type FindingKind } from './diagnostics/index.ts';
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
