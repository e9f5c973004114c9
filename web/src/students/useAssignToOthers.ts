import type { Student } from '@fleet-wren/contract';
import { PRACTICE_METHODS, toLadderPlan, type HandProfile, type Pattern } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { wordsOf } from '../api/api-error.ts';
import { createAssignment, useDeleteAssignment } from '../api/practice.ts';
import { useStudentHands } from '../components/hand/useStudentHand.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { backgroundWorker } from '../workers/workers.ts';

/** What is set for several students: each has a ladder for the own hand, in the own way. */
export interface SharedAssignment {
  readonly pattern: Pattern;
  readonly sourceId?: string;
  /** Beats per minute. */
  readonly target: number;
}

const assignTo = async (student: Student, hand: HandProfile, shared: SharedAssignment): Promise<string | null> => {
  const { pattern, sourceId, target } = shared;
  const way = student.about.way ?? PRACTICE_METHODS[0];
  const ladder = await backgroundWorker.request('ladder', [pattern, { target, method: way, hand }]);
  if (!ladder.ok) return null;
  const form = { name: pattern.name, pattern, sourceId, target, way, plan: toLadderPlan(ladder.value) };
  return (await createAssignment(student.id, form)).id;
};

/** Who else has the same set, and setting it for them; one press takes all of it back. */
export const useAssignToOthers = () => {
  const [others, choose] = useState<readonly Student[]>([]);
  const handOf = useStudentHands();
  const client = useQueryClient();
  const remove = useDeleteAssignment();
  const notice = useToast();
  const assign = async (shared: SharedAssignment): Promise<void> => {
    const made: string[] = [];
    try {
      for (const student of others) {
        const id = await assignTo(student, handOf(student.id), shared);
        if (id !== null) made.push(id);
      }
    } catch (error) {
      notice({ text: wordsOf(error) });
    }
    await client.invalidateQueries({ queryKey: ['practice'] });
    if (made.length === 0) return;
    notice({
      text: say('students.assigned-to-others', { name: shared.pattern.name, count: made.length }),
      action: { label: say('common.undo'), run: () => made.forEach((id) => remove.mutate(id)) },
    });
  };
  return { others, choose, assign };
};
