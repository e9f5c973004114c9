import { randomUUID } from 'node:crypto';
import type { CreateAssignmentRequest } from '@fleet-wren/contract';
import {
  MILLISECONDS_PER_DAY,
  EMPTY_PRACTICE_SNAPSHOT,
  DEFAULT_STUDENT,
  foldPractice,
  createLadder,
  toLadderPlan,
  createSeededRandom,
  simulatePractice,
  valueOrThrow,
  type LessonOutcome,
  type LessonRecord,
  type PainPlace,
  type Pattern,
  type PracticeEvent,
  type ProgressSummary,
  type SimulatedStudent,
  type StudentProfile,
  PRACTICE_METHODS,
} from '@fleet-wren/core';
import { summariseProgress } from '../practice/progress-summary.ts';

/** Something an invented student practises: which pattern, to which share of its ceiling, begun how long ago. */
interface DemoItem {
  readonly pattern: string;
  readonly share: number;
  readonly weeksAgo: number;
  /** Weeks without practice at the end. */
  readonly stopped?: number;
  /** Where it hurt at the end. */
  readonly hurts?: PainPlace;
}

interface DemoStudent {
  readonly name: string;
  readonly about: StudentProfile;
  readonly being: Partial<SimulatedStudent>;
  readonly items: readonly DemoItem[];
  /** Lessons that were not held, by how many weeks ago. */
  readonly absences?: Readonly<Record<number, LessonOutcome>>;
  /** The pattern that is worked towards. */
  readonly goal?: string;
}

/** Weekdays count from 1 = Monday. */
const STUDENTS: readonly DemoStudent[] = [
  {
    name: 'Ottoline Marsh',
    about: { lessonDay: 3, lessonTime: '15:00', weeklyMinutes: 120, groups: ['Boathouse trio'] },
    being: { skill: -0.3, learning: 0.0025, diligence: 0.85 },
    items: [
      { pattern: 'Six o’clock roll', share: 0.9, weeksAgo: 4 },
      { pattern: 'Kite string, pick and two', share: 0.9, weeksAgo: 1, hurts: 'a' },
    ],
  },
  {
    name: 'Bertil Quay',
    about: { lessonDay: 3, lessonTime: '16:30', weeklyMinutes: 90, notes: 'Plays with a thumb pick.' },
    // The hand goes no further: led back again and again.
    being: { skill: -0.75, limit: -0.55, diligence: 0.6 },
    items: [{ pattern: 'Weir at dusk, thumb in three', share: 0.85, weeksAgo: 11 }],
  },
  {
    name: 'Imre Sallow',
    about: { lessonDay: 1, lessonTime: '17:00', weeklyMinutes: 60, groups: ['First year'] },
    being: { skill: -0.6, learning: 0.0012, diligence: 0.5 },
    items: [{ pattern: 'Ferry steps', share: 0.75, weeksAgo: 4, stopped: 3 }],
    absences: { 1: 'missed', 2: 'missed', 3: 'excused' },
  },
  {
    name: 'Junia Weir',
    about: { lessonDay: 3, lessonTime: '18:00', weeklyMinutes: 150, way: 'bursts', groups: ['Boathouse trio'] },
    being: { skill: -0.55, learning: 0.0005, diligence: 0.8 },
    items: [
      { pattern: 'Reed bed, three three two', share: 0.78, weeksAgo: 9 },
      { pattern: 'Sluice gate, thumb keeps walking', share: 0.62, weeksAgo: 1 },
    ],
    absences: { 5: 'excused' },
    goal: 'Lantern pinches',
  },
  {
    name: 'Tamsin Holt',
    about: { lessonDay: 4, lessonTime: '16:00', weeklyMinutes: 80 },
    // Practises little at a time: no quicker for weeks.
    being: { skill: -0.62, limit: -0.56, diligence: 0.2, attempts: 7 },
    items: [{ pattern: 'Alder row, two fingers', share: 0.85, weeksAgo: 12 }],
  },
  {
    name: 'Osric Penny',
    about: { lessonDay: 5, lessonTime: '15:30', weeklyMinutes: 45, groups: ['Boathouse trio', 'First year'] },
    being: { skill: -0.5, learning: 0.0012, diligence: 0.6 },
    items: [{ pattern: 'Forward, always forward', share: 0.6, weeksAgo: 1 }],
  },
];

