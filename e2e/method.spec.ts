import { say } from '@fleet-wren/wording';
import { createPattern } from '@fleet-wren/core';
import type { Page } from '@playwright/test';
import { expect, openStudio, test, violations } from './studio.ts';

const roll = (name: string, strings: readonly number[]) =>
  createPattern(name, {
    tempo: 60,
    tags: ['reeds'],
    strokes: strings.map((string, index) => ({ id: `s${index}`, at: index * 420, string })),
    subdivision: 2,
  });

const add = async (page: Page, pattern: ReturnType<typeof roll>): Promise<string> =>
  ((await (await page.request.post('/api/patterns', { data: { pattern } })).json()) as { id: string }).id;

/** How many pages a document has that the browser printed. */
const countPages = (pdf: Buffer): number => pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length ?? 0;

test('a set is printed as a method: cover, contents, and the stages to each pattern', async ({ page }) => {
  await openStudio(page);
  await add(page, roll('Low water', [5, 3, 2, 3, 4, 3, 2, 3]));
  await add(page, roll('High water', [5, 2, 3, 1, 4, 2, 3, 1]));
  await page.goto('/patterns?tag=reeds');
  await page.getByRole('link', { name: say('patterns.print-all', { tag: 'reeds' }) }).click();
  await expect(page.getByRole('list', { name: say('sheet.contents') }).getByRole('listitem')).toHaveCount(2);
  await page.getByLabel(say('sheet.print-as')).selectOption('method');
  const heads = page.getByRole('heading', { name: say('sheet.stages-to', { target: 60 }) });
  await expect(heads).toHaveCount(2);
  // From the position of the hand to the whole pattern: more than the whole alone, for each of the two.
  expect(await page.locator('.sheet-stages').first().locator('> li').count()).toBeGreaterThan(3);
  await expect(page.locator('.sheet-stages .engraved-system').first()).toBeVisible();
  expect(await violations(page)).toEqual([]);
  // A cover, contents and each pattern begin pages of their own.
  expect(countPages(await page.pdf({ preferCSSPageSize: true }))).toBeGreaterThanOrEqual(4);
  await page.reload();
  await expect(heads).toHaveCount(2);
});

test('a left-handed sheet turns necks and hands, and stays so on the next', async ({ page }) => {
  await openStudio(page);
  const id = await add(page, roll('Low water', [5, 3, 2, 3, 4, 3, 2, 3]));
  await page.goto(`/patterns/${id}/sheet`);
  await page.getByLabel(say('sheet.hand')).check();
  const open = page.locator('.sheet-grids .neck-open');
  const places = () => open.evaluateAll((marks) => marks.map((mark) => Number(mark.getAttribute('cx'))));
  // C has strings 3 and 1 open, third and last from the left; turned round, first and third.
  await expect(open).toHaveCount(2);
  const [third = 0, last = 0] = await places();
  await page.getByLabel(say('sheet.left-handed')).check();
  const width = await page
    .locator('.sheet-grids .neck')
    .evaluate((neck) => (neck as SVGSVGElement).viewBox.baseVal.width);
  await expect.poll(places).not.toEqual([third, last]);
  const turned = await places();
  expect(Math.abs((turned[0] ?? 0) - (turned[1] ?? 0))).toBeCloseTo(Math.abs(last - third), 3);
  expect(Math.min(...turned)).toBeLessThan(width / 4);
  await expect(page.locator('.hand-film .posture > g').first()).toHaveAttribute('transform', /scale\(-1 1\)/);
  await page.reload();
  await expect(page.getByLabel(say('sheet.left-handed'))).toBeChecked();
});
