import type { Page } from '@playwright/test';
import { expect, openStudio } from './studio.ts';

/** A song from a chart, standing on its map. */
export const beginSong = async (page: Page, name: string, chart: string): Promise<void> => {
  await openStudio(page);
  await page.getByRole('link', { name: 'Songs' }).click();
  await page.getByRole('button', { name: 'New song' }).click();
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Begin from').selectOption('own');
  await page.getByRole('textbox', { name: 'Chord chart' }).fill(chart);
  await page.getByRole('button', { name: 'Begin this song' }).click();
  await expect(page.getByText('a minute is the ceiling')).toBeVisible();
};
