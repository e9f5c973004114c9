import type { AssignmentListItem } from '@fleet-wren/contract';

/** Assignments by student. */
export const groupByStudent = (
  lines: readonly AssignmentListItem[] = [],
): ReadonlyMap<string, readonly AssignmentListItem[]> => {
  const found = new Map<string, AssignmentListItem[]>();
  for (const line of lines) found.set(line.studentId, [...(found.get(line.studentId) ?? []), line]);
  return found;
};
