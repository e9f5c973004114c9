import { existsSync, readFileSync } from 'node:fs';
import { ensureDebianPackages, tryInstallDebian } from './postgres.mjs';

/** Debian's Chromium built for machines without a monitor takes a quarter less of them than the whole one. */
const BARE = '/usr/bin/chromium-headless-shell';
const WHOLE = '/usr/bin/chromium';

/** Which of them there is. */
export const findChromium = () => (existsSync(BARE) ? BARE : WHOLE);

/** Sees to it that there is one. */
export const ensureChromium = () => {
  if (!tryInstallDebian(BARE, ['chromium-headless-shell'])) ensureDebianPackages(WHOLE, ['chromium']);
};

/** How Chromium is started: without a monitor, and kept from calling out. */
export const CHROMIUM_LAUNCH_OPTIONS = {
  executablePath: findChromium(),
  args: JSON.parse(readFileSync(new URL('chromium-arguments.json', import.meta.url), 'utf8')),
};

/** Signs a page in to the demo studio and stands in its list of patterns. */
export const signInToDemo = async (page, address) => {
  await page.goto(`${address}/`);
  await page.getByLabel('Email').fill('teacher@fleet-wren.example');
  await page.getByLabel('Password').fill('seven reeds at dusk');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: 'Patterns', exact: true }).click();
  await page.getByRole('link', { name: 'Lantern pinches' }).waitFor();
};
