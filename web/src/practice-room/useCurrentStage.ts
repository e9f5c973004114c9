import { say } from '@fleet-wren/wording';
import {
  type PracticeEvent,
  REVIEW_STAGE,
  getRequiredStreak,
  progressAt,
  type Pattern,
  type PracticeProgress,
  type Label,
  type Message,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { patternOfStage, findStage, useLadder } from '../workers/useLadder.ts';
import { mergeEvents, practisedIn, type PracticeRoomItem, type PracticeRoomState } from './practice-room-store.ts';

/** What is practised now. */
export interface CurrentStage {
  readonly progress: PracticeProgress;
  /** Name of the stage, or that all of it is learnt. */
  readonly name: Label;
  readonly key: string;
  readonly tempo: number | null;
  readonly requiredStreak: number;
  readonly streak: number;
  readonly pattern: Pattern;
  /** Whether the pattern is that of the stage: until its ladder is there, it is the whole. */
  readonly isPrepared: boolean;
  readonly why: Message | null;
  readonly remark: Label;
}

/** Clean rounds that make a review. */
const REVIEW = { key: REVIEW_STAGE, gate: 2 } as const;

/** What one more pass makes of a count of clean ones in a row. */
const countPass = (count: number, kind: PracticeEvent['kind']): number => {
  if (kind === 'clean') return count + 1;
  return kind === 'slipped' ? 0 : count;
};

/** Clean rounds of a review today, counted from the last slip. */
const reviewed = (item: PracticeRoomItem, waiting: PracticeRoomState['waiting']): number => {
  const today = new Date().toDateString();
  return mergeEvents(item, waiting)
    .filter(({ stage, at }) => stage === REVIEW.key && new Date(at).toDateString() === today)
    .reduce((count, { kind }) => countPass(count, kind), 0);
};

/** What of an item is at hand: the stage by its plan, with what is played, or a review of what is learnt. */
export const useCurrentStage = (item: PracticeRoomItem, waiting: PracticeRoomState['waiting']): CurrentStage => {
  const { pattern, target, way, plan } = item;
  const { value } = useLadder({ pattern, target, way, hand: plan.hand });
  const ladder = value?.ok ? value.value : undefined;
  return useMemo(() => {
    const progress = progressAt(plan, practisedIn(item, waiting));
    const stage = plan.stages[progress.stage];
    const made = findStage(ladder, stage?.key);
    const tempo = stage ? progress.tempo : target;
    const played = patternOfStage(ladder, stage?.key, stage?.gate, pattern);
    return {
      progress,
      name: stage?.name ?? say('practice.learned-play-it-clean-twice-to'),
      key: stage?.key ?? REVIEW.key,
      tempo,
      requiredStreak: stage ? getRequiredStreak(plan, progress) : REVIEW.gate,
      streak: stage ? progress.streak : Math.min(REVIEW.gate, reviewed(item, waiting)),
      isPrepared: value !== undefined,
      pattern: tempo === null ? played : { ...played, tempo },
      why: made?.reason ?? null,
      remark: stage?.remark ?? made?.remark ?? '',
    };
  }, [item, waiting, plan, ladder, value, pattern, target]);
};
