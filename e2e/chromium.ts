import { readFileSync } from 'node:fs';

/** Which Chromium of Debian's the tests run in. */
export const CHROMIUM = process.env.FLEET_WREN_CHROMIUM ?? '/usr/bin/chromium';

const usual = new URL('../scripts/lib/chromium-arguments.json', import.meta.url);

/** How it is started: without a monitor, kept from calling out, and heard without a press. */
export const ARGUMENTS: readonly string[] = [
  ...(JSON.parse(readFileSync(usual, 'utf8')) as readonly string[]),
  '--autoplay-policy=no-user-gesture-required',
];
