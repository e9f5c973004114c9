import { say } from '@fleet-wren/wording';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test, type Bench } from './studio.ts';

const musicXml = async (page: Page): Promise<string> => {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: say('bench.export') }).click();
  await page.getByText(say('common.musicxml-score-musicxml')).click();
  return readFileSync((await (await download).path()) as string, 'utf8');
};

/** The strings of each written bar, the lowest first, and the endings that begin in it. */
const written = (xml: string): readonly string[] =>
  [...xml.matchAll(/<measure[^>]*>[\s\S]*?<\/measure>/g)].map(([bar]) => {
    const ending = /<ending number="(\d)" type="start">/.exec(bar)?.[1];
    const strings = [...bar.matchAll(/(?<!<frame-note>\s*)<string>(\d)<\/string>/g)].map(([, string]) => string);
    return `${ending ? `${ending}. ` : ''}${strings.sort().reverse().join('')}`;
  });

/** A note on string 5 that begins the first bar, one on string 3 that begins the second. */
const write = async (bench: Bench): Promise<void> => {
  await bench.page.getByLabel(say('bench.bars'), { exact: true }).selectOption('2');
  await bench.judged();
  await bench.click(0, 5);
  await bench.click(16, 3);
  await bench.judged();
};

test('first and second ending by mouse: what is shared changes each time, an ending by itself', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  await page.getByRole('button', { name: say('common.edit'), exact: true }).click();
  await page.getByRole('button', { name: say('bench.add-endings'), exact: true }).click();
  await expect(page.locator('.ending-mark', { hasText: say('parts.ending', { number: 2 }) })).toBeVisible();
  expect(await bench.strokes()).toHaveLength(4);
  // A note on the second beat of bar 1 comes in bar 3 too; one more in bar 2, the first ending, is alone.
  await bench.click(4, 2);
  await bench.click(20, 1);
  expect(await bench.strokes()).toHaveLength(7);
  expect(written(await musicXml(page))).toEqual(['52', '1. 31', '2. 3']);
  await page.getByLabel(say('bench.endings'), { exact: true }).selectOption('3');
  expect(await bench.strokes()).toHaveLength(10);
  await page.getByLabel(say('bench.bars'), { exact: true }).selectOption('3');
  expect(written(await musicXml(page))).toEqual(['52', '', '1. 31', '2. 3', '3. 3']);
});

test('the same from the keyboard, taken back step by step', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  await bench.press('Control+k');
  await page.keyboard.type(say('bench.add-endings'));
  await bench.press('Enter');
  await expect(page.locator('.ending-mark', { hasText: say('parts.ending', { number: 2 }) })).toBeVisible();
  await bench.threads.focus();
  // In the second time through the shared bar is bar 3.
  await bench.press('Home', ...Array.from({ length: 8 }, () => 'Control+ArrowRight'), 'ArrowUp', 'Enter');
  await expect.poll(async () => (await bench.strokes()).length).toBe(6);
  await bench.press('Control+z');
  await expect.poll(async () => (await bench.strokes()).length).toBe(4);
  await bench.press('Control+z');
  await expect(page.locator('.ending-mark', { hasText: say('parts.ending', { number: 2 }) })).toHaveCount(0);
  expect(await bench.strokes()).toHaveLength(2);
});

test('one bar has no room for endings, and it is said why', async ({ bench }) => {
  const { page } = bench;
  await bench.click(0, 5);
  await page.getByRole('button', { name: say('common.edit'), exact: true }).click();
  await page.getByRole('button', { name: say('bench.add-endings'), exact: true }).click();
  await expect(page.getByText(say('bench.endings-need-bars')).first()).toBeVisible();
});
