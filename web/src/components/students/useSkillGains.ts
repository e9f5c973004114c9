import type { Assignment, Student } from '@fleet-wren/contract';
import type { AttemptSummary, SkillGain, SkillHistoryRequest } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useWorkerQuery } from '../../workers/useWorkerQuery.ts';
import { backgroundWorker } from '../../workers/workers.ts';

const askForGains = (request: SkillHistoryRequest | null, signal: AbortSignal): Promise<readonly SkillGain[] | null> =>
  request ? backgroundWorker.request('listSkillGains', [request], { signal }) : Promise.resolve(null);

interface GainsInput {
  readonly student: Student;
  readonly assignments: readonly Assignment[] | undefined;
  readonly attempts: readonly AttemptSummary[] | undefined;
  /** Days since 1970; what was practised on the first of them is new. Null where nothing is compared. */
  readonly from: number | null;
  readonly today: number;
}

/** The skills a student began or learned since a day; undefined until they are known. */
export const useSkillGains = ({ student, assignments, attempts, from, today }: GainsInput) => {
  const { knownSkills } = student.about;
  const request = useMemo(() => {
    if (!assignments || !attempts || from === null) return null;
    const practised = assignments.map(({ id, pattern, plan }) => ({ id, pattern, plan }));
    return { practised, attempts, known: knownSkills ?? [], today, since: from - 1 };
  }, [assignments, attempts, knownSkills, from, today]);
  const { value } = useWorkerQuery(request, askForGains);
  return from === null ? undefined : (value ?? undefined);
};
