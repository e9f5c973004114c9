import type { Student } from '@fleet-wren/contract';
import { say, sayProblems } from '@fleet-wren/wording';
import { PRACTICE_METHODS, toLadderPlan, type HandProfile, type Pattern } from '@fleet-wren/core';
import { createAssignment } from '../api/practice.ts';
import { backgroundWorker } from '../workers/workers.ts';

/** A drill that is to be set, and the pattern it is kept as or made from. */
export interface DrillToAssign {
  readonly pattern: Pattern;
  readonly sourceId: string;
}

/** The drills of a set by the strain each has for a hand at its tempo, the easiest first. */
const easiestFirst = async (drills: readonly DrillToAssign[], hand: HandProfile): Promise<readonly DrillToAssign[]> => {
  const judged: { readonly drill: DrillToAssign; readonly strain: number }[] = [];
  for (const drill of drills) {
    const { difficulty } = await backgroundWorker.request('analyseOnce', [drill.pattern, hand]);
    judged.push({ drill, strain: difficulty ?? 0 });
  }
  return judged.sort((a, b) => a.strain - b.strain).map(({ drill }) => drill);
};

/** How many drills were set, and why some could not be. */
export interface AssignDrillsResult {
  readonly count: number;
  readonly refused: readonly string[];
}

/** Sets drills for a student one after another, the easiest for the hand first, each to its own tempo. */
export const assignDrills = async (
  student: Student,
  drills: readonly DrillToAssign[],
  hand: HandProfile,
): Promise<AssignDrillsResult> => {
  const way = student.about.way ?? PRACTICE_METHODS[0];
  const refused: string[] = [];
  for (const { pattern, sourceId } of await easiestFirst(drills, hand)) {
    const target = Math.round(pattern.tempo);
    const ladder = await backgroundWorker.request('ladder', [pattern, { target, method: way, hand }]);
    if (ladder.ok)
      await createAssignment(student.id, {
        name: pattern.name,
        pattern,
        sourceId,
        target,
        way,
        plan: toLadderPlan(ladder.value),
      });
    else refused.push(`${pattern.name}: ${sayProblems(ladder.problems)}`);
  }
  return { count: drills.length - refused.length, refused };
};

/** What is said when drills were set. */
export const formatAssignDrillsResult = ({ count, refused }: AssignDrillsResult): string =>
  [say('parts.drills-assigned', { count }), ...refused].join(' ');
