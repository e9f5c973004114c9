import { say } from '@fleet-wren/wording';
import { createPattern, type PracticeProgress, type ProgressSummary } from '@fleet-wren/core';
import type { Browser, Page } from '@playwright/test';
import { expect, openStudio } from './studio.ts';

/** What is practised in the tests of the room. */
export const PATTERN = createPattern('Towpath roll', {
  strokes: [5, 3, 2, 3, 5, 3, 1, 3].map((string, index) => ({ id: `s${index}`, at: index * 420, string })),
  tempo: 72,
  subdivision: 2,
});

/** A studio with a pattern, and a student who stands on a page of their own. */
export const withStudent = async (page: Page, name = 'Imre Sallow'): Promise<void> => {
  await openStudio(page);
  await page.request.post('/api/patterns', { data: { pattern: PATTERN } });
  await page.getByRole('link', { name: say('common.students') }).click();
  await page.getByLabel(say('students.new-students-name')).fill(name);
  await page.getByRole('button', { name: say('students.add-student'), exact: true }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
};

/** Sets the studio's pattern for the student whose page is open. */
export const setPattern = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: say('students.assign-pattern') }).click();
  await page.getByRole('button', { name: /Towpath roll/ }).click();
  await expect(page.getByRole('list', { name: say('students.stages') })).toContainText(
    say('stage.thumb.name', { finger: 'p' }),
  );
  await page.getByRole('button', { name: say('students.assign'), exact: true }).click();
  await expect(page.getByRole('article', { name: 'Towpath roll' })).toBeVisible();
};

/** A phone in the practice room of the student whose page is open. */
export const phoneIn = async (page: Page, browser: Browser): Promise<Page> => {
  await page.getByRole('button', { name: say('students.create-link') }).click();
  const link = await page.getByLabel(say('students.practice-room-link')).inputValue();
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const phone = await context.newPage();
  await phone.goto(link);
  return phone;
};

/** A phone in the room of a new student, with the thumb's stage in front. */
export const phoneAtThumb = async (page: Page, browser: Browser): Promise<Page> => {
  await withStudent(page, 'Tamsin Holt');
  await setPattern(page);
  const phone = await phoneIn(page, browser);
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await phone.getByRole('button', { name: /Done/ }).click();
  await expect(phone.getByRole('heading', { name: say('stage.thumb.name', { finger: 'p' }) })).toBeVisible();
  return phone;
};

/** Says that a press which came sooner than a pass takes was one, where it is asked. */
export const countIt = async (phone: Page): Promise<void> => {
  const asked = phone.getByRole('button', { name: say('practice.count-it'), exact: true });
  if (await asked.isVisible()) await asked.click();
};

interface AssignmentLine {
  readonly id: string;
  readonly standing: ProgressSummary;
}

/** How the studio's assignments stand, once something of them is as it should be: what a room sent has arrived. */
export const untilStanding = async (page: Page, isSo: (standing: ProgressSummary) => boolean): Promise<void> => {
  await expect
    .poll(async () => {
      const lines = (await (await page.request.get('/api/assignments')).json()) as readonly AssignmentLine[];
      return lines.some(({ standing }) => isSo(standing));
    })
    .toBe(true);
};

/** Waits until so many missed passes have arrived with their place. */
export const untilSlipsArrived = async (page: Page, count: number): Promise<void> => {
  const [line] = (await (await page.request.get('/api/assignments')).json()) as readonly AssignmentLine[];
  await expect
    .poll(async () => {
      const progress = (await (
        await page.request.get(`/api/assignments/${line?.id}/progress`)
      ).json()) as PracticeProgress;
      return progress.slipPlaces.reduce((sum, slip) => sum + slip.count, 0);
    })
    .toBe(count);
};
