import type { PracticeMethod } from './ladder/ladder.ts';
import type { LessonRecord } from './lessons/lesson-record.ts';

/** What a studio knows of a student besides the name. */
export interface StudentProfile {
  readonly way?: PracticeMethod;
  /** Key of the school that is usual for this student. */
  readonly school?: string;
  readonly weeklyMinutes?: number;
  /** Day of the lesson, 1 = Monday to 7, and its time as `16:30`. */
  readonly lessonDay?: number;
  readonly lessonTime?: string;
  /** Classes and ensembles the student belongs to, by name. */
  readonly groups?: readonly string[];
  /** What became of lessons, by day. */
  readonly lessons?: readonly LessonRecord[];
  /** What the teacher wrote for the next report. */
  readonly reportText?: string;
  /** Days (`2026-11-25`) the lesson is not held, or held at another time. */
  readonly changes?: readonly { readonly day: string; readonly time: string | null }[];
  readonly notes?: string;
  /** Drills the student knows, by the pattern they are variants of. */
  readonly known?: Readonly<Record<string, readonly string[]>>;
  /** What the student works towards: a pattern or a song of the studio. */
  readonly goal?: StudentGoal;
  /** Codes of skills the teacher says the student has. */
  readonly knownSkills?: readonly string[];
  /** Figures the teacher does not want to have suggested, by their ids. */
  readonly declinedFigures?: readonly string[];
  /** Codes of skills the teacher does not want to have suggested for now. */
  readonly declinedSkills?: readonly string[];
  /** The chance of a clean pass figures are suggested at, where the teacher found the usual too hard or too easy. */
  readonly suggestionAim?: number;
}

/** Chances of a clean pass at which figures may be suggested, the usual, and what one word of a teacher changes. */
export const SUGGESTION_AIM = { least: 0.62, usual: 0.78, most: 0.9, step: 0.04 } as const;

/** Groups a student may belong to, and letters of their names. */
export const GROUP_LIMITS = { groups: 12, name: 40 } as const;

/** A pattern or a song that is to be reached. */
export interface StudentGoal {
  readonly kind: 'pattern' | 'song';
  readonly id: string;
}
