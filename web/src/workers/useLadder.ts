import type { HandProfile, PracticeLadder, LadderStage, Pattern, Result, PracticeMethod } from '@fleet-wren/core';
import { useMemo } from 'react';
import { backgroundWorker } from './workers.ts';
import { useWorkerQuery, type WorkerQueryResult } from './useWorkerQuery.ts';

/** What a ladder is made for; without a hand it is the able adult's. */
export interface LadderRequest {
  readonly pattern: Pattern;
  readonly target: number;
  readonly way: PracticeMethod;
  readonly hand: HandProfile | undefined;
}

const requestLadder = (
  { pattern, target, way: method, hand }: LadderRequest,
  signal: AbortSignal,
): Promise<Result<PracticeLadder>> =>
  backgroundWorker.request('ladder', [pattern, { target, method, hand }], { signal });

/** The ladder of a pattern, made by a worker. */
export const useLadder = ({ pattern, target, way, hand }: LadderRequest): WorkerQueryResult<Result<PracticeLadder>> => {
  const question = useMemo(() => ({ pattern, target, way, hand }), [pattern, target, way, hand]);
  return useWorkerQuery(question, requestLadder);
};

/** A stage of a ladder by its key; undefined where it is none, or not made yet. */
export const findStage = (ladder: PracticeLadder | undefined, key: string | undefined): LadderStage | undefined =>
  ladder?.stages.find((stage) => stage.key === key);

/** What is played in a stage: its own figure, or the whole where it has none; with digits as soon as they are known. */
export const patternOfStage = (
  ladder: PracticeLadder | undefined,
  key: string | undefined,
  gate: number | undefined,
  whole: Pattern,
): Pattern => {
  const made = findStage(ladder, key);
  return made && (made.pattern.strokes.length > 0 || gate === 0) ? made.pattern : (ladder?.whole ?? whole);
};
