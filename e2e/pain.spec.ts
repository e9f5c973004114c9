import { say } from '@fleet-wren/wording';
import { phoneAtThumb, untilStanding } from './practice-room.ts';
import { expect, test, violations } from './studio.ts';

test('pain: asked where, paused, first of all on every page of the teacher, answered, and practice goes on', async ({
  page,
  browser,
}) => {
  const phone = await phoneAtThumb(page, browser);
  await phone.getByRole('button', { name: say('practice.report-pain') }).click();
  await expect(phone.getByRole('alertdialog', { name: say('practice.pain-where') })).toBeVisible();
  expect(await violations(phone)).toEqual([]);
  // Pressed by mistake: nothing was told.
  await phone.getByRole('button', { name: say('practice.pain-none') }).click();
  await phone.locator('.room-surface').click();
  await expect(phone.locator('.room-streak')).toContainText('1 of 5');
  await phone.getByRole('button', { name: say('practice.report-pain') }).click();
  await phone.getByRole('button', { name: say('practice.pain-ring') }).click();
  await expect(phone.getByRole('heading', { name: say('practice.paused') })).toBeVisible();
  await expect(phone.locator('.room-surface')).toHaveCount(0);
  await untilStanding(page, ({ pain }) => pain?.where === 'a');

  const report = page.getByRole('note', { name: say('students.pain-badge') });
  const student = page.url();
  await page.goto('/students');
  await expect(page.getByText(say('students.pain-badge'))).toBeVisible();
  await page.goto('/today');
  await expect(report).toContainText(/Tamsin Holt reported pain in the ring finger on .*: Towpath roll, “Thumb/);
  expect(await violations(page)).toEqual([]);
  await report.getByRole('button', { name: say('students.pain-answer-it') }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(say('students.pain-message')).fill('Three days off, then slowly.');
  expect(await violations(page)).toEqual([]);
  await dialog.getByRole('button', { name: say('students.pain-send') }).click();
  await expect(report).toHaveCount(0);

  await phone.reload();
  await expect(phone.getByText(/Rest: Towpath roll starts again on/)).toBeVisible();
  await expect(phone.getByText('Your teacher: Three days off, then slowly.')).toBeVisible();
  await page.goto(student);
  await expect(page.getByText(/Towpath roll: pain was reported\. Rest until/)).toBeVisible();
  await page.goto(`${student}/sheet`);
  await expect(page.getByText(/Rest: Towpath roll starts again on/)).toBeVisible();
  await expect(page.locator('.paper .threads')).toHaveCount(0);
  await phone.context().close();
});

test('an answer may lower the tempo: no stage is faster, and practice goes on with the teacher’s word', async ({
  page,
  browser,
}) => {
  const phone = await phoneAtThumb(page, browser);
  await phone.getByRole('button', { name: say('practice.report-pain') }).click();
  await phone.getByRole('button', { name: say('practice.pain-wrist') }).click();
  await expect(phone.getByRole('heading', { name: say('practice.paused') })).toBeVisible();
  await untilStanding(page, ({ pain }) => pain?.where === 'wrist');
  await page.reload();
  await page.getByRole('button', { name: say('students.pain-answer-it') }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(say('students.pain-choice-lower')).check();
  await dialog.getByLabel(say('students.pain-tempo')).fill('35');
  await dialog.getByLabel(say('students.pain-message')).fill('Looser, please.');
  await dialog.getByRole('button', { name: say('students.pain-send') }).click();
  await expect(page.getByText(/Towpath roll: pain was reported\. The tempo was lowered\./)).toBeVisible();
  await phone.reload();
  await phone.getByRole('button', { name: /Hand position/ }).click();
  await expect(phone.locator('.room-tempo')).toContainText('35');
  await expect(phone.getByText('Your teacher: Looser, please.')).toBeVisible();
  await phone.context().close();
});
