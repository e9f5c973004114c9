import type { AssignmentListItem } from '@fleet-wren/contract';
import { MILLISECONDS_PER_DAY, isPausedByPain, type PainReport, type ProgressSummary } from '@fleet-wren/core';

/** Days a report of pain that could not be answered, and an answer, stay in sight. */
export const PAIN_IN_SIGHT = 14;

type Line = Pick<AssignmentListItem, 'id' | 'name' | 'standing'>;

/** A report of pain, and in what. */
export interface AssignmentPain<T extends Line> {
  readonly line: T;
  readonly pain: PainReport;
}

/** The report of something that is practised: one of before reports were answered has only its time. */
const painOf = ({ pain, discomfort }: ProgressSummary, now: number): PainReport | null => {
  if (pain !== undefined) return pain;
  const isLate = discomfort !== null && discomfort > now - PAIN_IN_SIGHT * MILLISECONDS_PER_DAY;
  return isLate ? { at: discomfort, minutes: 0, answer: null } : null;
};

const withPain = <T extends Line>(lines: readonly T[], now: number): readonly AssignmentPain<T>[] =>
  lines
    .flatMap((line): readonly AssignmentPain<T>[] => {
      const pain = painOf(line.standing, now);
      return pain ? [{ line, pain }] : [];
    })
    .sort((a, b) => b.pain.at - a.pain.at);

/** Reports of pain that wait for an answer, the newest first. */
export const listPainReports = <T extends Line>(lines: readonly T[], now: number): readonly AssignmentPain<T>[] =>
  withPain(lines, now).filter(({ pain }) => pain.answer === null);

/** Answers of the last two weeks, and rests that go on, the newest first. */
export const listPainAnswers = <T extends Line>(lines: readonly T[], now: number): readonly AssignmentPain<T>[] =>
  withPain(lines, now).filter(
    ({ pain }) =>
      pain.answer !== null &&
      (isPausedByPain(pain, now) || pain.answer.at > now - PAIN_IN_SIGHT * MILLISECONDS_PER_DAY),
  );
