import { say } from '@fleet-wren/wording';
import type { Page } from '@playwright/test';
import { expect, openStudio } from './studio.ts';

/** A song from a chart, standing on its map. */
export const beginSong = async (page: Page, name: string, chart: string): Promise<void> => {
  await openStudio(page);
  await page.getByRole('link', { name: say('common.songs') }).click();
  await page.getByRole('button', { name: say('songs.new-song') }).click();
  await page.getByLabel(say('settings.name'), { exact: true }).fill(name);
  await page.getByLabel(say('settings.start-from')).selectOption('own');
  await page.getByRole('textbox', { name: say('songs.chord-chart') }).fill(chart);
  await page.getByRole('button', { name: say('songs.create-song') }).click();
  await expect(page.getByText('bpm max')).toBeVisible();
};
