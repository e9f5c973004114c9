import { say, sayLabel } from '@fleet-wren/wording';
import { format } from 'date-fns/format';
import type { Label, PainReport } from '@fleet-wren/core';

type ReportedPain = PainReport & { readonly stageName?: Label | null };

/** What was reported: where it hurts, when, and after how much of what. */
export const formatPainReport = (name: string, { at, where, minutes, tempo, stageName }: ReportedPain): string =>
  say('students.pain-report', {
    name,
    where: where ?? 'unsaid',
    when: format(at, 'EEEE d MMMM, HH:mm'),
    minutes,
    stage: stageName ? sayLabel(stageName) : '',
    hasStage: stageName ? 'yes' : 'no',
    tempo: tempo ?? 0,
  });

/** What the teacher said to it. */
export const formatPainAnswer = (name: string, { answer }: PainReport): string =>
  answer === null
    ? ''
    : say('students.pain-answer', {
        name,
        choice: answer.choice,
        until: answer.until === undefined ? '' : format(answer.until, 'EEEE d MMMM'),
      });
