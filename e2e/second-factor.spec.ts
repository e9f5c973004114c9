import { say } from '@fleet-wren/wording';
import { Secret, TOTP } from 'otpauth';
import { expect, openStudio, test, violations } from './studio.ts';

/** A code as a phone shows it, some half minutes from now. */
const shown = (secret: string, steps = 0): string =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + steps * 30_000 });

test('a code of the phone beside the password: set up, asked for at the door, turned off', async ({
  page,
  browser,
}) => {
  const { email, password } = await openStudio(page);
  await page.goto('/settings/account');
  const section = page.locator('section', {
    has: page.getByRole('heading', { name: say('settings.two-factor-authentication') }),
  });
  await section.getByLabel(say('settings.current-password')).fill(password);
  await section.getByRole('button', { name: say('settings.set-up') }).click();
  await expect(section.getByRole('img', { name: say('settings.qr-code-for-your-authenticator-app') })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  const secret = (await section.locator('code').innerText()).replaceAll(' ', '');
  await section.getByLabel(say('settings.six-digit-code')).fill('000000');
  await section.getByRole('button', { name: say('settings.turn-on') }).click();
  await expect(section.getByRole('alert')).toContainText('That code is wrong or has been used');
  await section.getByLabel(say('settings.six-digit-code')).fill(shown(secret, -1));
  await section.getByRole('button', { name: say('settings.turn-on') }).click();
  await expect(section.getByText(say('settings.two-factor-authentication-is-on-you'))).toBeVisible();

  const other = await (await browser.newContext()).newPage();
  await other.goto('/');
  await other.getByLabel(say('sign-in.email')).fill(email);
  await other.getByLabel(say('sign-in.password')).fill(password);
  await other.getByRole('button', { name: say('sign-in.sign-in') }).click();
  await expect(other.getByText(say('error.second-factor-needed'))).toBeVisible();
  expect(await violations(other)).toEqual([]);
  await other.getByLabel(say('sign-in.two-factor-code')).fill(shown(secret));
  await other.getByRole('button', { name: say('sign-in.sign-in') }).click();
  await expect(other.getByRole('navigation').first()).toBeVisible();

  await section.getByLabel(say('settings.current-password')).fill(password);
  // The code of this half minute was used to sign in elsewhere.
  await section.getByLabel(say('settings.code-or-recovery')).fill(shown(secret, 1));
  await section.getByRole('button', { name: say('settings.turn-off') }).click();
  await expect(section.getByRole('button', { name: say('settings.set-up') })).toBeVisible();
});
