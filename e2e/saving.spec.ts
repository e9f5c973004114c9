import { say } from '@fleet-wren/wording';
import { Bench, expect, newBench, openStudio, test } from './studio.ts';

test('it saves itself and is there again after a reload', async ({ bench }) => {
  await bench.page.getByLabel(say('bench.pattern-name')).fill('Sluice roll');
  await bench.press('Enter');
  await bench.click(0, 5);
  await bench.click(2, 3);
  await bench.press("'");
  await bench.saved();
  await bench.page.reload();
  expect(await bench.strokes()).toEqual(['beat 1, string 5, thumb', 'beat 1 &, string 3, index, accented']);
  await expect(bench.page.getByLabel(say('bench.pattern-name'))).toHaveValue('Sluice roll');
});

test('what could not be saved is kept in the browser and saved later', async ({ bench }) => {
  await bench.click(0, 5);
  await bench.saved();
  await bench.page.route('**/api/patterns/*', (route) => route.abort());
  await bench.click(1, 3);
  await expect(bench.page.locator('.saving')).toContainText(say('saving.not-saved-yet-stored-in-this'));
  await bench.page.unroute('**/api/patterns/*');
  await bench.page.reload();
  expect(await bench.strokes()).toHaveLength(2);
  await bench.saved();
});

test.describe('two windows on one pattern', () => {
  test('the later one is shown both states, and keeps its own', async ({ page, context }) => {
    const first = await newBench(page);
    await first.click(0, 5);
    await first.saved();
    const second = new Bench(await context.newPage());
    await second.page.goto(page.url());
    await second.judged();
    await second.click(1, 3);
    await second.saved();
    await first.click(2, 2);
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText(say('saving.this-was-changed-in-another-window', { name: 'pattern' }));
    await expect(dialog).toContainText(say('bench.the-two-versions-differ-in', { different: 'notes' }));
    await dialog.getByRole('button', { name: say('saving.keep-this-version') }).click();
    await first.saved();
    await second.page.reload();
    expect(await second.strokes()).toEqual(['beat 1, string 5, thumb', 'beat 1 &, string 2, middle']);
  });

  test('or takes the other, or keeps both', async ({ page, context }) => {
    const first = await newBench(page);
    await first.click(0, 5);
    await first.saved();
    const second = new Bench(await context.newPage());
    await second.page.goto(page.url());
    for (const [slot, choice] of [
      [1, say('saving.use-other-version')],
      [2, say('saving.keep-both')],
    ] as const) {
      await second.page.reload();
      await second.judged();
      await second.click(slot, 3);
      await second.saved();
      await first.click(slot + 4, 2);
      await page.getByRole('button', { name: choice }).click();
      await first.saved();
      expect(await first.strokes()).toEqual(await second.strokes());
    }
    await page.getByRole('link', { name: say('common.patterns') }).click();
    await expect(page.getByRole('link', { name: 'New pattern (my changes)' })).toBeVisible();
  });
});

test('another studio’s pattern is not there', async ({ page, browser }) => {
  await newBench(page);
  const other = await browser.newContext();
  const stranger = await other.newPage();
  await openStudio(stranger);
  await stranger.goto(page.url());
  await expect(stranger.getByRole('alert')).toContainText('belongs to another studio');
  await other.close();
});

test('a pattern deleted under an open bench is kept, and brought back with what was done since', async ({ bench }) => {
  const { page } = bench;
  await bench.click(0, 5);
  await bench.saved();
  const id = page.url().split('/').pop();
  await page.evaluate((gone) => fetch(`/api/patterns/${gone}`, { method: 'DELETE' }), id);
  await bench.click(4, 3);
  await expect(page.locator('.saving')).toHaveText(say('saving.deleted-elsewhere-stored-in-this-browser'));
  await page.getByRole('button', { name: say('common.restore') }).click();
  await bench.saved();
  await page.reload();
  expect(await bench.strokes()).toHaveLength(2);
});
