import { updateCostItems, groupIntoEvents, type FingeringCache } from '../../fingering/index.ts';
import { checkAccentOnSlur, checkStringChangeNextToAccent, checkWeakAccent } from './accent-rules.ts';
import {
  checkHardTransitions,
  checkCramped,
  checkInsideChange,
  checkOffHome,
  checkSchoolRules,
  checkSkippedString,
  checkThumbHigh,
} from './cost-rules.ts';
import { checkImpossibleOrnaments } from './ornament-rules.ts';
import { checkImpossibleSlurs } from './slur-rules.ts';
import { checkPlantCutsSustain, checkRestruckString } from './sustain-rules.ts';
import { checkInconsistentFingering, checkIdleDigit } from './pattern-rules.ts';
import type { IndexedDiagnostic, DiagnosticContext, DiagnosticRule } from './diagnostic.ts';

/** Every rule, in the order a teacher would say things of one stroke. */
const DIAGNOSTIC_RULES: readonly DiagnosticRule[] = [
  checkSchoolRules,
  checkHardTransitions,
  checkCramped,
  checkInsideChange,
  checkSkippedString,
  checkThumbHigh,
  checkOffHome,
  checkRestruckString,
  checkPlantCutsSustain,
  checkWeakAccent,
  checkAccentOnSlur,
  checkImpossibleSlurs,
  checkImpossibleOrnaments,
  checkStringChangeNextToAccent,
  checkInconsistentFingering,
  checkIdleDigit,
];

const getLastStroke = ({ strokes }: IndexedDiagnostic): number => strokes[strokes.length - 1] ?? 0;

/** What there is to look at for findings, before what follows from it is worked out. */
export type DiagnosticInput = Pick<DiagnosticContext, 'pattern' | 'score' | 'task' | 'digits' | 'transitions'>;

/** Findings that are told: beyond them a piece is far from playable, and nobody reads on. */
const MAX_DIAGNOSTICS = 1000;

const keepMostSevere = (findings: readonly IndexedDiagnostic[]): IndexedDiagnostic[] =>
  findings.length <= MAX_DIAGNOSTICS
    ? [...findings]
    : [...findings]
        .sort((a, b) => b.severity - a.severity || getLastStroke(a) - getLastStroke(b))
        .slice(0, MAX_DIAGNOSTICS);

/** Everything worth saying about a fingering, in the order it comes. */
export const findDiagnostics = (fingered: DiagnosticInput, memory?: FingeringCache): readonly IndexedDiagnostic[] => {
  const { task, digits } = fingered;
  const context = {
    ...fingered,
    costItems: updateCostItems(task, digits, memory),
    events: groupIntoEvents(task.strokes),
  };
  return keepMostSevere(DIAGNOSTIC_RULES.flatMap((rule) => rule(context))).sort(
    (a, b) => getLastStroke(a) - getLastStroke(b),
  );
};

export { gradeSeverity, type FixCandidate, type IndexedDiagnostic, type DiagnosticKind } from './diagnostic.ts';
