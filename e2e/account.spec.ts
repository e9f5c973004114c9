import { say } from '@fleet-wren/wording';
import { expect, openStudio, test, violations } from './studio.ts';

test('the account: the password is changed, another place is signed out', async ({ page, browser }) => {
  await openStudio(page);
  const { email } = (await (await page.request.get('/api/auth/me')).json()) as { readonly email: string };
  const phone = await (await browser.newContext()).newPage();
  const answer = await phone.request.post('/api/auth/sign-in', { data: { email, password: 'a password long enough' } });
  expect(answer.ok()).toBe(true);
  await page.goto('/settings/account');
  const sessions = page.getByRole('list', { name: say('settings.signed-in-devices') }).getByRole('listitem');
  await expect(sessions).toHaveCount(2);
  expect(await violations(page)).toEqual([]);
  await page
    .getByRole('list', { name: say('settings.signed-in-devices') })
    .getByRole('button', { name: say('common.sign-out') })
    .click();
  await expect(sessions).toHaveCount(1);
  expect((await phone.request.get('/api/auth/me')).status()).toBe(401);
  await page.getByLabel(say('settings.current-password')).first().fill('not the one');
  await page.getByLabel(say('settings.new-password-at-least-12-characters')).fill('four herons over the weir');
  await page.getByRole('button', { name: say('settings.change-password') }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await page.getByLabel(say('settings.current-password')).first().fill('a password long enough');
  await page.getByRole('button', { name: say('settings.change-password') }).click();
  await expect(page.getByText(say('settings.password-changed-all-other-devices-have'))).toBeVisible();
});

test('a forgotten password: codes made in Settings open the studio once, with a new password', async ({
  page,
  browser,
}) => {
  await openStudio(page);
  const { email } = (await (await page.request.get('/api/auth/me')).json()) as { readonly email: string };
  await page.goto('/settings/account');
  await expect(page.getByText(say('settings.you-have-no-recovery-codes-without'))).toBeVisible();
  const section = page.locator('section', { has: page.getByRole('heading', { name: say('common.recovery-codes') }) });
  await section.getByLabel(say('settings.current-password')).fill('a password long enough');
  await page.getByRole('button', { name: say('settings.create-8-codes') }).click();
  const codes = page.getByRole('list', { name: say('common.recovery-codes') }).getByRole('listitem');
  await expect(codes).toHaveCount(8);
  expect(await violations(page)).toEqual([]);
  const code = (await codes.first().textContent()) ?? '';

  const elsewhere = await (await browser.newContext()).newPage();
  await elsewhere.goto('/');
  await elsewhere.getByRole('link', { name: say('sign-in.forgot-password') }).click();
  await elsewhere.getByLabel(say('sign-in.email')).fill(email);
  await elsewhere.getByLabel(say('sign-in.recovery-code')).fill('abcd-efgh-jkmn-pqrs');
  await elsewhere.getByLabel(say('sign-in.new-password')).fill('otters under the old mill');
  await elsewhere.getByRole('button', { name: say('sign-in.reset-password-and-sign-in') }).click();
  await expect(elsewhere.getByRole('alert')).toContainText('Each code works once');
  expect(await violations(elsewhere)).toEqual([]);
  await elsewhere.getByLabel(say('sign-in.recovery-code')).fill(code);
  await elsewhere.getByRole('button', { name: say('sign-in.reset-password-and-sign-in') }).click();
  await expect(elsewhere.getByRole('heading', { name: say('common.today'), exact: true })).toBeVisible();
  expect((await page.request.get('/api/auth/me')).status()).toBe(401);
});
