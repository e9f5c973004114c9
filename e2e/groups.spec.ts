import type { Page } from '@playwright/test';
import { PATTERN_LIBRARY, type Pattern } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { expect, newStudio, test, violations } from './studio.ts';

interface Named {
  readonly id: string;
  readonly name: string;
}

const post = async <T>(page: Page, path: string, data: object): Promise<T> =>
  (await (await page.request.post(`/api${path}`, { data })).json()) as T;

const addStudent = (page: Page, name: string, about: object = {}): Promise<Named> =>
  post<Named>(page, '/students', { name, about });

/** What the server has; a kept connection that it closed meanwhile is opened again, as browsers do. */
const fetched = async <T>(page: Page, path: string): Promise<T> =>
  (await (await page.request.get(`/api${path}`, { maxRetries: 2 })).json()) as T;

const isoDay = (daysAgo: number): string => {
  const day = new Date(Date.now() - daysAgo * 86_400_000);
  return new Date(day.getTime() - day.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
};

test('a class has one pattern assigned at once, each its own, and one press takes it back', async ({ page }) => {
  await newStudio(page);
  const pattern: Pattern = { ...(PATTERN_LIBRARY[0]?.pattern as Pattern), name: 'Heron at noon' };
  await post(page, '/patterns', { pattern });
  const students: Named[] = [];
  for (const [name, groups] of [
    ['Ada Moss', ['Duo']],
    ['Bo Reed', ['Duo']],
    ['Cy Fen', undefined],
  ] as const)
    students.push(await addStudent(page, name, groups ? { groups } : {}));

  await page.goto('/students');
  const list = page.getByRole('list', { name: say('common.students') });
  await expect(list.getByRole('listitem')).toHaveCount(3);
  await page.getByRole('button', { name: 'Duo', exact: true }).click();
  await expect(list.getByRole('listitem')).toHaveCount(2);
  expect(await violations(page)).toEqual([]);

  await page.getByRole('button', { name: say('students.assign-pattern-to-group', { group: 'Duo', count: 2 }) }).click();
  await page.getByRole('button', { name: /Heron at noon/ }).click();
  await expect(page.getByRole('dialog', { name: /Duo/ })).toBeVisible();
  await page.getByRole('button', { name: say('students.assign'), exact: true }).click();
  await expect(list.getByText('Heron at noon')).toHaveCount(2);
  const assigned = async (): Promise<readonly string[]> =>
    (await fetched<readonly { studentId: string }[]>(page, '/assignments'))
      .map(({ studentId }) => students.find(({ id }) => id === studentId)?.name ?? '')
      .sort();
  expect(await assigned()).toEqual(['Ada Moss', 'Bo Reed']);
  await page.getByRole('button', { name: say('common.undo') }).click();
  await expect.poll(assigned).toEqual([]);
});

test('who came is recorded, what was called off is owed and made up for, and a report says it all', async ({
  page,
}) => {
  await newStudio(page);
  const weekday = new Date().getDay() || 7;
  const { id } = await addStudent(page, 'Ada Moss', { lessonDay: weekday, lessonTime: '16:30' });

  await page.goto('/today');
  const attendance = page.getByRole('group', { name: say('lessons.attendance', { name: 'Ada Moss' }) });
  const excused = attendance.getByRole('button', { name: say('lessons.outcome', { outcome: 'excused' }) });
  await excused.click();
  await expect(excused).toHaveAttribute('aria-pressed', 'true');
  expect(await violations(page)).toEqual([]);

  await page.goto(`/students/${id}`);
  const lessons = page.getByRole('region', { name: say('students.lessons') });
  await expect(lessons.getByText(say('lessons.owed', { count: 1 }))).toBeVisible();
  await lessons.getByLabel(say('lessons.day')).fill(isoDay(7));
  await lessons.getByRole('button', { name: say('lessons.add') }).click();
  await expect(lessons.getByRole('listitem')).toHaveCount(3);

  await lessons.getByLabel(/^Day of the make-up lesson/).fill(isoDay(-3));
  await lessons.getByRole('button', { name: say('lessons.make-up') }).click();
  await expect(lessons.getByText(say('lessons.owed', { count: 1 }))).toBeHidden();
  const kept = await fetched<{ about: object }>(page, `/students/${id}`);
  expect(kept.about).toMatchObject({
    changes: [{ day: isoDay(-3), time: '16:30' }],
    lessons: [
      { day: isoDay(7), outcome: 'held' },
      { day: isoDay(0), outcome: 'excused', madeUpOn: isoDay(-3) },
    ],
  });
  expect(await violations(page)).toEqual([]);

  await page.getByRole('link', { name: say('report.open'), exact: true }).click();
  await expect(page.getByRole('heading', { name: say('report.title', { name: 'Ada Moss' }) })).toBeVisible();
  await expect(page.getByRole('region', { name: say('report.lessons') })).toContainText('1 lesson held, 1 called off.');
  const words = page.getByRole('textbox', { name: say('report.words') });
  await words.fill('A quiet, steady term.');
  await words.blur();
  await expect(page.getByText(say('report.saved'))).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText('A quiet, steady term.').last()).toBeVisible();
  await expect(words).toBeHidden();
});

test('a note that is written again and again is kept as a template, used, and thrown away', async ({ page }) => {
  await newStudio(page);
  const { id } = await addStudent(page, 'Ada Moss');
  await page.goto(`/students/${id}`);
  const note = page.getByRole('textbox', { name: say('parts.note') });
  const templates = page.getByRole('button', { name: say('lessons.templates'), exact: true });
  await note.fill('Worked on: ');
  await templates.click();
  await page.getByRole('button', { name: say('lessons.template-keep') }).click();
  await expect(page.getByRole('button', { name: 'Worked on:', exact: true })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Escape');

  await note.fill('');
  await templates.click();
  await page.getByRole('button', { name: 'Worked on:', exact: true }).click();
  await expect(note).toHaveValue('Worked on:');
  await page.getByRole('button', { name: say('lessons.template-remove', { template: 'Worked on:' }) }).click();
  await expect(page.getByText(say('lessons.templates-none'))).toBeVisible();
  const kept = async (): Promise<unknown> =>
    (await fetched<{ settings: { noteTemplates?: unknown } }>(page, '/settings')).settings.noteTemplates;
  await expect.poll(kept).toEqual([]);
});

test('a class has a course of its own: a goal, the weeks to it, and only what all of them can meet', async ({
  page,
}) => {
  await newStudio(page);
  const pattern: Pattern = { ...(PATTERN_LIBRARY[0]?.pattern as Pattern), name: 'Heron at noon' };
  await post(page, '/patterns', { pattern });
  for (const name of ['Ada Moss', 'Bo Reed']) await addStudent(page, name, { groups: ['Duo'] });
  await page.goto('/skills?group=Duo');
  const course = page.getByRole('region', { name: say('course.group-course', { group: 'Duo' }) });
  await expect(course).toContainText(say('course.group-how', { count: 2 }));
  await course.getByRole('button', { name: say('course.choose-pattern') }).click();
  await page.getByRole('button', { name: /Heron at noon/ }).click();
  await expect(course.getByRole('row').nth(1)).toContainText(say('course.week', { week: 1 }));
  await expect(course).toContainText('Heron at noon');
  expect(await violations(page)).toEqual([]);
});
