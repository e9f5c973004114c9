import { say } from '@fleet-wren/wording';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test, violations, type Bench } from './studio.ts';

/** Thumb and fingers over two beats, by clicks. */
const write = async (bench: Bench): Promise<void> => {
  await bench.click(0, 5);
  await bench.click(2, 3);
  await bench.click(4, 5);
  await bench.click(6, 2);
  await bench.judged();
};

const line = (page: Page) => page.getByRole('textbox', { name: say('bench.chords-how') });

/** The tablature that is exported, as text. */
const tablature = async (page: Page): Promise<string> => {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: say('bench.export') }).click();
  await page.getByText(say('common.tablature-txt')).click();
  return readFileSync((await (await download).path()) as string, 'utf8');
};

test('five shapes in a row by keyboard: the figure goes over them, the thumb to each bass', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  await bench.threads.focus();
  // Three actions: the key, the line, Enter.
  await page.keyboard.press('k');
  await line(page).fill('C | Am | x32010 G | F=133211 | Em');
  await expect(page.getByText(say('bench.chords-figure-repeated', { bars: 5, own: 1 }))).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(line(page)).toBeHidden();
  expect(await bench.strokes()).toHaveLength(20);

  const tab = await tablature(page);
  for (const chord of ['C', 'Am', 'G', 'F', 'Em']) expect(tab).toMatch(new RegExp(`(^|\\s)${chord}(\\s|$)`, 'm'));
  await bench.saved();
  await page.reload();
  expect(await bench.strokes()).toHaveLength(20);
  await page.keyboard.press('Control+z');
});

test('a chord from a beat on with the mouse, and away again', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  const chord = page.getByLabel(say('bench.chord'), { exact: true });
  const before = await chord.inputValue();
  await bench.click(9, 3);
  await chord.selectOption({ label: say('bench.chord-change-from', { place: 'beat 3' }) });
  await page.getByLabel(say('parts.chord-symbol-or-frets')).fill('320003');
  await page.keyboard.press('Enter');
  await expect(chord).toHaveValue('G');
  await expect(page.locator('.threads .chord-name')).toHaveText([before, 'G']);
  await bench.click(0, 5);
  await expect(chord).toHaveValue(before);
  await bench.click(9, 3);
  await chord.selectOption({ label: say('bench.chord-change-remove', { place: 'beat 3' }) });
  await expect(page.locator('.threads .chord-name')).toHaveCount(0);
});

test('what is no chord is named where it stands', async ({ bench }) => {
  const { page } = bench;
  await bench.threads.focus();
  await page.keyboard.press('k');
  await line(page).fill('C | Zm7');
  await expect(page.getByRole('alert')).toContainText('Zm7');
  await expect(page.getByRole('button', { name: say('bench.chords-take') })).toBeDisabled();
});
