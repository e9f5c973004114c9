import { expect, test } from '@playwright/test';
import { createPattern } from '@fleet-wren/core';
import { newStudio } from './studio.ts';

test('addresses of before lead to the pages they meant, with what stands behind them', async ({ page }) => {
  await newStudio(page);
  const created = await page.request.post('/api/patterns', { data: { pattern: createPattern('Reed bed') } });
  const { id } = (await created.json()) as { readonly id: string };
  for (const [before, now] of [
    ['/desk', '/today'],
    ['/set-up', '/settings/hands'],
    ['/set-up/archive', '/settings/backup'],
    ['/set-up/drawing', '/settings/display'],
    ['/patterns/shelf', '/patterns/library'],
    ['/patterns/bring-in', '/patterns/import'],
    ['/patterns/make?figure=rolls', '/patterns/generate?figure=rolls'],
    [`/patterns/${id}/approaches?schools=hybrid`, `/patterns/${id}/compare-schools?schools=hybrid`],
  ] as const) {
    await page.goto(before);
    await expect(page).toHaveURL(now);
  }
});
