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
  await page.goto('/set-up/account');
  const section = page.locator('section', { has: page.getByRole('heading', { name: 'A code beside the password' }) });
  await section.getByLabel('Your password').fill(password);
  await section.getByRole('button', { name: 'Set it up' }).click();
  await expect(section.getByRole('img', { name: /picture, for your phone/ })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  const secret = (await section.locator('code').innerText()).replaceAll(' ', '');
  await section.getByLabel('The six figures').fill('000000');
  await section.getByRole('button', { name: 'Turn it on' }).click();
  await expect(section.getByRole('alert')).toContainText('not the code of this half minute');
  await section.getByLabel('The six figures').fill(shown(secret, -1));
  await section.getByRole('button', { name: 'Turn it on' }).click();
  await expect(section.getByText(/^It is on/)).toBeVisible();

  const other = await (await browser.newContext()).newPage();
  await other.goto('/');
  await other.getByLabel('E-mail').fill(email);
  await other.getByLabel('Password').fill(password);
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByText(/asks for a code as well/)).toBeVisible();
  expect(await violations(other)).toEqual([]);
  await other.getByLabel('The code your phone shows').fill(shown(secret));
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByRole('navigation').first()).toBeVisible();

  await section.getByLabel('Your password').fill(password);
  // The code of this half minute was used to sign in elsewhere.
  await section.getByLabel(/Code from your phone/).fill(shown(secret, 1));
  await section.getByRole('button', { name: 'Turn it off' }).click();
  await expect(section.getByRole('button', { name: 'Set it up' })).toBeVisible();
});
