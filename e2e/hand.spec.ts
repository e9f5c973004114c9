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

test('a second hand over the first and beside it, from the front, and the hand of a finding', async ({ bench }) => {
  const { page } = bench;
  await bench.put('5 3 2 1 2 3');
  await bench.saved();
  await page.getByRole('link', { name: say('hand.open'), exact: true }).click();
  const pictures = page.locator('.hand-stage svg');
  const string1 = pictures.first().locator('.posture-number').first();
  const top = async (): Promise<number> => (await string1.boundingBox())?.y ?? 0;
  const asPlayer = await top();
  // Who plays next is in a light.
  await expect(pictures.first().locator('.posture-light')).toHaveCount(1);
  await page.getByLabel(say('hand.second'), { exact: true }).selectOption('three-finger');
  await expect(page.locator('.posture-ghost').first()).toBeVisible();
  await expect(page.locator('.hand-columns')).toContainText(/\d+ cm (less|more) than Thumb and two fingers|As far as/);
  await page.getByLabel(say('hand.second-place')).selectOption('beside');
  await expect(pictures).toHaveCount(2);
  await expect(page.locator('.posture-ghost')).toHaveCount(0);
  await page.getByLabel(say('hand.second-place')).selectOption('over');
  await page.getByLabel(say('hand.view')).selectOption('front');
  // Opposite the player string 1 is at the bottom.
  await expect.poll(top).toBeGreaterThan(asPlayer + 100);
  expect(await violations(page)).toEqual([]);
  // The second hand stands in the address.
  await page.reload();
  await expect(page.locator('.posture-ghost').first()).toBeVisible();

  await page.getByRole('link', { name: say('hand.back') }).click();
  await bench.judged();
  await page.getByLabel(say('common.tempo-bpm')).fill('300');
  await page.getByLabel(say('common.tempo-bpm')).press('Enter');
  const finding = page.getByRole('button', { name: say('bench.hand-at-finding') }).first();
  // What is offered beside a finding comes a moment later and moves it from under the pointer.
  await expect(async () => {
    await finding.hover();
    await expect(page.getByRole('tooltip').locator('.posture')).toBeVisible({ timeout: 1000 });
  }).toPass();
  await expect(page.getByRole('tooltip')).toContainText(/plays \d/);
  expect(await violations(page)).toEqual([]);
});
