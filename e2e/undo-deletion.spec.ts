import { expect, test } from '@playwright/test';
import { say } from '@fleet-wren/wording';
import { newStudio } from './studio.ts';

const SCHOOL = { name: 'Two on the bank', base: 'one-per-string', digits: ['p', 'i', 'm'], homes: {}, weights: {} };
const TUNING = { key: 'own-low', name: 'Low water', pitches: [36, 43, 50, 55, 59, 62] };

test('a school and a tuning that were deleted come back by one press, and go for good when the page is left', async ({
  page,
}) => {
  await newStudio(page);
  await page.request.post('/api/schools', { data: SCHOOL });
  await page.request.put('/api/settings', { data: { settings: { tunings: [TUNING] }, version: 0 } });
  const schools = async (): Promise<number> =>
    ((await (await page.request.get('/api/schools')).json()) as readonly unknown[]).length;
  const tunings = async (): Promise<number> => {
    const { settings } = (await (await page.request.get('/api/settings')).json()) as {
      readonly settings: { readonly tunings?: readonly unknown[] };
    };
    return settings.tunings?.length ?? 0;
  };

  for (const [address, name, left] of [
    ['/settings/schools', SCHOOL.name, schools],
    ['/settings/display', TUNING.name, tunings],
  ] as const) {
    await page.goto(address);
    const row = page.getByRole('listitem').filter({ hasText: name });
    const press = row.getByRole('button', { name: new RegExp(say('common.delete')) });
    await press.click();
    await expect(row).toHaveCount(0);
    await page.getByRole('button', { name: say('common.undo') }).click();
    await expect(row).toHaveCount(1);
    await expect.poll(left).toBe(1);
    await press.click();
    await expect(page.getByText(say('common.deleted-named', { name }))).toBeVisible();
    await page.goto('/today');
    await expect.poll(left).toBe(0);
  }
});
