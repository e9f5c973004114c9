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
