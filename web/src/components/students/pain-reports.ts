import type { AssignmentListItem } from '@fleet-wren/contract';
import { MILLISECONDS_PER_DAY } from '@fleet-wren/core';

/** Days a report of pain stays in sight. */
export const PAIN_IN_SIGHT = 14;

type Line = Pick<AssignmentListItem, 'id' | 'name' | 'standing'>;

/** A report of pain: in what, and when, in milliseconds since 1970. */
export interface PainReport<T extends Line> {
  readonly line: T;
  readonly at: number;
}

/** The reports of pain of the last days, the newest first. */
export const listPainReports = <T extends Line>(lines: readonly T[], now: number): readonly PainReport<T>[] =>
  lines
    .flatMap((line): readonly PainReport<T>[] => {
      const at = line.standing.discomfort;
      return at !== null && at > now - PAIN_IN_SIGHT * MILLISECONDS_PER_DAY ? [{ line, at }] : [];
    })
    .sort((a, b) => b.at - a.at);
