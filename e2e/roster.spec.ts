import { readFileSync } from 'node:fs';
import { say } from '@fleet-wren/wording';
import { withStudent } from './practice-room.ts';
import { expect, test, violations } from './studio.ts';

test('students come in from a table, and go out as one; their lessons as a calendar', async ({ page }) => {
  await withStudent(page);
  await page.goto('/students');
  const table = 'name,lesson day,lesson time\nImre Sallow,,\nTamsin Holt,Friday,4:30 pm\nOsric Penny,someday,\n';
  await page
    .getByLabel(say('students.roster-file'))
    .setInputFiles({ name: 'students.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await expect(page.getByText(/1 student added\. 1 was here already\. Line 4: “someday”/)).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Tamsin Holt' })).toContainText('16:30');
  const download = async (item: string): Promise<string> => {
    await page.getByRole('button', { name: say('students.roster'), exact: true }).click();
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: item }).click()]);
    return readFileSync(await file.path(), 'utf8');
  };
  expect(await download(say('students.roster-csv'))).toContain('Tamsin Holt,Friday,16:30');
  expect(await download(say('students.lessons-ics'))).toContain('SUMMARY:Lesson: Tamsin Holt');
  expect(await violations(page)).toEqual([]);
});

test('one pattern is assigned to several students at once, and one press takes it back', async ({ page }) => {
  await withStudent(page);
  const first = page.url();
  await page.goto('/students');
  for (const name of ['Bertil Quay', 'Junia Weir']) {
    await page.request.post('/api/students', { data: { name, about: {} } });
  }
  await page.goto(first);
  await page.getByRole('button', { name: say('students.assign-pattern') }).click();
  await page.getByRole('button', { name: /Towpath roll/ }).click();
  await page.getByText(say('students.assign-to-others', { count: 0 })).click();
  await page.getByLabel('Bertil Quay').check();
  await page.getByLabel('Junia Weir').check();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: say('students.assign'), exact: true }).click();
  await expect(page.getByText(say('students.assigned-to-others', { name: 'Towpath roll', count: 2 }))).toBeVisible();
  const assigned = async (): Promise<number> =>
    ((await (await page.request.get('/api/assignments')).json()) as readonly unknown[]).length;
  await expect.poll(assigned).toBe(3);
  await page.getByRole('button', { name: say('common.undo') }).click();
  await expect.poll(assigned).toBe(1);
});
