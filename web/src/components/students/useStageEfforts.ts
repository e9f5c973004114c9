import {
  beatsPerBar,
  createSeededRandom,
  estimateStageEfforts,
  type LadderPlan,
  type Pattern,
  type PlannedStage,
  type StageEffort,
} from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useMemo } from 'react';
import { useEstimatedAbility } from '../../api/practice.ts';

/** The same trials whenever a ladder is looked at. */
const SEED = 7;

/** What each stage of a ladder will probably take a student, by its key. */
export const useStageEfforts = (
  studentId: string,
  plan: LadderPlan | undefined,
  { metre, bars }: Pick<Pattern, 'metre' | 'bars'>,
): ReadonlyMap<string, StageEffort> => {
  const { data: abilities } = useEstimatedAbility(studentId);
  const beats = beatsPerBar(metre) * bars;
  return useMemo(() => {
    if (!plan || !abilities) return new Map();
    const efforts = estimateStageEfforts(plan, { abilities, beats, random: createSeededRandom(SEED) });
    return new Map(efforts.map((effort) => [effort.key, effort]));
  }, [plan, abilities, beats]);
};

/** Passes beyond which nobody counts. */
const MANY = 400;

/** Whether a stage is not passed however long it is practised. */
export const isOutOfReach = ({ passes }: StageEffort): boolean => passes >= MANY;

/** What a stage will take, in passes and minutes of playing; nothing where that is no more than is asked for. */
export const sayEffort = (
  effort: StageEffort | undefined,
  { gate, tempos }: Pick<PlannedStage, 'gate' | 'tempos'>,
): string =>
  effort === undefined || (tempos.length < 2 && effort.passes <= gate)
    ? ''
    : say('students.effort', {
        passes: effort.passes,
        isMany: String(isOutOfReach(effort)),
        minutes: Math.max(1, Math.round(effort.seconds / 60)),
      });
