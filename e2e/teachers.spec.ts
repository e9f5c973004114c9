import { say } from '@fleet-wren/wording';
import { expect, openStudio, test, violations } from './studio.ts';

test('a second teacher is invited, comes in, shares the students, and is removed', async ({ page, browser }) => {
  await openStudio(page);
  await page.request.post('/api/students', { data: { name: 'Imre Sallow' } });
  await page.goto('/settings/account');
  await page.getByRole('button', { name: say('settings.invite-a-teacher') }).click();
  const invitation = await page.getByLabel(say('settings.invitation-link'), { exact: true }).inputValue();
  expect(await violations(page)).toEqual([]);
  const other = await (await browser.newContext()).newPage();
  await other.goto(invitation);
  await expect(other.getByRole('heading', { name: /^Join/ })).toBeVisible();
  expect(await violations(other)).toEqual([]);
  await other.getByLabel(say('sign-in.your-name')).fill('Bettina Weir');
  await other.getByLabel(say('sign-in.email')).fill(`weir-${Date.now()}@reeds.example`);
  await other.getByLabel(say('sign-in.password')).fill('nine herons in the fog');
  await other.getByRole('button', { name: say('sign-in.join') }).click();
  await other.getByRole('button', { name: say('shell.i-saved-them') }).click();
  await expect(other.getByRole('link', { name: 'Imre Sallow' })).toBeVisible();
  await other.goto('/settings/account');
  await expect(other.getByRole('list', { name: say('settings.teachers') }).getByRole('listitem')).toHaveCount(2);
  await expect(other.getByRole('button', { name: say('settings.invite-a-teacher') })).toBeHidden();
  await page.reload();
  const line = page
    .getByRole('list', { name: say('settings.teachers') })
    .getByRole('listitem')
    .filter({ hasText: 'Bettina Weir' });
  await line.getByRole('button', { name: 'Remove' }).click();
  await line.getByRole('button', { name: say('settings.remove', { name: 'Bettina Weir' }) }).click();
  await expect(page.getByRole('list', { name: say('settings.teachers') }).getByRole('listitem')).toHaveCount(1);
  await other.goto('/students');
  await expect(other.getByRole('button', { name: say('sign-in.sign-in') })).toBeVisible();
  await other.goto(invitation);
  await expect(other.getByText(/This invitation has expired or has been used/)).toBeVisible();
});
