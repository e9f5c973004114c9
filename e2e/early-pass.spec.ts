import { say } from '@fleet-wren/wording';
import { phoneAtThumb } from './practice-room.ts';
import { expect, test, violations } from './studio.ts';

test('a clean press before a pass can be over is asked about, and counts only when the student says so', async ({
  page,
  browser,
}) => {
  const phone = await phoneAtThumb(page, browser);
  const streak = phone.locator('.room-streak');
  const surface = phone.locator('.room-surface');
  const question = phone.getByRole('alert');
  await surface.click();
  await expect(streak).toContainText('1 of 5');
  await expect(question).toBeHidden();
  await surface.click();
  await expect(question).toContainText(/^Only \d\.\d s since the last pass; one pass takes \d+\.\d s\./);
  await expect(streak).toContainText('1 of 5');
  await question.getByRole('button', { name: say('practice.dont-count-it') }).click();
  await expect(question).toBeHidden();
  await expect(streak).toContainText('1 of 5');
  await surface.click();
  await expect(question).toBeVisible();
  // Nothing slow comes before this: a press that is late enough is not asked about.
  expect(await violations(phone)).toEqual([]);
  await question.getByRole('button', { name: say('practice.count-it'), exact: true }).click();
  await expect(streak).toContainText('2 of 5');
  // A slip is never doubted, and what was taken back leaves the next press free.
  await phone.getByRole('button', { name: say('common.missed') }).click();
  await expect(streak).toContainText('0 of 5');
  await phone.getByRole('button', { name: say('common.undo') }).click();
  await expect(streak).toContainText('2 of 5');
  await surface.click();
  await expect(streak).toContainText('3 of 5');
  await phone.context().close();
});
