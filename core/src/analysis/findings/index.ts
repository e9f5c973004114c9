import { costItems, eventsOf, type Digits, type Task } from '../../fingering/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import type { Need } from '../needs.ts';
import { accentOnSlur, changeOffAccent, weakAccent } from './of-accents.ts';
import { costly, cramped, insideChange, offHome, skippedString, thumbHigh } from './of-costs.ts';
import { plantCutsRing, struckAgain } from './of-ringing.ts';
import { fingeredTwoWays, idleDigit } from './of-whole.ts';
import type { Finding, FindingRule } from './finding.ts';

/** Every rule, in the order a teacher would say things of one stroke. */
const RULES: readonly FindingRule[] = [
  costly,
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

/** Everything worth saying about a fingering, in the order it comes. */
export const findingsOf = (
  pattern: Pattern,
  task: Task,
  digits: Digits,
  needs: readonly Need[],
): readonly Finding[] => {
  const ground = { pattern, task, digits, needs, items: costItems(task, digits), events: eventsOf(task.strokes) };
  return RULES.flatMap((rule) => rule(ground)).sort((a, b) => lastOf(a) - lastOf(b));
};

export { severityWord, type CureIdea, type Finding, type FindingKind } from './finding.ts';
