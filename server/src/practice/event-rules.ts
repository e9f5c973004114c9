import type * as contract from '@fleet-wren/contract';
import { createProblem, message, type PracticeEvent, type Problem } from '@fleet-wren/core';
import { UUID_PATTERN } from '../common/ids.ts';
import type { AddedEvent } from './practice.store.ts';

/** What a student tells from a room: what they did. What a stage comes to, and notes, are the teacher’s. */
const STUDENTS_OWN: ReadonlySet<PracticeEvent['kind']> = new Set([
  'started',
  'clean',
  'slipped',
  'undone',
  'done',
  'minutes',
  'rest',
  'discomfort',
]);

/** What keeps an event of a good shape from being kept: told again, it is known by its name. */
export const findEventProblems = (
  { id, kind, by }: PracticeEvent,
  toldBy: AddedEvent['toldBy'],
): readonly Problem[] => {
  if (!UUID_PATTERN.test(id)) return [createProblem('event-wrong', { problem: message('request.event-id') })];
  if (toldBy === 'teacher') return [];
  if (!STUDENTS_OWN.has(kind))
    return [createProblem('event-wrong', { problem: message('request.teachers-only', { kind }) })];
  return by === 'teacher' ? [createProblem('event-wrong', { problem: message('request.teachers-count') })] : [];
};

/** An event that is not kept, and why. */
export type RefusedEvent = contract.EventReceipt['refused'][number];

export const refuseEvent = (id: string, ...problems: readonly Problem[]): RefusedEvent => ({ id, problems });
