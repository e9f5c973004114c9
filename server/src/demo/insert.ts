import type { StudentProfile } from '@fleet-wren/core';
import type { StudioScope } from '../db/studio-db.ts';
import { DocumentsStore } from '../documents/documents.store.ts';
import { PracticeStore, type AddedEvent } from '../practice/practice.store.ts';
import { StudentsStore } from '../students/students.store.ts';
import type { DemoContent } from './build.ts';
import type { DemoPractice } from './practice.ts';

/** What was put into a studio, to be taken out again. */
export interface DemoIds {
  readonly patterns: readonly string[];
  readonly songs: readonly string[];
  readonly students: readonly string[];
}

/** Events that are added at a time. */
const AT_ONCE = 500;

const [documents, students, practice] = [new DocumentsStore(), new StudentsStore(), new PracticeStore()];

/** Puts a student with everything practised into a studio; `sources` are the patterns there by name. */
const insertPractice = async (
  scope: StudioScope,
  { student, goal, items }: DemoPractice,
  sources: ReadonlyMap<string, string>,
): Promise<string> => {
  const target = goal === undefined ? undefined : sources.get(goal);
  const about: StudentProfile = target ? { ...student.about, goal: { kind: 'pattern', id: target } } : student.about;
  const [kept] = await students.insert(scope, [{ ...student, about }]);
  const id = kept?.id ?? '';
  for (const [place, { events, standing, ...form }] of items.entries()) {
    const sourceId = sources.get(form.pattern.name);
    const assignment = await practice.insert(scope, id, { ...form, sourceId }, { standing, place });
    const rows = events.map((event): AddedEvent => ({
      assignment: assignment.id,
      event,
      toldAt: null,
      toldBy: 'student',
    }));
    for (let from = 0; from < rows.length; from += AT_ONCE)
      await practice.append(scope, id, rows.slice(from, from + AT_ONCE));
  }
  return id;
};

/** Puts the demo into a studio, one after another, so that the one to look at first is the latest worked on. */
export const insertDemo = async (scope: StudioScope, content: DemoContent): Promise<DemoIds> => {
  const sources = new Map<string, string>();
  for (const pattern of content.patterns) {
    const [kept] = await documents.insert(scope, 'pattern', [pattern]);
    if (kept) sources.set(pattern.name, kept.id);
  }
  const ids: string[] = [];
  for (const one of content.practice) ids.push(await insertPractice(scope, one, sources));
  const songs: string[] = [];
  for (const song of content.songs) {
    const [kept] = await documents.insert(scope, 'song', [song]);
    if (kept) songs.push(kept.id);
  }
  return { patterns: [...sources.values()], songs, students: ids };
};
