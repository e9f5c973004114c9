/** Which Chromium of Debian's the tests run in. */
export const CHROMIUM = process.env.FLEET_WREN_CHROMIUM ?? '/usr/bin/chromium';

/** How it is started: without a monitor, and kept from calling out. */
export const ARGUMENTS: readonly string[] = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  '--autoplay-policy=no-user-gesture-required',
];
