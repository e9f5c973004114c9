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

/** A note on beat 4 of the first bar and on beats 1 to 3 of the second. */
const write = async (bench: Bench): Promise<void> => {
  await bench.page.getByLabel(say('bench.bars'), { exact: true }).selectOption('2');
  await bench.judged();
  for (const slot of [12, 16, 20, 24]) await bench.click(slot, 3);
  await bench.judged();
};

const expectSpan = async (page: Page): Promise<void> => {
  const xml = await musicXml(page);
  const bars = [...xml.matchAll(/<measure[^>]*>[\s\S]*?<\/measure>/g)].map(([bar]) => bar);
  expect(bars[0]).toMatch(/^<measure number="0" implicit="yes"/);
  expect(bars).toHaveLength(2);
  // On one staff a pickup of a beat, then three beats: 840 ticks each.
  const ticks = (bar = ''): number =>
    [
      ...bar.matchAll(
        /<note>(?:(?!<\/note>)[\s\S])*<duration>(\d+)<\/duration>(?:(?!<\/note>)[\s\S])*<staff>1<\/staff>/g,
      ),
    ]
      .map(([, duration]) => Number(duration))
      .reduce((sum, duration) => sum + duration, 0);
  expect([ticks(bars[0]), ticks(bars[1])]).toEqual([840, 3 * 840]);
};

test('a figure with a pickup and a short last bar, by keyboard, undone as it was done', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  await bench.threads.focus();
  await bench.press('Home', 'Control+ArrowRight', 'Control+ArrowRight', 'Control+ArrowRight', 'j');
  await bench.press('End', 'Control+ArrowLeft', 'ArrowLeft', 'e');
  await expect(page.locator('.not-played')).toHaveCount(2);
  await expectSpan(page);
  await bench.press('Control+z', 'Control+z');
  await expect(page.locator('.not-played')).toHaveCount(0);
});

test('the same with the mouse; the bar line again where it is asked for twice', async ({ bench }) => {
  const { page } = bench;
  await write(bench);
  const choose = async (label: string): Promise<void> => {
    await page.getByRole('button', { name: say('common.edit'), exact: true }).click();
    await page.getByRole('button', { name: label, exact: true }).click();
  };
  await bench.click(12, 3);
  await choose(say('bench.begin-here'));
  await bench.click(27, 3);
  await page.keyboard.press('Delete');
  await choose(say('bench.end-here'));
  await expectSpan(page);
  await choose(say('bench.end-here'));
  await expect(page.locator('.not-played')).toHaveCount(1);
});
