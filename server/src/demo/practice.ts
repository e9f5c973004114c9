import { randomUUID } from 'node:crypto';
import {
  DAY,
  NOTHING_PRACTISED,
  SENSIBLE_STUDENT,
  foldPractice,
  ladderFor,
  planOf,
  seededRandom,
  simulatePractice,
  valueOrThrow,
  type Pattern,
  type SimulatedStudent,
  type AboutStudent,
} from '@fleet-wren/core';
import type { StudioScope } from '../db/studio-db.ts';
import { PracticeStore, type AddedEvent } from '../practice/practice.store.ts';
import { standingOf } from '../practice/standing.ts';
import { StudentsStore } from '../students/students.store.ts';

/** Something an invented student practises: which pattern, to which share of its ceiling, begun how long ago. */
interface DemoItem {
  readonly pattern: string;
  readonly share: number;
  readonly weeksAgo: number;
  /** Weeks without practice at the end. */
  readonly stopped?: number;
}

interface DemoStudent {
  readonly name: string;
  readonly about: AboutStudent;
  readonly being: Partial<SimulatedStudent>;
  readonly items: readonly DemoItem[];
}

/** Weekdays count from 1 = Monday. */
const STUDENTS: readonly DemoStudent[] = [
  {
    name: 'Ottoline Marsh',
    about: { lessonDay: 3, lessonTime: '15:00', weeklyMinutes: 120 },
    being: { skill: -0.3, learning: 0.0025, diligence: 0.85 },
    items: [
      { pattern: 'Six o’clock roll', share: 0.9, weeksAgo: 4 },
      { pattern: 'Kite string, pick and two', share: 0.9, weeksAgo: 1 },
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
    about: { lessonDay: 1, lessonTime: '17:00', weeklyMinutes: 60 },
    being: { skill: -0.6, learning: 0.0012, diligence: 0.5 },
    items: [{ pattern: 'Ferry steps', share: 0.75, weeksAgo: 4, stopped: 3 }],
  },
  {
    name: 'Junia Weir',
    about: { lessonDay: 3, lessonTime: '18:00', weeklyMinutes: 150, way: 'short bursts early' },
    being: { skill: -0.55, learning: 0.0005, diligence: 0.8 },
    items: [
      { pattern: 'Reed bed, three three two', share: 0.78, weeksAgo: 9 },
      { pattern: 'Sluice gate, thumb keeps walking', share: 0.62, weeksAgo: 1 },
    ],
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
    about: { lessonDay: 5, lessonTime: '15:30', weeklyMinutes: 45 },
    being: { skill: -0.5, learning: 0.0012, diligence: 0.6 },
    items: [{ pattern: 'Forward, always forward', share: 0.6, weeksAgo: 1 }],
  },
];

/** Attempts a sitting in the demo: enough to show something true, few enough to start quickly. */
const ATTEMPTS = 26;

const eventsFor = (item: DemoItem, pattern: Pattern, student: DemoStudent, now: number) => {
  const way = student.about.way ?? 'slowly until clean, then faster';
  const ceiling = valueOrThrow(ladderFor(pattern, { target: pattern.tempo, way })).ceiling ?? pattern.tempo;
  const target = Math.min(240, Math.round(ceiling * item.share));
  const ladder = valueOrThrow(ladderFor(pattern, { target, way }));
  const { events } = simulatePractice(
    ladder,
    { ...SENSIBLE_STUDENT, attempts: ATTEMPTS, ...student.being },
    {
      from: now - item.weeksAgo * 7 * DAY - (now % DAY),
      days: (item.weeksAgo - (item.stopped ?? 0)) * 7,
      random: seededRandom(student.name.length * 31 + item.weeksAgo),
    },
  );
  return { way, target, plan: planOf(ladder), events: events.map((event) => ({ ...event, id: randomUUID() })) };
};

/** Twelve weeks of invented practice: two are stuck for different reasons, one has stopped, one flies. */
export const loadDemoPractice = async (
  scope: StudioScope,
  { patterns, sources }: { readonly patterns: readonly Pattern[]; readonly sources: ReadonlyMap<string, string> },
  now: number,
): Promise<void> => {
  const [students, practice] = [new StudentsStore(), new PracticeStore()];
  const kept = await students.insert(scope, STUDENTS);
  for (const student of STUDENTS) {
    const { id } = kept.find(({ name }) => name === student.name) as { readonly id: string };
    for (const [place, item] of student.items.entries()) {
      const pattern = patterns.find(({ name }) => name === item.pattern);
      if (!pattern) continue;
      const { way, target, plan, events } = eventsFor(item, pattern, student, now);
      const standing = standingOf(plan, foldPractice(plan, NOTHING_PRACTISED, events), now);
      const form = { name: pattern.name, pattern, sourceId: sources.get(pattern.name), target, way, plan };
      const assignment = await practice.insert(scope, id, form, { standing, place });
      const rows = events.map((event): AddedEvent => ({
        assignment: assignment.id,
        event,
        toldAt: null,
        toldBy: 'student',
      }));
      for (let from = 0; from < rows.length; from += 500)
        await practice.append(scope, id, rows.slice(from, from + 500));
    }
  }
};
