import { say } from '@fleet-wren/wording';
import { expect, test, violations } from './studio.ts';

test('whose work the application stands on is said at the door, with the licences', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: say('common.about') }).click();
  await expect(page.getByRole('heading', { name: 'About Fleet Wren' })).toBeVisible();
  await page.getByText(/^verovio/).click();
  await expect(page.getByText(/can be replaced by another version/)).toBeVisible();
  await expect(page.getByText('GNU LESSER GENERAL PUBLIC LICENSE').first()).toBeVisible();
  expect(await violations(page)).toEqual([]);
});
