import { say } from '@fleet-wren/wording';
import { expect, test, violations } from './studio.ts';

test('the hand plays a pattern: from the bench, scrubbed, heard slowly, as a filmstrip with what happens', async ({
  bench,
}) => {
  const { page } = bench;
  await bench.put('5 3 2 1');
  await bench.saved();
  await page.getByRole('link', { name: say('hand.open'), exact: true }).click();
  const film = page.getByRole('list', { name: say('hand.filmstrip') });
  await expect(film.getByRole('listitem')).toHaveCount(4);
  await expect(film.getByRole('listitem').first()).toContainText(/thumb plays 5/i);
  await expect(page.locator('.hand-number')).toHaveText(/^\d+ cm$/);
  const thumb = page.locator('.hand-stage .posture g[transform]').last();
  const before = await thumb.getAttribute('transform');
  await page.getByLabel(say('hand.moment')).fill('30');
  await expect(thumb).not.toHaveAttribute('transform', before ?? '');
  await page.getByLabel(say('hand.trail'), { exact: true }).selectOption('p');
  await expect(page.locator('.hand-trail')).toHaveCount(1);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: say('common.play') }).click();
  await expect(page.getByRole('button', { name: say('common.stop') })).toBeVisible();
  await page.getByRole('button', { name: say('common.stop') }).click();
  await page.getByRole('link', { name: say('hand.back') }).click();
  await expect(page.locator('.threads')).toHaveAttribute('data-judged', 'yes');

  await page.getByRole('button', { name: say('bench.export') }).click();
  await page.getByRole('link', { name: say('common.sheet-to-print') }).click();
  await page.getByLabel(say('sheet.hand')).check();
  await expect(film.getByRole('listitem')).toHaveCount(4);
  await page.emulateMedia({ media: 'print' });
  await expect(film.getByRole('listitem').first()).toBeVisible();
});
