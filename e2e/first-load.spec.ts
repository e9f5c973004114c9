import { gzipSync } from 'node:zlib';
import { expect, test } from './studio.ts';

/** Bytes of compressed script a first page may ask for: a quarter of a megabyte, seconds on a weak connection. */
const MOST = 250 * 1024;

test('a first page asks for no more than 250 kB of compressed script', async ({ page }) => {
  const scripts: Promise<Buffer>[] = [];
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script') scripts.push(response.body());
  });
  await page.goto('/', { waitUntil: 'networkidle' });
  await expect(page.getByRole('button').first()).toBeVisible();
  const bodies = await Promise.all(scripts);
  expect(bodies.length).toBeGreaterThan(0);
  expect(bodies.reduce((sum, body) => sum + gzipSync(body).length, 0)).toBeLessThanOrEqual(MOST);
});
