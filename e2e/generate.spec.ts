import { say } from '@fleet-wren/wording';
import { expect, openStudio, test } from './studio.ts';

test('a roll walks over chosen sets, two bars each; going back finds everything as it was entered', async ({
  page,
}) => {
  await openStudio(page);
  await page.goto('/patterns/generate?figure=rolls');
  await page.getByLabel(say('generator.rolls.walk.label')).selectOption('back-backward');
  await page.getByLabel(say('generator.rolls.sets.label')).fill('5 4 3, 3 2 1');
  await page.getByLabel(say('generator.rolls.each.label')).fill('2');
  await page.getByRole('combobox', { name: say('generate.chord') }).selectOption('G');
  await expect(page.getByText(say('generator.rolls.listen'))).toBeVisible();
  await page.getByRole('button', { name: say('common.open-as-new-pattern') }).click();
  await expect(page.locator('.threads[data-judged="yes"]')).toBeVisible();
  await expect(page.locator('.transport-facts')).toContainText(say('term.bars', { count: 8 }));

  await page.goBack();
  await expect(page.getByLabel(say('generator.rolls.sets.label'))).toHaveValue('5 4 3, 3 2 1');
  await expect(page.getByLabel(say('generator.rolls.each.label'))).toHaveValue('2');
  await expect(page.getByRole('combobox', { name: say('generate.chord') })).toHaveValue('G');
});

test('a melody of one’s own over the thumb', async ({ page }) => {
  await openStudio(page);
  await page.goto('/patterns/generate?figure=melody-over-thumb');
  await page.getByRole('textbox', { name: say('generator.melody-over-thumb.melody.label') }).fill('1 - 2:3 9');
  await expect(page.getByRole('alert')).toContainText('9');
  await page.getByRole('textbox', { name: say('generator.melody-over-thumb.melody.label') }).fill('1 - 2:3 -');
  await page.getByRole('button', { name: say('common.open-as-new-pattern') }).click();
  await expect(page.locator('.threads [data-stroke]')).toHaveCount(4);
});
