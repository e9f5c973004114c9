import type { AssignmentListItem } from '@fleet-wren/contract';
import { MILLISECONDS_PER_DAY, isPausedByPain, type SessionItem } from '@fleet-wren/core';

/** What a sitting sees of something that is practised. */
const toSessionItem = (
  { id, name, standing }: Pick<AssignmentListItem, 'id' | 'name' | 'standing'>,
  now: number,
): SessionItem => ({
  id,
  name,
  stage: standing.stage === null ? null : { name: standing.stage, tempo: standing.tempo },
  next: standing.next ? { name: standing.next.stage, tempo: standing.next.tempo } : null,
  isStuck: standing.stuck !== null,
  isDue: standing.due !== null && standing.due <= now,
  isNew: standing.last === null,
});

/** What a sitting is made of: all that is set but for what pain has paused. */
export const toSessionItems = (
  lines: readonly Pick<AssignmentListItem, 'id' | 'name' | 'standing'>[],
  now: number,
): readonly SessionItem[] =>
  lines.filter(({ standing }) => !isPausedByPain(standing.pain, now)).map((line) => toSessionItem(line, now));

/** Days after which discomfort that was spoken of no longer makes a plan lighter. */
const LIGHT_FOR = 3;

/** Whether discomfort was spoken of lately. */
export const hasRecentPainReport = (lines: readonly Pick<AssignmentListItem, 'standing'>[], now: number): boolean =>
  lines.some(
    ({ standing }) => standing.discomfort !== null && standing.discomfort > now - LIGHT_FOR * MILLISECONDS_PER_DAY,
  );

/** The address of a practice room: what comes after the sign is never sent to a server by the browser. */
export const buildPracticeRoomUrl = (token: string): string => `${window.location.origin}/practice#${token}`;
