import { say } from '@fleet-wren/wording';
import type { Page } from '@playwright/test';
import { expect, test, violations } from './studio.ts';

test('anything is found by name from the keyboard: a command of the bench, a pattern, a screen', async ({ bench }) => {
  const { page } = bench;
  const field = page.getByRole('combobox', { name: say('palette.title') });
  await bench.click(0, 3);
  await page.keyboard.press('Control+k');
  await field.fill(say('bench.vibrato'));
  await page.keyboard.press('Enter');
  await expect(field).toBeHidden();
  expect((await bench.strokes())[0]).toContain(say('bench.with-vibrato'));
  await bench.saved();

  await page.getByLabel(say('bench.pattern-name')).fill('Eel trap');
  // From inside a field, and over the server's own search.
  await page.keyboard.press('Control+k');
  await expect(field).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await field.fill('help');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: say('help.title'), level: 1 })).toBeVisible();

  await page.keyboard.press('Control+k');
  await field.fill('trap eel');
  await expect(page.getByRole('option', { name: 'Eel trap' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel(say('bench.pattern-name'))).toHaveValue('Eel trap');

  await page.keyboard.press('Control+k');
  await field.fill('no such thing at all');
  await expect(page.getByText(say('palette.none'))).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(field).toBeHidden();
});

test('exports and what can be done with a pattern are in the palette, on a phone by its menu', async ({ bench }) => {
  const { page } = bench;
  const field = page.getByRole('combobox', { name: say('palette.title') });
  await bench.click(0, 5);
  await bench.saved();
  await page.keyboard.press('Control+k');
  await field.fill('tablature');
  const download = page.waitForEvent('download');
  await page.keyboard.press('Enter');
  expect((await download).suggestedFilename()).toMatch(/\.txt$/);

  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: say('shell.more') }).click();
  await page.getByRole('button', { name: say('palette.open'), exact: true }).click();
  await field.fill(say('stand.open'));
  await page.keyboard.press('Enter');
  await expect(page.locator('.stand')).toBeVisible();
});

/** Keeps the palette from loading until it is let go. */
const holdPalette = async (page: Page): Promise<() => void> => {
  let load = (): void => undefined;
  const asked = new Promise<void>((resolve) => (load = resolve));
  await page.route('**/CommandPalette-*.js', async (route) => {
    await asked;
    await route.continue();
  });
  return () => load();
};

test('what is typed before the palette is loaded is meant for the palette, not for the page beneath', async ({
  bench,
}) => {
  const { page } = bench;
  const field = page.getByRole('combobox', { name: say('palette.title') });
  await bench.click(0, 3);
  const before = await bench.strokes();
  const load = await holdPalette(page);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('help ');
  await page.keyboard.press('Backspace');
  load();
  await expect(field).toHaveValue('help');
  expect(await bench.strokes()).toEqual(before);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: say('help.title'), level: 1 })).toBeVisible();
});

test('Enter before the palette is loaded chooses what was typed, once it is there', async ({ bench }) => {
  const { page } = bench;
  const load = await holdPalette(page);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('help');
  await page.keyboard.press('Enter');
  load();
  await expect(page.getByRole('heading', { name: say('help.title'), level: 1 })).toBeVisible();
});
