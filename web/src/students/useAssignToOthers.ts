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

/** Who else has the same set as one student, and setting it for them; one press takes all of it back. */
export const useAssignToOthers = (preset: readonly Student[] = []) => {
  const [others, choose] = useState<readonly Student[]>(preset);
  const handOf = useStudentHands();
  const client = useQueryClient();
  const remove = useDeleteAssignment();
  const notice = useToast();
  // What one student has already is taken back with the rest, where all of them are meant.
  const assign = async (shared: SharedAssignment, own?: string): Promise<void> => {
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
    const all = own === undefined ? made : [own, ...made];
    const { name } = shared.pattern;
    notice({
      text:
        own === undefined
          ? say('students.assigned-to-others', { name, count: made.length })
          : say('students.assigned-to-group', { name, count: all.length }),
      action: { label: say('common.undo'), run: () => all.forEach((id) => remove.mutate(id)) },
    });
  };
  return { others, choose, assign };
};
