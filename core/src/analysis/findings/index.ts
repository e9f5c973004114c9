import { costItemsAgain, eventsOf, type FingeringMemory } from '../../fingering/index.ts';
import { accentOnSlur, changeOffAccent, weakAccent } from './of-accents.ts';
import { hardSteps, cramped, insideChange, offHome, ruleBroken, skippedString, thumbHigh } from './of-costs.ts';
import { plantCutsRing, struckAgain } from './of-ringing.ts';
import { fingeredTwoWays, idleDigit } from './of-whole.ts';
import type { Finding, FindingContext, FindingRule } from './finding.ts';

/** Every rule, in the order a teacher would say things of one stroke. */
const RULES: readonly FindingRule[] = [
  ruleBroken,
  hardSteps,
  cramped,
  insideChange,
  skippedString,
  thumbHigh,
  offHome,
  struckAgain,
  plantCutsRing,
  weakAccent,
  accentOnSlur,
  changeOffAccent,
  fingeredTwoWays,
  idleDigit,
];

const lastOf = ({ strokes }: Finding): number => strokes[strokes.length - 1] ?? 0;

/** What there is to look at for findings, before what follows from it is worked out. */
export type Fingered = Pick<FindingContext, 'pattern' | 'score' | 'task' | 'digits' | 'needs'>;

/** Findings that are told: beyond them a piece is far from playable, and nobody reads on. */
const MOST_TOLD = 1000;

const worst = (findings: readonly Finding[]): Finding[] =>
  findings.length <= MOST_TOLD
    ? [...findings]
    : [...findings].sort((a, b) => b.severity - a.severity || lastOf(a) - lastOf(b)).slice(0, MOST_TOLD);

/** Everything worth saying about a fingering, in the order it comes. */
export const findingsOf = (fingered: Fingered, memory?: FingeringMemory): readonly Finding[] => {
  const { task, digits } = fingered;
  const context = { ...fingered, items: costItemsAgain(task, digits, memory), events: eventsOf(task.strokes) };
  return worst(RULES.flatMap((rule) => rule(context))).sort((a, b) => lastOf(a) - lastOf(b));
};

export { severityGrade, type CureIdea, type Finding, type FindingKind } from './finding.ts';