/** Attempts a sitting in the demo: enough to show something true, few enough to start quickly. */
const ATTEMPTS = 26;

/** A report of pain at the end of the last session, where there is one. */
const painAfter = (events: readonly PracticeEvent[], { hurts }: DemoItem): readonly PracticeEvent[] => {
  const last = events.findLast(({ kind }) => kind === 'clean' || kind === 'slipped');
  if (!last || hurts === undefined) return [];
  const { stage, tempo } = last;
  return [{ id: 'pain', at: last.at + 60_000, kind: 'discomfort', stage, tempo, where: hurts }];
};

const eventsFor = (item: DemoItem, pattern: Pattern, student: DemoStudent, now: number) => {
  const way = student.about.way ?? PRACTICE_METHODS[0];
  const ceiling = valueOrThrow(createLadder(pattern, { target: pattern.tempo, method: way })).maxTempo ?? pattern.tempo;
  const target = Math.min(240, Math.round(ceiling * item.share));
  const ladder = valueOrThrow(createLadder(pattern, { target, method: way }));
  const { events } = simulatePractice(
    ladder,
    { ...DEFAULT_STUDENT, attempts: ATTEMPTS, ...student.being },
    {
      from: now - item.weeksAgo * 7 * MILLISECONDS_PER_DAY - (now % MILLISECONDS_PER_DAY),
      days: (item.weeksAgo - (item.stopped ?? 0)) * 7,
      random: createSeededRandom(student.name.length * 31 + item.weeksAgo),
    },
  );
  const all = [...events, ...painAfter(events, item)];
  return { way, target, plan: toLadderPlan(ladder), events: all.map((event) => ({ ...event, id: randomUUID() })) };
};

/** A student of the demo, and everything practised. */
export interface DemoPractice {
  readonly goal?: string;
  readonly student: { readonly name: string; readonly about: StudentProfile };
  readonly items: readonly (Omit<CreateAssignmentRequest, 'sourceId' | 'sourceVersion'> & {
    readonly events: readonly PracticeEvent[];
    readonly standing: ProgressSummary;
  })[];
}

/** Weeks of lessons that are on record. */
const LESSON_WEEKS = 10;

/** The lessons of the last weeks: held, but for those that were not. */
const lessonsOf = ({ about, absences = {} }: DemoStudent, now: number): readonly LessonRecord[] => {
  const today = Math.floor(now / MILLISECONDS_PER_DAY);
  const weekday = new Date(now).getUTCDay() || 7;
  const since = (weekday - (about.lessonDay ?? weekday) + 7) % 7 || 7;
  return Array.from({ length: LESSON_WEEKS }, (_, index) => LESSON_WEEKS - 1 - index).map((weeksAgo) => ({
    day: new Date((today - since - 7 * weeksAgo) * MILLISECONDS_PER_DAY).toISOString().slice(0, 10),
    outcome: absences[weeksAgo + 1] ?? 'held',
  }));
};

/** Twelve weeks of invented practice: two are stuck for different reasons, one has stopped, one flies. */
export const practiceOfDemo = (patterns: readonly Pattern[], now: number): readonly DemoPractice[] =>
  STUDENTS.map((student) => ({
    goal: student.goal,
    student: { name: student.name, about: { ...student.about, lessons: lessonsOf(student, now) } },
    items: student.items.flatMap((item) => {
      const pattern = patterns.find(({ name }) => name === item.pattern);
      if (!pattern) return [];
      const { events, plan, way, target } = eventsFor(item, pattern, student, now);
      const standing = summariseProgress(plan, foldPractice(plan, EMPTY_PRACTICE_SNAPSHOT, events));
      return [{ name: pattern.name, pattern, way, target, plan, events, standing }];
    }),
  }));
